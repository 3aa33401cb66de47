/** Looks set on single items on purpose: made, made general, given to others, listed and cleared. */
import { nanoid } from 'nanoid';
import { useEffect, useMemo } from 'react';
import {
  asOne,
  type Change,
  type Chart,
  type Condition,
  type Item,
  type Look,
  type LookPatch,
  type Tone,
} from '../../../../core/chart';
import { lookOfItem, tierLooks } from '../../../../core/compose';
import { houseFor, toneFill, toneOf } from '../../../../core/style';
import { Button, NumberField, Row, Select } from '../../../shared/controls';
import { Fold } from '../../../shared/Fold';
import { kindFor } from '../../../shared/fields';
import { change, say, select, takeLook, tryOut, useEditor, useSelection } from '../../state/store';
import { words } from '../../words';
import { FaceForm } from '../FaceForm';
import { LookForm } from '../LookForm';

/** The same style for some items, on top of what each has. */
const styled = ({ items }: Chart, ids: readonly string[], patch: LookPatch): Change => ({
  type: 'set-items',
  items: Object.fromEntries(
    ids.map((id) => [
      id,
      { style: { ...items[id]!.style, ...patch }, ...(patch.fill !== undefined && { tone: null }) },
    ]),
  ),
});
const cleared = (ids: readonly string[]): Change => ({
  type: 'set-items',
  items: Object.fromEntries(ids.map((id) => [id, { style: null, tone: null, face: null }])),
});

/** Whether something is set on an item on purpose. */
const isException = (item: Item | undefined) =>
  item?.style !== undefined || item?.tone !== undefined || item?.face !== undefined;

/** Looks of the first tiers of a chart. */
function firstLooks(chart: Chart, tiers: number): Look[] {
  const lookOf = tierLooks(kindFor(chart.kind), chart, houseFor(chart));
  return Array.from({ length: tiers }, (_, i) => lookOf(i + 1));
}

/** A fill that was chosen, as a tone of a tier; and the other way round. */
function Following({ item, ids, looks }: { item: Item; ids: readonly string[]; looks: readonly Look[] }) {
  const { style, tone } = item;
  const set = (next: Tone) =>
    change(
      { type: 'set-items', items: Object.fromEntries(ids.map((id) => [id, { tone: next }])) },
      `tone ${ids.join()}`,
    );
  if (tone)
    return (
      <div className="px-3.5 pt-1">
        <Row label={words.style.followTier}>
          {(id) => (
            <Select
              id={id}
              value={String(tone.tier)}
              options={looks.map((_, i) => ({ value: String(i + 1), label: words.style.followTierOf(i + 1) }))}
              onChange={(tier) => set({ ...tone, tier: Number(tier) })}
            />
          )}
        </Row>
        <Row label={words.style.followLight}>
          {(id) => (
            <NumberField
              id={id}
              value={Math.round(tone.light * 100)}
              least={-50}
              most={50}
              unit="%"
              onChange={(percent) => set({ ...tone, light: percent / 100 })}
            />
          )}
        </Row>
        <Button
          onClick={() => {
            const fill = toneFill(tone, (tier) => looks[tier - 1] ?? looks[0]!);
            change({ type: 'set-item', id: item.id, tone: null, style: { ...style, fill } });
          }}
        >
          {words.style.followFix}
        </Button>
      </div>
    );
  if (style?.fill === undefined) return null;
  const { fill, ...rest } = style;
  const next = toneOf(fill, looks);
  if (!next) return null;
  return (
    <div className="px-2.5 pt-1.5">
      <Button
        title={words.style.followAbout}
        onClick={() =>
          change({ type: 'set-item', id: item.id, tone: next, style: Object.keys(rest).length > 0 ? rest : null })
        }
      >
        {words.style.follow}
      </Button>
    </div>
  );
}

const PLACES = new Set(['top', 'end', 'branch']);

/** What an item most likely got its look for: what its kind knows of it, else its post or another field, else its name. */
function reasonOf(chart: Chart, item: Item): Condition {
  const kind = kindFor(chart.kind);
  const structure = kind.structure(chart);
  const being = kind.beings?.find((one) => !PLACES.has(one.id) && one.is(item, chart, structure));
  if (being) return { being: being.id };
  const field = Object.keys(item.fields).find((key) => key !== 'name' && key !== 'id' && item.fields[key]) ?? 'name';
  return { field, test: 'equals', value: (item.fields[field] ?? '').slice(0, 300) };
}

