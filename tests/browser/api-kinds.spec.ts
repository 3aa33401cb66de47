/** The API for all kinds: figures as they are documented, and lists that are out to do harm. */

import { LISTS, newChart } from './support';
import { expect, test } from './test';

test('compose recognises each kind and gives the figures that scripts rely on', async ({ request }) => {
  const compose = async (data: object) => (await request.post('/api/compose', { data })).json();
  expect(await compose({ list: LISTS.family, between: ['Hal Fenn', 'Ed Fenn'] })).toMatchObject({
    kind: 'family',
    form: 'outline',
    figures: {
      people: 6,
      couples: 2,
      generations: 3,
      crossings: 0,
      between: { relation: 'uncle', kinship: 0.125, commonAncestors: ['Ada Fenn', 'Bo Fenn'] },
    },
  });
  expect(await compose({ list: LISTS.decision })).toMatchObject({
    kind: 'decision',
    figures: {
      questions: 1,
      chances: 1,
      outcomes: 3,
      questionsToOutcome: { fewest: 1, mean: 1.67, most: 2 },
      value: 32,
    },
  });
  expect(await compose({ list: LISTS.concept })).toMatchObject({
    kind: 'concept',
    form: 'propositions',
    figures: { concepts: 4, propositions: 4, tiers: 3, crossLinks: 1, crossings: 0, score: { total: 3 + 10 + 10 } },
  });
  const venn = await compose({ list: LISTS.venn });
  expect(venn).toMatchObject({
    kind: 'venn',
    form: 'members',
    figures: { items: 5, union: 4, outside: 1, sets: { Bees: 3, Pond: 3, Paths: 1 } },
  });
  expect(venn.sets.map(({ name }: { name: string }) => name)).toEqual(['Bees', 'Pond', 'Paths']);
  expect(venn.sets[0].outline).toMatch(/^M[\d. -]+C/);
  // Seven regions, and the place outside.
  expect(venn.regions.length).toBe(8);
  const counts = await compose({ list: 'in all: 30\nTea: 20\nMilk: 15\nneither: 2' });
  expect(counts.figures.solution).toMatchObject({
    status: 'unique',
    regions: expect.arrayContaining([{ sets: ['Tea', 'Milk'], count: 7 }]),
  });
});

test('compose says what choices a kind has, and that a kind is not known', async ({ request }) => {
  const wrong = await request.post('/api/compose', {
    data: { kind: 'concept', list: LISTS.concept, arrangement: { layout: 'spiral', sideways: true } },
  });
  expect(wrong.status()).toBe(422);
  expect((await wrong.json()).problems.map(({ field }: { field: string }) => field)).toEqual([
    'arrangement.layout',
    'arrangement.sideways',
  ]);
  expect((await request.post('/api/compose', { data: { kind: 'pie', list: 'A' } })).status()).toBe(422);
});

test('a newer list brings links and sets along', async ({ request }) => {
  const id = await newChart(request, LISTS.venn, 'Sets', 'venn');
  const answer = await request.put(`/api/charts/${id}/list`, {
    data: { list: 'Ann: Pond\nBo: Pond\nCy: Bees, Tools\nFay: Bees' },
  });
  expect(await answer.json()).toMatchObject({ joined: [{ name: 'Fay' }], left: [{ name: 'Di' }, { name: 'Ed' }] });
  expect(await (await request.get(`/api/charts/${id}/list?as=outline`)).text()).toBe(
    'Ann: Pond\nBo: Pond\nCy: Bees, Tools\nFay: Bees\n',
  );
});

