/** A newer list: who joined, left, moved, was renamed or changed, seen on list and sheet, taken in whole or in part. */
import { useEffect, useMemo, useState } from 'react';
import type { Change, Chart } from '../../../core/chart';
import { comparing } from '../../../core/kinds';
import {
  type Comparison,
  compareList,
  ENTRIES,
  type EntryKind,
  entryKey,
  type ListRead,
  longDate,
  summaryOf,
} from '../../../core/list';
import type { Answered } from '../../../workers/read.worker';
import { readWorker } from '../../shared/composer';
import { Button } from '../../shared/controls';
import { Dialog } from '../../shared/Dialog';
import { fieldLabel, kindFor } from '../../shared/fields';
import { type Taken, Understand } from '../../shared/Understand';
import { change, focusRow, type Mark, mark, say, select, tryOut, useEditor } from '../state/store';
import { words } from '../words';
import { Answers } from './Answers';
import { MARK_COLOURS } from './MarkBadge';
import { today } from './PasteDialog';

/** More entries of one sort than this are counted, not listed. */
const MOST_LISTED = 200;

interface Entry {
  readonly kind: EntryKind;
  readonly item: string;
  readonly name: string;
  readonly says: string;
}

function entriesOf(found: Comparison, kindId: string): Entry[] {
  const sure = new Map(found.unsure.map(({ item, certainty, by }) => [item, words.newer.unsure(by, certainty)]));
  const top = words.newer.top;
  const doubt = (item: string) => (sure.has(item) ? ` ${sure.get(item)}` : '');
  return [
    ...found.joined.map(({ item, name, under }) => ({
      kind: 'joined' as const,
      item,
      name,
      says: words.newer.under(under ?? top),
    })),
    ...found.left.map(({ item, name, under }) => ({
      kind: 'left' as const,
      item,
      name,
      says: words.newer.wasUnder(under ?? top),
    })),
    ...found.moved.map(({ item, name, from, to }) => ({
      kind: 'moved' as const,
      item,
      name,
      says: `${words.newer.fromTo(from ?? top, to ?? top)}${doubt(item)}`,
    })),
    ...found.renamed.map(({ item, name, to }) => ({
      kind: 'renamed' as const,
      item,
      name,
      says: `${words.newer.now(to)}${doubt(item)}`,
    })),
    ...found.changed.map(({ item, name, fields }) => ({
      kind: 'changed' as const,
      item,
      name,
      says: Object.entries(fields)
        .map(([field, { from, to }]) => words.newer.field(fieldLabel(kindId, field), from, to))
        .join('; '),
    })),
  ];
}

/** A list read anew with ids of its own, as long as the dialog's answer stands: `null` until it is, `false` where it can't be. */
function useFresh(kindId: string, taken: Taken | null): ListRead | null | false {
  const [fresh, setFresh] = useState<ListRead | null | false>(null);
  useEffect(() => {
    if (!taken) return;
    let wanted = true;
    const { text, choices, understood } = taken;
    const { roles, headings } = choices;
    const set = (list: ListRead | false) => {
      if (wanted) setFresh(list);
    };
    readWorker()
      .read(kindId, text, { form: understood.form, roles, headings })
      .then(
        (read) => set(read?.ok ? read.list : false),
        () => set(false),
      );
    return () => {
      wanted = false;
      setFresh(null);
    };
  }, [kindId, taken]);
  return fresh;
}

/** The same with the chart's answers given to it. */
function useAnswered({ kind, answers, carried }: Chart, fresh: ListRead | null): Answered | null {
  const [given, setGiven] = useState<Answered | null>(null);
  useEffect(() => {
    if (!fresh) return;
    let wanted = true;
    const late = () => undefined;
    readWorker()
      .answered({ kind, answers, carried }, fresh)
      .then((one) => {
        if (wanted) setGiven(one);
      }, late);
    return () => {
      wanted = false;
    };
  }, [kind, answers, carried, fresh]);
  return fresh && given;
}

