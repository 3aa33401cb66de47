import { describe, expect, it } from 'vitest';
import { fonts } from '../../../tests/support/fonts';
import { readAs } from '../../../tests/support/kinds';
import { apply, type Chart, defaultPage, type Rule, rulesSchema } from '../chart';
import { FONTS } from '../faces';
import { kinds } from '../kinds';
import { sceneSvg, short } from '../scene';
import { contrast, houseFor, houses, LEAST_CONTRAST } from '../style';
import { compose, ruleName, whyOf } from '.';

const LIST =
  'Name\tPost\tManager\tDepartment\tHours\nAda Fenn\tDirector\t\tLearning\t40\nBo Oke\tTeacher\tAda Fenn\tLearning\t20\n\tGardener\tAda Fenn\tGrounds\t30\nCy Penn\tPorter\tBo Oke\tHouse\tnone';
const { kind, chart } = readAs('org', LIST);
const withRules = (rules: readonly Rule[], on: Chart = chart): Chart => ({ ...on, rules: [...rules] });
const lookOf = (of: Chart, name: string) => compose(of, fonts).items.find((item) => item.name === name)!.look;
const rule = (
  id: string,
  when: Extract<Rule, { type: 'when' }>['when'],
  look: Extract<Rule, { type: 'when' }>['look'],
) => ({
  type: 'when' as const,
  id,
  when,
  look,
});

