/** Worksheets: sheets of a chart with chosen words left blank, their words to choose from, and their answers. */
import { type Chart, defaultPage } from '../chart';
import { paint, prepare } from '../compose';
import { pagesOf } from '../pages';
import { randomFrom, shuffled } from '../random';
import type { Scene } from '../scene';
import { type Fonts, plainOf } from '../text';
import { WORKSHEET_LIMITS, type WorksheetAsked } from './asked';
import { fieldOf, type Lined, linedPlaces } from './blanked';
import type { Sheet } from './paper';
import { found, type Sort, type Word } from './places';
import { papersOf, picturesAlone, seenOf, sheetsOf } from './sheet';

/** Words left blank on a sheet, by their number. */
export interface Blank {
  readonly number: number;
  readonly sort: Sort;
  /** Of the item, the line or the set. */
  readonly id: string;
  readonly answer: string;
}

export interface WorksheetVersion {
  /** A, B, C ... */
  readonly name: string;
  readonly blanks: readonly Blank[];
  readonly bank: readonly string[];
  readonly sheets: readonly Sheet[];
  readonly key: readonly Sheet[];
  /** The pictures by themselves, with their blanks and with their answers. */
  readonly pictures: readonly Scene[];
  readonly keyPictures: readonly Scene[];
}

export interface Worksheet {
  readonly seed: number;
  /** Lines to write on are in the picture; else under it. */
  readonly inPicture: boolean;
  readonly versions: readonly WorksheetVersion[];
}

/** The chart as it stands on a worksheet, which has a title and a foot of its own. */
const onSheet = (chart: Chart): Chart => {
  const { subtitle: _s, footer: _f, numbers: _n, border: _b, pattern: _p, ...page } = chart.page;
  const over = page.over === 'booklet' ? ('booklet' as const) : ('one' as const);
  return { ...chart, page: { ...page, over, showTitle: false, dateLine: '' } };
};

const picturesOf = (chart: Chart, fonts: Fonts): readonly Scene[] =>
  chart.page.over === 'booklet' ? pagesOf(chart, fonts).scenes : [paint(prepare(chart, fonts), fonts).scene];

/** Words of a chart that are no answer, to be taken for one. */
function decoysFrom(chart: Chart, asked: WorksheetAsked['decoys'], answers: ReadonlySet<string>, random: () => number) {
  if (asked === undefined) return [];
  if (typeof asked !== 'number') return asked.map((word) => word.trim()).filter((word) => word !== '');
  const words = new Set(
    Object.values(chart.items).map(({ fields }) =>
      plainOf(fields['name'] ?? '')
        .replace(/\s+/g, ' ')
        .trim(),
    ),
  );
  return shuffled(
    [...words].filter((word) => word !== '' && !answers.has(word)),
    random,
  ).slice(0, asked);
}

/** In points on the page: a line a hand can write on is so high at the least ... */
const LEAST_HIGH = 9.5;
/** ... and so wide for each letter. */
const LEAST_LETTER = 4.6;

/** Whether hands can write on every line of a picture, as large as it will stand on its sheet. */
function isRoomy(scene: Scene, lined: readonly Lined[], chart: Chart, fonts: Fonts): boolean {
  const seen = seenOf(scene, fonts);
  const scale = Math.max(
    ...papersOf(chart).map((size) => Math.min((size.width - 80) / seen.width, (size.height - 190) / seen.height)),
  );
  return lined.every((own) => {
    const { box } = fieldOf(scene, own);
    const rows = own.lines.length;
    const letters = own.place.word.answer.length;
    return (
      (box.height / rows) * scale >= LEAST_HIGH && box.width * rows * scale >= Math.min(letters, 40) * LEAST_LETTER
    );
  });
}

/**
 * @returns with no version where nothing that is asked for can be left blank
 * @see WORKSHEET_LIMITS for how much can be asked for
 */
export function worksheetOf(own: Chart, asked: WorksheetAsked, fonts: Fonts): Worksheet {
  const { blank, seed = 1, write = 'auto' } = asked;
  const chart = onSheet({ ...own, page: { ...defaultPage, ...own.page } });
  const scenes = picturesOf(chart, fonts);
  const { words, places } = found(scenes, chart, blank, fonts);
  const versions = Math.min(WORKSHEET_LIMITS.versions, Math.max(1, asked.versions ?? 1));
  const count = Math.min(words.length, blank.count ?? words.length, WORKSHEET_LIMITS.blanks);
  if (count === 0) return { seed, inPicture: write !== 'list', versions: [] };
  const chosen = Array.from({ length: versions }, (_, i) => {
    // Neighbouring seeds begin alike: each version has one far from the others.
    const random = randomFrom((seed + i * 7_919) * 2_654_435_761);
    random();
    const some = count === words.length ? new Set(words) : new Set(shuffled(words, random).slice(0, count));
    const numbers = new Map<Word, number>(words.filter((word) => some.has(word)).map((word, at) => [word, at + 1]));
    const pictures = scenes.map((scene, at) => ({
      scene,
      lined: linedPlaces(scene, places[at]!, numbers, chart.font, fonts),
    }));
    return { random, numbers, pictures };
  });
  // One way for all versions of a worksheet.
  const inPicture =
    write === 'auto'
      ? chosen.every(({ pictures }) => pictures.every(({ scene, lined }) => isRoomy(scene, lined, chart, fonts)))
      : write === 'picture';
  return {
    seed,
    inPicture,
    versions: chosen.map(({ random, numbers, pictures }, i) => {
      const name = String.fromCharCode(65 + i);
      const blanks = [...numbers].map(([{ sort, id, answer }, number]): Blank => ({ number, sort, id, answer }));
      const known = new Set(blanks.map(({ answer }) => answer));
      const decoys = asked.bank ? decoysFrom(chart, asked.decoys, known, random) : [];
      const bank = asked.bank ? shuffled([...blanks.map(({ answer }) => answer), ...decoys], random) : [];
      const text = {
        chart,
        fonts,
        version: versions > 1 ? name : undefined,
        answers: new Map(blanks.map(({ number, answer }) => [number, answer])),
        bank,
        inPicture,
      };
      return {
        name,
        blanks,
        bank,
        sheets: sheetsOf(pictures, text, false),
        key: sheetsOf(pictures, text, true),
        pictures: picturesAlone(pictures, text, false),
        keyPictures: picturesAlone(pictures, text, true),
      };
    }),
  };
}
