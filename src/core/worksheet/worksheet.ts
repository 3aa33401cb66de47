/** Worksheets: sheets of a chart with chosen words left blank, their words to choose from, and their answers. */
import { type Chart, defaultPage } from '../chart';
import { paint, prepare } from '../compose';
import { pagesOf } from '../pages';
import { randomFrom, shuffled } from '../random';
import type { Scene } from '../scene';
import type { Fonts } from '../text';
import { WORKSHEET_LIMITS, type WorksheetAsked } from './asked';
import { fieldOf, linedPlaces } from './blanked';
import type { Sheet, SheetText } from './paper';
import { answerOf, found, type Sort, type Word } from './places';
import { type Pictured, papersOf, picturesAlone, seenOf, sheetsOf } from './sheet';

/** Words left blank on a sheet, by their number. */
export interface Blank {
  readonly number: number;
  readonly sort: Sort;
  /** Of the item, the line or the set. */
  readonly id: string;
  readonly answer: string;
}

export interface VersionAnswers {
  /** A, B, C ... */
  readonly name: string;
  readonly blanks: readonly Blank[];
  readonly bank: readonly string[];
}
export interface WorksheetVersion extends VersionAnswers {
  readonly sheets: readonly Sheet[];
  readonly key: readonly Sheet[];
}
/** The pictures by themselves, with their blanks and with their answers, for who sets the words round them. */
export interface PicturedVersion extends VersionAnswers {
  readonly pictures: readonly Scene[];
  readonly keyPictures: readonly Scene[];
}

export interface Worksheet<Version extends VersionAnswers = WorksheetVersion> {
  readonly seed: number;
  /** Lines to write on are in the picture; else under it. */
  readonly inPicture: boolean;
  readonly versions: readonly Version[];
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
  const words = new Set(Object.values(chart.items).map(({ fields }) => answerOf(fields['name'] ?? '')));
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
function isRoomy({ scene, seen, lined }: Pictured, chart: Chart): boolean {
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
function worksheetWith<Drawn extends object>(
  own: Chart,
  asked: WorksheetAsked,
  fonts: Fonts,
  draw: (pictures: readonly Pictured[], text: SheetText) => Drawn,
): Worksheet<VersionAnswers & Drawn> {
  const { blank, seed = 1, write = 'auto' } = asked;
  const chart = onSheet({ ...own, page: { ...defaultPage, ...own.page } });
  const scenes = picturesOf(chart, fonts);
  const seen = scenes.map((scene) => seenOf(scene, fonts));
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
      seen: seen[at]!,
      lined: linedPlaces(scene, places[at]!, numbers, chart.font, fonts),
    }));
    return { random, numbers, pictures };
  });
  // One way for all versions of a worksheet.
  const inPicture =
    write === 'auto'
      ? chosen.every(({ pictures }) => pictures.every((own) => isRoomy(own, chart)))
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
      return { name, blanks, bank, ...draw(pictures, text) };
    }),
  };
}

/** A worksheet as pages, and the pages of its answers. */
export const worksheetOf = (chart: Chart, asked: WorksheetAsked, fonts: Fonts): Worksheet =>
  worksheetWith(chart, asked, fonts, (pictures, text) => ({
    sheets: sheetsOf(pictures, text, false),
    key: sheetsOf(pictures, text, true),
  }));

/** The same as pictures by themselves. */
export const worksheetPictures = (chart: Chart, asked: WorksheetAsked, fonts: Fonts): Worksheet<PicturedVersion> =>
  worksheetWith(chart, asked, fonts, (pictures, text) => ({
    pictures: picturesAlone(pictures, text, false),
    keyPictures: picturesAlone(pictures, text, true),
  }));

/** Only what is to be written, by number. */
export const worksheetAnswers = (chart: Chart, asked: WorksheetAsked, fonts: Fonts): Worksheet<VersionAnswers> =>
  worksheetWith(chart, asked, fonts, () => ({}));
