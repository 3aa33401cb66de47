/**
 * Columns of one's own in a GEDCOM file: a fact with the column's heading as its type. Source: "The FamilySearch GEDCOM
 * Specification" 7.0, Individual attributes, FACT, whose type is required; "The GEDCOM Standard" 5.5.1 has the same.
 */
import { FIELD_LIMIT, fieldNameSchema } from '../../chart';
import { type GedcomNode, node, sub, subs } from '../../formats/gedcom';
import { pushTo } from '../../grouped';
import { tidy } from '../../list';
import { columns } from './columns';

const FACT = 'FACT';
const OURS = new Set(columns.map(({ field }) => field));
/** A person may have several facts of one type; in a cell they stand one behind the other. */
const BETWEEN = '; ';

const isHeading = (text: string): boolean =>
  fieldNameSchema.safeParse(text).success && !OURS.has(text) && !text.startsWith('@');

interface Fact {
  readonly said: string;
  readonly lines: readonly GedcomNode[];
}

/** Facts of a person by type, without those that can't be a cell. */
function factsIn(record: GedcomNode): Map<string, Fact> {
  const byType = new Map<string, GedcomNode[]>();
  for (const line of subs(record, FACT))
    if (!line.pointer && tidy(line.value) !== '') pushTo(byType, tidy(sub(line, 'TYPE')?.value ?? ''), line);
  return new Map(
    [...byType]
      .map(([type, lines]) => [type, { said: lines.map(({ value }) => tidy(value)).join(BETWEEN), lines }] as const)
      .filter(([type, { said }]) => isHeading(type) && said.length <= FIELD_LIMIT),
  );
}

/** What a person's facts say, by type. */
export const factFields = (record: GedcomNode): Record<string, string> =>
  Object.fromEntries([...factsIn(record)].map(([type, { said }]) => [type, said]));

/**
 * A person's facts brought to what the chart says, where that differs.
 * @param before what the file said, as far as it was read: facts of other types, and what is no fact, are left as they are
 */
export function updateFacts(
  record: GedcomNode,
  before: Readonly<Record<string, string>>,
  fields: Readonly<Record<string, string>>,
): void {
  const facts = factsIn(record);
  for (const type of new Set([...Object.keys(before), ...Object.keys(fields)])) {
    const value = tidy(fields[type] ?? '');
    if (value === (before[type] ?? '') || !isHeading(type)) continue;
    const [first, ...others] = Object.hasOwn(before, type) ? (facts.get(type)?.lines ?? []) : [];
    const gone = new Set(value === '' ? [first, ...others] : others);
    record.children = record.children.filter((line) => !gone.has(line));
    if (first && value !== '') first.value = value;
    else if (value !== '') record.children.push(node(FACT, value, [node('TYPE', type)]));
  }
}
