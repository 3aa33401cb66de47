/** Views of all kinds: what each shows and says, one for each, and what is set in an open view. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { change, chart as charts } from '../../../tests/support/changes';
import { carried, drawn, readAs } from '../../../tests/support/kinds';
import { apply, type Change, type Chart, type View } from '../chart';
import { kindOf } from '../kinds';
import { bare, dressed, forView, patchedView, viewed, viewOf, viewsOf } from '.';

const view = (shows: View['shows'], rest: Partial<View> = {}): View => ({
  id: 'v',
  name: 'One',
  order: 'a0',
  shows,
  ...rest,
});
const names = ({ items }: Chart) => Object.values(items).map(({ fields }) => fields['name']);

const trust = readAs(
  'org',
  `Name,Post,Reports to,Place
Hanne Ostrey,Director,,Quay
Suda Welk,Head of ferns,Hanne Ostrey,Ferns
Ravi Thurle,Beds,Suda Welk,Ferns
Ulla Sallow,Pond,Ravi Thurle,Quay
Piet Vann,Head of dunes,Hanne Ostrey,Dunes
Edda Tye,Gate,Piet Vann,Dunes
`,
);
const { kind, id } = trust;
const chart = { ...trust.chart, title: 'Trust', tiers: { '2': { name: 'Heads' }, '3': { name: 'Gardeners' } } };
const [hanne, suda, ravi, piet] = ['Hanne Ostrey', 'Suda Welk', 'Ravi Thurle', 'Piet Vann'].map(id) as [
  string,
  string,
  string,
  string,
];

describe('a view', () => {
  it('of a branch says where it belongs and how much it leaves out; tiers keep their names', () => {
    const shown = viewed(kind, chart, view({ branches: [suda] }, { name: 'Ferns' }));
    expect(names(shown.chart)).toEqual(['Suda Welk', 'Ravi Thurle', 'Ulla Sallow']);
    expect(shown.chart.title).toBe('Trust: Ferns');
    expect(shown.chart.page.subtitle).toBe('Hanne Ostrey · 3 of 6 posts left out');
    expect(shown.chart.tiers).toEqual({ '1': { name: 'Heads' }, '2': { name: 'Gardeners' } });
    expect(shown.chart.items[suda]!.parent).toBeNull();
    // They look as they do in the whole chart, and are told by the same numbers.
    const [whole, part] = [drawn(chart), drawn(shown.chart)];
    const band = (of: typeof whole, tier: number) => of.tiers.find((one) => one.tier === tier);
    expect(part.tiers.map(({ tier, name }) => [tier, name])).toEqual([
      [2, 'Heads'],
      [3, 'Gardeners'],
      [4, 'Tier 4'],
    ]);
    for (const tier of [2, 3, 4]) expect(band(part, tier)!.fill).toBe(band(whole, tier)!.fill);
    expect([part.tierOf[suda], part.scene.items[0]!.tier]).toEqual([2, 2]);
  });
  it('draws the way up instead, where that is wanted', () => {
    const shown = viewed(kind, chart, view({ branches: [ravi] }, { belongs: 'drawn' }));
    expect(names(shown.chart)).toEqual(['Hanne Ostrey', 'Suda Welk', 'Ravi Thurle', 'Ulla Sallow']);
    expect(shown.chart.page.subtitle).toBe('2 of 6 posts left out');
    expect(shown.chart.tiers).toEqual(chart.tiers);
  });
  it('down to a tier says at each line how many it leaves out', () => {
    const shown = viewed(kind, chart, view({ downTo: 2 }));
    expect(names(shown.chart)).toEqual(['Hanne Ostrey', 'Suda Welk', 'Piet Vann']);
    expect(kind.structure(shown.chart).folded).toEqual(
      new Map([
        [suda, 2],
        [piet, 1],
      ]),
    );
  });
  it('of what is so in a field keeps the lines between, so that nobody seems to stand under another', () => {
    const shown = viewed(kind, chart, view({ where: { field: 'place', test: 'equals', value: 'quay' } }));
    expect(names(shown.chart)).toEqual(['Hanne Ostrey', 'Suda Welk', 'Ravi Thurle', 'Ulla Sallow']);
  });
  it('of what is gone says so and is empty', () => {
    const shown = viewed(kind, chart, view({ branches: ['nobody'] }, { belongs: 'none' }));
    expect([shown.gone, names(shown.chart), shown.chart.page.subtitle]).toEqual([
      true,
      [],
      'What this view shows is not in the list any more.',
    ]);
  });
  it('keeps fields out of it that are kept back, also where it is found by one', () => {
    const shown = viewed(
      kind,
      chart,
      view({ where: { field: 'place', test: 'equals', value: 'Dunes' } }, { without: ['place', 'post'] }),
    );
    expect(names(shown.chart)).toEqual(['Piet Vann', 'Edda Tye']);
    expect(JSON.stringify(shown.chart)).not.toMatch(/Dunes|Gate/);
  });
  it('has an arrangement, a page, a title, a house style, looks and folds of its own', () => {
    const own = view(
      { folded: { [suda]: true } },
      {
        arrangement: { direction: 'right' },
        page: { size: 'A3' },
        title: 'Own',
        house: 'photocopier',
        exceptions: { [piet]: { style: { fill: '#112233' } } },
      },
    );
    const { chart: shown } = viewed(kind, chart, own);
    expect([shown.arrangement['direction'], shown.page.size, shown.title, shown.house]).toEqual([
      'right',
      'A3',
      'Own',
      'photocopier',
    ]);
    expect([shown.items[suda]!.folded, shown.items[piet]!.style]).toEqual([true, { fill: '#112233' }]);
    expect(shown.page.subtitle).toBeUndefined();
  });
  it('is a whole chart whatever the chart and the view are', () => {
    const shows = fc.record(
      {
        branches: fc.uniqueArray(fc.constantFrom('n0', 'n1', 'n4', 'n9'), { minLength: 1, maxLength: 3 }),
        downTo: fc.integer({ min: 1, max: 4 }),
        where: fc.constantFrom({ field: 'name', test: 'contains' as const, value: '1' }, { being: 'end' }),
      },
      { requiredKeys: [] },
    );
    fc.assert(
      fc.property(charts, shows, fc.constantFrom('words' as const, 'drawn' as const), (one, what, belongs) => {
        const { chart: shown, left } = viewed(kind, one, view(what, { belongs }));
        for (const { parent } of Object.values(shown.items))
          expect(parent === null || parent in shown.items).toBe(true);
        for (const { from, to } of Object.values(shown.links))
          expect(from in shown.items && to in shown.items).toBe(true);
        expect(left + Object.keys(shown.items).length).toBe(Object.keys(one.items).length);
        // Lines keep their words, and stand under the one they stand under or under none that is shown.
        for (const item of Object.values(shown.items)) {
          const whole = one.items[item.id]!;
          expect(item.fields).toEqual(whole.fields);
          if (item.parent !== null) expect(item.parent).toBe(whole.parent);
          else if (whole.parent !== null) expect(whole.parent in shown.items).toBe(false);
        }
      }),
    );
  });
});

describe('parts that a kind knows', () => {
  const family = readAs(
    'family',
    'Ada Fenn\n\t+ Karl Fenn (married)\n\t\tBo Fenn\n\t\t\tCy Fenn\n\t\tDi Fenn\n\t\t\tEli Fenn\n',
  );
  const way = (from: View['shows']['from'], of = family) =>
    names(viewed(of.kind, of.chart, view({ from })).chart).sort();
  it('of a family: ancestors, descendants, both, the way between two', () => {
    const [karl, bo, cy, eli] = ['Karl Fenn', 'Bo Fenn', 'Cy Fenn', 'Eli Fenn'].map(family.id) as [
      string,
      string,
      string,
      string,
    ];
    expect(way({ way: 'ancestors', items: [cy] })).toEqual(['Ada Fenn', 'Bo Fenn', 'Cy Fenn', 'Karl Fenn']);
    expect(way({ way: 'descendants', items: [bo] })).toEqual(['Bo Fenn', 'Cy Fenn']);
    expect(way({ way: 'descendants', items: [karl] })).toEqual([
      'Ada Fenn',
      'Bo Fenn',
      'Cy Fenn',
      'Di Fenn',
      'Eli Fenn',
      'Karl Fenn',
    ]);
    expect(way({ way: 'both', items: [bo] })).toEqual(['Ada Fenn', 'Bo Fenn', 'Cy Fenn', 'Karl Fenn']);
    expect(way({ way: 'between', items: [cy, eli] })).toEqual([
      'Ada Fenn',
      'Bo Fenn',
      'Cy Fenn',
      'Di Fenn',
      'Eli Fenn',
      'Karl Fenn',
    ]);
  });
  it('of a concept map: round one concept, so far', () => {
    const map = readAs(
      'concept',
      '? What lives here?\nmarsh - feeds -> birds\nbirds - eat -> fish\nfish - need -> water\nmarsh - holds -> mud\n',
    );
    const around = (name: string, steps: number) => way({ way: 'around', items: [map.id(name)], steps }, map);
    expect(around('birds', 1)).toEqual(['birds', 'fish', 'marsh']);
    expect(around('birds', 2)).toEqual(['birds', 'fish', 'marsh', 'mud', 'water']);
    expect(
      viewed(map.kind, map.chart, view({ from: { way: 'around', items: [map.id('fish')] } })).chart.arrangement['main'],
    ).toBe(map.id('fish'));
  });
  it('of sets: some of them, and how much is in none of those', () => {
    const venn = readAs('venn', 'gulls: birds, sea\nterns: birds\nseals: sea\nmoles: land\n');
    const [birds] = Object.values(venn.chart.sets).filter(({ name }) => name === 'birds');
    const shown = viewed(venn.kind, venn.chart, view({ sets: [birds!.id] }));
    expect(names(shown.chart)).toEqual(['gulls', 'terns']);
    expect(Object.values(shown.chart.sets).map(({ name }) => name)).toEqual(['birds']);
    expect(shown.chart.page.subtitle).toMatch(/^2 of 4 .* left out$/);
  });
  it('that need people who are gone are gone', () => {
    expect(viewed(family.kind, family.chart, view({ from: { way: 'ancestors', items: ['x'] } })).gone).toBe(true);
    expect(
      viewed(family.kind, family.chart, view({ from: { way: 'unknown', items: [family.id('Bo Fenn')] } })).gone,
    ).toBe(true);
  });
});

describe('one for each', () => {
  const withViews = (of: Chart, ...views: View[]): Chart => carried(of, { type: 'set-views', put: views, remove: [] });
  const rows = (of: Chart) => viewsOf(kind, of).map(({ name }) => name);
  it('branch of a tier: a new branch has its own by itself', () => {
    const each = withViews(chart, view({}, { each: { tier: 2 } }));
    expect(rows(each)).toEqual(['Suda Welk', 'Piet Vann']);
    const more = carried(each, {
      type: 'add-items',
      items: [
        { id: 'x', parent: hanne, fields: { name: 'Ulla' } },
        { id: 'y', parent: 'x', fields: { name: 'Jun' } },
      ],
    });
    expect(rows(more)).toEqual(['Suda Welk', 'Piet Vann', 'Ulla']);
  });
  it('value of a field, however it is written apart', () => {
    const each = withViews(
      carried(chart, { type: 'edit-fields', id: ravi, fields: { place: ' FERNS ' } }),
      view({}, { each: { field: 'place' } }),
    );
    expect(rows(each)).toEqual(['Quay', 'Ferns', 'Dunes']);
    const [, ferns] = viewsOf(kind, each);
    expect(names(viewed(kind, each, ferns!).chart)).toEqual(['Suda Welk', 'Ravi Thurle']);
  });
  it('set', () => {
    const venn = readAs('venn', 'gulls: birds, sea\nseals: sea\n');
    const each = withViews(venn.chart, view({}, { each: { sets: true } }));
    expect(viewsOf(venn.kind, each).map(({ name }) => name)).toEqual(['birds', 'sea']);
  });
  it('one that was set in its own way stays, and says so where what it shows is gone', () => {
    const each = withViews(chart, view({}, { each: { tier: 2 } }));
    const [ferns] = viewsOf(kind, each);
    const own = withViews(each, { ...ferns!, name: 'The ferns' });
    expect(rows(own)).toEqual(['The ferns', 'Piet Vann']);
    const gone = carried(own, { type: 'remove-branch', id: suda });
    expect(rows(gone)).toEqual(['Piet Vann', 'The ferns']);
    expect(viewed(kind, gone, viewOf(kind, gone, ferns!.id)!).gone).toBe(true);
    // Put elsewhere, it leaves its kin.
    expect(rows(withViews(own, { ...ferns!, name: 'The ferns', order: 'Zz' }))).toEqual(['The ferns', 'Piet Vann']);
  });
  it('ids are those of the chart: the same list has the same views', () => {
    const each = withViews(chart, view({}, { each: { field: 'place' } }));
    const again = carried(each, { type: 'edit-fields', id: piet, fields: { post: 'Keeper' } });
    expect(viewsOf(kind, again).map((one) => one.id)).toEqual(viewsOf(kind, each).map((one) => one.id));
  });
});

describe('a change while a view is open', () => {
  const open = view({ branches: [suda] });
  const withView = carried(chart, { type: 'set-views', put: [open], remove: [] });
  const done = (one: Change) => carried(withView, forView(withView, open, one));
  const own = (of: Chart) => of.views!['v']!;
  it('of how it is drawn is set in the view alone', () => {
    const after = done({
      type: 'group',
      changes: [
        { type: 'set-arrangement', arrangement: { direction: 'right' } },
        { type: 'set-page', page: { size: 'A3' } },
        { type: 'rename', title: 'Ferns' },
        { type: 'set-item', id: ravi, folded: true },
        { type: 'set-item', id: ravi, style: { fill: '#112233' } },
        { type: 'set-items', items: { [ravi]: { leaves: 'stack' }, [suda]: { nudge: { dx: 1, dy: 2 } } } },
      ],
    });
    expect({ ...after, views: undefined }).toEqual({ ...withView, views: undefined });
    const { chart: shown } = viewed(kind, after, own(after));
    expect([shown.arrangement['direction'], shown.page.size, shown.title]).toEqual(['right', 'A3', 'Ferns']);
    expect(shown.items[ravi]).toMatchObject({ folded: true, style: { fill: '#112233' }, leaves: 'stack' });
    expect(shown.items[suda]).toMatchObject({ nudge: { dx: 1, dy: 2 } });
    // A picture is of the list.
    expect(done({ type: 'set-item', id: ravi, picture: { symbol: 'leaf' } }).items[ravi]!.picture).toEqual({
      symbol: 'leaf',
    });
  });
  it('of the list is written in the list, and is in every view', () => {
    const after = done({ type: 'edit-fields', id: ravi, fields: { name: 'Ravi Tye' } });
    expect(own(after)).toEqual(open);
    expect(after.items[ravi]!.fields['name']).toBe('Ravi Tye');
  });
  it('back to what it would be is as the chart has it', () => {
    const right = done({ type: 'set-arrangement', arrangement: { direction: 'right' } });
    const back = carried(
      right,
      forView(right, own(right), { type: 'set-arrangement', arrangement: { direction: null } }),
    );
    expect(own(back)).toEqual(open);
  });
  it('never touches the list where it is about looks, nor looks where it is about the list', () => {
    fc.assert(
      fc.property(
        charts.chain((one) => fc.tuple(fc.constant(one), change(Object.keys(one.items).length))),
        ([one, what]) => {
          const shown = view({ branches: ['n0'] });
          const at = carried(one, { type: 'set-views', put: [shown], remove: [] });
          const applied = apply(at, forView(at, shown, what));
          if (
            !applied.ok ||
            what.type !== 'set-item' ||
            Object.keys(what).some((key) => key === 'leaves' || key === 'face')
          )
            return;
          expect({ ...applied.chart, views: {} }).toEqual({ ...at, views: {} });
        },
      ),
    );
  });
  it('is shown alike whether it is taken apart or not', () => {
    const own = view(
      { branches: [suda], folded: { [ravi]: true } },
      {
        arrangement: { direction: 'right' },
        page: { size: 'A3', subtitle: 'Ours' },
        title: 'Own',
        house: 'photocopier',
        face: [{ fields: ['post'], strong: true, size: 1 }],
        exceptions: { [ravi]: { style: { fill: '#112233' }, leaves: 'stack' } },
        without: ['place'],
      },
    );
    for (const one of [own, open])
      expect(viewed(kind, dressed(chart, one), bare(one))).toEqual(viewed(kind, chart, one));
  });
  it('takes keys away by undefined', () => {
    expect(patchedView({ ...open, title: 'x' }, { title: undefined })).toEqual(open);
  });
});

it('views of what is gone from all kinds do no harm', () => {
  for (const one of ['org', 'family', 'decision', 'concept', 'venn']) {
    const { chart: own } = readAs(one, kindOf(one)!.starts[0]!.list);
    const ids = Object.keys(own.items);
    for (const shows of [{ branches: [ids[1]!] }, { downTo: 1 }, { where: { field: 'name', test: 'filled' as const } }])
      expect(viewed(kindOf(one)!, own, view(shows)).gone).toBe(false);
  }
});
