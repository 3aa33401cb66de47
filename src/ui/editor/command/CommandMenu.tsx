/** One field for items, settings and commands of all stages: Ctrl K. */
import { Command } from 'cmdk';
import { useMemo, useState } from 'react';
import { folded } from '../../../core/list';
import { Dialog } from '../../shared/Dialog';
import { matterFor } from '../../shared/fields';
import { focusLine, goTo, useEditor } from '../state/store';
import { words } from '../words';
import { allEntries, type Entry } from './entries';

/** As many are listed; more are found by more words. */
const MOST = { items: 8, entries: 24 };

/** How well an entry answers: every word must be there; what begins the label counts most. */
function score({ label, also = '', where }: Entry, asked: readonly string[]): number {
  const [name, rest] = [folded(label), folded(`${also} ${where}`)];
  let sum = 0;
  for (const word of asked) {
    const at = name.indexOf(word);
    if (at === 0) sum += 4;
    else if (at > 0) sum += name[at - 1] === ' ' ? 3 : 2;
    else if (rest.includes(word)) sum += 1;
    else return 0;
  }
  return sum + 1 / (1 + name.length);
}

export function CommandMenu({ onClose }: { onClose: () => void }) {
  const chart = useEditor((state) => state.chart);
  const [q, setQ] = useState('');
  const [entries] = useState(allEntries);
  const asked = useMemo(() => folded(q).split(' ').filter(Boolean), [q]);
  const found = useMemo(
    () =>
      entries
        .map((entry) => ({ entry, score: score(entry, asked) }))
        .filter((one) => one.score > 0)
        .sort((a, b) => (asked.length === 0 ? 0 : b.score - a.score))
        .slice(0, MOST.entries)
        .map(({ entry }) => entry),
    [entries, asked],
  );
  const items = useMemo(() => {
    if (asked.length === 0) return [];
    const has = (text: string) => asked.every((word) => text.includes(word));
    return Object.values(chart.items)
      .filter(({ fields }) => has(folded(Object.values(fields).join(' '))))
      .slice(0, MOST.items);
  }, [chart.items, asked]);
  const run = (what: () => void) => {
    onClose();
    // The field is gone, and the keyboard free, before what was found takes it.
    setTimeout(what);
  };
  const group = 'px-3 pt-2 pb-1 text-xs text-quiet';
  const row =
    'mx-1 flex min-h-[30px] cursor-pointer items-center gap-3 rounded px-2 text-[13.5px] data-[selected=true]:bg-tint data-[selected=true]:outline-2 data-[selected=true]:-outline-offset-2 data-[selected=true]:outline-plum';
  return (
    <Dialog title={words.command.title} onClose={onClose}>
      <Command shouldFilter={false} label={words.command.title} className="flex min-h-0 flex-col">
        <Command.Input
          data-first
          value={q}
          onValueChange={setQ}
          placeholder={words.command.placeholder}
          className="field m-3 min-h-[36px]"
        />
        <Command.List className="max-h-[52vh] min-h-[180px] overflow-auto pb-2">
          <Command.Empty className="px-4 py-3 text-quiet">{words.command.none}</Command.Empty>
          {items.length > 0 && (
            <Command.Group heading={<span className={group}>{matterFor(chart).items}</span>}>
              {items.map(({ id, fields }) => (
                <Command.Item
                  key={id}
                  value={`item ${id}`}
                  className={row}
                  onSelect={() =>
                    run(() => {
                      const { stage, listView } = useEditor.getState();
                      if (stage === 'list' && listView === 'outline') focusLine(id);
                      else document.querySelector<SVGElement>('svg.scene[role=tree]')?.focus();
                      goTo(id);
                    })
                  }
                >
                  <span className="font-semibold">{fields['name']}</span>
                  <span className="truncate text-quiet">{fields['post']}</span>
                </Command.Item>
              ))}
            </Command.Group>
          )}
          {found.length > 0 && (
            <Command.Group heading={<span className={group}>{words.command.found}</span>}>
              {found.map((entry) => (
                <Command.Item key={entry.id} value={entry.id} className={row} onSelect={() => run(entry.run)}>
                  <span>{entry.label}</span>
                  <span className="ml-auto truncate text-xs text-quiet">{entry.where}</span>
                  {entry.keys && (
                    <kbd className="flex-none rounded border border-rule px-1 text-xs text-quiet">{entry.keys}</kbd>
                  )}
                </Command.Item>
              ))}
            </Command.Group>
          )}
        </Command.List>
      </Command>
    </Dialog>
  );
}
