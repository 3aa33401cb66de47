/** The list as an outline: one line one item, everything by keyboard; branches fold, are dragged, cut and pasted. */
import { DndContext, type DragMoveEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { useVirtualizer } from '@tanstack/react-virtual';
import { type ClipboardEvent, type KeyboardEvent, useCallback, useMemo, useRef, useState } from 'react';
import { branchOf, treeOf } from '../../../core/chart';
import { folded as plain } from '../../../core/list';
import { readWorker } from '../../shared/composer';
import { change, choose, focusLine, focusRow, fold, say, select, selection, useEditor } from '../state/store';
import { words } from '../words';
import { between, type Clipped, clipped, copyLines, ownLines, pastedLines } from './clipboard';
import { Line, ROW_HEIGHT } from './Line';
import { levelKeys, useLeftward } from './leftward';
import {
  addAfter,
  addAt,
  additionFor,
  type DropPlace,
  moveAllAlong,
  moveChange,
  removeAll,
  rowsInView,
  shiftAll,
} from './lines';
import { rowsOfList } from './rows';

/** A pause after which what is typed to jump begins anew, in milliseconds. */
const JUMP_PAUSE = 900;
/** Part of a row at either end that means before or after rather than under. */
const EDGE = 0.3;

interface Drop {
  readonly target: string;
  readonly place: DropPlace;
}

export function Outline({ onPaste }: { onPaste: (text: string) => void }) {
  const items = useEditor((state) => state.chart.items);
  const selected = useEditor((state) => state.selected);
  const wish = useEditor((state) => state.focusWish);
  const folded = useEditor((state) => state.folded);
  const { tree, all, numbers } = rowsOfList(items);
  const rows = useMemo(() => (folded.size === 0 ? all : rowsInView(tree, folded)), [tree, all, folded]);
  const [open, setOpen] = useState<string | null>(null);
  const [drop, setDrop] = useState<Drop | null>(null);
  const scroll = useRef<HTMLDivElement>(null);
  const anchor = useRef<string | null>(null);
  const jump = useRef({ text: '', at: 0 });
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 6,
    getItemKey: (i) => rows[i]!.id,
  });

  // The selected line is brought into view, wherever it was selected; a folded branch opens for it.
  const shown = useRef<string | null>(null);
  const target = wish?.item ?? selected;
  if (target !== shown.current) {
    shown.current = target;
    const at = target === null ? -1 : rows.findIndex((row) => row.id === target);
    if (at >= 0) queueMicrotask(() => virtual.scrollToIndex(at, { align: 'auto' }));
    else if (target !== null && items[target]) {
      const next = new Set(folded);
      for (let above = items[target]!.parent; above !== null; above = items[above]?.parent ?? null) next.delete(above);
      shown.current = null;
      queueMicrotask(() => fold(next));
    }
  }

  const onFold = useCallback((id: string, on: boolean) => {
    const next = new Set(useEditor.getState().folded);
    if (on) next.add(id);
    else next.delete(id);
    fold(next);
  }, []);
  const onRowMouse = useCallback((id: string, { shift, more }: { readonly shift: boolean; readonly more: boolean }) => {
    const state = useEditor.getState();
    if (shift && state.selected !== null) {
      if (state.chosen.length === 0 || anchor.current === null) anchor.current = state.selected;
      choose(between(state.chart, anchor.current, id), id);
    } else if (more) {
      const now = new Set(selection(state));
      if (now.has(id)) now.delete(id);
      else now.add(id);
      anchor.current = id;
      choose(
        rowsInView(treeOf(state.chart.items), new Set())
          .map((row) => row.id)
          .filter((row) => now.has(row)),
        id,
      );
    } else {
      anchor.current = null;
      select(id);
    }
    focusRow(id);
  }, []);

  /** Keys on a line as a whole. */
  const leftward = useLeftward();
  const key = (event: KeyboardEvent<HTMLDivElement>) => {
    const state = useEditor.getState();
    const id = (event.target as HTMLElement).dataset['row'];
    if (!id || event.nativeEvent.isComposing) return;
    const at = rows.findIndex((row) => row.id === id);
    const { altKey, shiftKey } = event;
    const command = event.ctrlKey || event.metaKey;
    const go = (run: () => unknown) => {
      event.preventDefault();
      event.stopPropagation();
      run();
    };
    const addition = additionFor(event);
    if (addition) return go(() => addAt(addition, id));
    const ids = selection(state);
    const { inward, outward } = levelKeys();
    const stay = (run: () => unknown) =>
      go(() => {
        run();
        useEditor.setState({ chosen: ids.length > 1 ? ids : [] });
        focusRow(id);
      });
    if (command) {
      if (event.key.toLowerCase() !== 'a') return;
      return go(() =>
        choose(
          rows.map((row) => row.id),
          id,
        ),
      );
    }
    const step = (by: number) => {
      const next = rows[Math.min(rows.length - 1, Math.max(0, at + by))]!.id;
      if (shiftKey) {
        // Begun anew wherever nothing more is selected than the line itself.
        if (state.chosen.length === 0 || anchor.current === null) anchor.current = id;
        choose(between(state.chart, anchor.current, next), next);
        focusRow(next);
      } else {
        anchor.current = null;
        select(next);
        focusRow(next);
      }
    };
    const page = Math.max(1, Math.floor((scroll.current?.clientHeight ?? 0) / ROW_HEIGHT) - 1);
    switch (event.key) {
      case 'ArrowUp':
      case 'ArrowDown': {
        const by = event.key === 'ArrowUp' ? -1 : 1;
        if (altKey) return stay(() => moveAllAlong(ids, by));
        return go(() => step(by));
      }
      case 'PageUp':
      case 'PageDown':
        return go(() => step(event.key === 'PageUp' ? -page : page));
      case 'Home':
      case 'End':
        return go(() => step(event.key === 'Home' ? -rows.length : rows.length));
      case outward:
        if (altKey) return stay(() => shiftAll(ids, 'move-out'));
        return go(() => {
          const { parent } = items[id]!;
          if (tree.childrenOf(id).length > 0 && !folded.has(id)) onFold(id, true);
          else if (parent !== null) focusRow(parent);
        });
      case inward:
        if (altKey) return stay(() => shiftAll(ids, 'move-in'));
        return go(() => {
          const [first] = tree.childrenOf(id);
          if (first === undefined) return;
          if (folded.has(id)) onFold(id, false);
          else focusRow(first);
        });
      case 'Enter':
        if (altKey) return go(() => setOpen(open === id ? null : id));
        if (shiftKey) return go(() => addAfter(id));
        return go(() => focusLine(id));
      case 'F2':
        return go(() => focusLine(id));
      case 'Insert':
        return go(() => addAfter(id));
      case 'Delete':
      case 'Backspace':
        return go(() => removeAll(ids, shiftKey ? 'branch' : 'line'));
      case 'Escape':
        return go(() => {
          if (state.chosen.length > 0) choose([id], id);
        });
      default:
        if (event.key.length !== 1 || altKey || (event.key === '/' && jump.current.text === '')) return;
        return go(() => {
          const fresh = event.timeStamp - jump.current.at > JUMP_PAUSE;
          const text = plain((fresh ? '' : jump.current.text) + event.key);
          jump.current = { text, at: event.timeStamp };
          // The same letter again goes on to the next line that begins with it.
          const from = fresh ? at + 1 : at;
          for (let i = 0; i < rows.length; i++) {
            const row = rows[(from + i) % rows.length]!;
            if (plain(items[row.id]!.fields['name'] ?? '').startsWith(text)) return focusRow(row.id);
          }
        });
    }
  };

  const copy = (event: ClipboardEvent<HTMLDivElement>) => {
    const state = useEditor.getState();
    const ids = selection(state);
    if (ids.length === 0) return;
    event.preventDefault();
    copyLines(event.clipboardData, state.chart, ids);
    if (event.type === 'cut') removeAll(ids, 'branch');
    else say(words.list.copied(ids.length));
  };
  const paste = (event: ClipboardEvent<HTMLDivElement>) => {
    event.preventDefault();
    const html = event.clipboardData.getData('text/html');
    const plainText = event.clipboardData.getData('text/plain');
    // A document keeps the levels of its lists in its own form only.
    if (/<(table|li)[\s>]|mso-list:/i.test(html) && ownLines(event.clipboardData) === '') {
      void readWorker()
        .html(html)
        .then((text) => onPaste(text ?? plainText));
      return;
    }
    void pasteLines(clipped(event.clipboardData));
  };
  const pasteLines = async (data: Clipped) => {
    const state = useEditor.getState();
    const place = state.selected === null ? 'top' : 'after';
    const found = await pastedLines(data, state.chart, place, state.selected).catch(() => undefined);
    if (!found) {
      if (data.text.trim() !== '') onPaste(data.text);
      return;
    }
    if (!change({ type: 'group', changes: found.changes })) return;
    say(words.list.pasted(found.count), true);
    if (found.first) focusRow(found.first);
  };

  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const dragMove = ({ over, active, activatorEvent, delta }: DragMoveEvent) => {
    const id = over?.data.current?.['id'] as string | undefined;
    if (!over || id === undefined) return setDrop(null);
    const y = (activatorEvent as PointerEvent).clientY + delta.y;
    const part = (y - over.rect.top) / over.rect.height;
    const place: DropPlace = part < EDGE ? 'before' : part > 1 - EDGE ? 'after' : 'under';
    const dragged = active.data.current!['id'] as string;
    const can = moveChange(useEditor.getState().chart, draggedWith(dragged), id, place);
    const next = can ? { target: id, place } : null;
    setDrop((now) => (now?.target === next?.target && now?.place === next?.place ? now : next));
  };
  const inView = virtual.getVirtualItems().map(({ index }) => rows[index]!.id);
  const stop = selected !== null && inView.includes(selected) ? selected : inView[0];
  return (
    <DndContext
      sensors={sensors}
      autoScroll={{ threshold: { x: 0, y: 0.15 } }}
      onDragMove={dragMove}
      onDragCancel={() => setDrop(null)}
      onDragEnd={({ active }) => {
        const dragged = active.data.current!['id'] as string;
        const what = drop && moveChange(useEditor.getState().chart, draggedWith(dragged), drop.target, drop.place);
        if (what && change(what)) focusRow(dragged);
        setDrop(null);
      }}
    >
      {/* Rows are treeitems that hold fields; the keys of a row are heard here. */}
      <div
        ref={scroll}
        data-lines
        dir={leftward ? 'rtl' : undefined}
        className="min-h-0 flex-1 overflow-auto contain-strict"
        role="tree"
        aria-multiselectable
        aria-label={words.stages.list}
        aria-describedby="list-hint"
        tabIndex={-1}
        onKeyDown={key}
        onCopy={copy}
        onCut={copy}
        onPaste={paste}
      >
        <div className="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map(({ index, start }) => {
            const { id, depth } = rows[index]!;
            const isFolded = folded.has(id) && tree.childrenOf(id).length > 0;
            return (
              <Line
                key={id}
                id={id}
                index={index}
                number={numbers.get(id)!}
                level={depth}
                top={start}
                above={rows[index - 1]?.id}
                below={rows[index + 1]?.id}
                under={isFolded ? branchOf(tree, id).length - 1 : tree.childrenOf(id).length}
                folded={isFolded}
                onFold={onFold}
                onPaste={onPaste}
                open={open === id}
                onOpen={setOpen}
                measure={virtual.measureElement}
                stop={id === stop}
                drop={drop?.target === id ? drop.place : null}
                onRowMouse={onRowMouse}
              />
            );
          })}
        </div>
      </div>
    </DndContext>
  );
}

/** What moves when a line is dragged: all that is selected, where it is one of them. */
function draggedWith(id: string): readonly string[] {
  const ids = selection(useEditor.getState());
  return ids.includes(id) ? ids : [id];
}
