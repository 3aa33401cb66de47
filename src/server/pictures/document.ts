/**
 * A chart in a text document: the picture placed in the text with a caption and an alternative text, as a drawing with dots
 * for programs that show none, and its list as a real list of levels or as a table. Source: ECMA-376-1, 17 and 20.4.
 */
import {
  AlignmentType,
  Document,
  HeadingLevel,
  HorizontalPositionAlign,
  HorizontalPositionRelativeFrom,
  ImageRun,
  LevelFormat,
  Packer,
  PageOrientation,
  Paragraph,
  SimpleField,
  Table,
  TableCell,
  TableRow,
  TextRun,
  TextWrappingSide,
  TextWrappingType,
  VerticalPositionRelativeFrom,
  WidthType,
} from 'docx';
import type { Chart } from '../../core/chart';
import type { DocumentAsked, ListAs, Place } from '../../core/in-documents';
import type { Kind } from '../../core/kinds';
import { gridOf } from '../../core/list';
import { outlineText } from '../../core/list-formats';
import type { Scene } from '../../core/scene';

/** A page and what is in it of the picture, as drawing and as dots. */
export interface DocumentPicture {
  readonly scene: Scene;
  readonly svg: string;
  readonly png: Buffer;
}

/** A4 in twentieths of a point, and its margins: 2.5 cm. */
const A4 = { width: 11_906, height: 16_838 };
const MARGIN = 1_417;
export const ROOM = { portrait: (A4.width - 2 * MARGIN) / 20, landscape: (A4.height - 2 * MARGIN) / 20 };
/** A section on A4, upright or lying. */
export const onPage = (landscape: boolean) => ({
  page: {
    size: { ...A4, orientation: landscape ? PageOrientation.LANDSCAPE : PageOrientation.PORTRAIT },
    margin: { top: MARGIN, right: MARGIN, bottom: MARGIN, left: MARGIN },
  },
});
/** What is left for the caption, in points. */
const CAPTION = 40;
/** Below this size words on paper are hard to read, in points. */
const READABLE = 7;
const POINTS_A_CM = 72 / 2.54;
/** Pixels as the format's library has them: 96 to the inch. */
const pixels = (points: number) => Math.round((points / 72) * 96);

/** Levels that a list can have (17.9.6). */
const MOST_LEVELS = 9;

const smallestOf = ({ items, frame }: Scene): number =>
  items
    .flatMap(({ marks }) => marks)
    .reduce((least, mark) => (mark.type === 'text' ? Math.min(least, mark.size * frame.scale) : least), 72);

interface Placed {
  readonly width: number;
  readonly height: number;
  readonly landscape: boolean;
}

/** Its size in points, and whether the page is turned for it: where it could not be read across an upright one. */
export function placed(scene: Scene, { place, wide }: DocumentAsked): Placed {
  const across = place === 'full' || place === 'between';
  const needs = across && wide === undefined && (ROOM.portrait / scene.width) * smallestOf(scene) < READABLE;
  const landscape = needs && scene.width > scene.height;
  const room = landscape ? ROOM.landscape : ROOM.portrait;
  const most = (landscape ? ROOM.portrait : ROOM.landscape) - CAPTION;
  const wanted = wide === undefined ? (across ? room : room / 2) : Math.min(room, wide * POINTS_A_CM);
  const scale = Math.min(wanted / scene.width, most / scene.height);
  return { width: scene.width * scale, height: scene.height * scale, landscape };
}

export function pictureRun({ scene, svg, png }: DocumentPicture, { width, height }: Placed, place: Place): ImageRun {
  const beside = place === 'left' || place === 'right';
  const gap = 120_000;
  return new ImageRun({
    type: 'svg',
    data: Buffer.from(svg),
    fallback: { type: 'png', data: png },
    transformation: { width: pixels(width), height: pixels(height) },
    altText: { name: scene.title, title: scene.title, description: scene.description },
    ...((beside || place === 'between') && {
      floating: {
        horizontalPosition: {
          relative: HorizontalPositionRelativeFrom.MARGIN,
          align: beside
            ? place === 'left'
              ? HorizontalPositionAlign.LEFT
              : HorizontalPositionAlign.RIGHT
            : HorizontalPositionAlign.CENTER,
        },
        verticalPosition: { relative: VerticalPositionRelativeFrom.PARAGRAPH, offset: 0 },
        wrap: beside
          ? { type: TextWrappingType.SQUARE, side: TextWrappingSide.LARGEST }
          : { type: TextWrappingType.TOP_AND_BOTTOM },
        margins: { top: gap, bottom: gap, left: gap, right: gap },
      },
    }),
  });
}

