/** What of the chart its files show: all of it, the branch that is selected, the tiers down to one. */
import { plainOf } from '../../../../core/text/rich';
import { Row, Select } from '../../../shared/controls';
import { kindFor } from '../../../shared/fields';
import type { Part } from '../../deliver';
import { useEditor } from '../../state/store';
import { words } from '../../words';

const ALL = 'all';

export function PartChoice({ part, onPart }: { part: Part; onPart: (part: Part) => void }) {
  const chart = useEditor((state) => state.chart);
  const selected = useEditor((state) => state.selected);
  const bands = useEditor((state) => state.composition?.scene.bands);
  // Of kinds without a tree there are no branches, and their tiers are nothing to cut at.
  if (!kindFor(chart.kind).draws.tree || !bands) return null;
  const branch = part.branch ?? selected;
  const item = branch === null ? undefined : chart.items[branch];
  const name = item && (plainOf(item.fields['name'] ?? '').trim() || kindFor(chart.kind).words.unnamed);
  const value =
    part.branch !== undefined && item ? `branch ${branch}` : part.downTo !== undefined ? `tier ${part.downTo}` : ALL;
  const options = [
    { value: ALL, label: words.deliver.partAll },
    ...(item && name ? [{ value: `branch ${branch}`, label: words.deliver.partBranch(name) }] : []),
    ...bands.slice(0, -1).map(({ tier, name }) => ({ value: `tier ${tier}`, label: words.deliver.partTier(name) })),
  ];
  const choose = (next: string) => {
    const [what, of = ''] = next.split(' ');
    onPart(what === 'branch' ? { branch: of } : what === 'tier' ? { downTo: Number(of) } : {});
  };
  return (
    <Row label={words.deliver.part}>{(id) => <Select id={id} value={value} options={options} onChange={choose} />}</Row>
  );
}