export function NewerList({ onClose }: { onClose: () => void }) {
  const chart = useEditor((state) => state.chart);
  const [taken, setTaken] = useState<Taken | null>(null);
  const [list, setList] = useState<Taken | null>(null);
  const [refused, setRefused] = useState<ReadonlySet<string>>(new Set());
  const fresh = useFresh(chart.kind, list);
  const mended = useAnswered(chart, fresh || null);
  const found = useMemo(
    () =>
      mended && compareList(chart, mended.list, { ...comparing(kindFor(chart.kind), chart), same: () => mended.same }),
    [chart, mended],
  );
  const entries = useMemo(() => (found ? entriesOf(found, chart.kind) : []), [found, chart.kind]);
  const chosen = useMemo(
    () => new Set(entries.map(({ kind: of, item }) => entryKey(of, item)).filter((key) => !refused.has(key))),
    [entries, refused],
  );

  // On the sheet everybody is still there, those who leave marked as such.
  useEffect(() => {
    if (!found) return;
    const shown = new Set([...chosen].filter((key) => !key.startsWith('left ')));
    tryOut(found.changeFor(shown));
    const marks: Record<string, Mark> = {};
    for (const { kind: of, item } of [...entries].reverse()) if (chosen.has(entryKey(of, item))) marks[item] = of;
    mark(marks);
    return () => {
      tryOut(null);
      mark({});
    };
  }, [found, entries, chosen]);

  const take = () => {
    if (!found) return;
    const all = entries.length === chosen.size;
    const dated: Change = { type: 'set-listed', day: today() };
    const what: Change = { type: 'group', changes: [all ? found.change : found.changeFor(chosen), dated] };
    if (!change(what, undefined, 'newer-list')) return;
    say(`${summaryOf(found)}.`, true);
    onClose();
  };
  if (!list)
    return (
      <Dialog title={words.newer.title} onClose={onClose} wide>
        <Understand kindId={chart.kind} house={chart.house} onUnderstood={setTaken} />
        <footer className="flex items-center justify-end gap-4 border-t border-rule px-5 py-3">
          <p className="mr-auto text-[13px] text-quiet">{words.newer.about}</p>
          <Button tone="strong" disabled={!taken} onClick={() => setList(taken)}>
            {words.newer.compare}
          </Button>
        </footer>
      </Dialog>
    );
  const toggle = (keys: readonly string[], on: boolean) => {
    const next = new Set(refused);
    for (const key of keys)
      if (on) next.delete(key);
      else next.add(key);
    setRefused(next);
  };
  return (
    <section aria-label={words.newer.title} className="flex min-h-0 flex-[2] flex-col border-b border-rule bg-paper">
      <div className="flex-none px-3.5 pt-2">
        <p role="status" className="font-semibold">
          {found ? summaryOf(found, chart.listed) : fresh === false ? words.newer.unreadable : words.newer.comparing}
        </p>
        {mended && mended.used.length > 0 && (
          <Answers keys={mended.used} title={words.answers.used(mended.used.length)} />
        )}
        {chart.listed === undefined && entries.length > 0 && <p className="text-xs text-quiet">{words.newer.first}</p>}
      </div>
      <div className="relative min-h-0 flex-1 overflow-auto px-3.5 py-1">
        {ENTRIES.map((of) => {
          const own = entries.filter(({ kind: its }) => its === of);
          if (own.length === 0) return null;
          const keys = own.map(({ item }) => entryKey(of, item));
          const count = keys.filter((key) => chosen.has(key)).length;
          return (
            <fieldset key={of} className="pb-1.5">
              <legend className="sr-only">{words.newer.marks[of]}</legend>
              <label className="flex items-center gap-2 py-0.5 font-semibold">
                <input
                  type="checkbox"
                  ref={(box) => {
                    if (box) box.indeterminate = count > 0 && count < keys.length;
                  }}
                  checked={count === keys.length}
                  onChange={(event) => toggle(keys, event.target.checked)}
                />
                <span className="size-2.5 rounded-full" style={{ backgroundColor: MARK_COLOURS[of] }} />
                {words.newer.heads[of]} <span className="font-normal text-quiet">{own.length}</span>
              </label>
              <ul>
                {own.slice(0, MOST_LISTED).map(({ item, name, says }) => (
                  <li key={item} className="flex items-start gap-2 pl-5 text-[13px]">
                    <input
                      type="checkbox"
                      aria-label={`${words.newer.heads[of]}: ${name}`}
                      className="mt-1"
                      checked={chosen.has(entryKey(of, item))}
                      onChange={(event) => toggle([entryKey(of, item)], event.target.checked)}
                    />
                    <button
                      type="button"
                      className="min-w-0 rounded text-left hover:underline"
                      onClick={() => (chart.items[item] ? focusRow(item) : select(item))}
                    >
                      <b className="font-semibold">{name}</b> <span className="text-quiet">{says}</span>
                    </button>
                  </li>
                ))}
              </ul>
              {own.length > MOST_LISTED && (
                <p className="pl-5 text-xs text-quiet">{words.newer.more(own.length - MOST_LISTED)}</p>
              )}
            </fieldset>
          );
        })}
      </div>
      <div className="flex flex-none flex-wrap items-center gap-2 border-t border-rule px-3.5 py-2">
        <Button tone="strong" disabled={!found || (chosen.size === 0 && entries.length > 0)} onClick={take}>
          {entries.length === 0
            ? words.newer.asOfToday
            : chosen.size === entries.length
              ? words.newer.takeAll
              : words.newer.takeSome(chosen.size)}
        </Button>
        {entries.length > 0 && (
          <Button onClick={() => printSummary(chart.title, found ? summaryOf(found, chart.listed) : '', entries)}>
            {words.newer.print}
          </Button>
        )}
        <Button tone="quiet" className="ml-auto" onClick={onClose}>
          {words.close}
        </Button>
      </div>
    </section>
  );
}

/** The summary as a page of its own for the printer. */
function printSummary(title: string, summary: string, entries: readonly Entry[]): void {
  const frame = document.createElement('iframe');
  frame.style.display = 'none';
  frame.title = words.newer.print;
  document.body.append(frame);
  const page = frame.contentDocument!;
  const add = (parent: HTMLElement, tag: string, text: string) => {
    const element = page.createElement(tag);
    element.textContent = text;
    parent.append(element);
    return element;
  };
  page.title = title;
  const style = page.createElement('style');
  style.textContent =
    'body{font:11pt/1.4 "Atkinson Hyperlegible Next",sans-serif;margin:18mm}h1{font-size:16pt;margin:0}h2{font-size:12pt;margin:12pt 0 2pt}ul{margin:0;padding-left:14pt}li{break-inside:avoid}';
  page.head.append(style);
  add(page.body, 'h1', title);
  add(page.body, 'p', `${summary}. ${words.newer.printed(longDate(today()))}`);
  for (const of of ENTRIES) {
    const own = entries.filter(({ kind }) => kind === of);
    if (own.length === 0) continue;
    add(page.body, 'h2', `${words.newer.heads[of]} (${own.length})`);
    const list = page.body.appendChild(page.createElement('ul'));
    for (const { name, says } of own) add(list, 'li', `${name}: ${says}`);
  }
  frame.contentWindow!.addEventListener('afterprint', () => frame.remove());
  frame.contentWindow!.print();
}
