/** How one tier is arranged: how the children of its items are set, and the gap after it. */
import { chosen } from '../../../../core/kinds';
import { Button, NumberField, Row, Select } from '../../../shared/controls';
import { kindFor } from '../../../shared/fields';
import { change, useEditor } from '../../state/store';
import { words } from '../../words';
import { Topic } from './Topic';

export function TierForm() {
  const chart = useEditor((state) => state.chart);
  const bands = useEditor((state) => state.composition?.tiers);
  const here = useEditor((state) => (state.selected === null ? undefined : state.composition?.tierOf[state.selected]));
  const open = useEditor((state) => state.openTier);
  const drawn = useEditor((state) => state.composition?.gaps);
  const kind = kindFor(chart.kind);
  const choice = kind.choices.find((c) => c.type === 'choice' && c.perBranch);
  const gap = kind.choices.find((c) => c.key === 'tierGap');
  if (choice?.type !== 'choice' || !bands || bands.length === 0) return null;
  // A view may begin further down.
  const { tier, name } = bands.find((band) => band.tier === (open ?? here)) ?? bands[0]!;
  const own = chart.tiers[String(tier)];
  const options = [{ value: '', label: words.arrange.asChart }, ...choice.options];
  return (
    <Topic
      name="tier"
      title={words.arrange.tier}
      now={`${name}: ${options.find(({ value }) => value === (own?.leaves ?? ''))!.label.toLowerCase()}`}
    >
      <Row label={words.arrange.whichTier}>
        {(id) => (
          <Select
            id={id}
            value={String(tier)}
            options={bands.map((band) => ({ value: String(band.tier), label: `${band.tier} · ${band.name}` }))}
            onChange={(to) => useEditor.setState({ openTier: Number(to) })}
          />
        )}
      </Row>
      <Row label={words.arrange.under}>
        {(id) => (
          <Select
            id={id}
            value={own?.leaves ?? ''}
            options={options}
            onChange={(to) => change({ type: 'set-tier', tier, leaves: to === '' ? null : to })}
          />
        )}
      </Row>
      {gap?.type === 'length' && (
        <Row
          label={words.arrange.gapAfter}
          hint={
            own?.gap !== undefined && (
              <Button tone="quiet" onClick={() => change({ type: 'set-tier', tier, gap: null })}>
                {words.arrange.asChart}
              </Button>
            )
          }
        >
          {(id) => (
            <NumberField
              id={id}
              value={
                own?.gap ??
                Math.round(drawn?.tiers[tier - 1] ?? Number(chosen(kind.choices, chart.arrangement, 'tierGap')))
              }
              least={12}
              most={300}
              unit="pt"
              onChange={(to) => change({ type: 'set-tier', tier, gap: to }, `tier gap ${tier}`)}
            />
          )}
        </Row>
      )}
    </Topic>
  );
}
