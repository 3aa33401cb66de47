/** A worksheet as a text document, to be changed by whoever teaches: picture, words to choose from, numbered lines, answers. */
import {
  BorderStyle,
  Document,
  HeadingLevel,
  LeaderType,
  Packer,
  Paragraph,
  type ParagraphChild,
  Tab,
  TabStopType,
  TextRun,
} from 'docx';
import type { Chart } from '../../core/chart';
import type { Scene } from '../../core/scene';
import { HAND, SHEET_WORDS, type VersionAnswers, type Worksheet } from '../../core/worksheet';
import { type DocumentPicture, onPage, pictureRun, ROOM } from '../pictures/document';
import type { WorksheetFileAsked } from './pdf';

/** Height that the picture may take of a page, in points: the rest is for words and lines. */
const HIGHEST = { portrait: 400, landscape: 330 };
/** In twentieths of a point. */
const twentieths = (points: number) => Math.round(points * 20);

/** A line to write on, as long as a tab. */
const written = (upTo: number) => ({
  type: TabStopType.LEFT,
  position: twentieths(upTo),
  leader: LeaderType.UNDERSCORE,
});
const tabbed = (...children: (string | ParagraphChild)[]) =>
  children.map((child) => (typeof child === 'string' ? new TextRun(child) : child));
const tab = () => new TextRun({ children: [new Tab()] });

/** Numbered lines beside each other. */
const LINES_ACROSS = 2;
const pairsOf = <T>(things: readonly T[]): T[][] =>
  Array.from({ length: Math.ceil(things.length / LINES_ACROSS) }, (_, i) =>
    things.slice(i * LINES_ACROSS, (i + 1) * LINES_ACROSS),
  );

export interface DrawnVersion {
  readonly version: VersionAnswers;
  readonly pictures: readonly DocumentPicture[];
  readonly keyPictures: readonly DocumentPicture[];
}

function picture(drawn: DocumentPicture, landscape: boolean): Paragraph {
  const { width, height } = drawn.scene;
  const [room, most] = landscape ? [ROOM.landscape, HIGHEST.landscape] : [ROOM.portrait, HIGHEST.portrait];
  const scale = Math.min(room / width, most / height);
  const size = { width: width * scale, height: height * scale, landscape };
  return new Paragraph({ spacing: { before: 120, after: 120 }, children: [pictureRun(drawn, size, 'full')] });
}

function bankOf({ bank }: VersionAnswers): Paragraph[] {
  if (bank.length === 0) return [];
  const edge = { style: BorderStyle.SINGLE, size: 6, space: 6 };
  return [
    new Paragraph({ keepNext: true, children: [new TextRun({ text: SHEET_WORDS.bank, bold: true })] }),
    new Paragraph({ border: { top: edge, right: edge, bottom: edge, left: edge }, text: bank.join('      ') }),
  ];
}

export async function worksheetDocument(
  chart: Chart,
  { inPicture, versions: all }: Worksheet<VersionAnswers>,
  versions: readonly DrawnVersion[],
  { answers }: WorksheetFileAsked,
): Promise<Buffer> {
  const named = (name: string) => (all.length > 1 ? `, ${SHEET_WORDS.version(name)}` : '');
  const isWide = (scenes: readonly Pick<Scene, 'width' | 'height'>[]) =>
    scenes.some(({ width, height }) => width > height * 1.6);
  const section = (pictures: readonly DocumentPicture[], children: readonly Paragraph[]) => ({
    properties: onPage(isWide(pictures.map(({ scene }) => scene))),
    children: [...children],
  });
  const heading = (text: string) => new Paragraph({ heading: HeadingLevel.HEADING_1, text });
  const sheet = ({ version, pictures }: DrawnVersion) => {
    const landscape = isWide(pictures.map(({ scene }) => scene));
    const longest = Math.max(...version.blanks.map(({ answer }) => answer.length));
    const column = (landscape ? ROOM.landscape : ROOM.portrait) / LINES_ACROSS;
    const line = Math.min(column - 12, 40 + Math.max(90, longest * HAND.letter));
    return section(pictures, [
      heading(`${chart.title}${named(version.name)}`),
      new Paragraph({
        tabStops: [written(260), written(420)],
        spacing: { before: 120, after: 120 },
        children: tabbed(`${SHEET_WORDS.name} `, tab(), `  ${SHEET_WORDS.date} `, tab()),
      }),
      new Paragraph(inPicture ? SHEET_WORDS.fill : SHEET_WORDS.fillNumbered),
      ...pictures.map((own) => picture(own, landscape)),
      ...bankOf(version),
      ...(inPicture
        ? []
        : pairsOf(version.blanks).map(
            (pair) =>
              new Paragraph({
                tabStops: pair.flatMap((_, i) => [
                  { type: TabStopType.LEFT, position: twentieths(i * column + 30) },
                  written(i * column + line),
                  { type: TabStopType.LEFT, position: twentieths((i + 1) * column) },
                ]),
                spacing: { before: 200 },
                children: pair.flatMap(({ number }) => tabbed(`${number}`, tab(), tab(), tab())),
              }),
          )),
    ]);
  };
  const key = ({ version, keyPictures }: DrawnVersion) => {
    const landscape = isWide(keyPictures.map(({ scene }) => scene));
    return section(keyPictures, [
      heading(`${SHEET_WORDS.key}: ${chart.title}${named(version.name)}`),
      ...keyPictures.map((own) => picture(own, landscape)),
      ...version.blanks.map(
        ({ number, answer }) =>
          new Paragraph({
            tabStops: [{ type: TabStopType.LEFT, position: twentieths(30) }],
            children: tabbed(`${number}`, tab(), answer),
          }),
      ),
    ]);
  };
  const file = new Document({
    title: chart.title,
    creator: 'Dendrotax',
    sections: [...versions.map(sheet), ...(answers ? versions.map(key) : [])],
  });
  return Packer.toBuffer(file);
}
