/** What two charts differ in, as figures side by side and as lists; with ticks where some of it can be chosen. */
import type { Compared } from '../../core/history';
import { ENTRIES, type EntryKind, entryKey } from '../../core/list/compare';
import { fieldLabel } from '../shared/fields';
import type { Figure } from './types';
import { words } from './words';

export interface Entry {
  readonly kind: EntryKind;
  readonly item: string;
  readonly name: string;
  readonly says: string;
}

const under = (name: string | null) => (name === null ? 'at the top' : `under ${name}`);

/** What happened to each, in words. */
export function entriesOf(kindId: string, compared: Compared): Entry[] {
  const { joined, left, moved, renamed, changed } = compared;
  return [
    ...joined.map((one): Entry => ({ kind: 'joined', item: one.item, name: one.name, says: under(one.under) })),
    ...left.map((one): Entry => ({ kind: 'left', item: one.item, name: one.name, says: `was ${under(one.under)}` })),
    ...moved.map(
      (one): Entry => ({
        kind: 'moved',
        item: one.item,
        name: one.name,
        says: `from ${one.from ?? 'the top'} to ${one.to ?? 'the top'}`,
      }),
    ),
    ...renamed.map((one): Entry => ({ kind: 'renamed', item: one.item, name: one.name, says: `is now ${one.to}` })),
    ...changed.map(
      (one): Entry => ({
        kind: 'changed',
        item: one.item,
        name: one.name,
        says: Object.entries(one.fields)
          .map(([field, { from, to }]) => `${fieldLabel(kindId, field)}: ${from ?? '–'} → ${to ?? '–'}`)
          .join('; '),
      }),
    ),
  ];
}

export function FiguresTable({ figures, was, is }: { figures: readonly Figure[]; was: string; is: string }) {
  return (
    <table className="w-full text-[13px] tabular-nums">
      <thead>
        <tr className="text-left text-quiet">
          <th className="py-0.5 font-normal">{words.compare.figure}</th>
          <th className="px-2 text-right font-normal">{was}</th>
          <th className="text-right font-normal">{is}</th>
        </tr>
      </thead>
      <tbody>
        {figures.map(({ label, a, b }) => (
          <tr key={label} className={`border-t border-rule ${a === b ? '' : 'font-semibold'}`}>
            <th className="py-0.5 text-left font-[inherit]">{label}</th>
            <td className="px-2 text-right">{a || '–'}</td>
            <td className="text-right">{b || '–'}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Entries of each sort, the first of them. @param most of a sort that are listed */
export function EntryLists({
  entries,
  most,
  chosen,
  onChoose,
  onGo,
}: {
  entries: readonly Entry[];
  most: number;
  chosen?: ReadonlySet<string>;
  onChoose?: (keys: readonly string[], on: boolean) => void;
  onGo?: (item: string) => void;
}) {
  return ENTRIES.map((kind) => {
    const own = entries.filter((entry) => entry.kind === kind);
    if (own.length === 0) return null;
    const keys = own.map(({ item }) => entryKey(kind, item));
    const on = keys.filter((key) => chosen?.has(key)).length;
    return (
      <section key={kind} aria-label={words.compare.heads[kind]} className="break-inside-avoid-column pt-2">
        <h4 className="flex min-h-[26px] items-center gap-2 text-[13px] font-semibold">
          {onChoose && (
            <input
              type="checkbox"
              aria-label={words.compare.heads[kind]}
              className="size-4 accent-plum"
              ref={(box) => {
                if (box) box.indeterminate = on > 0 && on < keys.length;
              }}
              checked={on === keys.length}
              onChange={(event) => onChoose(keys, event.target.checked)}
            />
          )}
          {words.compare.heads[kind]} <span className="font-normal text-quiet">{own.length}</span>
        </h4>
        <ul>
          {own.slice(0, most).map(({ item, name, says }) => (
            <li key={item} className={`flex items-start gap-2 text-[13px] ${onChoose ? 'min-h-[26px]' : ''}`}>
              {onChoose && (
                <input
                  type="checkbox"
                  aria-label={`${words.compare.heads[kind]}: ${name}`}
                  className="mt-[5px] size-4 flex-none accent-plum"
                  checked={chosen?.has(entryKey(kind, item)) ?? false}
                  onChange={(event) => onChoose([entryKey(kind, item)], event.target.checked)}
                />
              )}
              {onGo ? (
                <button
                  type="button"
                  className="min-h-[26px] min-w-0 rounded text-left hover:underline"
                  onClick={() => onGo(item)}
                >
                  <b className="font-semibold">{name}</b> <span className="text-quiet">{says}</span>
                </button>
              ) : (
                <span>
                  <b className="font-semibold">{name}</b> <span className="text-quiet">{says}</span>
                </span>
              )}
            </li>
          ))}
        </ul>
        {own.length > most && <p className="text-xs text-quiet">{words.compare.more(own.length - most)}</p>}
      </section>
    );
  });
}
