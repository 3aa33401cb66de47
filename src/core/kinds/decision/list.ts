import { type Item, type NewItem, ordersAfter } from '../../chart';
import { circles, folded, type ListRead, outlineForm, type ReadContext, tableForms, tidy } from '../../list';
import { split } from './lines';

const OUTLINE = `Is the spot in full sun?
\tyes: Is the soil dry?
\t\tyes: Sea lavender
\t\tno: Does it flood at high water?
\t\t\tyes: Glasswort
\t\t\tno: Marsh mallow
\tno: Is it under trees?
\t\tyes: Hart's tongue fern
\t\tno: Marsh mallow
`;

const TABLE = `Step,Text,From,Answer,Chance,Value,Cost
1,Build a second glasshouse?,,,,,
2,How many visitors come?,1,build,,,40000
3,Many,2,many,60 %,90000,
4,Few,2,few,40 %,25000,
5,Stay as we are,1,leave it,,12000,
`;

/**
 * Rows hang under the step they come from. A step that several lead to has a row for each, or names them all, set apart by
 * semicolons: each way is a line of its own.
 */
function resolve(list: ListRead, context: ReadContext): ListRead {
  const first = new Map<string, string>();
  const remember = (kind: string, text: string | undefined, id: string) => {
    const key = `${kind} ${folded(text ?? '')}`;
    if (text && !first.has(key)) first.set(key, id);
  };
  const wordsOf = new Map<string, string>();
  for (const { fields } of list.items) if (fields['id'] && fields['name']) wordsOf.set(fields['id'], fields['name']);
  const whole = list.items.map((item): Item => {
    // A row that only adds a way may leave the words out: they are those of the step.
    const name = item.fields['name'] || wordsOf.get(item.fields['id'] ?? '');
    return name === undefined ? item : { ...item, fields: { ...item.fields, name } };
  });
  for (const { id, fields } of whole) {
    remember('id', fields['id'], id);
    remember('name', fields['name'], id);
  }
  const find = (text: string) => first.get(`id ${folded(text)}`) ?? first.get(`name ${folded(text)}`);
  const above = new Map<string, string>();
  const items: Item[] = [];
  const lines = { ...list.lines };
  for (const item of whole) {
    const { from, ...fields } = item.fields;
    const sources = (from ?? '').split(';').map(tidy).filter(Boolean);
    for (const [i, source] of (sources.length > 0 ? sources : ['']).entries()) {
      const id = i === 0 ? item.id : context.newId();
      if (i > 0) lines[id] = list.lines[item.id]!;
      const parent = source === '' ? undefined : find(source);
      if (parent !== undefined && parent !== id) above.set(id, parent);
      items.push({
        ...item,
        id,
        fields: source !== '' && parent === undefined ? { ...fields, from: source } : fields,
      });
    }
  }
  // A step that can only be reached from behind itself: the way is kept as a line that names the step.
  const closing: NewItem[] = [];
  for (const circle of circles(items, above)) {
    const cut = circle[0]!;
    const source = above.get(cut)!;
    above.delete(cut);
    const item = items.find(({ id }) => id === cut)!;
    const { answer, chance, cost, ...own } = item.fields;
    const id = context.newId();
    lines[id] = list.lines[cut]!;
    item.fields = own;
    closing.push({
      id,
      parent: source,
      fields: {
        ...(own['id'] && { id: own['id'] }),
        name: own['name'] ?? '',
        ...(answer && { answer }),
        ...(chance && { chance }),
        ...(cost && { cost }),
      },
    });
  }
  const orders = ordersAfter(items, items.length - 1, items.length + closing.length);
  return {
    ...list,
    lines,
    items: [
      ...items.map((item, i) => ({ ...item, parent: above.get(item.id) ?? item.parent, order: orders[i]! })),
      ...closing.map((item, i) => ({ ...item, order: orders[items.length + i]! })),
    ],
  };
}

export const forms = [outlineForm(OUTLINE, split), ...tableForms(TABLE, { parent: 'from', levels: true, resolve })];
