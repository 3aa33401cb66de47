/** Why an item looks as it does: each part of its look with what it comes from. */
import { useMemo } from 'react';
import { type Item, LOOK_PARTS } from '../../../../core/chart';
import { ruleName, type Source, whyOf } from '../../../../core/compose';
import { houseFor } from '../../../../core/style';
import { Fold } from '../../../shared/Fold';
import { kindFor } from '../../../shared/fields';
import { useEditor } from '../../state/store';
import { words } from '../../words';

export function Why({ item }: { item: Item }) {
  const chart = useEditor((state) => state.chart);
  const kind = kindFor(chart.kind);
  const house = houseFor(chart);
  const [sources, tier] = useMemo(() => {
    const structure = kind.structure(chart);
    return [whyOf(kind, chart, structure, house, item.id), structure.tierOf.get(item.id) ?? 1] as const;
  }, [kind, chart, house, item.id]);
  const said = (source: Source): string => {
    if (source.rule !== undefined) return words.why.rule(ruleName(kind, chart, chart.rules![source.rule]!));
    return {
      house: words.why.house(house.name),
      kind: words.why.kind,
      tier: words.why.tier(tier),
      own: words.why.own,
      rule: '',
    }[source.from];
  };
  const groups = new Map<string, string[]>();
  for (const part of LOOK_PARTS) {
    const key = said(sources[part]);
    groups.set(key, [...(groups.get(key) ?? []), words.style[part].toLowerCase()]);
  }
  return (
    <Fold name="why" title={words.why.title} className="mx-3.5 mt-2 rounded border border-rule">
      <dl className="px-2.5 pb-2 text-[13px]">
        {[...groups].reverse().map(([from, parts]) => (
          <div key={from} className="py-0.5">
            <dt className="font-semibold">{from}</dt>
            <dd className="text-quiet">{parts.join(', ')}</dd>
          </div>
        ))}
      </dl>
    </Fold>
  );
}