const LEVELS = 'levels';

function listOf(kind: Kind, chart: Chart, as: ListAs): (Paragraph | Table)[] {
  if (as === 'none' || Object.keys(chart.items).length === 0) return [];
  const heading = new Paragraph({ heading: HeadingLevel.HEADING_2, text: 'The list' });
  if (as === 'table') {
    const { columns, rows } = gridOf(chart, kind.columns, (item, field) => kind.cell?.(chart, item, field));
    const row = (cells: readonly string[], head: boolean) =>
      new TableRow({
        tableHeader: head,
        cantSplit: true,
        children: cells.map(
          (text) => new TableCell({ children: [new Paragraph({ children: [new TextRun({ text, bold: head })] })] }),
        ),
      });
    return [
      heading,
      new Table({
        width: { size: 100, type: WidthType.PERCENTAGE },
        rows: [
          row(
            columns.map(({ label }) => label),
            true,
          ),
          ...rows.map((cells) => row(cells, false)),
        ],
      }),
    ];
  }
  const lines = outlineText(kind, chart).split('\n').filter(Boolean);
  return [
    heading,
    ...lines.map((line) => {
      const text = line.replace(/^\t+/, '');
      const level = Math.min(MOST_LEVELS - 1, line.length - text.length);
      return new Paragraph({ text: text.replaceAll(' | ', ', '), numbering: { reference: LEVELS, level } });
    }),
  ];
}

/** @param pictures at least one; each has a caption of its own */
export async function documentOf(
  kind: Kind,
  chart: Chart,
  pictures: readonly DocumentPicture[],
  asked: DocumentAsked,
): Promise<Buffer> {
  const first = pictures[0]!.scene;
  const description = new Paragraph({ text: first.description });
  const sections = pictures.map((picture, i) => {
    const so = placed(picture.scene, asked);
    const alone = asked.place === 'full' || asked.place === 'half';
    const caption = new Paragraph({
      style: 'Caption',
      keepLines: true,
      children: [
        new TextRun('Figure '),
        new SimpleField('SEQ Figure \\* ARABIC', String(i + 1)),
        new TextRun(`: ${picture.scene.title}`),
      ],
    });
    return {
      properties: onPage(so.landscape),
      children: [
        ...(i === 0 ? [new Paragraph({ heading: HeadingLevel.HEADING_1, text: chart.title })] : []),
        new Paragraph({
          keepNext: alone,
          ...(alone && { alignment: AlignmentType.CENTER }),
          children: [pictureRun(picture, so, asked.place)],
        }),
        caption,
        ...(i === 0 ? [description] : []),
        ...(i === pictures.length - 1 ? listOf(kind, chart, asked.list) : []),
      ],
    };
  });
  const file = new Document({
    title: chart.title,
    description: first.description,
    creator: 'Dendrotax',
    styles: {
      paragraphStyles: [{ id: 'Caption', name: 'caption', basedOn: 'Normal', run: { italics: true, size: 18 } }],
    },
    numbering: {
      config: [
        {
          reference: LEVELS,
          levels: Array.from({ length: MOST_LEVELS }, (_, level) => ({
            level,
            format: LevelFormat.DECIMAL,
            text: `${Array.from({ length: level + 1 }, (__, at) => `%${at + 1}`).join('.')}.`,
            style: { paragraph: { indent: { left: 360 * (level + 1), hanging: 360 + 90 * level } } },
          })),
        },
      ],
    },
    sections,
  });
  return Packer.toBuffer(file);
}
