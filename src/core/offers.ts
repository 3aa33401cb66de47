/**
 * What a text can become. Each kind reads it and says how sure it is by the structure it finds; that is held against the
 * evidence: a reading that explains little of the text, or leaves much of it in doubt, cannot win.
 */
import { kindSaid, looksLikePage } from './formats';
import { formsOf, isLineForm } from './forms';
import { type Fitness, type Kind, kinds } from './kinds';
import type { ListRead, Problem } from './list';
import { chartOfList, type ReadOptions, readList, type Unreadable } from './read';

/** What a text can become as a kind. */
export interface Offer {
  readonly kind: Kind;
  readonly fitness: Fitness;
  /** What was read; absent where the kind can't read it at all. */
  readonly list?: ListRead;
  /** Why it can't be read as the kind at all. */
  readonly refused?: Unreadable;
}

/** Letters of a text that every kind reads whole; of longer ones so many lines are looked at. */
const MOST_WHOLE = 150_000;
const SAMPLE = 2_500;
/** Of longer lists the content is not checked for problems: that of the text itself is. */
const MOST_CHECKED = 3_000;
/** Of what is in doubt, so much is taken off. */
const DOUBT = 1.2;
/** Below this nobody would want the picture. */
export const LEAST_SURE = 0.05;
/** What is said of the whole list, not of lines, and what is no sign of having misread them. */
const OF_THE_WHOLE = new Set(['no-headings', 'above-headings', 'several-tops', 'no-phrase', 'too-long']);

/** The part of the items of which something is in doubt: warned of, or wrong. */
function inDoubt(kind: Kind, list: ListRead): number {
  const said: readonly Problem[] =
    list.items.length > MOST_CHECKED
      ? list.problems
      : [...list.problems, ...kind.problems(chartOfList(kind, 'Preview', list), (item) => list.lines[item])];
  const where = new Set<string>();
  for (const { code, severity, line, item } of said)
    if (severity !== 'note' && !OF_THE_WHOLE.has(code) && (line !== undefined || item !== undefined))
      where.add(String(line ?? list.lines[item!] ?? item));
  return where.size / Math.max(1, list.items.length);
}

const WORD = /[\p{L}\p{Extended_Pictographic}\p{Regional_Indicator}]/u;
/** A moment as programs write it (ISO 8601): its letters are no words. */
const MOMENT = /^\d{4}-\d\d-\d\dT[\d:.]+(?:Z|[+-]\d\d:?\d\d)?$/;
/** More words than a name or a post has. */
const SENTENCE = 25;
const isSentence = (name: string) => name.length > 2 * SENTENCE && name.split(/\s+/, SENTENCE).length >= SENTENCE;
/** Of running text so large a part is sentences. */
const PROSE = 0.5;
/** A list for a chart has words: of this part of its items at the least. */
const WORDED = 0.3;

/** How lines of programs and of statements to databases begin and end. */
const STATEMENT =
  /^(?:import|export|const|let|var|function|return|if|for|def|class|public|private|SELECT|INSERT|CREATE|DROP)\b/;
