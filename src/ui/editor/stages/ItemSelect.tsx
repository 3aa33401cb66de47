import { useMemo } from 'react';
import { treeOf, walk } from '../../../core/chart';
import { Select } from '../../shared/controls';
import { useEditor } from '../state/store';

/** One of the chart's items, in list order; lines that only name another are left out. */
export function ItemSelect({
  id,
  label,
  value,
  none,
  onChange,
}: {
  id?: string;
  label?: string;
  value: string;
  none: string;
  onChange: (item: string) => void;
}) {
  const items = useEditor((state) => state.chart.items);
  const standsFor = useEditor((state) => state.composition?.standsFor);
  const options = useMemo(
    () => [
      { value: '', label: none },
      ...walk(treeOf(items))
        .filter((line) => standsFor?.[line.id] === undefined)
        .map((line) => ({ value: line.id, label: items[line.id]!.fields['name'] || '?' })),
    ],
    [items, standsFor, none],
  );
  return (
    <Select
      {...(id && { id })}
      {...(label && { label })}
      value={items[value] ? value : ''}
      options={options}
      onChange={onChange}
    />
  );
}
