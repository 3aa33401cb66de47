/**
 * Two people who write to one field at the same moment: the last one's words stand, field by field, and both are told. Source:
 * "last writer wins" registers, as in Shapiro, Preguiça, Baquero, Zawirski: A comprehensive study of convergent and
 * commutative replicated data types (2011), 3.2.1; the order is that of the server's log.
 */
import type { Change } from './changes';

export interface Written {
  readonly item: string;
  readonly field: string;
  /** Null where it was cleared. */
  readonly text: string | null;
}
export interface Clash {
  readonly item: string;
  readonly field: string;
  readonly theirs: string | null;
  readonly mine: string | null;
}

/** What a change writes into fields; the last where it writes to one more than once. */
export function writtenBy(change: Change): Written[] {
  if (change.type === 'group') return change.changes.flatMap(writtenBy);
  const edits =
    change.type === 'edit-fields' ? { [change.id]: change.fields } : change.type === 'edit-lines' ? change.edits : {};
  return Object.entries(edits).flatMap(([item, fields]) =>
    Object.entries(fields).map(([field, text]) => ({ item, field, text })),
  );
}

/** Fields that both wrote to, with different words. */
export function clashes(theirs: Change, mine: Change): Clash[] {
  const own = new Map(writtenBy(mine).map(({ item, field, text }) => [JSON.stringify([item, field]), text]));
  return writtenBy(theirs).flatMap(({ item, field, text }) => {
    const key = JSON.stringify([item, field]);
    if (!own.has(key) || own.get(key) === text) return [];
    return [{ item, field, theirs: text, mine: own.get(key) ?? null }];
  });
}
