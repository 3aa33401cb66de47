/**
 * Real files that nobody here wrote, from packages of the npm registry that are no products of this kind, each with what
 * a person would want of it: the kind that comes first, and how many items and levels it has; null where it is no list
 * for a chart. `index.json` names package, version, licence and file. What is wanted was looked at file by file.
 */
import { readFileSync } from 'node:fs';
import { sourceOf, UnreadableFile } from '../../src/core/formats';
import type { ListRead } from '../../src/core/list';
import { offersFor } from '../../src/core/offers';

export interface Wanted {
  readonly package: string;
  readonly as: string;
  readonly kind: string | null;
  readonly form?: string;
  readonly items?: number;
  readonly levels?: number;
}

export const corpus: readonly Wanted[] = JSON.parse(readFileSync('tests/corpus/index.json', 'utf8'));

export function levelsOf({ items }: Pick<ListRead, 'items'>): number {
  const parents = new Map(items.map(({ id, parent }) => [id, parent]));
  const levels = new Map<string | null, number>([[null, 0]]);
  const levelOf = (id: string | null): number => {
    const known = levels.get(id);
    if (known !== undefined) return known;
    const own = levelOf(parents.get(id!) ?? null) + 1;
    levels.set(id, own);
    return own;
  };
  return items.reduce((most, { id }) => Math.max(most, levelOf(id)), 0);
}

/** What comes first for a file, null where it is said that it is no list; and all kinds that are offered. */
export interface Found {
  readonly kind: string | null;
  readonly kinds: readonly string[];
  readonly form?: string | undefined;
  readonly items?: number | undefined;
  readonly levels?: number | undefined;
}

export async function offered({ as }: Wanted): Promise<Found> {
  const bytes = new Uint8Array(readFileSync(`tests/corpus/files/${as}`));
  const source = await sourceOf(bytes).catch((error) => {
    if (!(error instanceof UnreadableFile)) throw error;
  });
  // Refused in words before it is read as any kind.
  if (!source) return { kind: null, kinds: [] };
  const { text } = source;
  const offers = offersFor(text);
  const [first] = offers;
  const sure = offers.filter(({ fitness }) => fitness.sure > 0);
  return {
    kind: sure.length > 0 ? first!.kind.id : null,
    kinds: sure.map(({ kind }) => kind.id),
    form: first?.list?.form,
    items: first?.list?.items.length,
    levels: first?.list && levelsOf(first.list),
  };
}
