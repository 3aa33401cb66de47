/** What items show: which fields, in which line, bold or not, how large. For the chart, or for one tier. */
import { useId } from 'react';
import { CAPTION_SIDES, type Face, type FaceLineChoice } from '../../../core/chart';
import { faceOf } from '../../../core/compose';
import { ownFields } from '../../../core/list';
import { Button } from '../../shared/controls';
import { fieldLabel, kindFor } from '../../shared/fields';
import { change, useEditor } from '../state/store';
import { words } from '../words';

const SIZES = [0.7, 0.86, 1, 1.2] as const;
const MOST_LINES = 8;
const MOST_FIELDS = 6;

/** @param items for these alone, as exceptions */
export function FaceForm({ tier, items }: { tier?: number; items?: readonly string[] }) {
  const chart = useEditor((state) => state.chart);
  const kind = kindFor(chart.kind);
  const name = useId();
  const first = items && chart.items[items[0]!];
  const own = first ? first.face : tier === undefined ? chart.face : chart.tiers[String(tier)]?.face;
  const face =
    own ??
    (first ? faceOf(chart, kind, tier!) : tier === undefined ? kind.face0 : faceOf({ ...chart, tiers: {} }, kind, 1));
  const computed = kind.faceWords ?? [];
  const offered = [
    ...kind.columns.map(({ field, label }) => ({ field, label })),
    ...computed,
    ...ownFields(chart, kind.columns).map((field) => ({ field, label: field })),
  ];
  const labelOf = (field: string) =>
    computed.find((word) => word.field === field)?.label ?? fieldLabel(chart.kind, field);
  const put = (next: Face | null) =>
    items
      ? change(
          { type: 'set-items', items: Object.fromEntries(items.map((id) => [id, { face: next }])) },
          `face ${items.join()}`,
        )
      : change({ type: 'set-face', face: next, ...(tier !== undefined && { tier }) }, `face ${tier ?? ''}`);
  const line = (at: number, patch: Partial<FaceLineChoice>) =>
    put(face.map((one, i) => (i === at ? { ...one, ...patch } : one)));
  const without = (at: number) => face.filter((_, i) => i !== at);
  return (
    <fieldset className="px-3.5 py-1">
      <legend className="text-[13px] text-quiet">
        {items ? words.face.item : tier === undefined ? words.face.chart : words.face.tier}
      </legend>
      <ol className="flex flex-col gap-1.5 pt-1">
        {face.map((one, at) => (
          <li key={one.fields.join(' ')} className="rounded border border-rule bg-paper p-1.5 text-[13px]">
            <div className="flex flex-wrap items-center gap-1">
              {one.fields.map((field) => (
                <button
                  key={field}
                  type="button"
                  title={words.face.takeOut}
                  className={`rounded border border-rule bg-sheet px-1.5 py-0.5 hover:border-wrong ${one.strong ? 'font-semibold' : ''}`}
                  onClick={() => {
                    const rest = one.fields.filter((other) => other !== field);
                    if (rest.length > 0) line(at, { fields: rest });
                    else if (face.length > 1) put(without(at));
                  }}
                >
                  {labelOf(field)} ×
                </button>
              ))}
              {one.fields.length < MOST_FIELDS && (
                <select
                  aria-label={words.face.addTo(at + 1)}
                  className="field min-h-[26px] w-24 py-0 text-[12.5px]"
                  value=""
                  onChange={(event) => line(at, { fields: [...one.fields, event.target.value] })}
                >
                  <option value="">{words.face.add}</option>
                  {offered
                    .filter(({ field }) => !one.fields.includes(field))
                    .map(({ field, label }) => (
                      <option key={field} value={field}>
                        {label}
                      </option>
                    ))}
                </select>
              )}
              <span className="ml-auto flex">
                <Button
                  tone="quiet"
                  disabled={at === 0}
                  aria-label={words.face.up(at + 1)}
                  onClick={() => put(swapped(face, at))}
                >
                  ↑
                </Button>
                <Button
                  tone="quiet"
                  disabled={at === face.length - 1}
                  aria-label={words.face.down(at + 1)}
                  onClick={() => put(swapped(face, at + 1))}
                >
                  ↓
                </Button>
              </span>
            </div>
            <div className="flex items-center gap-2 pt-1">
              <label className="flex items-center gap-1.5">
                <input
                  type="checkbox"
                  checked={one.strong}
                  onChange={(event) => line(at, { strong: event.target.checked })}
                />
                {words.face.bold}
              </label>
              <select
                aria-label={words.face.size(at + 1)}
                className="field min-h-[26px] py-0 text-[12.5px]"
                value={String(one.size)}
                onChange={(event) => line(at, { size: Number(event.target.value) })}
              >
                {[...new Set([...SIZES, one.size])].sort().map((size) => (
                  <option key={size} value={String(size)}>
                    {Math.round(size * 100)} %
                  </option>
                ))}
              </select>
              <select
                aria-label={words.face.stands(at + 1)}
                className="field min-h-[26px] min-w-0 flex-1 py-0 text-[12.5px]"
                value={one.out ?? ''}
                onChange={({ target }) => {
                  const { out: _, dx: _x, dy: _y, ...rest } = one;
                  const out = CAPTION_SIDES.find((side) => side === target.value);
                  put(face.map((other, i) => (i === at ? { ...rest, ...(out && { out }) } : other)));
                }}
              >
                <option value="">{words.face.inside}</option>
                {CAPTION_SIDES.map((side) => (
                  <option key={side} value={side}>
                    {words.face.sides[side]}
                  </option>
                ))}
              </select>
            </div>
            {one.out && (
              <div className="flex items-center gap-2 pt-1">
                {(['dx', 'dy'] as const).map((way) => (
                  <label key={way} className="flex items-center gap-1.5 text-quiet">
                    {words.face.off[way]}
                    <input
                      type="number"
                      className="field w-16 py-0 text-right text-[12.5px]"
                      min={-500}
                      max={500}
                      value={one[way] ?? 0}
                      onChange={({ target }) => {
                        const off = Number(target.value);
                        if (Math.abs(off) <= 500) line(at, { [way]: off });
                      }}
                    />
                  </label>
                ))}
              </div>
            )}
          </li>
        ))}
      </ol>
      <div className="flex items-center gap-1.5 pt-1.5" id={name}>
        {face.length < MOST_LINES && (
          <select
            aria-label={words.face.newLine}
            className="field min-h-[28px] flex-1 py-0 text-[13px]"
            value=""
            onChange={(event) => put([...face, { fields: [event.target.value], strong: false, size: 0.86 }])}
          >
            <option value="">{words.face.newLine}</option>
            {offered
              .filter(({ field }) => !face.some((one) => one.fields.length === 1 && one.fields[0] === field))
              .map(({ field, label }) => (
                <option key={field} value={field}>
                  {label}
                </option>
              ))}
          </select>
        )}
        {own && (
          <Button tone="quiet" onClick={() => put(null)}>
            {items ? words.face.backTier : tier === undefined ? words.face.backKind : words.face.backChart}
          </Button>
        )}
      </div>
    </fieldset>
  );
}

/** A line and the one before it, the other way round. */
function swapped(face: Face, at: number): Face {
  const next = [...face];
  [next[at - 1], next[at]] = [next[at]!, next[at - 1]!];
  return next;
}