/** A look for what is selected alone. */
export function Exception({ item }: { item: Item }) {
  const chart = useEditor((state) => state.chart);
  const taken = useEditor((state) => state.taken);
  const tier = useEditor((state) => state.composition?.scene.items.find(({ id }) => id === item.id)?.tier ?? 1);
  const ids = useSelection();
  const tiers = useEditor((state) => state.composition?.tiers.length ?? 1);
  const looks = firstLooks(chart, Math.max(tier, tiers));
  const look = useMemo(() => lookOfItem(kindFor(chart.kind), chart, houseFor(chart), item.id), [chart, item.id]);
  // The look is put down with the panel.
  useEffect(() => () => takeLook(null), []);
  const style = item.tone ? { ...item.style, fill: look.fill } : item.style;
  const own = ids.filter((id) => isException(chart.items[id]));
  const name = ids.length > 1 ? words.style.selected(ids.length) : item.fields['name'] || words.list.line(0);
  return (
    <Fold
      name="exception"
      title={words.style.exceptionFor(name)}
      open
      className="mx-3.5 mt-2 rounded border border-rule"
    >
      <p className="px-2.5 text-xs text-quiet">{words.style.exceptionAbout}</p>
      {(style || item.face) && (
        <div className="flex flex-wrap gap-1.5 px-2.5 pt-1.5">
          <Button
            onClick={() => {
              change(
                asOne([
                  ...(style ? [{ type: 'set-tier', tier, look: style } satisfies Change] : []),
                  ...(item.face ? [{ type: 'set-face', tier, face: item.face } satisfies Change] : []),
                  cleared([item.id]),
                ]),
              );
              say(words.style.madeTier(tier), true);
            }}
          >
            {words.style.makeTier(tier)}
          </Button>
          {style && (
            <>
              <Button
                onClick={() => {
                  const rule = { type: 'when' as const, id: nanoid(10), when: reasonOf(chart, item), look: style };
                  change(asOne([{ type: 'set-rules', rules: [rule, ...(chart.rules ?? [])] }, cleared([item.id])]));
                  say(words.style.madeRule, true);
                }}
              >
                {words.style.makeRule}
              </Button>
              <Button
                tone={taken ? 'strong' : 'plain'}
                aria-pressed={taken !== null}
                onClick={() => takeLook(taken ? null : style)}
              >
                {taken ? words.style.putDown : words.style.take}
              </Button>
            </>
          )}
        </div>
      )}
      {taken && <p className="px-2.5 pt-1 text-xs text-quiet">{words.style.giving}</p>}
      <Following item={item} ids={ids} looks={looks} />
      <LookForm
        look={look}
        ownOnly
        onPatch={(patch) => change(styled(chart, ids, patch), `exception ${ids.join()}`)}
        onTry={(patch) => tryOut(patch && styled(chart, ids, patch))}
        onBack={own.length > 0 ? () => change(cleared(own)) : undefined}
      />
      <FaceForm tier={tier} items={ids} />
    </Fold>
  );
}

export function Exceptions() {
  const items = useEditor((state) => state.chart.items);
  const chosen = useEditor((state) => state.chosen);
  const kept = Object.values(items).filter(isException);
  if (kept.length === 0) return null;
  const within = kept.filter(({ id }) => chosen.includes(id)).map(({ id }) => id);
  return (
    <div className="mx-3.5 mt-4 border-t border-rule pt-2 text-[13px]">
      <p className="flex items-center justify-between text-quiet">
        {words.style.exceptions(kept.length)}
        <span>
          {within.length > 1 && within.length < kept.length && (
            <Button tone="quiet" onClick={() => change(cleared(within))}>
              {words.style.clearSome(within.length)}
            </Button>
          )}
          {kept.length > 1 && (
            <Button tone="quiet" onClick={() => change(cleared(kept.map(({ id }) => id)))}>
              {words.style.clearAll}
            </Button>
          )}
        </span>
      </p>
      <ul>
        {kept.map((item) => (
          <li key={item.id} className="flex items-center justify-between">
            <button type="button" className="truncate rounded font-semibold" onClick={() => select(item.id)}>
              {item.fields['name'] || item.fields['post'] || words.list.line(0)}
            </button>
            <Button tone="quiet" onClick={() => change(cleared([item.id]))}>
              {words.style.clear}
            </Button>
          </li>
        ))}
      </ul>
    </div>
  );
}
