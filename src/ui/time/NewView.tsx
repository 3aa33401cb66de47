/** Making views: one, or one for each. */
import { nanoid } from 'nanoid';
import { memo, useMemo, useState } from 'react';
import { type Chart, ordersAfter, setsOf, type View, type ViewEach, type ViewShows } from '../../core/chart';
import { waysOf } from '../../core/kinds';
import { ItemSelect } from '../editor/stages/ItemSelect';
import { change, useEditor } from '../editor/state/store';
import { Button, Row, Select, Tick } from '../shared/controls';
import { Fold } from '../shared/Fold';
import { cellText, fieldOptions, itemName, kindFor } from '../shared/fields';
import { openView } from './open-view';
import { words } from './words';

const said = words.views;

const orderOf = ({ views = {} }: Chart): string => {
  const all = Object.values(views).sort((a, b) => (a.order < b.order ? -1 : 1));
  return ordersAfter(all, all.length - 1, 1)[0]!;
};

export const tierOptions = (chart: Chart): { value: string; label: string }[] => {
  const kind = kindFor(chart.kind);
  const structure = kind.structure(chart);
  return Array.from({ length: structure.tiers }, (_, i) => ({
    value: String(i + 1),
    label: chart.tiers[String(i + 1)]?.name ?? kind.tierName(chart, structure, i + 1),
  }));
};

/** Fields that hold few enough values to make one view for each. */
const MOST_EACH = 60;
function eachOptions(chart: Chart): { value: string; label: string; each: ViewEach; name: string }[] {
  const kind = kindFor(chart.kind);
  const ids = Object.keys(chart.items);
  const values = (field: string) => new Set(ids.map((id) => cellText(chart, id, field).trim()).filter(Boolean)).size;
  return [
    ...(kind.draws.tree
      ? tierOptions(chart)
          .slice(1, -1)
          .concat(tierOptions(chart).length === 2 ? tierOptions(chart).slice(1) : [])
          .map(({ value, label }) => ({
            value: `tier ${value}`,
            label: said.eachTier(label),
            each: { tier: Number(value) },
            name: said.eachName(said.eachTier(label)),
          }))
      : []),
    ...fieldOptions(chart)
      .filter(({ value }) => value !== 'name' && values(value) > 1 && values(value) <= MOST_EACH)
      .map(({ value, label }) => ({
        value: `field ${value}`,
        label: said.eachField(label),
        each: { field: value },
        name: said.eachName(label),
      })),
    ...(kind.draws.sets && setsOf(chart).length > 0
      ? [{ value: 'sets', label: said.eachSet, each: { sets: true } as const, name: said.eachName(said.eachSet) }]
      : []),
  ];
}

export const EachView = memo(function EachView({ whole }: { whole: Chart }) {
  const options = useMemo(() => eachOptions(whole), [whole]);
  const [value, setValue] = useState('');
  const chosen = options.find((one) => one.value === value) ?? options[0];
  if (!chosen) return null;
  return (
    <Fold name="views each" title={said.each} className="mt-4 rounded border border-rule bg-sheet" open>
      <div className="px-2.5 pb-2.5">
        <Row label={said.eachOf}>
          {(id) => <Select id={id} value={chosen.value} options={options} onChange={setValue} />}
        </Row>
        <div className="flex items-center gap-3 pt-1">
          <Button
            tone="strong"
            onClick={() => {
              const view: View = {
                id: nanoid(),
                name: chosen.name.slice(0, 120),
                order: orderOf(whole),
                shows: {},
                each: chosen.each,
              };
              change({ type: 'set-views', put: [view], remove: [] });
            }}
          >
            {said.makeEach}
          </Button>
          <span className="text-xs text-quiet">{said.eachAbout}</span>
        </div>
      </div>
    </Fold>
  );
});

type What = 'all' | 'branch' | 'where' | 'sets' | `way ${string}`;

