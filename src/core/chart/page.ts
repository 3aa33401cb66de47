/** The page a chart is for. Lengths in points. */
import { z } from 'zod';
import { colourSchema, textSchema } from './words';

const SERIES = ['0', '1', '2', '3', '4', '5', '6', '7', '8', '9', '10'] as const;
type Series<Letter extends string> = `${Letter}${(typeof SERIES)[number]}`;
export const PAPER_SIZES = [
  ...(SERIES.map((n) => `A${n}`) as Series<'A'>[]),
  ...(SERIES.map((n) => `B${n}`) as Series<'B'>[]),
  'Letter',
  'Legal',
  'Tabloid',
  'Slide 16:9',
  'Slide 4:3',
] as const;
/** `picture`: as large as the picture. `own`: `width` by `height`. */
export const PAGE_SIZES = [...PAPER_SIZES, 'own', 'picture'] as const;
/** Least and most of a page's own width and height, in points: 20 mm to 5 m. */
export const OWN_SIZE = { least: 56, most: 14_173 };

export const PATTERNS = ['dots', 'squares', 'stripes', 'waves'] as const;
export const pageSchema = z.object({
  size: z.enum(PAGE_SIZES),
  orientation: z.enum(['landscape', 'portrait']),
  margin: z.number().min(0).max(144),
  showTitle: z.boolean(),
  /** The line at the top right, such as a date; none where it is empty. */
  dateLine: textSchema(120),
  /** Whether tier names are printed beside the tiers. */
  tierHeadings: z.boolean(),
  /** Of a page of its own size, as it lies: orientation does not turn it. */
  width: z.number().min(OWN_SIZE.least).max(OWN_SIZE.most).optional(),
  height: z.number().min(OWN_SIZE.least).max(OWN_SIZE.most).optional(),
  subtitle: textSchema(200).optional(),
  /** The line at the foot of every page. */
  footer: textSchema(200).optional(),
  numbers: z.boolean().optional(),
  /** What the colours and lines mean, at the foot. */
  key: z.boolean().optional(),
  /** What lies faintly on the paper, behind all else. */
  pattern: z.enum(PATTERNS).optional(),
  /** Colour of the paper; the house style's where absent. */
  background: colourSchema.optional(),
  /** A line round the page, halfway between its edge and its margin. */
  border: z.boolean().optional(),
  /** Where a picture smaller than its page stands; near the top where absent. */
  place: z.enum(['middle', 'top']).optional(),
  /** Over how many sheets of this size the chart goes: one; several that are put together on a wall; a booklet. */
  over: z.enum(['one', 'wall', 'booklet']).optional(),
  /** Sheets of a wall, across and down. */
  wall: z.object({ across: z.number().int().min(1).max(20), down: z.number().int().min(1).max(20) }).optional(),
  /** How far neighbouring sheets of a wall overlap, in points. */
  overlap: z.number().min(0).max(144).optional(),
  /** Size at which the smallest text of a booklet prints at least, in points. */
  least: z.number().min(3).max(24).optional(),
  /** Size that the smallest words should print at before anything else counts, in points; by the paper where absent. */
  wanted: z.number().min(4).max(72).optional(),
});
export type Page = z.infer<typeof pageSchema>;

export const defaultPage: Page = {
  size: 'A4',
  orientation: 'landscape',
  margin: 28.35,
  showTitle: true,
  dateLine: '',
  tierHeadings: false,
};
