/** A page of a worksheet, written from the top down: title, name and date, words to choose from, numbered lines. In points. */
import { type Chart, isLeftwardChart } from '../chart';
import { baseline, textMarks } from '../compose';
import { type FaceId, inFont } from '../faces';
import { type Box, type Mark, outlines, pathThrough, type Scene } from '../scene';
import { houseOnPage } from '../style';
import { type Fonts, wrap } from '../text';
import type { Field } from './blanked';

/** A page, and where on it something is to be written. */
export interface Sheet {
  readonly scene: Scene;
  readonly fields: readonly Field[];
  /** For a name and a date. */
  readonly heads: readonly Box[];
}

/** What is printed on worksheets. */
export const SHEET_WORDS = {
  name: 'Name',
  date: 'Date',
  version: (name: string) => `Version ${name}`,
  fill: 'Write the missing words on the lines.',
  fillNumbered: 'Some words in the picture are missing. Write each on the line with its number.',
  bank: 'Words to choose from',
  key: 'Answers',
  described: (title: string, count: number) =>
    `Worksheet: ${title}, with ${count} ${count === 1 ? 'word' : 'words'} left blank.`,
};

export const MARGIN = 40;
const TITLE = { face: 'title-600', size: 17 } as const;
const PLAIN = { face: 'text-400', size: 10.5 } as const;
const STRONG = { face: 'text-600', size: 10.5 } as const;
const LINE = 1.25;
/** From one block to the next. */
const GAP = 14;
/** For a name and for a date. */
const HEAD = { name: 190, date: 90 };
/** Round the words to choose from; from one to the next. */
const BANK = { pad: 8, between: 22, row: 18, size: 11.5 };
/** Height of a line to write on, and width of a letter that is written by hand. Common practice in worksheets. */
export const HAND = { row: 27, letter: 7 };
const NUMBERED = { before: 22, least: 110, between: 20 };
const ANSWER_ROW = 17;
export interface SheetText {
  readonly chart: Chart;
  readonly fonts: Fonts;
  readonly version: string | undefined;
  /** By number. */
  readonly answers: ReadonlyMap<number, string>;
  readonly bank: readonly string[];
  /** Lines to write on are in the picture; else under it. */
  readonly inPicture: boolean;
}

const line = (x: number, y: number, width: number, stroke: string): Mark => ({
  type: 'path',
  d: pathThrough(
    [
      [x, y],
      [x + width, y],
    ],
    false,
  ),
  stroke,
  width: 0.75,
});

/** Writes a page from the top down. */
export class Paper {
  readonly marks: Mark[] = [];
  readonly fields: Field[] = [];
  readonly heads: Box[] = [];
  top = MARGIN;
  readonly ink: string;
  readonly sheet: string;
  private readonly leftward: boolean;

  constructor(
    readonly size: { readonly width: number; readonly height: number },
    readonly text: SheetText,
  ) {
    const house = houseOnPage(text.chart);
    this.ink = house.ink;
    this.sheet = house.sheet;
    this.leftward = isLeftwardChart(text.chart);
  }

  get room(): number {
    return this.size.width - 2 * MARGIN;
  }
  get left(): number {
    return this.size.height - MARGIN - this.top;
  }

  private face(face: FaceId): FaceId {
    return inFont(face, this.text.chart.font);
  }
  width(words: string, { face, size }: { face: FaceId; size: number }): number {
    return this.text.fonts.width(words, this.face(face), size);
  }
  /** A box so far from where lines begin. */
  private from(x: number, width: number): number {
    return this.leftward ? this.size.width - x - width : x;
  }
  /** Words so far from where lines begin, their line box starting at a height. */
  write(words: string, { face, size }: { face: FaceId; size: number }, x: number, top: number): void {
    const own = this.face(face);
    const { fonts } = this.text;
    const at = this.from(x, fonts.width(words, own, size));
    this.marks.push(...textMarks(fonts, words, own, size, at, baseline(fonts, own, size, top), this.ink));
  }

  title(words: string): void {
    for (const { text } of wrap(this.text.fonts, words, this.face(TITLE.face), TITLE.size, this.room).lines) {
      this.write(text, TITLE, MARGIN, this.top);
      this.top += TITLE.size * LINE;
    }
    this.top += 4;
  }

  /** A place for a name and a date. */
  head(): void {
    const row = HAND.row;
    const top = this.top + row - PLAIN.size * LINE - 4;
    let x = MARGIN;
    for (const [words, width] of [
      [SHEET_WORDS.name, HEAD.name],
      [SHEET_WORDS.date, HEAD.date],
    ] as const) {
      this.write(words, PLAIN, x, top);
      const begin = x + this.width(words, PLAIN) + 6;
      const at = this.from(begin, width);
      this.marks.push(line(at, this.top + row - 5, width, this.ink));
      this.heads.push({ x: at, y: this.top + 4, width, height: row - 9 });
      x = begin + width + 18;
    }
    const { version } = this.text;
    if (version) {
      const said = SHEET_WORDS.version(version);
      this.write(said, STRONG, this.size.width - MARGIN - this.width(said, STRONG), top);
    }
    this.top += row + 4;
  }

