/** Remarks in a file: their numbers on the picture, and what they say on a page after it, or under it. Lengths in points. */
import { type Chart, isLeftwardChart } from '../chart';
import { baseline, type Composition, textMarks } from '../compose';
import { type FaceId, inFont } from '../faces';
import { type Mark, outlines, type Scene } from '../scene';
import { houseOnPage } from '../style';
import { type Fonts, wrap } from '../text';
import { type Numbered, numbersAt } from './pin';

export interface WrittenRemark extends Numbered {
  readonly name: string;
  readonly text: string;
  /** What it is pinned to, in words. */
  readonly where: string;
  readonly answers: readonly { readonly name: string; readonly text: string }[];
}

const RADIUS = 8;
const NUMBER = { face: 'text-600', size: 9 } as const;
const TITLE = { face: 'title-600', size: 15 } as const;
const STRONG = { face: 'text-600', size: 10 } as const;
const PLAIN = { face: 'text-400', size: 10 } as const;
const LINE = 1.3;
const INDENT = 24;
const GAP = 7;
const HEADING = 'Remarks';

interface Written {
  readonly chart: Chart;
  readonly fonts: Fonts;
  readonly remarks: readonly WrittenRemark[];
}

function numberMarks(written: Written, number: number, x: number, y: number): Mark[] {
  const { chart, fonts } = written;
  const { ink, sheet } = houseOnPage(chart);
  const face = inFont(NUMBER.face, chart.font);
  const words = String(number);
  const width = fonts.width(words, face, NUMBER.size);
  const circle = outlines('circle', { x: x - RADIUS, y: y - RADIUS, width: 2 * RADIUS, height: 2 * RADIUS });
  const top = y - (NUMBER.size * LINE) / 2;
  return [
    ...circle.map((d): Mark => ({ type: 'path', d, fill: sheet, stroke: ink, width: 1 })),
    ...textMarks(fonts, words, face, NUMBER.size, x - width / 2, baseline(fonts, face, NUMBER.size, top), ink),
  ];
}

/** The list from the top down, as marks, each with the height it begins at and ends at. */
function listed(written: Written, width: number): { marks: (dy: number) => Mark[]; height: number }[] {
  const { chart, fonts, remarks } = written;
  const { ink } = houseOnPage(chart);
  const leftward = isLeftwardChart(chart);
  const block = (rows: readonly { words: string; face: FaceId; size: number; indent: number }[], number?: number) => {
    const lines = rows.flatMap(({ words, face, size, indent }) => {
      const own = inFont(face, chart.font);
      return wrap(fonts, words, own, size, width - indent).lines.map(({ text }) => ({ text, face: own, size, indent }));
    });
    const height = lines.reduce((sum, { size }) => sum + size * LINE, 0) + GAP;
    const marks = (left: number, top: number): Mark[] => {
      let y = top;
      const set = lines.flatMap(({ text, face, size, indent }) => {
        const x = leftward ? left + width - indent - fonts.width(text, face, size) : left + indent;
        const made = textMarks(fonts, text, face, size, x, baseline(fonts, face, size, y), ink);
        y += size * LINE;
        return made;
      });
      const at = leftward ? left + width - RADIUS : left + RADIUS;
      return number === undefined ? set : [...numberMarks(written, number, at, top + RADIUS - 1), ...set];
    };
    return { marks, height };
  };
  const blocks = [
    block([{ words: HEADING, ...TITLE, indent: 0 }]),
    ...remarks.map(({ number, name, text, where, answers }) =>
      block(
        [
          { words: `${name}, ${where}`, ...STRONG, indent: INDENT },
          { words: text, ...PLAIN, indent: INDENT },
          ...answers.flatMap((answer) => [{ words: `${answer.name}: ${answer.text}`, ...PLAIN, indent: 2 * INDENT }]),
        ],
        number,
      ),
    ),
  ];
  return blocks.map(({ marks, height }) => ({ height, marks: (dy: number) => marks(0, dy) }));
}

const moved = (marks: readonly Mark[], x: number): Mark[] =>
  marks.map((mark): Mark => {
    if (mark.type === 'path')
      return { ...mark, at: { x: x + (mark.at?.x ?? 0), y: mark.at?.y ?? 0, scale: mark.at?.scale ?? 1 } };
    return { ...mark, x: mark.x + x };
  });

/** A page with nothing on it but marks. */
const blank = (like: Scene, page: readonly Mark[], title: string, description: string): Scene => {
  const { clip: _, pageAt: __, over: ___, under: ____, remarked: _____, ...rest } = like;
  return { ...rest, title, description, items: [], links: [], edges: [], areas: [], notes: [], bands: [], page };
};

const MARGIN = 36;

/** Pages of the list, as large as the first page. */
function listPages(first: Scene, written: Written): Scene[] {
  const width = first.width - 2 * MARGIN;
  const pages: Mark[][] = [[]];
  let top = MARGIN;
  for (const { marks, height } of listed(written, width)) {
    if (top > MARGIN && top + height > first.height - MARGIN) {
      pages.push([]);
      top = MARGIN;
    }
    pages.at(-1)!.push(...moved(marks(top), MARGIN));
    top += height;
  }
  const description = written.remarks.map(({ number, name, text }) => `${number}. ${name}: ${text}`).join('\n');
  return pages.map((marks) => blank(first, marks, HEADING, description));
}

/** The list under the picture, whose page is as much higher. */
function listUnder(scene: Scene, written: Written): Scene {
  const side = Math.max(scene.margin, 12);
  const width = Math.max(120, scene.width - 2 * side);
  const marks: Mark[] = [];
  let top = scene.height;
  for (const block of listed(written, width)) {
    marks.push(...moved(block.marks(top), side));
    top += block.height;
  }
  return {
    ...scene,
    height: top + side,
    width: Math.max(scene.width, width + 2 * side),
    page: [...scene.page, ...marks],
  };
}

/**
 * Scenes with remarks.
 * @param regions of sets, where the picture has some
 * @param paged the list has pages of its own; else it stands under the first picture
 */
export function withRemarks(
  scenes: readonly Scene[],
  written: Written & { readonly regions: Composition['regions'] },
  paged: boolean,
): Scene[] {
  const { chart, remarks, regions } = written;
  if (remarks.length === 0) return [...scenes];
  const numbered = scenes.map((scene): Scene => {
    const found = numbersAt({ scene, regions }, chart.items, remarks);
    const marks = found.flatMap(({ remark: { number }, at: [x, y] }) => numberMarks(written, number, x, y));
    const remarked = found.map(({ remark: { number, name, text, answers }, at: [x, y] }) => ({
      x: x - RADIUS,
      y: y - RADIUS,
      width: 2 * RADIUS,
      height: 2 * RADIUS,
      name,
      text: [`${number}. ${text}`, ...answers.map((answer) => `${answer.name}: ${answer.text}`)].join('\n'),
    }));
    return { ...scene, over: [...(scene.over ?? []), ...marks], remarked };
  });
  return paged
    ? [...numbered, ...listPages(scenes[0]!, written)]
    : [listUnder(numbered[0]!, written), ...numbered.slice(1)];
}
