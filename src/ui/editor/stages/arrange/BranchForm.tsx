/** The selected item: how its branch is set, whether it is folded, where it is placed, and the line to it. */
import { treeOf } from '../../../../core/chart';
import { isYes } from '../../../../core/list';
import { edgeKey, type SceneEdge } from '../../../../core/scene';
import { Choices, Row, Tick } from '../../../shared/controls';
import { Fold } from '../../../shared/Fold';
import { cellText, itemName, kindFor } from '../../../shared/fields';
import { lineOf } from '../../line-by-hand';
import { change, tryOut, useEditor } from '../../state/store';
import { words } from '../../words';
import { LineForm } from './LineForm';

/** An arrow up. */
const AS_ABOVE = 'M12 20V4M5.5 10.5 12 4l6.5 6.5';
const NONE: readonly SceneEdge[] = [];

export function BranchForm() {
  const chart = useEditor((state) => state.chart);
  const selected = useEditor((state) => state.selected);
  const kind = kindFor(chart.kind);
  const choice = kind.choices.find((c) => c.type === 'choice' && c.perBranch);
  const all = useEditor((state) => state.composition?.scene.edges) ?? NONE;
  const item = selected === null ? undefined : chart.items[selected];
  if (!item) {
    // What a kind can't do for single items is not offered.
    if (!choice && !kind.holds && !kind.draws.tree) return null;
    return <p className="pt-3 text-[13px] text-quiet">{choice ? words.arrange.noBranch : words.arrange.noLine}</p>;
  }
  const edges = all.filter(({ to }) => to === item.id);
  if (!choice && !kind.holds && edges.length === 0) return null;
  const { id } = item;
  const hasBranch = treeOf(chart.items).childrenOf(id).length > 0;
  const set = (value: string) => ({ type: 'set-item' as const, id, leaves: value === '' ? null : value });
  const [form, columns] = (item.leaves ?? '').split(':');
  const places = kind.columns.filter(({ places: so }) => so !== undefined);
  const name = itemName(chart, id);
  return (
    <>
      <h3 className="pt-2 font-semibold">{choice || kind.holds ? words.arrange.branch(name) : name}</h3>
      {hasBranch && (
        <>
          {choice?.type === 'choice' && (
            <Choices
              legend={words.arrange.underIt}
              value={form!}
              options={[
                { value: '', label: words.arrange.asAbove, about: words.arrange.asAboveAbout, glyph: AS_ABOVE },
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
                    dir="auto"
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
      {edges.map((edge) => (
        <Fold
          key={edgeKey(edge)}
          name="line"
          title={words.arrange.lineFrom(itemName(chart, edge.from))}
          open={Object.keys(lineOf(chart, edge)).length > 0}
        >
          <LineForm edge={edge} />
        </Fold>
      ))}
    </>
  );
}
