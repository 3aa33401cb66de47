/**
 * Words with parts that stand out, as they are written in a list: **strong**, *slanted*, [words](https://address), lines
 * that begin with "- " as a list. A subset of CommonMark 0.31, so that what is brought from elsewhere reads the same; what
 * is not meant so is put after a backslash.
 */
export interface RichRun {
  readonly text: string;
  readonly strong?: boolean;
  readonly slant?: boolean;
  readonly href?: string;
}
export interface Paragraph {
  readonly bullet: boolean;
  readonly runs: readonly RichRun[];
}

/** Whether anything in a text can be more than plain words; nearly all texts are seen here to be plain. */
const MAYBE = /[*[\\]|^[-•] /m;
const BULLET = /^\s*[-•*]\s+(?=\S)/;
/** One thing that stands out, at the earliest place. Emphasis begins before a letter or sign and ends after one. */
const NEXT =
  /\\([*[\]\\•-])|\*\*(?=\S)((?:\\.|[^\\])+?)(?<=\S)\*\*(?!\*)|(?<![\p{L}\p{N}*])\*(?=[^\s*])((?:\\.|[^*\\])+?)(?<=\S)\*(?![\p{L}\p{N}])|\[((?:\\.|[^\]\\])+)\]\((https?:\/\/[^\s)]+|mailto:[^\s)]+)\)/u;

function runsOf(text: string, style: Omit<RichRun, 'text'>): RichRun[] {
  const runs: RichRun[] = [];
  const add = (run: RichRun) => {
    const last = runs.at(-1);
    if (last && last.strong === run.strong && last.slant === run.slant && last.href === run.href)
      runs[runs.length - 1] = { ...last, text: last.text + run.text };
    else if (run.text !== '') runs.push(run);
  };
  let left = text;
  for (;;) {
    const found = NEXT.exec(left);
    if (!found) break;
    const [whole, escaped, strong, slant, words, href] = found;
    add({ ...style, text: left.slice(0, found.index) });
    if (escaped !== undefined) add({ ...style, text: escaped });
    else if (strong !== undefined) for (const run of runsOf(strong, { ...style, strong: true })) add(run);
    else if (slant !== undefined) for (const run of runsOf(slant, { ...style, slant: true })) add(run);
    else for (const run of runsOf(words!, { ...style, href: href! })) add(run);
    left = left.slice(found.index + whole.length);
  }
  add({ ...style, text: left });
  return runs;
}

/** The paragraphs of a text; undefined where all of it is plain. */
export function richOf(text: string): readonly Paragraph[] | undefined {
  if (!MAYBE.test(text)) return undefined;
  const paragraphs = text.split('\n').map((line): Paragraph => {
    const bullet = BULLET.exec(line)?.[0];
    return { bullet: bullet !== undefined, runs: runsOf(bullet === undefined ? line : line.slice(bullet.length), {}) };
  });
  const plain = paragraphs.every(
    ({ bullet, runs }) => !bullet && runs.every(({ strong, slant, href }) => !strong && !slant && !href),
  );
  return plain && plainText(paragraphs) === text ? undefined : paragraphs;
}

const plainText = (paragraphs: readonly Paragraph[]): string =>
  paragraphs.map(({ bullet, runs }) => `${bullet ? '• ' : ''}${runs.map(({ text }) => text).join('')}`).join('\n');

/** A text as it is read out: without the signs that make parts of it stand out. */
export function plainOf(text: string): string {
  const rich = richOf(text);
  return rich ? plainText(rich) : text;
}

/** Signs that mean something in the text of a run. */
const escaped = (text: string): string => text.replace(/[\\*[\]]/g, (sign) => `\\${sign}`);

function runMarkup({ text, strong, slant, href }: RichRun): string {
  // Emphasis begins and ends at a letter: spaces at its ends stand outside.
  const [, before = '', words = '', after = ''] = /^(\s*)([\s\S]*?)(\s*)$/.exec(text) ?? [];
  if (words === '') return text;
  const inner = href === undefined ? escaped(words) : `[${escaped(words)}](${href})`;
  const slanted = slant ? `*${inner}*` : inner;
  return `${before}${strong ? `**${slanted}**` : slanted}${after}`;
}

/** Paragraphs as they are written in a list; read again they are the same. */
export const markupOf = (paragraphs: readonly Paragraph[]): string =>
  paragraphs
    .map(({ bullet, runs }) => {
      const text = runs.map(runMarkup).join('');
      return bullet ? `- ${text}` : text;
    })
    .join('\n');

/** Whether a text has parts that stand out. */
export const isRich = (text: string): boolean => richOf(text) !== undefined;