export const NewView = memo(function NewView({ whole }: { whole: Chart }) {
  const kind = kindFor(whole.kind);
  const ways = waysOf(whole.kind);
  const selected = useEditor((state) => state.selected);
  const [what, setWhat] = useState<What>('branch');
  const [items, setItems] = useState<readonly string[]>([]);
  const [field, setField] = useState('');
  const [value, setValue] = useState('');
  const [steps, setSteps] = useState('1');
  const [sets, setSets] = useState<readonly string[]>([]);
  const [downTo, setDownTo] = useState('');
  const [name, setName] = useState('');
  const options = [
    { value: 'all' as const, label: said.all },
    ...(kind.draws.tree && whole.kind !== '' ? [{ value: 'branch' as const, label: said.branch }] : []),
    ...ways.map(({ id, label }) => ({ value: `way ${id}` as const, label })),
    { value: 'where' as const, label: said.where },
    ...(kind.draws.sets ? [{ value: 'sets' as const, label: said.sets }] : []),
  ];
  const now = options.find((one) => one.value === what) ?? options[0]!;
  const way = ways.find(({ id }) => now.value === `way ${id}`);
  const first = items[0] ?? selected ?? Object.keys(whole.items)[0] ?? '';
  const second = items[1] ?? '';
  const fields = fieldOptions(whole);
  const of = field || (fields.find(({ value: one }) => one !== 'name')?.value ?? 'name');
  const values = useMemo(
    () => [...new Set(Object.keys(whole.items).map((id) => cellText(whole, id, of).trim()))].filter(Boolean),
    [whole, of],
  );
  const is = value || values[0] || '';
  const shows: ViewShows = {
    ...(now.value === 'branch' && { branches: [first] }),
    ...(way && {
      from: {
        way: way.id,
        items: way.from === 2 ? [first, second] : [first],
        ...(way.steps && { steps: Number(steps) }),
      },
    }),
    ...(now.value === 'where' && { where: { field: of, test: 'equals' as const, value: is } }),
    ...(now.value === 'sets' && { sets: [...sets] }),
    ...(downTo !== '' && { downTo: Number(downTo) }),
  };
  const ready =
    (now.value !== 'branch' || first !== '') &&
    (!way || (first !== '' && (way.from === 1 || (second !== '' && second !== first)))) &&
    (now.value !== 'where' || is !== '') &&
    (now.value !== 'sets' || sets.length > 0);
  const called = way
    ? `${way.label} ${itemName(whole, first)}${way.from === 2 && second ? ` – ${itemName(whole, second)}` : ''}`
    : now.value === 'branch'
      ? itemName(whole, first)
      : now.value === 'where'
        ? is
        : now.value === 'sets'
          ? setsOf(whole)
              .filter(({ id }) => sets.includes(id))
              .map((set) => set.name)
              .join(', ')
          : downTo === ''
            ? said.whole
            : (tierOptions(whole)[Number(downTo) - 1]?.label ?? said.whole);
  const make = () => {
    const id = nanoid();
    const view: View = { id, name: (name.trim() || called || '?').slice(0, 120), order: orderOf(whole), shows };
    if (change({ type: 'set-views', put: [view], remove: [] })) {
      setName('');
      openView(id);
    }
  };
  const pick = (at: number) => (item: string) => {
    const next = [first, second];
    next[at] = item;
    setItems(next);
  };
  return (
    <Fold name="views new" title={said.fresh} className="mt-2 rounded border border-rule bg-sheet">
      <div className="px-2.5 pb-2.5">
        <Row label={said.shows}>
          {(id) => <Select id={id} value={now.value} options={options} onChange={setWhat} />}
        </Row>
        {(now.value === 'branch' || way) && (
          <ItemSelect label={way ? way.label : said.branch} none="–" value={first} onChange={pick(0)} />
        )}
        {way?.from === 2 && <ItemSelect label={said.second} none="–" value={second} onChange={pick(1)} />}
        {way?.steps && (
          <Row label={said.steps}>
            {(id) => (
              <Select
                id={id}
                value={steps}
                options={['1', '2', '3', '4', '5'].map((one) => ({ value: one, label: `${one} · ${way.steps}` }))}
                onChange={setSteps}
              />
            )}
          </Row>
        )}
        {now.value === 'where' && (
          <>
            <Row label={said.field}>
              {(id) => (
                <Select
                  id={id}
                  value={of}
                  options={fields}
                  onChange={(next) => {
                    setField(next);
                    setValue('');
                  }}
                />
              )}
            </Row>
            <Row label={said.value}>
              {(id) => (
                <Select
                  id={id}
                  value={is}
                  options={values.slice(0, 300).map((one) => ({ value: one, label: one }))}
                  onChange={setValue}
                />
              )}
            </Row>
          </>
        )}
        {now.value === 'sets' &&
          setsOf(whole).map((set) => (
            <Tick
              key={set.id}
              label={set.name}
              value={sets.includes(set.id)}
              onChange={(on) => setSets(on ? [...sets, set.id] : sets.filter((one) => one !== set.id))}
            />
          ))}
        <Row label={said.downTo}>
          {(id) => (
            <Select
              id={id}
              value={downTo}
              options={[{ value: '', label: said.downToAll }, ...tierOptions(whole)]}
              onChange={setDownTo}
            />
          )}
        </Row>
        <Row label={said.name}>
          {(id) => (
            <input
              dir="auto"
              id={id}
              className="field min-w-0 flex-1 text-[13px]"
              maxLength={120}
              placeholder={called}
              value={name}
              onChange={(event) => setName(event.target.value)}
            />
          )}
        </Row>
        <Button tone="strong" className="mt-1" disabled={!ready} onClick={make}>
          {said.make}
        </Button>
      </div>
    </Fold>
  );
});
