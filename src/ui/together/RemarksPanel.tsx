/** All remarks of a chart beside its picture: filtered, answered, settled, and a new one on what is selected. */
import { useEffect, useRef, useState } from 'react';
import { atLeast } from '../../core/may';
import { pinIsGone } from '../../core/remarks';
import { Button, Select } from '../shared/controls';
import { NewRemark } from './NewRemark';
import { type Pinnable, pinOptions, pinWords } from './pins';
import { addRemark, openRemarks, type Pin, type Remark, useTogether } from './state';
import { Thread } from './Thread';
import { words } from './words';

type Filter = keyof typeof words.filters;
const FILTERS = Object.keys(words.filters) as Filter[];

const passes: Readonly<Record<Filter, (remark: Remark, account: string) => boolean>> = {
  open: ({ settled }) => settled === null,
  mine: ({ mine, answers }) => mine || answers.some((answer) => answer.mine),
  me: ({ mentions, answers }, account) =>
    [mentions, ...answers.map((one) => one.mentions)].some((all) => all.includes(account)),
  gone: ({ gone }) => gone,
  settled: ({ settled }) => settled !== null,
  all: () => true,
};

export function RemarksPanel({
  at,
  selected,
  onGoTo,
}: {
  at: Pinnable;
  selected: { readonly item: string | null; readonly edge: string | null };
  onGoTo: (pin: Pin) => void;
}) {
  const { remarks: all = [], account, may, wrong, chosen } = useTogether();
  // As the chart is here now, which the remarks may not have heard of yet.
  const remarks = all.map((remark) => ({ ...remark, gone: pinIsGone(at.chart, remark.on) }));
  const [filter, setFilter] = useState<Filter>('open');
  const [on, setOn] = useState('');
  const list = useRef<HTMLUListElement>(null);
  const options = pinOptions(at, selected);
  // What is selected goes first; what was chosen from the list stays until something else is selected.
  const first = options[0]!;
  const pinned = options.find(({ value }) => value === on) ?? first;
  // biome-ignore lint/correctness/useExhaustiveDependencies: another selection
  useEffect(() => setOn(''), [selected.item, selected.edge]);
  useEffect(() => {
    if (chosen !== null)
      list.current?.querySelector(`[data-thread="${CSS.escape(chosen)}"]`)?.scrollIntoView({ block: 'nearest' });
  }, [chosen]);
  const remarksAllowed = atLeast(may, 'remark');
  const shown = remarks.filter((remark) => remark.id === chosen || passes[filter](remark, account));
  return (
    <aside aria-label={words.remarks} className="flex h-full min-h-0 flex-col border-l border-rule bg-sheet">
      <header className="flex items-center gap-2 border-b border-rule px-3 py-2">
        <h2 className="text-base">{words.remarks}</h2>
        <span className="flex min-w-0 flex-1">
          <Select
            label={words.show}
            value={filter}
            options={FILTERS.map((value) => ({ value, label: words.filters[value] }))}
            onChange={setFilter}
          />
        </span>
        <Button tone="quiet" onClick={() => openRemarks(false)}>
          {words.close}
        </Button>
      </header>
      {wrong !== '' && (
        <p role="alert" className="px-3 py-2 text-wrong">
          {wrong}
        </p>
      )}
      <ul ref={list} className="min-h-0 flex-1 overflow-auto">
        {shown.map((remark) => (
          <Thread
            key={remark.id}
            remark={remark}
            where={pinWords(at, remark.on)}
            allowed={remarksAllowed}
            owns={may === 'own'}
            onGoTo={() => onGoTo(remark.on)}
          />
        ))}
        {shown.length === 0 && <li className="p-3 text-quiet">{remarks.length === 0 ? words.none : words.noneSuch}</li>}
      </ul>
      {remarksAllowed && (
        <div className="border-t border-rule p-3">
          <span className="flex items-center gap-2 pb-2 text-[13px] text-quiet">
            <span className="flex-none">{words.on}</span>
            <Select
              label={words.on}
              value={pinned.value}
              options={options.map(({ value, label }) => ({ value, label }))}
              onChange={setOn}
            />
          </span>
          <NewRemark button={words.send} visitor={account === ''} onSend={(remark) => addRemark(pinned.pin, remark)} />
        </div>
      )}
    </aside>
  );
}
