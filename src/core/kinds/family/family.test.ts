import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { fonts } from '../../../../tests/support/fonts';
import { drawn, readAs } from '../../../../tests/support/kinds';
import { apply, type Change, defaultPage } from '../../chart';
import { compose } from '../../compose';
import { familyOf } from './family';
import { generationsOf } from './generations';

const codes = (text: string) => readAs('family', text).problems.map(({ code }) => code);
const CLAN = `Ada (1870, f)
+ Bo (1868, m)
	Cy (1895, m)
	+ Di (1897, f), parted
		Ed (1920)
	+ Flo (1900, f)
		Gus (1930)
	Hal (1892, m)
	+ Iva (1893, f)
		Jo (1918, f)
		+ Ed
			Kit (1945)
`;

describe('a family read from an outline', () => {
  const { chart, id, problems } = readAs('family', CLAN);
  const family = familyOf(chart);
  const names = (ids: readonly string[]) => ids.map((one) => chart.items[one]!.fields['name']);

  it('has couples in order with their own children, brothers and sisters by birth', () => {
    const of = (name: string) =>
      family.couplesOf
        .get(id(name))!
        .map(({ partners, status, children }) => [names(partners), status, names(children.map((child) => child.id))]);
    expect(of('Cy')).toEqual([
      [['Cy', 'Di'], 'parted', ['Ed']],
      [['Cy', 'Flo'], 'married', ['Gus']],
    ]);
    expect(of('Ada')).toEqual([[['Ada', 'Bo'], 'married', ['Hal', 'Cy']]]);
  });
  it('takes a partner who has a line elsewhere for that person, and says so', () => {
    expect(family.people.length).toBe(11);
    expect(problems.filter(({ code }) => code === 'same-person').length).toBe(1);
    expect(names(family.originsOf.get(id('Kit'))![0]!.couple.partners)).toEqual(['Jo', 'Ed']);
  });
  it('stands people with several partners once, the couples round them', () => {
    const { items } = drawn(chart);
    const x = (name: string) => items.find((item) => item.name === name)!.box.x;
    expect(items.filter(({ name }) => name === 'Cy').length).toBe(1);
    expect(x('Di')).toBeLessThan(x('Cy'));
    expect(x('Cy')).toBeLessThan(x('Flo'));
  });
  it('draws again instead where that is chosen', () => {
    const once = drawn(chart)
      .scene.links.flatMap(({ marks }) => marks)
      .filter((mark) => mark.type === 'text');
    const again = drawn({ ...chart, arrangement: { meet: 'repeat' } }).scene.links.flatMap(({ marks }) => marks);
    expect(once).toEqual([]);
    expect(again.some((mark) => mark.type === 'text' && mark.text === 'Ed')).toBe(true);
  });
  it('shows ancestors, descendants or both of a person', () => {
    const shown = (view: string, person: string) =>
      drawn({ ...chart, arrangement: { view, person: id(person) } })
        .items.map(({ name }) => name)
        .sort();
    expect(shown('ancestors', 'Gus')).toEqual(['Ada', 'Bo', 'Cy', 'Flo', 'Gus']);
    expect(shown('descendants', 'Hal')).toEqual(['Ed', 'Hal', 'Iva', 'Jo', 'Kit']);
    expect(shown('both', 'Ed')).toEqual(['Ada', 'Bo', 'Cy', 'Di', 'Ed', 'Jo', 'Kit']);
  });
});

describe('generations', () => {
  const of = (text: string) => {
    const { chart, id } = readAs('family', text);
    return (name: string) => generationsOf(chart).of.get(id(name));
  };
  it('are shared by partners whose lines are of different depth', () => {
    const at = of('Old\n\tMid\n\t\tNew\n\t\t+ Late\nFar\n\tLate');
    expect([at('Old'), at('Mid'), at('New'), at('Late'), at('Far')]).toEqual([1, 2, 3, 3, 2]);
  });
  it('let an uncle who marries a niece stand one lower, so that they share one', () => {
    const at = of('Id,Name,Father,Partners\n1,Top,,\n2,Elder,1,\n3,Uncle,1,Niece\n4,Niece,2,\n');
    expect([at('Elder'), at('Uncle'), at('Niece')]).toEqual([2, 3, 3]);
  });
  it('are let go for a couple that can not share one', () => {
    const text = 'Id,Name,Father,Partners\n1,Top,,Grandchild\n2,Child,1,\n3,Grandchild,2,\n';
    const at = of(text);
    expect([at('Top'), at('Child'), at('Grandchild')]).toEqual([1, 2, 3]);
    expect(codes(text)).toContain('generations-apart');
  });
  it('of somebody who would be their own ancestor are told with the way round', () => {
    const { problems } = readAs('family', 'Name,Father\nA,C\nB,A\nC,B\n');
    const [circle] = problems.filter(({ code }) => code === 'own-ancestor');
    expect(circle!.message).toMatch(/"\w" – child of – "\w" – child of – "\w" – child of – "\w"/);
  });
});