  say(words: string, type: { face: FaceId; size: number } = PLAIN): void {
    for (const { text } of wrap(this.text.fonts, words, this.face(type.face), type.size, this.room).lines) {
      this.write(text, type, MARGIN, this.top);
      this.top += type.size * LINE;
    }
    this.top += 6;
  }

  /** Words to choose from, row by row. */
  private bankRows(): { words: string; x: number }[][] {
    const type = { ...PLAIN, size: BANK.size };
    const rows: { words: string; x: number }[][] = [[]];
    let x = 0;
    for (const words of this.text.bank) {
      const width = this.width(words, type);
      if (x > 0 && x + width > this.room - 2 * BANK.pad) {
        rows.push([]);
        x = 0;
      }
      rows.at(-1)!.push({ words, x });
      x += width + BANK.between;
    }
    return rows;
  }
  get bankHeight(): number {
    if (this.text.bank.length === 0) return 0;
    return GAP + STRONG.size * LINE + 4 + 2 * BANK.pad + this.bankRows().length * BANK.row;
  }
  bank(): void {
    if (this.text.bank.length === 0) return;
    this.top += GAP;
    this.write(SHEET_WORDS.bank, STRONG, MARGIN, this.top);
    this.top += STRONG.size * LINE + 4;
    const rows = this.bankRows();
    const height = 2 * BANK.pad + rows.length * BANK.row;
    for (const d of outlines('soft', { x: MARGIN, y: this.top, width: this.room, height }))
      this.marks.push({ type: 'path', d, stroke: this.ink, width: 0.75 });
    for (const [at, row] of rows.entries())
      for (const { words, x } of row)
        this.write(
          words,
          { ...PLAIN, size: BANK.size },
          MARGIN + BANK.pad + x,
          this.top + BANK.pad + at * BANK.row + 2,
        );
    this.top += height;
  }

  /** Numbered lines, or answers, in columns. */
  private columns(known: boolean): { across: number; width: number; row: number } {
    const answers = [...this.text.answers.values()];
    const longest = Math.max(
      0,
      ...answers.map((text) => (known ? this.width(text, PLAIN) : text.length * HAND.letter)),
    );
    const width = Math.min(this.room, NUMBERED.before + Math.max(known ? 60 : NUMBERED.least, longest));
    const across = Math.max(1, Math.floor((this.room + NUMBERED.between) / (width + NUMBERED.between)));
    const spread = (this.room - (across - 1) * NUMBERED.between) / across;
    return { across, width: known ? spread : Math.min(spread, width), row: known ? ANSWER_ROW : HAND.row };
  }
  linesHeight(known: boolean): number {
    const { across, row } = this.columns(known);
    return GAP + Math.ceil(this.text.answers.size / across) * row;
  }
  /** As many as there is room for. @returns how many are written of those from a place on */
  lines(from: number, known: boolean): number {
    const { across, width, row } = this.columns(known);
    this.top += GAP;
    const fitting = Math.max(1, Math.floor(this.left / row)) * across;
    const some = [...this.text.answers].slice(from, from + fitting);
    // Down one column, then the next, as numbers are read.
    const deep = Math.ceil(some.length / across);
    for (const [i, [number, answer]] of some.entries()) {
      const x = MARGIN + Math.floor(i / deep) * (width + NUMBERED.between);
      const top = this.top + (i % deep) * row;
      const text = `${number}`;
      const base = top + row - PLAIN.size * LINE - (known ? 0 : 3);
      this.write(text, STRONG, x + NUMBERED.before - 6 - this.width(text, STRONG), base);
      if (known) {
        this.write(answer, PLAIN, x + NUMBERED.before, base);
        continue;
      }
      const at = this.from(x + NUMBERED.before, width - NUMBERED.before);
      const box = { x: at, y: top + 4, width: width - NUMBERED.before, height: row - 8 };
      this.marks.push(line(at, top + row - 4, box.width, this.ink));
      this.fields.push({ number, box });
    }
    this.top += deep * row;
    return some.length;
  }

  page(over: Partial<Scene> & Pick<Scene, 'description'>): Sheet {
    const { chart } = this.text;
    return {
      scene: {
        ...this.size,
        background: this.sheet,
        title: chart.title,
        ...(chart.language && { language: chart.language }),
        picture: { x: MARGIN, y: MARGIN, width: 1, height: 1 },
        margin: MARGIN,
        frame: { x: 0, y: 0, scale: 1 },
        links: [],
        items: [],
        notes: [],
        areas: [],
        edges: [],
        axis: 'rows',
        bands: [],
        ...over,
        page: [...this.marks, ...(over.page ?? [])],
      },
      fields: this.fields,
      heads: this.heads,
    };
  }
}