const long = 'word '.repeat(420).trim();
/** Lists that are wrong on purpose, each with a problem that must be named; all are drawn as far as they go. */
const HOSTILE: Record<string, readonly (readonly [string, string])[]> = {
  family: [
    ['Name,Father\nA,B\nB,A\n', 'own-ancestor'],
    ['Name,Father\nA,A\n', 'unknown-parent'],
    ['Name,Father,Mother\nKid,Ghost,Spirit\n', 'unknown-parent'],
    ['Name,Partners\nA,B; C; D; Nobody\nB,\nC,\nD,\n', 'unknown-partner'],
    ['Pa (1900)\n\tKid (1890)', 'impossible-date'],
    ['Pa (1900–1880)', 'impossible-date'],
    ['Name,Born\nA,1900\na,1900\n', 'double'],
    ['+ Nobody above\n+ Nor here\n\t+ Nor there', 'partner-of-nobody'],
    ['Name,Father,Partners\nTop,,Low\nMid,Top,\nLow,Mid,\n', 'generations-apart'],
    [
      '0 HEAD\n1 GEDC\n2 VERS 7.0\n0 @I1@ INDI\n1 NAME A\n0 @F1@ FAM\n1 HUSB @I9@\n1 CHIL @I1@\n0 TRLR',
      'unknown-person',
    ],
    ['0 HEAD\n1 CHAR ANSEL\n0 @I1@ INDI\n1 NAME A\nnonsense in between\n7 TOO deep\n0 TRLR', 'broken-line'],
    [`${long}\n\t${long}\n\t+ ${long}`, 'too-long'],
  ],
  decision: [
    ['A?\n\tyes: A?\n\tno: B', 'loop'],
    ['Step,Text,From,Answer\n1,A,3,x\n2,B,1,y\n3,C,2,z\n', 'loop'],
    ['Step,Text,From,Answer\n1,A,,\n2,B,7,y\n', 'unknown-step'],
    ['A?\n\tyes: B', 'one-way-question'],
    ['A?\n\tyes: B\n\tYES: C', 'same-answer'],
    ['A?\n\tx (90 %): B = 1\n\ty (90 %): C = 2', 'chances-not-one'],
    ['Text,From,Answer,Chance\nA?,,,\nB,A?,x,200 %\nC,A?,y,-3\n', 'not-a-number'],
    ['Text,From,Answer,Value\nA?,,,\nB,A?,x,7\nC,A?,y,gold\n', 'not-a-number'],
    ['A?\n\tyes: B = 1\n\tno: C', 'no-value'],
    ['A?\n\tB\n\tC\n\tD', 'no-answer'],
    ['A?\n\tyes: B\n\tno: C\nZ?\n\tyes: D\n\tno: E', 'unreachable'],
    [`${long}?\n\t${long.slice(0, 300)}: ${long}\n\tno: B`, 'too-long'],
  ],
  concept: [
    ['A - is -> A', 'self-link'],
    ['A -> B\nB -> A', 'no-phrase'],
    ['A - is -> B\nA - is -> B\nA - IS -> B', 'same-proposition'],
    ['A - is -> B\nC - is -> D\nE - is -> F', 'unlinked'],
    ['A - is -> B\n- -> -\n->\n- x ->', 'no-proposition'],
    ['A - is -> B\na - is -> C', 'folded-name'],
    ['From,Link,Concept,Level\nA,is,B,-1\n', 'not-a-number'],
    ['From,Link,Concept\n,,\nA,,B\n', 'no-phrase'],
    ['[x] A\n\t[y] A\n\t\t[z] A', 'self-link'],
    ['A\n\t[is]', 'empty-name'],
    [`A - ${long} -> B\nB - ${long} -> A`, 'too-long'],
    [
      Array.from({ length: 40 }, (_, i) =>
        Array.from({ length: 4 }, (__, j) => `C${i} - p${j} -> C${(i * 7 + j * 3) % 40}`).join('\n'),
      ).join('\n'),
      'text-too-small',
    ],
  ],
  venn: [
    ['Ann\nBo\nCy', 'no-sets'],
    ['Ann: a\nBo: b\nCy: c\nDi: d\nEd: e\nFay: f, a', 'too-many-sets'],
    ['Ann: a, b\nAnn: b', 'double'],
    ['Ann: a, b\nBo:', 'in-no-set'],
    ['Who,a,b,c\nAnn,x,,\nBo,,x,\n', 'empty-set'],
    ['Who,a,b\nAnn,x,\nBo,,x\nCy,maybe,x\nDi,x,\n', 'not-a-tick'],
    ['a: 5\nb: 5\na and b: 9', 'counts-contradict'],
    ['a: 5\nb: 5\na and b: -1', 'not-whole'],
    ['a: 5\nb: 5\na and b: many', 'not-a-number'],
    ['a: 5\nb: 2\na and and b: 1\n: 2', 'unknown-region'],
    [`Ann: ${'x'.repeat(2100)}, ${'y'.repeat(300)}`, 'too-long'],
    [Array.from({ length: 300 }, (_, i) => `Person number ${i}: a, b, c, d, e`).join('\n'), 'text-too-small'],
  ],
};

for (const [kind, lists] of Object.entries(HOSTILE))
  test(`12 hostile lists as a ${kind} chart give named problems and a picture`, async ({ request }) => {
    expect(lists.length).toBe(12);
    for (const [list, code] of lists) {
      const answer = await request.post('/api/compose', { data: { kind, list } });
      const value = await answer.json();
      expect(answer.status(), list.slice(0, 60)).toBe(200);
      expect(
        value.problems.map((problem: { code: string }) => problem.code),
        list.slice(0, 60),
      ).toContain(code);
      expect(Number.isFinite(value.page.width + value.page.height)).toBe(true);
    }
  });
