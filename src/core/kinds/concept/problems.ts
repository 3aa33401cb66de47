import type { Chart } from '../../chart';
import { type Problem, tidy } from '../../list';
import { type Found, type LineOf, quoted, reported } from '../report';
import { conceptKey, graphOf } from './graph';

export function problems(chart: Chart, lineOf: LineOf): Problem[] {
  const graph = graphOf(chart);
  const name = (id: string) => quoted(chart, id);
  const found: Found[] = [];
  for (const id of graph.concepts) {
    const text = chart.items[id]!.fields['name'] ?? '';
    if (text.trim() === '') found.push({ code: 'empty-name', item: id, field: 'name', says: 'there is no concept.' });
    const level = chart.items[id]!.fields['level'];
    if (level && !/^[1-9]\d?$/.test(level))
      found.push({ code: 'not-a-number', item: id, field: 'level', says: `"${level}" is not a level from 1 to 99.` });
  }
  const parts = new Set<string>();
  for (const id of graph.apart) {
    if (graph.reachedBy.has(id)) continue;
    parts.add(id);
    found.push({
      code: 'unlinked',
      item: id,
      says: `no link joins ${name(id)} to the main idea, ${graph.main === undefined ? 'which is missing' : name(graph.main)}.`,
      repairs:
        graph.main === undefined || chart.items[id]!.parent !== null
          ? []
          : [{ label: `Put it under ${name(graph.main)}`, change: { type: 'move-branch', id, parent: graph.main } }],
    });
  }
  const said = new Map<string, string>();
  for (const { line, from, to, phrase } of graph.propositions) {
    if (phrase === '')
      found.push({
        code: 'no-phrase',
        item: line,
        field: 'phrase',
        says: `the link from ${name(from)} to ${name(to)} has no linking phrase.`,
      });
    if (from === to) {
      found.push({
        code: 'self-link',
        item: line,
        says: `${name(to)} is linked to itself; such a link is not drawn.`,
        repairs: [{ label: 'Remove this line', change: { type: 'remove-lift', id: line } }],
      });
      continue;
    }
    const key = JSON.stringify([from, conceptKey(phrase), to]);
    const first = said.get(key);
    if (first === undefined) said.set(key, line);
    else {
      const other = lineOf(first);
      found.push({
        code: 'same-proposition',
        item: line,
        says: `${name(from)} ${phrase} ${name(to)} is said twice${other === undefined ? '' : ` (also in line ${other})`}.`,
        repairs: [{ label: 'Remove this line', change: { type: 'remove-lift', id: line } }],
      });
    }
  }
  for (const [line, concept] of graph.standsFor) {
    const [own, its] = [chart.items[line]!.fields['name']!, chart.items[concept]!.fields['name']!];
    if (tidy(own) !== tidy(its))
      found.push({
        code: 'folded-name',
        severity: 'note',
        item: line,
        field: 'name',
        says: `"${own}" was taken as ${name(concept)}, which differs only in capitals.`,
        repairs: [
          { label: `Write ${name(concept)}`, change: { type: 'edit-fields', id: line, fields: { name: its } } },
        ],
      });
  }
  return reported(lineOf, found);
}
