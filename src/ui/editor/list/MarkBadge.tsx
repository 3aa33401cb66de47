/** What a newer list would do to a line. */
import { useEditor } from '../state/store';
import { words } from '../words';

export const MARK_COLOURS = {
  joined: 'var(--color-good)',
  left: 'var(--color-wrong)',
  moved: 'var(--color-plum)',
  renamed: 'var(--color-caution-fill)',
  changed: 'var(--color-caution-fill)',
} as const;

export function MarkBadge({ id }: { id: string }) {
  const mark = useEditor((state) => state.marks[id]);
  if (!mark) return null;
  return (
    <span
      className="mt-1.5 flex-none rounded border bg-sheet px-1 text-[11px] leading-[18px]"
      style={{ borderColor: MARK_COLOURS[mark] }}
    >
      {words.newer.marks[mark]}
    </span>
  );
}
