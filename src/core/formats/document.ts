/** Documents of word processors as lists: headings and lists give levels, a table is a table. */
import { Parser } from 'htmlparser2';
import { unfold } from './archive';
import { textOfHtml } from './html';
import { UnreadableFile } from './unreadable';

export const isDocument = (names: readonly string[]): boolean => names.includes('word/document.xml');

/** Notes at the foot of a page, and the signs that point to them, are no part of a list. */
const NOTE = /^(?:foot|end)note-/;
const HEADING = /^h([1-6])$/;

/**
 * Headings and lists of a page as Markdown has them, so that they are read as that is. Paragraphs are lines of their own,
 * tabs before their words kept.
 */
function markdownOf(html: string): string {
  const blocks: { text: string; isItem: boolean }[] = [];
  let text = '';
  let lists = 0;
  let mark: string | undefined;
  /** Elements open within a note at the foot, or a sign that points to one. */
  let aside = 0;
  const end = () => {
    const words = text.replace(/[ \r\n\f]+/g, ' ');
    const bare = mark === undefined ? words.trimEnd() : words.trim();
    if (bare.trim() !== '') blocks.push({ text: `${mark ?? ''}${bare}`, isItem: mark?.trim() === '-' });
    text = '';
    mark = undefined;
  };
  const parser = new Parser(
    {
      onopentag(name, { id = '' }) {
        if (aside > 0 || NOTE.test(id)) {
          aside++;
          return;
        }
        const heading = HEADING.exec(name);
        if (name === 'ul' || name === 'ol') {
          end();
          lists++;
        } else if (name === 'li') {
          end();
          mark = `${'  '.repeat(Math.max(0, lists - 1))}- `;
        } else if (heading) {
          end();
          mark = `${'#'.repeat(Number(heading[1]))} `;
        } else if (name === 'p' && mark === undefined) end();
        else if (name === 'br') text += ' ';
      },
      ontext(data) {
        if (aside === 0) text += data;
      },
      onclosetag(name) {
        if (aside > 0) aside--;
        else if (name === 'ul' || name === 'ol') {
          end();
          lists--;
        } else if (name === 'li' || name === 'p' || HEADING.test(name)) end();
      },
    },
    { decodeEntities: true },
  );
  parser.write(html);
  parser.end();
  end();
  // Items of one list stand together; all else is set apart.
  return blocks
    .map(({ text: own, isItem }, i) => (i > 0 && !(isItem && blocks[i - 1]!.isItem) ? `\n${own}` : own))
    .join('\n');
}

/** Elements of a document that is read, about 20,000 plain paragraphs: more would take longer than anybody waits. */
const MOST_ELEMENTS = 100_000;

/** Counts elements as they unfold. @throws UnreadableFile where there are too many */
function elementCounter(): (text: string) => void {
  let count = 0;
  let before = '';
  return (text) => {
    count += (before + text).split('<w:').length - 1;
    before = text.slice(-2);
    if (count > MOST_ELEMENTS)
      throw new UnreadableFile(
        'This document is longer than 500 pages or so, more than is read of one; copy its list and paste it, or save it as plain text.',
      );
  };
}

const IS_TABLE = /<tr[\s>][\s\S]*<tr[\s>]/i;
const IS_ORDERED = /<(?:h[1-6]|li)[\s>]/i;

/**
 * What a document holds as a list (ECMA-376, WordprocessingML): its table where it has one and no headings or lists, else
 * its headings and lists, else its paragraphs.
 * @throws UnreadableFile
 */
export async function textOfDocument(bytes: Uint8Array): Promise<string> {
  // Told early where it is damaged, or grows out of bounds.
  unfold(bytes, (name) => (name === 'word/document.xml' ? elementCounter() : undefined), true);
  const { default: mammoth } = await import('mammoth');
  let html: string;
  try {
    const buffer = bytes.slice().buffer;
    const input = { arrayBuffer: buffer, buffer: globalThis.Buffer ? globalThis.Buffer.from(buffer) : undefined };
    ({ value: html } = await mammoth.convertToHtml(input as never, { convertImage: NO_PICTURES(mammoth) }));
  } catch {
    throw new UnreadableFile(
      'This document is cut off or damaged; save it again from the program it comes from, or copy its list and paste it.',
    );
  }
  if (IS_TABLE.test(html) && !IS_ORDERED.test(html)) return textOfHtml(html) ?? markdownOf(html);
  const text = markdownOf(html);
  if (text.trim() === '') throw new UnreadableFile('This document has no words in it.');
  // Paragraphs alone are plain lines.
  return IS_ORDERED.test(html) ? `${text}\n` : `${text.replace(/\n\n/g, '\n')}\n`;
}
const NO_PICTURES = (mammoth: typeof import('mammoth')) => mammoth.images.imgElement(async () => ({ src: '' }));
