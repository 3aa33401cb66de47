/** Concept maps that are typed: propositions with arrows, linking phrases in brackets, the focus question. */
import { asOne, type Change, type Chart, isWithin } from '../../chart';
import { typedFields, withFields } from '../typing';
import { conceptKey } from './graph';
import { split, typedLine } from './lines';

export function typed(chart: Chart, item: string, text: string): Change | undefined {
  const said = typedLine(text);
  if (said && 'focus' in said)
    return asOne([
      { type: 'set-arrangement', arrangement: { focus: said.focus } },
      { type: 'edit-fields', id: item, fields: { name: '' } },
    ]);
  if (!said) {
    const fields = typedFields(split, text, 1, []);
    return fields && withFields(item, fields);
  }
  const { from, phrase, to, both } = said;
  const known = Object.values(chart.items).find(
    ({ id, fields }) => id !== item && conceptKey(fields['name'] ?? '') === conceptKey(from),
  );
  const link = { ...(phrase && { phrase }) };
  // The concept it comes from has a line already: this line is what it leads to.
  if (known && !isWithin(chart.items, known.id, item))
    return asOne([{ type: 'move-branch', id: item, parent: known.id }, withFields(item, { name: to, ...link })]);
  return asOne([
    withFields(item, { name: from }),
    { type: 'add-items', items: [{ id: `${item}-to`.slice(-64), parent: item, fields: { name: to, ...link } }] },
    ...(both
      ? [
          {
            type: 'add-items',
            items: [{ id: `${item}-by`.slice(-64), parent: `${item}-to`.slice(-64), fields: { name: from, ...link } }],
          } satisfies Change,
        ]
      : []),
  ]);
}