describe('twins', () => {
  it('of one day leave the line of their brothers and sisters at one point', () => {
    const { chart, id } = readAs('family', 'Pa\n\tUna (3 May 1922)\n\tDuo (3 May 1922)\n\tTer (1925)');
    const { links } = drawn(chart);
    const at = (name: string) => links.find(({ to }) => to === id(name))!.points.at(-2)!;
    expect(at('Una')).toEqual(at('Duo'));
    expect(at('Ter')).not.toEqual(at('Duo'));
  });
});

describe('who are no twins', () => {
  const meet = (list: string, a: string, b: string) => {
    const { chart, id } = readAs('family', list);
    const { links } = drawn(chart);
    const at = (name: string) => JSON.stringify(links.find(({ to }) => to === id(name))!.points.at(-2)!);
    return at(a) === at(b);
  };
  it.each([
    ['Pa\n\tUna (1 January 1922)\n\tDuo (1 January 1922)\n\tTer (1925)', false],
    ['Pa\n\tUna (3 May 1922)\n\tDuo (3 May 1922, adopted)\n\tTer (1925)', false],
    ['Name,Born,Twin,Father\nPa,,,\nUna,3 May 1922,no,Pa\nDuo,3 May 1922,no,Pa\nTer,1925,,Pa', false],
    ['Pa\n\tUna (1922, twin)\n\tDuo (1926, twin)\n\tTer (1927)', false],
    ['Pa\n\tUna (1922, twin)\n\tDuo (1922, twin)\n\tTer (1925)', true],
  ])('%j: %j', (list, twins) => {
    expect(meet(list, 'Una', 'Duo')).toBe(twins);
  });
});

describe('problems of a family', () => {
  it.each([
    ['Pa (1900)\n\tKid (1905)', 'impossible-date'],
    ['Ma (1900, f)\n\tKid (1960)', 'impossible-date'],
    ['Ma (1900–1920, f)\n\tKid (1925)', 'impossible-date'],
    ['Pa (1950–1900)', 'impossible-date'],
    ['Name,Born,Father\nA,1900,\nA,1900,\n', 'double'],
    ['Name,Father\nA,\nB,Nobody\n', 'unknown-parent'],
    ['Name,Partners\nA,Nobody\nB,\n', 'unknown-partner'],
    ['Name,Father,Relation\nA,,\nB,A,cousin of sorts\n', 'unknown-relation'],
    ['Name,Born,Father\nA,long ago,\nB,,A\n', 'no-date'],
  ])('%j: %s', (text, code) => {
    expect(codes(text)).toContain(code);
  });
  it('leave a father who died within the year of the birth alone', () => {
    expect(codes('Pa (1880–1900, m)\n\tKid (1901)')).not.toContain('impossible-date');
  });
  it('name a third parent', () => {
    const { chart, id, kind } = readAs('family', 'Name,Father,Mother\nA,,\nB,,\nC,,\nKid,A,B\n');
    const third: Change = {
      type: 'set-links',
      put: [{ id: 'x', from: id('Kid'), to: id('C'), role: 'child-of' }],
      remove: [],
    };
    const changed = apply(chart, third);
    if (!changed.ok) throw new Error(changed.problem.message);
    expect(kind.problems(changed.chart, () => 4).map(({ code }) => code)).toContain('three-parents');
  });
});