const isCode = (line: string): boolean =>
  /[;{}]$/.test(line) ||
  /^[}\])]/.test(line) ||
  (STATEMENT.test(line) && /[:(]$/.test(line)) ||
  (line.startsWith('(') && line.endsWith('),'));
/** Of so many lines so large a part. */
const MOST_CODE = { lines: 8, looked: 400, part: 0.5 };

function isProgram(text: string): boolean {
  const lines = text
    .slice(0, 40_000)
    .split('\n')
    .slice(0, MOST_CODE.looked)
    .flatMap((line) => line.trim() || []);
  return lines.length >= MOST_CODE.lines && lines.filter(isCode).length >= lines.length * MOST_CODE.part;
}

const PROGRAM = 'This is not a list for a chart: it looks like a program, or like statements to a database.';

/** Whether any line of text is taken for an item. */
const isWritten = (kind: Kind, { form }: ListRead) => formsOf(kind).some((one) => one.id === form && isLineForm(one));

/** Why this is no list for any chart; undefined where it may be one. */
function noList({ items, sets }: ListRead): string | undefined {
  const words = items.filter(({ fields: { name = '' } }) => WORD.test(name) && !MOMENT.test(name)).length;
  if (items.length >= 3 && words < items.length * WORDED && sets.length === 0)
    return 'This is not a list for a chart: most of its lines have numbers only where names would stand.';
  const sentences = items.filter(({ fields }) => isSentence(fields['name'] ?? '')).length;
  if (items.every(({ parent }) => parent === null) && sets.length === 0 && sentences > items.length * PROSE)
    return 'This is not a list for a chart: it is running text, without levels or names.';
  return undefined;
}

const refusal = (kind: Kind, refused: Unreadable): Offer => ({
  kind,
  fitness: { sure: 0, why: refused.message },
  refused,
});

/** Every kind with what a text can become as it, the surest first. @param options what a person chose about a table */
export function offersFor(text: string, options: Pick<ReadOptions, 'headings' | 'roles' | 'newId'> = {}): Offer[] {
  // Of a long list every kind looks at the beginning; only the one that comes first then reads it whole.
  const said = kindSaid(text);
  const parsed = new Map<string, unknown>();
  const program = !looksLikePage(text) && isProgram(text);
  const claimed = kinds
    .flatMap((kind) => formsOf(kind).map((form) => ({ form, columns: kind.columns })))
    .find(({ form, columns }) => form.exclusive && form.suits(text, columns) === 1)?.form;
  const claims = (kind: Kind) => formsOf(kind).some(({ id }) => id === claimed?.id);
  // What only one kind reads need not be looked at before.
  const sample = text.length > MOST_WHOLE && kinds.filter(claims).length !== 1 ? SAMPLE : undefined;
  const offers = kinds.map((kind): Offer => {
    if (claimed && !claims(kind))
      return {
        kind,
        fitness: { sure: 0, why: `This is written as ${claimed.label}, which is not read as this kind.` },
      };
    const read = readList(kind, text, { ...options, sample, parsed });
    if (!read.ok) return refusal(kind, read.problem);
    const { list } = read;
    if (kind.id === said)
      return { kind, fitness: { sure: 1, why: `It says so itself: ${kind.words.name.toLowerCase()}.` }, list };
    const none = program && isWritten(kind, list) ? PROGRAM : noList(list);
    if (none !== undefined) return { kind, fitness: { sure: 0, why: none }, list };
    const { sure, why } = kind.fits(list);
    const doubt = sure > 0 ? inDoubt(kind, list) : 0;
    const left = sure * Math.max(0, 1 - DOUBT * doubt);
    if (sure > 0 && left < LEAST_SURE)
      return {
        kind,
        fitness: { sure: 0, why: `Read so, ${Math.round(100 * Math.min(1, doubt))} % of its lines would be in doubt.` },
        list,
      };
    return { kind, fitness: { sure: left, why }, list };
  });
  // Where nothing came of it, whoever it was written for says why.
  offers.sort((a, b) => b.fitness.sure - a.fitness.sure || Number(claims(b.kind)) - Number(claims(a.kind)));
  return sample === undefined ? offers : wholly(offers, text, { ...options, parsed });
}

/** Offers of the beginning of a list as those of the whole: the first is read to its end, and what it can't be is said. */
function wholly(offers: readonly Offer[], text: string, options: ReadOptions): Offer[] {
  const left = offers.map(({ kind, fitness }): Offer => ({ kind, fitness }));
  const [first] = left;
  if (!first || first.fitness.sure === 0) return left;
  const read = readList(first.kind, text, options);
  if (read.ok) return [{ ...first, list: read.list }, ...left.slice(1)];
  // What is too long for one kind is too long for all.
  return left.map(({ kind }) => refusal(kind, read.problem));
}
