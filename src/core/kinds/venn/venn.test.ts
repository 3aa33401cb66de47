import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { fonts } from '../../../../tests/support/fonts';
import { draw, drawn, readAs } from '../../../../tests/support/kinds';
import { apply, type Chart, defaultPage, setsOf } from '../../chart';
import { compose } from '../../compose';
import { regionsOf } from './counts';
import { leastOf } from './linear';
import { solutionOf } from './solve';

const codes = (text: string) => readAs('venn', text).problems.map(({ code }) => code);
const sets = (text: string) => {
  const { chart } = readAs('venn', text);
  return Object.fromEntries(
    setsOf(chart).map((set) => [set.name, set.members.map((id) => chart.items[id]!.fields['name']).sort()]),
  );
};
const SAME = { Bees: ['Ann', 'Cy'], Pond: ['Bo', 'Cy'] };

describe('forms of a Venn diagram', () => {
  it.each([
    'Who,Bees,Pond\nAnn,x,\nBo,,yes\nCy,1,true\nDi,,no',
    'Who;Bees;Pond\nAnn;✓;\nBo;;X\nCy;x;x\nDi;;',
    'Name\tBees\tPond\nAnn\tx\t\nBo\t\tx\nCy\tx\tx\nDi\t\t',
    'Ann: Bees\nBo: Pond\nCy: Bees, Pond\nDi:',
    '- Ann: Bees\n- Bo: pond\n- Cy: bees; Pond\n- Di:'.replace('pond', 'Pond'),
    'Bees\n\tAnn\n\tCy\nPond\n\tBo\n\tCy',
    '# Bees\n* Ann\n* Cy\n\n# Pond\n* Bo\n* cy',
    'Name,Sets\nAnn,Bees\nBo,Pond\nCy,"Bees, Pond"\nDi,',
  ])('%j', (text) => {
    expect(sets(text)).toEqual(SAME);
  });
  it('keep other columns of a table as fields', () => {
    const { chart, id } = readAs('venn', 'Who,Bees,Pond,Phone\nAnn,x,,12\nBo,,x,13');
    expect(chart.items[id('Ann')]!.fields).toEqual({ name: 'Ann', Phone: '12' });
  });
});

describe('items of a diagram', () => {
  const LIST = 'Wilf: Bees\nAnn: Bees\nÉva: Bees, Pond\nBo: Pond\nDi:';
  const scene = (arrangement = {}, over: Partial<Chart> = {}) =>
    drawn({ ...readAs('venn', LIST, arrangement).chart, ...over }).scene;
  const fills = ({ items }: ReturnType<typeof scene>) =>
    items.map(({ marks }) => marks.flatMap((mark) => (mark.type === 'path' ? [mark.opacity ?? 1] : [])));

  it('are plain words, or boxes where that is asked for', () => {
    expect(fills(scene())).toEqual([[0], [0], [0], [0], [0]]);
    expect(fills(scene({ items: 'boxes' }))).toEqual([[1], [1], [1], [1], [1]]);
  });
  it('show a fill that a tier or an item is given', () => {
    expect(fills(scene({}, { tiers: { '1': { look: { fill: '#ffd200' } } } })).flat()).toEqual([1, 1, 0, 1, 0]);
    const { chart, id } = readAs('venn', LIST);
    const own = { ...chart.items[id('Bo')]!, style: { fill: '#ffd200' } };
    expect(fills(drawn({ ...chart, items: { ...chart.items, [own.id]: own } }).scene).flat()).toEqual([0, 0, 0, 1, 0]);
  });
  it('stand in a region as in the list, or by name', () => {
    const order = (arrangement: object) =>
      drawn(readAs('venn', LIST, arrangement as Chart['arrangement']).chart)
        .items.filter(({ name }) => name === 'Wilf' || name === 'Ann')
        .toSorted((a, b) => a.box.y - b.box.y || a.box.x - b.box.x)
        .map(({ name }) => name);
    expect(order({})).toEqual(['Wilf', 'Ann']);
    expect(order({ order: 'name' })).toEqual(['Ann', 'Wilf']);
  });
  it('in a frame of the proportions of the page, and print at 11 pt for sixteen people in three sets', () => {
    const { chart } = readAs('venn', readFileSync('demo/volunteers.csv', 'utf8'));
    for (const orientation of ['landscape', 'portrait'] as const) {
      const { page, scene } = compose({ ...chart, page: { ...defaultPage, orientation } }, fonts);
      expect(page.smallestText).toBeGreaterThanOrEqual(11);
      const room = { width: page.width - 2 * page.margin, height: page.height - 2 * page.margin };
      // Of its width or its height the frame takes all, of the other all but the title.
      expect(Math.max(scene.picture.width / room.width, scene.picture.height / room.height)).toBeGreaterThan(0.9);
    }
  });
});

