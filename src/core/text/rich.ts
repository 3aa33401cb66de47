/**
 * Words with parts that stand out, as they are written in a list: **strong**, *slanted*, [words](https://address), lines
 * that begin with "- " as a list. A subset of CommonMark 0.31, so that what is brought from elsewhere reads the same; what
 * is not meant so is put after a backslash.
 */
import { rememberedText } from '../remember';

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
const LETTER = /[\p{L}\p{N}]$/u;
const LETTER_NEXT = /^[\p{L}\p{N}]/u;
const isSpace = (sign: string) => sign === ' ' || ((sign > '~' || sign < ' ') && /\s/.test(sign));
/** What may begin something; a text is looked through for these alone. */
const BEGINS = /[*[\\]/g;
const ADDRESS = /\]\((https?:\/\/[^\s)]+|mailto:[^\s)]+)\)/y;
const ESCAPABLE = '*[]\\•-';

/** One thing that stands out: where it begins and ends, the words in it and what they are. */
interface Outstanding {
  readonly from: number;
  readonly to: number;
  readonly words: string;
  readonly style?: Omit<RichRun, 'text'>;
}

/**
 * What stands out, in order. Emphasis begins before a letter or sign and ends after one. Linear: where each sign is
 * closed is known before it is asked, from the end of the text to its beginning.
 */
function* outstanding(text: string): Generator<Outstanding> {
  const n = text.length;
  const escaped = new Uint8Array(n + 1);
  for (let i = 0; i < n - 1; i++) if (text[i] === '\\') escaped[++i] = 1;
  const is = (i: number, sign: string) => text[i] === sign && escaped[i] === 0;
  const none = n;
  // From each place on: the first unescaped star, the first two that end what is strong, the first closing bracket.
  const star = new Int32Array(n + 2).fill(none);
  const strongEnd = new Int32Array(n + 2).fill(none);
  const bracket = new Int32Array(n + 2).fill(none);
  for (let i = n - 1; i >= 0; i--) {
    star[i] = is(i, '*') ? i : star[i + 1]!;
    const ends = is(i, '*') && text[i + 1] === '*' && text[i + 2] !== '*' && i > 0 && !isSpace(text[i - 1]!);
    strongEnd[i] = ends ? i : strongEnd[i + 1]!;
    bracket[i] = is(i, ']') ? i : bracket[i + 1]!;
  }
  const before = (i: number) => text.slice(Math.max(0, i - 2), i);
  const at = (i: number, start: number): Outstanding | undefined => {
    const next = text[i + 1];
    if (text[i] === '\\') {
      if (next === undefined || !ESCAPABLE.includes(next)) return undefined;
      return { from: i, to: i + 2, words: next };
    }
    if (escaped[i] || next === undefined) return undefined;
    if (text[i] === '[') {
      const end = bracket[i + 1]!;
      ADDRESS.lastIndex = end;
      const href = end > i + 1 && end < none ? ADDRESS.exec(text)?.[1] : undefined;
      return href === undefined
        ? undefined
        : { from: i, to: ADDRESS.lastIndex, words: text.slice(i + 1, end), style: { href } };
    }
    if (text[i] !== '*' || (i > start && text[i - 1] === '*' && !escaped[i - 1])) return undefined;
    const strong = next === '*' && text[i + 2] !== undefined && !isSpace(text[i + 2]!) && !text.startsWith('****', i);
    const end = strong ? strongEnd[i + 3]! : none;
    if (end < none) return { from: i, to: end + 2, words: text.slice(i + 2, end), style: { strong: true } };
    if (isSpace(next) || next === '*' || (i > start && LETTER.test(before(i)))) return undefined;
    const close = star[i + 1]!;
    if (close === none || isSpace(text[close - 1]!) || LETTER_NEXT.test(text.slice(close + 1, close + 3)))
      return undefined;
    return { from: i, to: close + 1, words: text.slice(i + 1, close), style: { slant: true } };
  };
  let done = 0;
  for (const { index } of text.matchAll(BEGINS)) {
    const found = index < done ? undefined : at(index, done);
    if (!found) continue;
    yield found;
    done = found.to;
  }
}

function runsOf(text: string, style: Omit<RichRun, 'text'>): RichRun[] {
  const runs: RichRun[] = [];
  const add = (run: RichRun) => {
    const last = runs.at(-1);
    if (last && last.strong === run.strong && last.slant === run.slant && last.href === run.href)
      runs[runs.length - 1] = { ...last, text: last.text + run.text };
    else if (run.text !== '') runs.push(run);
  };
  let done = 0;
  for (const { from, to, words, style: own } of outstanding(text)) {
    add({ ...style, text: text.slice(done, from) });
    if (own) for (const run of runsOf(words, { ...style, ...own })) add(run);
    else add({ ...style, text: words });
    done = to;
  }
  add({ ...style, text: text.slice(done) });
  return runs;
}

/** The paragraphs of a text; undefined where all of it is plain. */
export const richOf = (text: string): readonly Paragraph[] | undefined =>
  MAYBE.test(text) ? richAnew(text) : undefined;

/** Words are set several times in one composition. */
const MOST_KNOWN = 2_000;
const richAnew = rememberedText((text): readonly Paragraph[] | undefined => {
  const paragraphs = text.split('\n').map((line): Paragraph => {
    const bullet = BULLET.exec(line)?.[0];
    return { bullet: bullet !== undefined, runs: runsOf(bullet === undefined ? line : line.slice(bullet.length), {}) };
  });
  const plain = paragraphs.every(
    ({ bullet, runs }) => !bullet && runs.every(({ strong, slant, href }) => !strong && !slant && !href),
  );
  return plain && plainText(paragraphs) === text ? undefined : paragraphs;
}, MOST_KNOWN);

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
  const words = text.trim();
  if (words === '') return text;
  const at = text.indexOf(words);
  const [before, after] = [text.slice(0, at), text.slice(at + words.length)];
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
