import { describe, expect, it } from 'vitest';
import { cellKey } from './table-keys';

const table = { rows: 10, columns: 3, page: 4, isTick: (column: number) => column === 2 };
const press = (key: string, at: [number, number], held: object = {}) =>
  cellKey(
    { key, shiftKey: false, altKey: false, ctrlKey: false, metaKey: false, ...held },
    { row: at[0], column: at[1] },
    table,
  );
const goes = (row: number, column: number, extend = false) => ({ do: 'go', to: { row, column }, extend });

describe('keys in the table', () => {
  it('go from cell to cell, by pages, and to the ends', () => {
    expect(press('ArrowDown', [2, 1])).toEqual(goes(3, 1));
    expect(press('ArrowDown', [2, 1], { shiftKey: true })).toEqual(goes(3, 1, true));
    expect(press('End', [2, 1], { ctrlKey: true })).toEqual(goes(9, 2));
    expect(press('PageUp', [6, 0])).toEqual(goes(2, 0));
    expect(press('ArrowDown', [2, 1], { altKey: true })).toEqual({ do: 'menu' });
  });
  it('go on by Tab from row to row, and leave the table at its ends', () => {
    expect(press('Tab', [2, 2])).toEqual(goes(3, 0));
    expect(press('Tab', [2, 0], { shiftKey: true })).toEqual(goes(1, 2));
    expect(press('Tab', [9, 2])).toBeUndefined();
    expect(press('Tab', [0, 0], { shiftKey: true })).toBeUndefined();
  });
  it('go to the side that they point to where the first column stands at the right', () => {
    const held = { shiftKey: false, altKey: false, metaKey: false };
    const pressed = (key: string, ctrlKey = false) =>
      cellKey({ key, ctrlKey, ...held }, { row: 2, column: 1 }, { ...table, leftward: true });
    expect(pressed('ArrowLeft')).toEqual(goes(2, 2));
    expect(pressed('ArrowRight')).toEqual(goes(2, 0));
    expect(pressed('ArrowRight', true)).toEqual(goes(2, 0));
    expect(pressed('ArrowLeft', true)).toEqual(goes(2, 2));
  });
  it('begin to write, or tick where there is but yes and no', () => {
    expect(press('x', [0, 0])).toEqual({ do: 'edit', first: 'x' });
    expect(press('Enter', [0, 0])).toEqual({ do: 'edit', first: null });
    expect(press(' ', [0, 2])).toEqual({ do: 'tick' });
    expect(press('x', [0, 2])).toBeUndefined();
    expect(press('x', [0, 0], { ctrlKey: true })).toBeUndefined();
    expect(press('d', [0, 0], { ctrlKey: true })).toEqual({ do: 'fill-down' });
  });
});
