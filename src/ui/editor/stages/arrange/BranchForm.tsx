/** The selected item: how its branch is set, whether it is folded, where it is placed, and the line to it. */
import { type LineByHand, SIDES, treeOf } from '../../../../core/chart';
import { isYes } from '../../../../core/list';
import { Button, Choices, Row, Select, Tick } from '../../../shared/controls';
import { cellText, itemName, kindFor } from '../../../shared/fields';
import { change, tryOut, useEditor } from '../../state/store';
import { words } from '../../words';

export function BranchForm() {
  const chart = useEditor((state) => state.chart);
  const selected = useEditor((state) => state.selected);
  const kind = kindFor(chart.kind);
  const choice = kind.choices.find((c) => c.type === 'choice' && c.perBranch);
  if (!choice && !kind.holds) return null;
  const item = selected === null ? undefined : chart.items[selected];
  if (!item) return <p className="pt-3 text-[13px] text-quiet">{words.arrange.noBranch}</p>;
  const { id } = item;
  const hasBranch = treeOf(chart.items).childrenOf(id).length > 0;
  const set = (value: string) => ({ type: 'set-item' as const, id, leaves: value === '' ? null : value });
  const [form, columns] = (item.leaves ?? '').split(':');
  const places = kind.columns.filter(({ places: so }) => so !== undefined);
  const name = itemName(chart, id);
  return (
    <>
      <h3 className="pt-4 font-semibold">{words.arrange.branch(name)}</h3>
      {hasBranch && (
        <>
          {choice?.type === 'choice' && (
            <Choices
              legend={words.arrange.underIt}
              value={form!}
              options={[
                { value: '', label: words.arrange.asAbove, about: words.arrange.asAboveAbout },
                ...choice.options,
              ]}
              onChoose={(to) => change(set(to))}
              onTry={(to) => tryOut(to === null ? null : set(to))}
            />
          )}
          {columns && <p className="text-xs text-quiet">{words.arrange.inColumns(Number(columns))}</p>}
          {kind.holds && (
            <Tick
              label={words.arrange.holds}
              value={item.holds === true}
              onChange={(to) => change({ type: 'set-item', id, holds: to || null })}
            />
          )}
          {kind.byHand && (
            <Tick
              label={words.arrange.folded}
              value={item.folded === true}
              onChange={(to) => change({ type: 'set-item', id, folded: to || null })}
            />
          )}
        </>
      )}
      {item.parent !== null &&
        places.map(({ field, label, type, places: about }) => (
          <div key={field} title={about}>
            {type === 'yes-no' ? (
              <Tick
                label={`${label}: ${about!.toLowerCase()}`}
                value={isYes(cellText(chart, id, field))}
                onChange={(to) => change({ type: 'edit-fields', id, fields: { [field]: to ? 'yes' : null } })}
              />
            ) : (
              <Row label={label}>
                {(input) => (
                  <input
                    id={input}
                    className="field w-16 text-[13px]"
                    inputMode="numeric"
                    placeholder={words.arrange.byPlace}
                    value={cellText(chart, id, field)}
                    onChange={(event) =>
                      change(
                        { type: 'edit-fields', id, fields: { [field]: event.target.value.trim() || null } },
                        `${field} ${id}`,
                      )
                    }
                  />
                )}
              </Row>
            )}
          </div>
        ))}
      {item.parent !== null && kind.byHand && <LineForm id={id} line={item.line} />}
    </>
  );
}

type End = 'from' | 'to';
const ENDS: readonly End[] = ['from', 'to'];

/** Fixed places at which the line to an item leaves and comes, and points to bend at. */
function LineForm({ id, line = {} }: { id: string; line: LineByHand | undefined }) {
  const put = (patch: { [K in keyof LineByHand]?: LineByHand[K] | undefined }) => {
    const next = Object.fromEntries(Object.entries({ ...line, ...patch }).filter(([, of]) => of !== undefined));
    change({ type: 'set-item', id, line: Object.keys(next).length === 0 ? null : next }, `line ${id}`);
  };
  const bends = line.bends?.length ?? 0;
  return (
    <details className="pt-1" open={Object.keys(line).length > 0}>
      <summary className="cursor-pointer text-[13px] text-quiet">{words.arrange.line}</summary>
      {ENDS.map((end) => {
        const dock = line[end];
        return (
          <Row key={end} label={words.arrange.lineEnd[end]}>
            {(input) => (
              <>
                <Select
                  id={input}
                  value={dock?.side ?? ''}
                  options={[
                    { value: '', label: words.arrange.nearest },
                    ...SIDES.map((side) => ({ value: side, label: words.arrange.sides[side] })),
                  ]}
                  onChange={(side) =>
                    put({
                      [end]: side === '' ? undefined : { side: side as (typeof SIDES)[number], at: dock?.at ?? 0.5 },
                    })
                  }
                />
                {dock && (
                  <input
                    type="range"
                    aria-label={words.arrange.along(words.arrange.lineEnd[end])}
                    className="w-24 accent-plum"
                    min={0}
                    max={1}
                    step={0.05}
                    value={dock.at}
                    onChange={(event) => put({ [end]: { ...dock, at: Number(event.target.value) } })}
                  />
                )}
              </>
            )}
          </Row>
        );
      })}
      <div className="flex flex-wrap items-center gap-2 py-1 text-[13px]">
        <span className="text-quiet">{words.arrange.bends(bends)}</span>
        <Button
          disabled={bends >= 12}
          onClick={() => put({ bends: [...(line.bends ?? []), { dx: bends === 0 ? 0 : 12 * bends, dy: 0 }] })}
        >
          {words.arrange.addBend}
        </Button>
        {Object.keys(line).length > 0 && (
          <Button onClick={() => change({ type: 'set-item', id, line: null })}>{words.arrange.lineBack}</Button>
        )}
      </div>
    </details>
  );
}