describe('cells of a family', () => {
  const { chart, id, kind } = readAs('family', 'Pa (m)\n+ Ma (f)\n\tKid\nOther (m)\nWide (f)');
  const write = (item: string, field: string, text: string) => {
    const change = kind.writeCell!(chart, id(item), field, text);
    if (typeof change !== 'object') throw new Error(String(change));
    const applied = apply(chart, change);
    if (!applied.ok) throw new Error(applied.problem.message);
    return applied.chart;
  };
  const cells = (of: typeof chart, item: string) =>
    ['father', 'mother', 'partners'].map((field) => kind.cell!(of, id(item), field));

  it('say who the parents and partners are', () => {
    expect(cells(chart, 'Kid')).toEqual(['Pa', 'Ma', '']);
    expect(cells(chart, 'Pa')[2]).toBe('Ma');
  });
  it('can be written: another father, no mother, a partner more', () => {
    expect(cells(write('Kid', 'father', 'Other'), 'Kid')).toEqual(['Other', 'Ma', '']);
    expect(cells(write('Kid', 'mother', ''), 'Kid')).toEqual(['Pa', '', '']);
    expect(cells(write('Other', 'father', 'Pa'), 'Other')).toEqual(['Pa', '', '']);
    expect(cells(write('Other', 'partners', 'Wide'), 'Wide')[2]).toBe('Other');
  });
  it('refuse somebody who is not there, and to part those whose lines hang together', () => {
    expect(kind.writeCell!(chart, id('Kid'), 'father', 'Nobody')).toContain('nobody');
    expect(kind.writeCell!(chart, id('Pa'), 'partners', '')).toContain('Ma');
  });
});

describe('households that stand one under another', () => {
  const LIST = `Ada Fenn (1870, f)
+ Bo Fenn (1868, m)
	Cy Fenn (1895, m)
	Di Fenn (1897, f)
	+ Ed Holt (1896, m)
		Flo Holt (1920, f)
		Gus Holt (1922, m)
		Hal Holt (1925, m)
`;
  const boxesOf = (arrangement: Record<string, string>, list = LIST) => {
    const { items } = drawn(readAs('family', list, arrangement).chart);
    return (name: string) => items.find((item) => item.name.startsWith(name))!.box;
  };

  it('have the one who comes of the family on top, partners of one row elsewhere', () => {
    const at = boxesOf({ couples: 'stack', siblings: 'row' });
    expect(at('Di').x).toBeCloseTo(at('Ed').x, 1);
    expect(at('Di').y).toBeLessThan(at('Ed').y);
    expect(at('Di').y).toBeCloseTo(at('Cy').y, 1);
    expect(at('Flo').y).toBeCloseTo(at('Gus').y, 1);
    const apart = boxesOf({ couples: 'row', siblings: 'row' });
    expect(apart('Di').y).toBeCloseTo(apart('Ed').y, 1);
  });
  it('stay side by side where both have parents in the picture', () => {
    const at = boxesOf({ couples: 'stack' }, CLAN);
    expect(at('Jo').y).toBeCloseTo(at('Ed').y, 1);
    expect(at('Hal').x).toBeCloseTo(at('Iva').x, 1);
  });
  it('are brothers and sisters without families, in the order of their birth', () => {
    const at = boxesOf({ couples: 'row', siblings: 'stack' });
    expect(at('Flo').x).toBeCloseTo(at('Gus').x, 1);
    expect(at('Flo').y).toBeLessThan(at('Gus').y);
    expect(at('Gus').y).toBeLessThan(at('Hal').y);
    // Cy has no brother or sister without a family.
    expect(at('Cy').y).toBeCloseTo(at('Di').y, 1);
  });
  it('are never twins, whose lines part at one point', () => {
    const at = boxesOf(
      { siblings: 'stack' },
      LIST.replace('Gus Holt (1922, m)', 'Gus Holt (5 May 1922, m)').replace(
        'Hal Holt (1925, m)',
        'Hal Holt (5 May 1922, m)',
      ),
    );
    expect(at('Gus').y).toBeCloseTo(at('Hal').y, 1);
  });
  it('print a family of four generations at 9 pt on a sheet of A4 by themselves', () => {
    const { chart } = readAs('family', readFileSync('demo/founding-family.txt', 'utf8'));
    const { page } = compose({ ...chart, page: defaultPage }, fonts);
    expect(page.smallestText).toBeGreaterThanOrEqual(9);
    expect(page.filled).toBeGreaterThan(0.75);
  });
});

describe('brothers and sisters whose parents nobody knows', () => {
  const { chart } = readAs('family', '? (parents unknown)\n\tAnn (1901–)\n\tBo (1904–)\n');

  it('hang from a line without a box, which is nobody to count', () => {
    const { tiers, scene, shownFigures } = drawn(chart);
    expect(tiers.map(({ count }) => count)).toEqual([0, 2]);
    expect(scene.description).toContain('Family tree: 2 people');
    expect(shownFigures.find(({ label }) => label === 'People')?.value).toBe('2');
    expect(scene.edges.filter(({ role }) => role === 'child-of')).toHaveLength(2);
  });
});
