import type { Kind } from './kind';
import { org } from './org';

export const kinds: readonly Kind[] = [org];

export const kindOf = (id: string): Kind | undefined => kinds.find((kind) => kind.id === id);

export * from './kind';
