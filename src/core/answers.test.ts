/** What was mended once is not asked again of the next list, and is not told as a change. */
import { describe, expect, it } from 'vitest';
import { carried } from '../../tests/support/kinds';
import { answered, answersIn } from './answers';
import type { Chart } from './chart';
import { listProblems } from './compose';
import { kindOf } from './kinds';
import { compareList, summaryOf } from './list';
import { mended } from './mend';
import { chartOfList, readList } from './read';

const org = kindOf('org')!;
const HEAD = 'Name,Post,Reports to\n';
const LIST = `${HEAD}Oriel Tansley,Director,
Piet Marrable,Head of plants,Oriel Tansley
Suda Welk,Lead,P. Marable
Hanne Ostrey,Lead,P. Marable
Tolu Adeyri,Guide,Somebody Else
Cass Orme,Porter,Oriel Tansley
Cass Orme,Porter,Oriel Tansley
,Clerk,Oriel Tansley
`;
let count = 0;
const read = (text: string) => {
  const result = readList(org, text, { newId: () => `n${++count}` });
  if (!result.ok) throw new Error(result.problem.message);
  return result.list;
};
const problems = (chart: Chart) => listProblems(org, chart, () => undefined);
/** Mends the first problem that has a repair so called. */
const mend = (chart: Chart, label: string): Chart => {
  const problem = problems(chart).find(({ repairs }) => repairs.some((repair) => repair.label === label))!;
  expect(problem, label).toBeDefined();
  const repair = problem.repairs.find((one) => one.label === label)!;
  return carried(chart, mended(chart, problem, repair));
};
const REPAIRS = [
  'Put under Piet Marrable',
  'Put under Piet Marrable',
  'Leave Tolu Adeyri at the top',
  'Make them one',
  'Write "Vacant post"',
];
const chart = REPAIRS.reduce(mend, chartOfList(org, 'Staff', read(LIST)));
const compared = (of: Chart, text: string) =>
  compareList(of, answered(org, of, read(text)).list, { unnamed: org.words.unnamed });

describe('answers', () => {
  it('are given to the same list again: nothing has changed', () => {
    expect(problems(chart).filter(({ severity }) => severity !== 'note')).toEqual([]);
    const { used } = answered(org, chart, read(LIST));
    expect(answersIn(chart, used).sort()).toEqual([
      'Cass Orme, Porter, is in the list twice.: Make them one',
      'Clerk without a name: Write "Vacant post"',
      'Superior "P. Marable": Put under Piet Marrable',
      'Superior "Somebody Else": Leave Tolu Adeyri at the top',
    ]);
    const found = compared(chart, LIST);
    expect(summaryOf(found)).toBe('Nothing changed');
  });
  it('leave just the real changes to tell', () => {
    const next = LIST.replace('Suda Welk,Lead,P. Marable', 'Suda Welk,Head of glass,P. Marable')
      .replace('Cass Orme', 'Iven Sarl,Gardener,P. Marable\nCass Orme')
      .replace('Hanne Ostrey,Lead,P. Marable', 'Hanne Ostrey,Lead,Oriel Tansley');
    expect(summaryOf(compared(chart, next))).toBe('1 joined, 1 moved, 1 changed');
  });
  it('are none of a list that asks nothing, and are asked again once they are forgotten', () => {
    const { answers: _, ...without } = chart;
    expect(summaryOf(compared(without, LIST))).not.toBe('Nothing changed');
    const forgotten = carried(chart, {
      type: 'set-answers',
      answers: Object.fromEntries(Object.keys(chart.answers!).map((key) => [key, null])),
    });
    expect(forgotten.answers).toBeUndefined();
    expect(answered(org, chart, read(`${HEAD}Ann,Head,\n`)).used).toEqual([]);
  });
  it('keep what was said of one line beside what was said of the others', () => {
    const wanted = `${HEAD}Oriel Tansley,Director,\nPiet Marrable,Head,Oriel Tansley\nAda,Lead,P. Marable\nBo,Lead,P. Marable\n`;
    const first = mend(chartOfList(org, 'S', read(wanted)), 'Put under Piet Marrable');
    const both = mend(first, 'Leave Bo at the top');
    expect(Object.keys(both.answers!).length).toBe(2);
    expect(summaryOf(compared(both, wanted))).toBe('Nothing changed');
  });
});
