/** Outlines: one line an item, levels by how lines start; `Name` or name and post. */
import { firstOrders, type Item } from '../chart';
import { levelMarks, type OutlineLine, outlineLines } from './levels';
import type { SplitLine } from './outline-lines';
import { byNumbers } from './places';
import type { ListForm, ListRead, Problem, ReadContext } from './types';
import { plainText } from './words';

const SEPARATORS = ['\t', ' | ', ' — ', ' – ', ' - '] as const;

/** The one separator the whole list uses between name and post: the one found in most lines. */
function separatorOf(lines: readonly OutlineLine[]): string | undefined {
  let best: string | undefined;
  let most = 0;
  for (const separator of SEPARATORS) {
    const count = lines.filter((line) => line.text.includes(separator)).length;
    if (count > most) [best, most] = [separator, count];
  }
  // A dash in a few lines of a long list is part of a name; tabs and bars never are.
  const certain = best === '\t' || best === ' | ';
  return certain || most > lines.length * 0.15 ? best : undefined;
}

/** An outline as items under each other. */
export function readOutline(raw: string, newId: () => string, split: SplitLine, meaning = ''): ListRead {
  const lines = outlineLines(plainText(raw), meaning);
  const separator = separatorOf(lines);
  const orders = firstOrders(lines.length);
  const items: Item[] = [];
  const at: Record<string, number> = {};
  const numbered = lines.flatMap(({ line, number }) => (number ? [{ line, number }] : []));
  const deep = new Set(lines.filter(({ tooDeep }) => tooDeep).map(({ line }) => line));
  const skips = byNumbers(numbered).problems.filter(({ line }) => !deep.has(line!));
  const problems: Problem[] = [];
  const open: string[] = [];
  for (const [i, line] of lines.entries()) {
    const id = newId();
    const parent = line.level > 0 ? open[line.level - 1]! : null;
    open.length = line.level;
    open.push(id);
    items.push({ id, parent, order: orders[i]!, fields: split(line.text, separator, line.level) });
    at[id] = line.line;
    if (line.tooDeep)
      problems.push({
        code: 'too-deep',
        severity: 'warning',
        line: line.line,
        item: id,
        message: `Line ${line.line} is indented more than one level below the line above; it was put directly under it.`,
        repairs: [],
      });
  }
  const itemAt = new Map(Object.entries(at).map(([id, line]) => [line, id]));
  for (const skip of skips) problems.push({ ...skip, item: itemAt.get(skip.line!)! });
  return { form: 'outline', items, links: [], sets: [], lines: at, problems };
}

/**
 * @param split how a line becomes fields
 * @param resolve makes more of the items than a tree, such as links
 * @param meaning signs at the start of lines that are no bullets
 */
export const outlineForm = (
  sample: string,
  split: SplitLine,
  resolve: (list: ListRead, context: ReadContext) => ListRead = (list) => list,
  meaning = '',
): ListForm => ({
  id: 'outline',
  label: 'Outline',
  sample,
  suits: (text) => (levelMarks(plainText(text), meaning) === undefined ? 0.2 : 0.6),
  read: (raw, context) => resolve(readOutline(raw, context.newId, split, meaning), context),
});
