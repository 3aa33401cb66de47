/** One field for items, settings and commands of all stages: Ctrl K. */
import { Command } from 'cmdk';
import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import { folded } from '../../../core/list';
import { call } from '../../shared/api';
import { Dialog } from '../../shared/Dialog';
import { kindFor, matterFor } from '../../shared/fields';
import { ownStyles } from '../own-styles';
import { focusLine, goTo, selection, useEditor } from '../state/store';
import { words } from '../words';
import { takeEarly } from './early';
import { allEntries, chartEntries } from './entries';
import type { Entry } from './entry';
import { additionEntries, namedEntries, sentenceEntries } from './on-items';
import { askedWords, best } from './score';
import { ownStyleEntries } from './values';

/** As many are listed; more are found by more words. */
const MOST = { items: 8, entries: 24 };

/** House styles of one's own and other charts: asked for once the field is open. */
function useAsked(): readonly Entry[] {
  const [entries, setEntries] = useState<readonly Entry[]>([]);
  useEffect(() => {
    let open = true;
    const add = (more: readonly Entry[]) => open && setEntries((before) => [...before, ...more]);
    void ownStyles().then((styles) => add(ownStyleEntries(styles)));
    void call<{ charts: { id: string; title: string }[] }>('GET', '/api/charts?sort=opened').then(
      (answer) => answer.ok && add(chartEntries(answer.value.charts)),
    );
    return () => {
      open = false;
    };
  }, []);
  return entries;
}

function goToItem(id: string): void {
  const { stage, listView } = useEditor.getState();
  if (stage === 'list' && listView === 'outline') focusLine(id);
  else document.querySelector<SVGElement>('svg.scene[role=tree]')?.focus();
  goTo(id);
}

function placeholder(): string {
  const { chart } = useEditor.getState();
  const [way] = kindFor(chart.kind).additions;
  const name = Object.values(chart.items)[0]?.fields['name'];
  return way && name ? words.command.placeholder(name, way.joint) : words.command.placeholderEmpty;
}

export function CommandMenu({ onClose }: { onClose: () => void }) {
  const chart = useEditor((state) => state.chart);
  const composition = useEditor((state) => state.composition);
  const [q, setQ] = useState('');
  const [did, setDid] = useState('');
  const again = useRef(false);
  const input = useRef<HTMLInputElement>(null);
  // Once the dialog is open and has the keyboard, and no sooner: letters come all the while.
  useEffect(() => {
    const { text, done } = takeEarly();
    if (text !== '') setQ(text);
    // What was typed to its end is done once what is found stands.
    if (done)
      setTimeout(() => input.current?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true })), 60);
  }, []);
  const others = useAsked();
  const [hint] = useState(placeholder);
  // What was done may have changed what can be done, and what is selected.
  // biome-ignore lint/correctness/useExhaustiveDependencies: made anew when the chart or its picture is another
  const entries = useMemo(allEntries, [chart, composition]);
  const asked = useMemo(() => askedWords(q), [q]);
  const found = useMemo(
    () => [
      ...sentenceEntries(chart, q),
      ...best(
        [...entries, ...others, ...namedEntries(chart, asked, selection(useEditor.getState()).slice(0, 1))],
        asked,
        MOST.entries,
      ),
      ...additionEntries(chart, q),
    ],
    [entries, others, chart, q, asked],
  );
  const items = useMemo(() => {
    if (asked.length === 0) return [];
    const has = (text: string) => asked.every((word) => text.includes(word));
    return Object.values(chart.items)
      .filter(({ fields }) => has(folded(Object.values(fields).join(' '))))
      .slice(0, MOST.items);
  }, [chart.items, asked]);
  const run = (entry: Pick<Entry, 'label' | 'where' | 'run' | 'done'>) => {
    if (again.current && entry.done) {
      entry.run();
      setDid(words.command.did(entry.label, entry.where));
      input.current?.select();
      return;
    }
    onClose();
    // The field is gone, and the keyboard free, before what was found takes it.
    setTimeout(entry.run);
  };
  return (
    <Dialog title={words.command.title} onClose={onClose}>
      <Command
        shouldFilter={false}
        label={words.command.title}
        className="flex min-h-0 flex-col"
        onKeyDownCapture={(event) => {
          again.current = event.key === 'Enter' && event.shiftKey;
        }}
        onPointerDownCapture={(event) => {
          again.current = event.shiftKey;
        }}
      >
        <Command.Input
          ref={input}
          data-first
          value={q}
          onValueChange={setQ}
          placeholder={hint}
          className="field m-3 mb-1.5 min-h-[36px]"
        />
        <p className="px-4 pb-1 text-xs text-quiet" role="status">
          {did ? `${did}. ` : ''}
          {words.command.help}
        </p>
        <Command.List className="max-h-[52vh] min-h-[180px] overflow-auto pb-2">
          <Command.Empty className="px-4 py-3 text-quiet">{words.command.none}</Command.Empty>
          {items.length > 0 && (
            <Group heading={matterFor(chart).items}>
              {items.map(({ id, fields: { name = '', post = '' } }) => (
                <Row key={id} id={`item ${id}`} onRun={() => run({ label: name, where: '', run: () => goToItem(id) })}>
                  <span className="font-semibold">{name}</span>
                  <span className="truncate text-quiet">{post}</span>
                </Row>
              ))}
            </Group>
          )}
          {found.length > 0 && (
            <Group heading={words.command.found}>
              {found.map((entry) => (
                <Row key={entry.id} id={entry.id} onRun={() => run(entry)}>
                  <span>{entry.label}</span>
                  <span className="ml-auto truncate text-xs text-quiet">{entry.where}</span>
                  {entry.keys && (
                    <kbd className="flex-none rounded border border-rule px-1 text-xs text-quiet">{entry.keys}</kbd>
                  )}
                </Row>
              ))}
            </Group>
          )}
        </Command.List>
      </Command>
    </Dialog>
  );
}

const Group = ({ heading, children }: { heading: string; children: ReactNode }) => (
  <Command.Group heading={<span className="px-3 pt-2 pb-1 text-xs text-quiet">{heading}</span>}>
    {children}
  </Command.Group>
);

const Row = ({ id, onRun, children }: { id: string; onRun: () => void; children: ReactNode }) => (
  <Command.Item
    value={id}
    onSelect={onRun}
    className="mx-1 flex min-h-[30px] cursor-pointer items-center gap-3 rounded px-2 text-[13.5px] data-[selected=true]:bg-tint data-[selected=true]:outline-2 data-[selected=true]:-outline-offset-2 data-[selected=true]:outline-plum"
  >
    {children}
  </Command.Item>
);
