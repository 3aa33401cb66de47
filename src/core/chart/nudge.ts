/** A small move by hand, in points. */
import { z } from 'zod';

export const nudgeSchema = z.object({ dx: z.number().min(-5000).max(5000), dy: z.number().min(-5000).max(5000) });
