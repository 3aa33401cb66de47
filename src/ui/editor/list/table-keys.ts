/** What keys do in the table, by where they are pressed: known before anything is carried out. */
import type { Place } from './block';

export type CellKey =
  | { readonly do: 'go'; readonly to: Place; readonly extend: boolean }
  /** Begins to write, with a first letter or with the words that are there. */
  | { readonly do: 'edit'; readonly first: string | null }
  | { readonly do: 'tick' | 'clear' | 'add' | 'leave' | 'all' | 'fill-down' | 'menu' };

export interface PressedKey {
  readonly key: string;
  readonly shiftKey: boolean;
  readonly altKey: boolean;
  readonly ctrlKey: boolean;
  readonly metaKey: boolean;
}

export interface KeyedTable {
  readonly rows: number;
  readonly columns: number;
  /** Rows that a page holds. */
  readonly page: number;
  readonly isTick: (column: number) => boolean;
  /** Its first column stands at the right. */
  readonly leftward?: boolean;
}

/** @returns undefined where the key is not the table's */
export function cellKey(
  { key, shiftKey, altKey, ctrlKey, metaKey }: PressedKey,
  { row, column }: Place,
  { rows, columns, page, isTick, leftward = false }: KeyedTable,
): CellKey | undefined {
  const command = ctrlKey || metaKey;
  const to = (nextRow: number, nextColumn: number, extend = shiftKey): CellKey => ({
    do: 'go',
    to: { row: nextRow, column: nextColumn },
    extend,
  });
  switch (key) {
    case 'ArrowUp':
      return to(command ? 0 : row - 1, column);
    case 'ArrowDown':
      return altKey ? { do: 'menu' } : to(command ? rows - 1 : row + 1, column);
    case 'ArrowLeft':
    case 'ArrowRight':
      return (key === 'ArrowRight') === leftward
        ? to(row, command ? 0 : column - 1)
        : to(row, command ? columns - 1 : column + 1);
    case 'Home':
      return to(command ? 0 : row, 0);
    case 'End':
      return to(command ? rows - 1 : row, columns - 1);
    case 'PageUp':
      return to(row - page, column);
    case 'PageDown':
      return to(row + page, column);
    case 'Tab': {
      // At either end Tab goes on through the page.
      const next = column + (shiftKey ? -1 : 1);
      const over = next < 0 ? row - 1 : next >= columns ? row + 1 : row;
      return over < 0 || over >= rows ? undefined : to(over, (next + columns) % columns, false);
    }
    case 'Enter':
    case 'F2':
      return isTick(column) ? { do: 'tick' } : { do: 'edit', first: null };
    case ' ':
      return isTick(column) ? { do: 'tick' } : { do: 'edit', first: ' ' };
    case 'Delete':
    case 'Backspace':
      return { do: 'clear' };
    case 'Insert':
      return { do: 'add' };
    case 'Escape':
      return { do: 'leave' };
  }
  if (command && key.toLowerCase() === 'a') return { do: 'all' };
  if (command && key.toLowerCase() === 'd') return { do: 'fill-down' };
  return key.length === 1 && !command && !altKey && !isTick(column) ? { do: 'edit', first: key } : undefined;
}
