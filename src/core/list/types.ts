import type { Change, Chart, FieldType, Item, ItemSet, Link } from '../chart';

/** A change that would mend a problem, in the words of its button. */
export interface Repair {
  readonly label: string;
  readonly change: Change;
  /** Repairs of problems with the same code and the same word here do the same, and can be done at once. */
  readonly alike?: string;
  /** What it is remembered by as an answer, where that is not its label. */
  readonly choice?: string;
}

/** Something wrong or noteworthy in a list, at its line. */
export interface Problem {
  /** Lower-case words with hyphens; the same in every language of the interface. */
  readonly code: string;
  readonly severity: 'error' | 'warning' | 'note';
  readonly message: string;
  /** Line of the source text, or of the list where the chart is stored; from 1. */
  readonly line?: number;
  readonly item?: string;
  readonly field?: string;
  /** Where it can be left as it is on purpose: what that is remembered by. */
  readonly key?: string;
  /** What it asks about, where lines with other words ask the same; and that in words. */
  readonly asks?: string;
  readonly asked?: string;
  readonly repairs: readonly Repair[];
}

/** A column of a kind's table. */
export interface Column {
  /** The field it fills; `superior` and `id` are resolved to the tree while reading. */
  readonly field: string;
  readonly label: string;
  /** Other headings it is known by, lower case, without marks or spaces. */
  readonly headings: readonly string[];
  /** What is to be written there, said on an empty line. */
  readonly hint?: string;
  /** What it is, where its label does not say it. */
  readonly about?: string;
  /** It says where an item is placed rather than what it is; said in a sentence. */
  readonly places?: string;
  /** Its cells name other lines: one, or several set apart by semicolons. */
  readonly refers?: 'one' | 'many';
  /** What its cells are, where they are not words. */
  readonly type?: FieldType;
}

/** What reading a list gives. Every line's words are in some item's fields: nothing is dropped silently. */
export interface ListRead {
  /** By signs that mean something else in other kinds: less sure. */
  readonly shared?: true;
  readonly form: string;
  readonly items: readonly Item[];
  readonly links: readonly Link[];
  readonly sets: readonly ItemSet[];
  /** The source line of each item. */
  readonly lines: Readonly<Record<string, number>>;
  /** What was wrong with the text itself; what is wrong with the content, the kind's own check finds. */
  readonly problems: readonly Problem[];
  /** Choices of arrangement that the list itself makes, such as its main idea. */
  readonly arrangement?: Chart['arrangement'];
  /** What the text carried that no kind uses, to be written back. */
  readonly carried?: Readonly<Record<string, string>>;
  /** For tables: what each column was taken as: a field, or how it says where lines stand. */
  readonly columns?: readonly { readonly heading: string; readonly key: string; readonly field: string }[];
  /** For tables: the first rows, as many cells as there are columns. */
  readonly firstRows?: readonly (readonly string[])[];
  /** For tables: whether a row of headings was found. */
  readonly headed?: boolean;
  /** Why nothing could be read at all. */
  readonly refused?: string;
}

/** Forms whose levels are told by nesting. */
const NESTED = new Set(['outline', 'markdown', 'opml']);
export const isNested = ({ form }: Pick<ListRead, 'form'>): boolean => NESTED.has(form);

/** Nothing could be read. @param why in words, for the person whose list it is */
export const refusedAs = (form: string, why: string): ListRead => ({
  form,
  items: [],
  links: [],
  sets: [],
  lines: {},
  problems: [],
  refused: why,
});

export interface ReadContext {
  readonly columns: readonly Column[];
  /** Gives item ids; the default counts i1, i2, ... so that the same list reads the same. */
  readonly newId: () => string;
  /** What columns of a table are, by heading (or `column 1`, ...), where a person chose; the rest is found out. */
  readonly roles?: Readonly<Record<string, string>> | undefined;
  /** Whether the first row of a table names the columns; found out where absent. */
  readonly headings?: boolean | undefined;
  /** Only so many elements or records are wanted, to see what a long list is. */
  readonly sample?: number | undefined;
  /** What forms made of a text, for other kinds that read it too; see `parsedOnce`. */
  readonly parsed?: Map<string, unknown> | undefined;
}

/** One way to write a list of a kind. */
export interface ListForm {
  readonly id: string;
  readonly label: string;
  readonly sample: string;
  /** A text that suits it for certain is nothing else: other kinds would only misread it. */
  readonly exclusive?: true;
  /** How sure it is that a text is of this form: 0 (no) to 1. */
  suits(text: string, columns: readonly Column[]): number;
  read(text: string, context: ReadContext): ListRead;
}

/** A table; what other forms hold in rows is read as one without being written as text first. */
export interface TableForm extends ListForm {
  /** @param rows the headings first */
  readRows(rows: readonly (readonly string[])[], context: ReadContext): ListRead;
}

/** What is made or thrown the first time is so again, without being done again. */
function once<T>(make: () => T): () => T {
  try {
    const made = make();
    return () => made;
  } catch (error) {
    return () => {
      throw error;
    };
  }
}

/**
 * What a form makes of a text, made once for all kinds that are asked.
 * @param id the form's, and what else tells one making from another
 */
export function parsedOnce<T>(
  id: string,
  raw: string,
  { parsed }: Pick<ReadContext, 'parsed'>,
  parse: (text: string) => T,
): T {
  const known = parsed?.get(id) as { readonly raw: string; readonly made: () => T } | undefined;
  if (known?.raw === raw) return known.made();
  const made = once(() => parse(raw));
  parsed?.set(id, { raw, made });
  return made();
}

export const countingIds = (prefix = 'i') => {
  let count = 0;
  return () => `${prefix}${++count}`;
};