describe('a diagram of nothing', () => {
  it('has finite places', () => {
    for (const list of ['Bees: ?', 'Ann:']) {
      const { chart } = readAs('venn', list);
      for (const of of [
        { ...chart, items: {} },
        { ...chart, items: {}, sets: {} },
      ]) {
        const { scene } = drawn(of);
        for (const value of Object.values(scene.frame)) expect(Number.isFinite(value)).toBe(true);
      }
    }
  });
});

describe('what stands where', () => {
  const LIST = 'Ann: Bees\nBo: Pond\nCy: Bees, Pond\nDi: Bees, Pond, Paths\nEd:';
  it('is in the shapes of its sets and out of the others', () => {
    const { scene, items, regions } = draw('venn', LIST);
    expect(scene.areas.map(({ name }) => name)).toEqual(['Bees', 'Pond', 'Paths']);
    expect(regions.find(({ items: held }) => held.length === 1 && held[0] === items[3]!.id)!.sets.length).toBe(3);
    expect(items.map(({ tier }) => tier)).toEqual([1, 1, 2, 3, 4]);
  });
  it('is changed by dropping an item into another region', () => {
    const { chart, id, kind } = readAs('venn', LIST);
    const [bees, , paths] = setsOf(chart).map((set) => set.id);
    const moved = apply(chart, kind.dropInto!(chart, id('Ann'), [bees!, paths!])!);
    if (!moved.ok) throw new Error(moved.problem.message);
    expect(kind.cell!(moved.chart, id('Ann'), 'sets')).toBe('Bees, Paths');
  });
  it('can be written into the cell of its sets, new sets and all', () => {
    const { chart, id, kind } = readAs('venn', LIST);
    const change = kind.writeCell!(chart, id('Ed'), 'sets', 'pond, Tools');
    if (typeof change !== 'object') throw new Error('no change');
    const written = apply(chart, change);
    if (!written.ok) throw new Error(written.problem.message);
    expect(kind.cell!(written.chart, id('Ed'), 'sets')).toBe('Pond, Tools');
  });
  it('moves out to a numbered list where its region is too full', () => {
    const crowd = Array.from(
      { length: 40 },
      (_, i) =>
        `Person of a long name ${i}: ${i < 34 ? 'Bees, Pond, Paths, Seeds' : ['Bees', 'Pond', 'Paths', 'Seeds', 'Bees', 'Pond'][i - 34]}`,
    );
    const { scene, items } = draw('venn', crowd.join('\n'));
    const words = scene.links
      .flatMap(({ marks }) => marks)
      .flatMap((mark) => (mark.type === 'text' ? [mark.text] : []));
    expect(words).toContain('1');
    expect(items.length).toBe(40);
  });
  it('leaves empty regions out in the form that shows only what is held, or shades them', () => {
    const apart = draw('venn', 'Ann: Bees\nBo: Pond', { regions: 'held' });
    expect(apart.regions.map(({ sets: of }) => of.length)).toEqual([1, 1]);
    const nested = draw('venn', 'Ann: Bees\nBo: Bees, Pond', { regions: 'held' });
    expect(nested.regions.map(({ sets: of }) => of.length).sort()).toEqual([1, 2]);
    const five = 'Ann: Bees, Pond, Paths, Seeds, Tools\nBo: Bees';
    expect(draw('venn', five, { regions: 'held' }).problems.map(({ code }) => code)).toContain('empty-regions-shaded');
  });
  it('can be counted instead', () => {
    const { items, scene } = draw('venn', LIST, { show: 'counts' });
    expect(items).toEqual([]);
    expect(
      scene.links.flatMap(({ marks }) => marks).some((mark) => mark.type === 'text' && mark.text === 'In none: 1'),
    ).toBe(true);
  });
});

