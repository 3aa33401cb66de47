/** The list as an outline: one line one item, everything by keyboard. */
import { useVirtualizer } from '@tanstack/react-virtual';
import { useMemo, useRef, useState } from 'react';
import { treeOf, walk } from '../../../core/chart';
import { Button } from '../../shared/controls';
import { useEditor } from '../state/store';
import { words } from '../words';
import { Line, ROW_HEIGHT } from './Line';
import { LineFoot } from './LineFoot';
import { addAfter } from './lines';
import { PasteDialog } from './PasteDialog';

export function ListStage() {
  const items = useEditor((state) => state.chart.items);
  const selected = useEditor((state) => state.selected);
  const wish = useEditor((state) => state.focusWish);
  const [pasting, setPasting] = useState<string | null>(null);
  const rows = useMemo(() => [...walk(treeOf(items))], [items]);
  const scroll = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 5,
    getItemKey: (i) => rows[i]!.id,
  });

  // The selected line is brought into view, wherever it was selected.
  const shown = useRef<string | null>(null);
  const target = wish?.item ?? selected;
  if (target !== shown.current) {
    shown.current = target;
    const at = target === null ? -1 : rows.findIndex((row) => row.id === target);
    if (at >= 0) queueMicrotask(() => virtual.scrollToIndex(at, { align: 'auto' }));
  }

  return (
    <>
      <header className="flex flex-col gap-2 border-b border-rule px-3.5 pt-3 pb-2">
        <div className="flex items-center gap-2">
          <h2 className="mr-auto text-lg">{words.stages.list}</h2>
          <Button onClick={() => setPasting('')}>{words.list.paste}</Button>
        </div>
        <p id="list-hint" className="text-xs text-quiet">
          {words.list.hint}
        </p>
      </header>
      <div
        ref={scroll}
        data-lines
        className="min-h-0 flex-1 overflow-auto contain-strict"
        role="tree"
        aria-label={words.stages.list}
        aria-describedby="list-hint"
        tabIndex={-1}
      >
        {rows.length === 0 ? (
          <div className="flex flex-col items-start gap-3 p-4 text-quiet">
            <p className="font-semibold text-ink">{words.list.empty}</p>
            <p>{words.list.emptyHelp}</p>
            <div className="flex gap-2">
              <Button tone="strong" onClick={() => setPasting('')}>
                {words.list.paste}
              </Button>
              <Button onClick={() => addAfter(null)}>{words.list.first}</Button>
            </div>
          </div>
        ) : (
          <div className="relative" style={{ height: virtual.getTotalSize() }}>
            {virtual.getVirtualItems().map(({ index, start }) => (
              <Line
                key={rows[index]!.id}
                id={rows[index]!.id}
                number={index + 1}
                level={rows[index]!.depth}
                top={start}
                above={rows[index - 1]?.id}
                below={rows[index + 1]?.id}
                onPaste={setPasting}
              />
            ))}
          </div>
        )}
      </div>
      <LineFoot />
      {pasting !== null && <PasteDialog initial={pasting} onClose={() => setPasting(null)} />}
    </>
  );
}
