/** What a file holds, as text that lists are read from, whatever the file is. */
import type { Chart } from '../chart';
import { UnreadableChart } from '../chart';
import { listAsJson } from '../list';
import { type Packed, packedIn } from '../packed';
import { unfold, ungzipped } from './archive';
import { decode } from './decode';
import { isDocument, textOfDocument } from './document';
import { isGedzip, readGedzip } from './gedzip';
import { looksLikePage, PAGE_WITHOUT_LIST, textOfHtml } from './html';
import { isFlatOds } from './ods';
import { UnreadableFile } from './unreadable';
import { looksLikeZip, readFlatSheets, readSheets, type SheetText } from './xlsx';

export interface Source {
  readonly text: string;
  /** Of a workbook: its sheets; `text` is that of the first. */
  readonly sheets: readonly SheetText[];
  /** What to look at, in a sentence; empty where nothing is in doubt. */
  readonly said: string;
  /** The encoding that was guessed or chosen, where a person may choose another. */
  readonly encoding?: string;
  /** Pictures that came along, by the names under which the text knows them. */
  readonly pictures?: ReadonlyMap<string, Uint8Array>;
  /** The chart that the file carries whole; `text` is its list. */
  readonly packed?: Packed;
}

function workbook(sheets: readonly SheetText[]): Source {
  if (sheets.length === 0) throw new UnreadableFile('No sheet of this file has words in it.');
  return { text: sheets[0]!.text, sheets, said: '' };
}

const starts = (bytes: Uint8Array, ...with_: number[]) => with_.every((byte, i) => bytes[i] === byte);

const NOT_A_LIST: readonly (readonly [readonly number[], string])[] = [
  [
    [0xd0, 0xcf, 0x11, 0xe0],
    'This file is of an older or a locked form; save it as .xlsx without a password, or as .csv.',
  ],
  [
    [0x25, 0x50, 0x44, 0x46],
    'This is a PDF that carries no chart of ours; open the list it was made from, or copy its lines and paste them.',
  ],
  [[0x89, 0x50, 0x4e, 0x47], 'This is a picture that carries no chart of ours; a list is text or a spreadsheet.'],
  [[0x52, 0x49, 0x46, 0x46], 'This is a picture that carries no chart of ours; a list is text or a spreadsheet.'],
  [[0xff, 0xd8, 0xff], 'This is a picture; a list is text or a spreadsheet.'],
];

/** What archives hold that are no lists, by a part of theirs. */
const OTHER_ARCHIVES: readonly (readonly [RegExp, string])[] = [
  [/^ppt\//, 'This is a presentation that carries no chart of ours; copy the words of its slides and paste them.'],
  [/^META-INF\/container\.xml$/, 'This is a book; copy its list and paste it.'],
];

/** @throws UnreadableFile where it carries a chart of a later version */
async function carried(bytes: Uint8Array): Promise<Packed | undefined> {
  try {
    return await packedIn(bytes);
  } catch (error) {
    throw error instanceof UnreadableChart ? new UnreadableFile(error.message) : error;
  }
}

async function sourceOfArchive(bytes: Uint8Array): Promise<Source> {
  // Damaged archives are told of by whoever reads them.
  let names: readonly string[] = [];
  try {
    names = unfold(bytes, () => undefined);
  } catch (error) {
    if (!(error instanceof UnreadableFile)) throw error;
  }
  if (isDocument(names)) return { text: await textOfDocument(bytes), sheets: [], said: '' };
  if (isGedzip(names)) {
    const { gedcom, pictures } = readGedzip(bytes);
    const { text, said } = decode(gedcom);
    return { text, sheets: [], said, ...(pictures.size > 0 && { pictures }) };
  }
  const other = OTHER_ARCHIVES.find(([part]) => names.some((name) => part.test(name)));
  if (other) throw new UnreadableFile(other[1]);
  return workbook(readSheets(bytes));
}

/** The list of a chart that a file carries, as text for whoever wants no more than that. */
export const packedText = (chart: Chart): string => `${JSON.stringify(listAsJson(chart), null, 2)}\n`;

/**
 * @param bytes the file, 8 MB at the most by the caller's care
 * @param wanted the encoding that a person chose, of `ENCODINGS`
 * @throws UnreadableFile in words a person can act on
 */
export async function sourceOf(bytes: Uint8Array, wanted?: string): Promise<Source> {
  if (bytes.length === 0) throw new UnreadableFile('This file is empty.');
  const packed = await carried(bytes);
  if (packed) return { text: packedText(packed.chart), sheets: [], said: '', packed };
  if (looksLikeZip(bytes)) return sourceOfArchive(bytes);
  if (starts(bytes, 0x1f, 0x8b)) return sourceOf(ungzipped(bytes), wanted);
  const other = NOT_A_LIST.find(([mark]) => starts(bytes, ...mark));
  if (other) throw new UnreadableFile(other[1]);
  const { text, said, binary, encoding } = decode(bytes, wanted);
  const about = { said, ...(encoding !== undefined && { encoding }) };
  if (binary)
    throw new UnreadableFile(
      'This file is not text: it holds bytes that no list has. Open a .csv, .txt or .xlsx file.',
    );
  if (/^\s*(?:<\?xml[^>]*>\s*)?(?:<!--[^>]*>\s*)?<svg[\s>]/i.test(text))
    throw new UnreadableFile('This is a drawing that carries no chart of ours; a list is text or a spreadsheet.');
  if (isFlatOds(text)) return workbook(readFlatSheets(text));
  if (!looksLikePage(text)) return { text, sheets: [], ...about };
  const page = textOfHtml(text);
  if (page === undefined) throw new UnreadableFile(PAGE_WITHOUT_LIST);
  return { text: page, sheets: [], ...about };
}