describe('expressions of counts', () => {
  const names = ['Tea', 'Milk', 'Salt and pepper'];
  it.each([
    ['Tea', [1, 3, 5, 7]],
    ['only Tea', [1]],
    ['Tea only', [1]],
    ['Tea and Milk', [3, 7]],
    ['both Tea and Milk', [3, 7]],
    ['only Tea and Milk', [3]],
    ['Tea or Milk', [1, 2, 3, 5, 6, 7]],
    ['Tea but not Milk', [1, 5]],
    ['Salt and pepper', [4, 5, 6, 7]],
    ['neither', [0]],
    ['all three', [7]],
    ['at least one', [1, 2, 3, 4, 5, 6, 7]],
    ['exactly two', [3, 5, 6]],
    ['in all', [0, 1, 2, 3, 4, 5, 6, 7]],
    ['Coffee', undefined],
  ])('%s', (text, regions) => {
    expect(regionsOf(text, names)).toEqual(regions);
  });
});

describe('linear programs', () => {
  it('find the least under equations, say where there is none and where nothing limits it', () => {
    const both = [
      { factors: [1, 1, 1], equals: 10 },
      { factors: [1, 0, 0], equals: 4 },
    ];
    expect(leastOf([0, 1, 0], both)).toBeCloseTo(0, 9);
    expect(leastOf([0, -1, 0], both)).toBeCloseTo(-6, 9);
    expect(leastOf([0], [{ factors: [1], equals: -1 }])).toBeUndefined();
    expect(leastOf([-1, 0], [{ factors: [0, 1], equals: 1 }])).toBe(Number.NEGATIVE_INFINITY);
  });
});

describe('problems of a Venn diagram', () => {
  it.each([
    ['Ann: Bees\nBo: Pond\nCy:', 'in-no-set'],
    ['Ann: Bees\nBo: Pond\nann: Pond', 'double'],
    ['Who,Bees,Pond,Maze\nAnn,x,,\nBo,,x,\n', 'empty-set'],
    ['Who,Bees,Pond\nAnn,x,\nBo,,x\nCy,x,perhaps\nDi,x,\n', 'not-a-tick'],
    ['A: 1\nB: 2\nA and B: 3', 'counts-contradict'],
    ['A: 10\nB: 2\nA and B: lots', 'not-a-number'],
    ['A: 10\nB: -2\nA and B: 1', 'not-whole'],
    ['Ann: a, b, c, d, e, f\nBo: a, b\nCy: b, c\nDi: f', 'too-many-sets'],
  ])('%j: %s', (text, code) => {
    expect(codes(text)).toContain(code);
  });
  it('name the counts that clash, with their lines', () => {
    const { problems } = readAs('venn', 'A: 1\nB: 2\nC: 9\nA and B: 3');
    expect(problems.find(({ code }) => code === 'counts-contradict')!.message).toMatch(/A and B 3 \(line 4\)/);
  });
  it('draws even what it can not solve', () => {
    expect(drawn(readAs('venn', 'A: 1\nB: 2\nA and B: 3').chart).regions.length).toBe(3);
  });
});