describe('rules of looks', () => {
  it('hold for what items are, wherever they stand', () => {
    const ruled = withRules([
      rule('a', { being: 'vacant' }, { edgeDash: 'dotted', fill: '#ffffff' }),
      rule('b', { field: 'department', test: 'equals', value: 'LEARNING' }, { shape: 'star' }),
      rule('c', { field: 'Hours', test: 'over', value: '25' }, { weight: 400 }),
    ]);
    expect(rulesSchema.parse(ruled.rules)).toEqual(ruled.rules);
    expect(lookOf(ruled, 'Vacant post')).toMatchObject({ edgeDash: 'dotted', fill: '#ffffff', weight: 400 });
    expect(lookOf(ruled, 'Ada Fenn')).toMatchObject({ shape: 'star', weight: 400 });
    expect(lookOf(ruled, 'Bo Oke')).toMatchObject({ shape: 'star', weight: lookOf(chart, 'Bo Oke').weight });
    expect(lookOf(ruled, 'Cy Penn')).toEqual(lookOf(chart, 'Cy Penn'));
  });

  it('can slant the words of what they are for, measured and drawn so', () => {
    const { items, scene } = compose(withRules([rule('a', { being: 'vacant' }, { slant: true })]), fonts);
    for (const { id, name, set } of items) {
      const slanted = name === 'Vacant post';
      for (const { face } of set.lines) expect(face.includes('-slant-')).toBe(slanted);
      const marks = scene.items.find((item) => item.id === id)!.marks;
      expect(marks.some((mark) => mark.type === 'text' && mark.face.includes('-slant-'))).toBe(slanted);
    }
    expect(sceneSvg(scene)).toContain('font-style="italic"');
  });

  it('leave the font to the chart, which changes it for all at once', () => {
    for (const font of FONTS) {
      const faces = compose({ ...chart, font }, fonts).items.flatMap(({ set }) => set.lines.map(({ face }) => face));
      for (const face of faces) expect(face.startsWith(`${font}-`)).toBe(true);
    }
    expect(lookOf(withRules([rule('a', { being: 'top' }, { font: 'hand' })]), 'Ada Fenn').font).toBe('hand');
  });

  it('hold for a whole branch', () => {
    const id = Object.values(chart.items).find(({ fields }) => fields['name'] === 'Bo Oke')!.id;
    const ruled = withRules([rule('a', { within: id }, { fill: '#ffffff' })]);
    expect(ruleName(kind, chart, ruled.rules![0]!)).toBe('Branch of Bo Oke');
    expect(lookOf(ruled, 'Bo Oke').fill).toBe('#ffffff');
    expect(lookOf(ruled, 'Cy Penn').fill).toBe('#ffffff');
    expect(lookOf(ruled, 'Ada Fenn')).toEqual(lookOf(chart, 'Ada Fenn'));
  });

  it('are stronger the higher they stand, weaker than an exception, and nothing while they are off', () => {
    const [top, under] = [
      rule('a', { being: 'top' }, { fill: '#111111' }),
      rule('b', { being: 'top' }, { fill: '#eeeeee', size: 20 }),
    ];
    expect(lookOf(withRules([top, under]), 'Ada Fenn')).toMatchObject({ fill: '#111111', size: 20 });
    expect(lookOf(withRules([under, top]), 'Ada Fenn')).toMatchObject({ fill: '#eeeeee', size: 20 });
    expect(lookOf(withRules([{ ...top, off: true }]), 'Ada Fenn')).toEqual(lookOf(chart, 'Ada Fenn'));
    const id = Object.values(chart.items).find(({ fields }) => fields['name'] === 'Ada Fenn')!.id;
    const own = { ...chart, items: { ...chart.items, [id]: { ...chart.items[id]!, style: { fill: '#abcdef' } } } };
    expect(lookOf(withRules([top], own), 'Ada Fenn').fill).toBe('#abcdef');
  });

  it('colour each value of a field, chosen or by itself, and numbers along a scale', () => {
    const coloured = withRules([{ type: 'values', id: 'v', field: 'department', colours: { house: '#123456' } }]);
    const fills = ['Ada Fenn', 'Bo Oke', 'Vacant post', 'Cy Penn'].map((name) => lookOf(coloured, name).fill);
    expect(fills[0]).toBe(fills[1]);
    expect(new Set(fills).size).toBe(3);
    expect(fills[3]).toBe('#123456');
    const scaled = withRules([{ type: 'scale', id: 's', field: 'Hours', low: '#ffffff', high: '#000000' }]);
    expect(lookOf(scaled, 'Bo Oke').fill).toBe('#ffffff');
    expect(lookOf(scaled, 'Ada Fenn').fill).toBe('#000000');
    expect(lookOf(scaled, 'Vacant post').fill).toMatch(/^#([4-9a-b].)\1\1$/);
    // What is no number keeps the fill of its tier.
    expect(lookOf(scaled, 'Cy Penn').fill).toBe(lookOf(chart, 'Cy Penn').fill);
    for (const name of ['Ada Fenn', 'Bo Oke', 'Vacant post', 'Cy Penn']) {
      const { fill, ink } = lookOf(scaled, name);
      expect(contrast(fill, ink)).toBeGreaterThanOrEqual(LEAST_CONTRAST);
    }
  });

  it('come into the key, and have names', () => {
    const rules: Rule[] = [
      rule('a', { being: 'vacant' }, { edgeDash: 'dotted' }),
      { type: 'values', id: 'v', field: 'department', colours: {} },
    ];
    const { scene } = compose({ ...withRules(rules), page: { ...chart.page, key: true } }, fonts);
    const words = scene.page.flatMap((mark) => (mark.type === 'text' ? [mark.text] : []));
    for (const word of ['Vacant posts', 'Learning', 'Grounds', 'House']) expect(words).toContain(word);
    // Only what is on the sheet: nobody of this department, and a rule that gives nothing.
    const absent = [
      rule('y', { field: 'department', test: 'equals', value: 'Shop' }, { fill: '#336699' }),
      rule('z', { being: 'vacant' }, {}),
    ];
    const key = compose({ ...withRules(absent), page: { ...chart.page, key: true } }, fonts).scene.page;
    const texts = key.flatMap((mark) => (mark.type === 'text' ? [mark.text] : []));
    for (const word of ['Shop', 'Vacant posts']) expect(texts.join(' ')).not.toContain(word);
    expect(ruleName(kind, chart, rule('x', { field: 'post', test: 'contains', value: 'head' }, {}))).toBe(
      'Post contains "head"',
    );
    expect(ruleName(kind, chart, rule('x', { field: 'post', test: 'empty' }, {}))).toBe('Post is empty');
  });

  it('are put in place and taken back as one change', () => {
    const rules = [rule('a', { being: 'vacant' }, { fill: '#ffffff' })];
    const done = apply(chart, { type: 'set-rules', rules });
    if (!done.ok) throw new Error(done.problem.message);
    expect(done.chart.rules).toEqual(rules);
    expect(apply(done.chart, done.inverse)).toMatchObject({ ok: true, chart });
  });

  it('bring checks: words that cannot be read, colours without a key, too many of them', () => {
    const codes = (of: Chart) => compose(of, fonts).problems.map(({ code }) => code);
    const poor = withRules([rule('a', { being: 'top' }, { fill: '#ffffff', ink: '#eeeeee' })]);
    expect(codes(poor)).toEqual(expect.arrayContaining(['low-contrast-item', 'no-key']));
    expect(codes({ ...poor, page: { ...chart.page, key: true } })).not.toContain('no-key');
    expect(codes({ ...chart, tiers: { 2: { look: { ...lookOf(chart, 'Ada Fenn'), size: 11 } } } })).toContain(
      'tiers-alike',
    );
    const many = readAs('org', ['Name\tPost', ...Array.from({ length: 9 }, (_, i) => `P${i}\tPost ${i}`)].join('\n'));
    expect(codes(withRules([{ type: 'values', id: 'v', field: 'post', colours: {} }], many.chart))).toContain(
      'many-fills',
    );
    for (const code of ['low-contrast-item', 'no-key', 'tiers-alike', 'many-fills'])
      expect(codes(chart)).not.toContain(code);
  });

  it('say why an item looks as it does', () => {
    const id = Object.values(chart.items).find(({ fields }) => fields['post'] === 'Gardener')!.id;
    const ruled: Chart = {
      ...withRules([rule('a', { being: 'vacant' }, { fill: '#ffffff' })]),
      tiers: { 2: { look: { size: 14, fill: '#000000' } } },
    };
    const own = { ...ruled, items: { ...ruled.items, [id]: { ...ruled.items[id]!, style: { weight: 700 as const } } } };
    const why = whyOf(kind, own, kind.structure(own), houseFor(own), id);
    expect(why).toMatchObject({
      fill: { from: 'rule', rule: 0 },
      ink: { from: 'rule', rule: 0 },
      size: { from: 'tier' },
      edgeDash: { from: 'kind' },
      weight: { from: 'own' },
      shape: { from: 'house' },
    });
  });

  it.each(kinds.map((one) => [one.id, one] as const))('ask a %s only for what it can say', (_, one) => {
    const ids = (one.beings ?? []).map((being) => being.id);
    expect(new Set(ids).size).toBe(ids.length);
  });
});

it('paper of any colour keeps words on it readable, and a line goes round the page where it is asked for', () => {
  const on = (page: object) => compose({ ...chart, page: { ...defaultPage, ...page } }, fonts).scene;
  for (const background of ['#000000', '#ffffff', '#5c2a4d', '#f7c24c', '#777777']) {
    const scene = on({ background, dateLine: 'May' });
    expect(scene.background).toBe(background);
    for (const mark of scene.page)
      if (mark.type === 'text') expect(contrast(background, mark.fill)).toBeGreaterThanOrEqual(LEAST_CONTRAST);
  }
  const lines = (page: object) => on(page).page.filter((mark) => mark.type === 'path');
  expect(lines({})).toHaveLength(0);
  const [border] = lines({ border: true, margin: 40 });
  const { width, height } = on({});
  expect(border).toMatchObject({ d: `M20 20H${short(width - 20)}V${short(height - 20)}H20Z` });
});

it('words stay whole in every house style', () => {
  const names = ['Wren Abernathy-Cole', 'Rosalind Okoro-Fenn', 'Agathe Lindqvist-Moor'];
  const pieces = (text: string) => text.split(/ |(?<=-)/);
  const whole = new Set(names.flatMap(pieces));
  const { chart: named } = readAs('org', names.map((name, i) => '\t'.repeat(i) + name).join('\n'));
  for (const { id } of houses)
    for (const { set } of compose({ ...named, house: id }, fonts).items)
      for (const { text } of set.lines) for (const piece of pieces(text)) expect(whole).toContain(piece);
});
