/** Widths of the table's columns, and which of them stay in view. */
import type { CSSProperties } from 'react';
import type { TableColumn } from './table-model';

export const ROW = 30;
export const NUMBER_WIDTH = 44;
const WIDTHS: Readonly<Record<string, number>> = { name: 168, id: 64 };
const WIDTH = { text: 140, link: 140, number: 88, money: 96, date: 104, 'yes-no': 84 } as const;

export interface TableLayout {
  readonly width: (at: number) => number;
  /** Where each column begins, in pixels from where the table begins. */
  readonly starts: readonly number[];
  readonly whole: number;
  /** How many of the first columns stay in view. */
  readonly frozen: number;
  readonly style: (at: number) => CSSProperties;
  /** A stronger rule behind the last column that stays. */
  readonly rule: (at: number) => string;
}

export function tableLayout(columns: readonly TableColumn[], frozen: number): TableLayout {
  const widths = columns.map(({ id, type, label }) => Math.max(WIDTHS[id] ?? WIDTH[type], label.length * 7 + 34));
  const starts: number[] = [];
  let whole = NUMBER_WIDTH;
  for (const width of widths) {
    starts.push(whole);
    whole += width;
  }
  return {
    width: (at) => widths[at]!,
    starts,
    whole,
    frozen,
    style: (at) => ({
      width: widths[at],
      ...(at < frozen && { position: 'sticky' as const, insetInlineStart: starts[at], zIndex: 5 }),
    }),
    rule: (at) => (at === frozen - 1 ? 'border-e-2 border-e-quiet/40' : ''),
  };
}
