/** Second reporting lines: links from another superior to a post, told by name in a column of the list. */
import { asOne, type Change, type Chart, type Link } from '../../chart';
import { itemFinder, type ListRead, type Problem } from '../../list';
import { remembered } from '../../remember';

export const SECOND = 'dotted-line';
export const FIELD = 'dotted';

const namesIn = (text: string) =>
  text
    .split(/[;\n]/)
    .map((name) => name.trim())
    .filter(Boolean);

const linkId = (item: string, from: string) => `${from}.${item}`.slice(-64);
const linkOf = (item: string, from: string): Link => ({ id: linkId(item, from), from, to: item, role: SECOND });

/** Names that one line is meant by, as links; the rest as they were written. */
function resolve(text: string, item: string, find: ReturnType<typeof itemFinder>) {
  const put: Link[] = [];
  const left: string[] = [];
  for (const name of namesIn(text)) {
    const found = find(name);
    if (!found || !('to' in found) || found.to === item) left.push(name);
    else if (!put.some(({ from }) => from === found.to)) put.push(linkOf(item, found.to));
  }
  return { put, left: left.join('; ') };
}

/** Makes links of what a list says in its column; names of nobody stay there, so that Check can ask. */
export function withSecondLines(list: ListRead): ListRead {
  if (!list.items.some(({ fields }) => fields[FIELD])) return list;
  const find = itemFinder(list.items, 'post');
  const links: Link[] = [...list.links];
  const items = list.items.map((item) => {
    const text = item.fields[FIELD];
    if (!text) return item;
    const { put, left } = resolve(text, item.id, find);
    links.push(...put);
    const { [FIELD]: _, ...fields } = item.fields;
    return { ...item, fields: left === '' ? fields : { ...fields, [FIELD]: left } };
  });
  return { ...list, items, links };
}

const secondOf = remembered((links: Chart['links']) => {
  const of = new Map<string, Link[]>();
  for (const link of Object.values(links)) {
    if (link.role !== SECOND) continue;
    if (of.has(link.to)) of.get(link.to)!.push(link);
    else of.set(link.to, [link]);
  }
  return of;
});

/** The cell of a post: whom it also reports to. */
export function secondCell(chart: Chart, item: string, textOf: (id: string) => string): string | undefined {
  const linked = (secondOf(chart.links).get(item) ?? []).map(({ from }) => textOf(from));
  const words = [...linked, ...namesIn(chart.items[item]!.fields[FIELD] ?? '')];
  return words.length === 0 ? undefined : words.join('; ');
}

/** Writing into that cell. */
export function writeSecond(chart: Chart, item: string, text: string): Change {
  const { put, left } = resolve(text, item, itemFinder(Object.values(chart.items), 'post'));
  const kept = new Set(put.map(({ id }) => id));
  const before = secondOf(chart.links).get(item) ?? [];
  const changes: Change[] = [
    {
      type: 'set-links',
      put: put.filter(({ id }) => !chart.links[id]),
      remove: before.flatMap(({ id }) => (kept.has(id) ? [] : [id])),
    },
  ];
  if (left !== (chart.items[item]!.fields[FIELD] ?? ''))
    changes.push({ type: 'edit-fields', id: item, fields: { [FIELD]: left === '' ? null : left } });
  return asOne(changes);
}

export function secondProblems(chart: Chart, lineOf: (item: string) => number | undefined): Problem[] {
  const place = (item: string) => {
    const line = lineOf(item);
    return { item, field: FIELD, ...(line !== undefined && { line }) };
  };
  const said = (item: string) => {
    const line = lineOf(item);
    return `${line === undefined ? '' : `Line ${line}: `}${chart.items[item]!.fields['name'] || 'A vacant post'}`;
  };
  const open = Object.values(chart.items)
    .filter(({ fields }) => fields[FIELD])
    .map(
      ({ id, fields }): Problem => ({
        code: 'unknown-second-line',
        severity: 'warning',
        ...place(id),
        message: `${said(id)} has a dotted line to "${fields[FIELD]}", which is no one line of the list. It is not drawn until the name is that of one.`,
        repairs: [{ label: 'Leave it out', change: { type: 'edit-fields', id, fields: { [FIELD]: null } } }],
      }),
    );
  const twice = [...secondOf(chart.links)].flatMap(([to, links]) =>
    links
      .filter(({ from }) => chart.items[to]?.parent === from)
      .map(
        (link): Problem => ({
          code: 'second-line-twice',
          severity: 'note',
          ...place(to),
          message: `${said(to)} has a dotted line to whom it reports to anyway.`,
          repairs: [{ label: 'Take the dotted line away', change: { type: 'set-links', put: [], remove: [link.id] } }],
        }),
      ),
  );
  return [...open, ...twice];
}
