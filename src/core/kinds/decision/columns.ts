import type { Column } from '../../list';

export const columns: readonly Column[] = [
  { field: 'name', label: 'Text', headings: ['name', 'question', 'outcome', 'label', 'words', 'description', 'title'] },
  {
    field: 'answer',
    label: 'Answer',
    hint: 'answer that leads here',
    headings: ['when', 'if', 'choice', 'branch', 'way', 'reply'],
  },
  {
    field: 'from',
    label: 'From',
    refers: 'one',
    headings: ['fromstep', 'after', 'parent', 'previous', 'under', 'follows'],
  },
  { field: 'id', label: 'Step', headings: ['id', 'no', 'number', 'key', 'stepno'] },
  { field: 'kind', label: 'Kind', headings: ['type'] },
  { field: 'chance', label: 'Chance', headings: ['probability', 'likelihood', 'p', 'prob'] },
  { field: 'event', label: 'Event', hint: 'the event it is a chance of', headings: ['sameevent', 'eventname'] },
  {
    field: 'value',
    label: 'Value',
    hint: 'value',
    type: 'money',
    headings: ['worth', 'payoff', 'gain', 'result', 'amount', 'profit'],
  },
  { field: 'cost', label: 'Cost', type: 'money', headings: ['costs', 'price', 'toll'] },
];
