/** Over the table: how it is sorted and filtered, how many rows that leaves, rows to add and remove, its columns. */
import type { ReactNode } from 'react';
import { Button } from '../../shared/controls';
import { words } from '../words';

interface Props {
  readonly sorting: readonly { readonly id: string; readonly desc: boolean }[];
  readonly filters: readonly { readonly id: string; readonly value: unknown }[];
  readonly labelOf: (column: string) => string;
  readonly shown: number;
  readonly of: number;
  readonly menuOpen: boolean;
  readonly menu: ReactNode;
  readonly onUnsort: () => void;
  readonly onUnfilter: (column: string) => void;
  readonly onAdd: () => void;
  readonly onRemove: () => void;
  readonly onMenu: () => void;
}

export function TableBar({ sorting, filters, labelOf, shown, of, menuOpen, menu, ...on }: Props) {
  return (
    <div className="relative flex flex-none flex-wrap items-center gap-1.5 border-b border-rule px-3.5 py-1.5 text-[13px]">
      {sorting.map(({ id, desc }) => (
        <Button key={`sort ${id}`} onClick={on.onUnsort} title={words.table.takeBack}>
          {words.table.sortedBy(labelOf(id), desc)} ×
        </Button>
      ))}
      {filters.map(({ id, value }) => (
        <Button key={`filter ${id}`} onClick={() => on.onUnfilter(id)} title={words.table.takeBack}>
          {labelOf(id)}: {String(value)} ×
        </Button>
      ))}
      <span className="text-quiet">{words.table.count(shown, of)}</span>
      <span className="ml-auto flex gap-1">
        <Button tone="quiet" onClick={on.onAdd}>
          {words.list.add}
        </Button>
        <Button tone="quiet" disabled={shown === 0} onClick={on.onRemove}>
          {words.list.removeLine}
        </Button>
      </span>
      <span className="relative">
        <Button aria-expanded={menuOpen} onClick={on.onMenu}>
          {words.table.columns}
        </Button>
        {menu}
      </span>
    </div>
  );
}