describe('counts in the notation of textbooks, and as shares', () => {
  const names = ['A', 'B'];
  it.each([
    ['A ∩ B', [3]],
    ['n(A ∩ B)', [3]],
    ['|A ∪ B|', [1, 2, 3]],
    ["A'", [0, 2]],
    ["A' ∩ B", [2]],
    ["(A ∪ B)'", [0]],
    ['A \\ B', [1]],
    ['n(U)', [0, 1, 2, 3]],
    ['Total', [0, 1, 2, 3]],
    ['not B', [0, 1]],
    ['A ∪ C', undefined],
    ['A ∩', undefined],
  ] as const)('%s', (text, regions) => {
    expect(regionsOf(text, names)).toEqual(regions);
  });

  it('are read with a colon or an equals sign', () => {
    const { chart, problems } = readAs('venn', "n(A) = 20\nn(B) = 15\nn(A ∩ B) = 5\nTotal = 40\n(A ∪ B)': ?\n");
    expect(
      Object.values(chart.sets)
        .map(({ name }) => name)
        .sort(),
    ).toEqual(['A', 'B']);
    expect(problems.filter(({ severity }) => severity === 'error')).toEqual([]);
    expect(solutionOf(chart).asked).toEqual([expect.objectContaining({ least: 10, most: 10 })]);
  });

  it('shares are values: percentages, of the total where that is counted, and parts of one', () => {
    const regions = (list: string) => {
      const { chart, problems } = readAs('venn', list);
      expect(problems.filter(({ severity }) => severity === 'error')).toEqual([]);
      expect(Object.keys(chart.sets)).toHaveLength(2);
      return [...solutionOf(chart).regions].map(([region, { least, most }]) => [region, least, most]);
    };
    expect(regions('A: 50 %\nB: 30 %\nA and B: 10 %\n')).toEqual([
      [1, 40, 40],
      [2, 20, 20],
      [3, 10, 10],
    ]);
    expect(regions('in all: 200\nA: 50 %\nB: 30 %\nA and B: 10 %\n')).toEqual([
      [0, 60, 60],
      [1, 80, 80],
      [2, 40, 40],
      [3, 20, 20],
    ]);
    expect(regions('A: 0.5\nB: 0.3\nA and B: 0.1\n')).toEqual([
      [1, 0.4, 0.4],
      [2, 0.2, 0.2],
      [3, 0.1, 0.1],
    ]);
  });
});

describe('names of sets within sets', () => {
  const LISTS = {
    three: 'Name,Plants,Flowering plants,Roses\nmoss,x,,\nfern,x,,\ndaisy,x,x,\ndog rose,x,x,x\n',
    beside: 'Name,Animals,Birds,Fish\nfox,x,,\nheron,x,x,\ngull,x,x,\nsmelt,x,,x\n',
    four: 'Name,Living things,Plants,Flowering plants,Roses\nalga,x,,,\nmoss,x,x,,\ndaisy,x,x,x,\ndog rose,x,x,x,x\n',
    counts: 'Name,Plants,Flowering plants,Roses\nmoss,x,,\ndaisy,x,x,\ndog rose,x,x,x\n',
  };
  it.each(Object.entries(LISTS))(
    '%s: each stands inside its own circle and in no other that is not round it',
    (id, list) => {
      const { chart } = readAs('venn', list, { regions: 'held', ...(id === 'counts' && { show: 'counts' }) });
      const { scene, sets: drawnSets } = compose(chart, fonts);
      const texts = scene.links.flatMap(({ marks }) => marks).flatMap((mark) => (mark.type === 'text' ? [mark] : []));
      const extentOf = (path: string) => {
        const numbers = [...path.matchAll(/-?\d+(?:\.\d+)?/g)].map(Number);
        const [xs, ys] = [numbers.filter((_, i) => i % 2 === 0), numbers.filter((_, i) => i % 2 === 1)];
        return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) };
      };
      for (const [i, { outline, name }] of drawnSets.entries()) {
        const own = extentOf(outline);
        const others = drawnSets.map(({ outline: other }) => extentOf(other));
        const isNested = others.some(
          (other, j) =>
            j !== i &&
            other.left < own.left &&
            other.right > own.right &&
            other.top < own.top &&
            other.bottom > own.bottom,
        );
        const at = texts.find(({ text }) => name.startsWith(text))!;
        const holds = ({ left, right, top, bottom }: typeof own) =>
          ((at.x - (left + right) / 2) / ((right - left) / 2)) ** 2 +
            ((at.y - (top + bottom) / 2) / ((bottom - top) / 2)) ** 2 <
          1;
        expect(holds(own), name).toBe(isNested);
      }
    },
  );
});
