/** Exceptions that survive or follow the style, lines of descent, paper with a pattern. */
import { describe, expect, it } from 'vitest';
import { carried, drawn, readAs } from '../../../tests/support/kinds';
import { type Chart, PATTERNS } from '../chart';
import { sceneSvg } from '../scene';
import { contrast, houses, LEAST_CONTRAST, toneOf } from '../style';

const { chart, id } = readAs('org', 'Ada\n\tBo\n\tCy\n\t\tDi\n');
const lookOf = (of: Chart, name: string) => drawn(of).items.find((item) => item.name === name)!.look;
const house = (of: Chart, to: string, brand: string | null = null) =>
  carried(of, { type: 'set-house', house: to, brand });

describe('an exception', () => {
  it('survives three changes of style as it is, and is cleared in one step', () => {
    let own = carried(chart, { type: 'set-item', id: id('Bo'), style: { fill: '#ffcc00', shape: 'star' } });
    for (const next of ['terracotta', 'chalkboard', 'large-print']) {
      own = house(own, next);
      expect(lookOf(own, 'Bo')).toMatchObject({ fill: '#ffcc00', shape: 'star' });
    }
    const cleared = carried(own, { type: 'set-item', id: id('Bo'), style: null });
    expect(lookOf(cleared, 'Bo')).toEqual(lookOf(cleared, 'Cy'));
  });
  it('of a tone follows the style: the fill of its tier, as much lighter, with words that read on it', () => {
    const own = carried(chart, { type: 'set-item', id: id('Bo'), tone: { tier: 1, light: 0 } });
    for (const { id: next } of houses) {
      const styled = house(own, next);
      expect(lookOf(styled, 'Bo').fill).toBe(lookOf(styled, 'Ada').fill);
    }
    const lighter = carried(own, { type: 'set-item', id: id('Bo'), tone: { tier: 1, light: 0.2 } });
    for (const { id: next } of houses) {
      const { fill, ink } = lookOf(house(lighter, next, '#8a2b2b'), 'Bo');
      expect(contrast(fill, ink)).toBeGreaterThanOrEqual(LEAST_CONTRAST);
    }
  });
  it('becomes the tone that is nearest to its colour', () => {
    const looks = ['Ada', 'Bo', 'Di'].map((name) => lookOf(chart, name));
    expect(toneOf(looks[1]!.fill, looks)).toEqual({ tier: 2, light: 0 });
    expect(toneOf('#ffffff', looks)!.light).toBeGreaterThan(0);
    expect(toneOf('#ffffff', [])).toBeUndefined();
  });
});

describe('a rule for a line of descent', () => {
  const family = readAs('family', 'Ann\n+ Bob\n\tCal\n\t+ Dot\n\t\tEve\n\tFay\n');
  const ruled = (from: string) => ({
    ...family.chart,
    rules: [{ type: 'when' as const, id: 'r', when: { descent: family.id(from) }, look: { fill: '#123456' } }],
  });
  const plum = (of: Chart) => drawn(of).items.flatMap(({ name, look }) => (look.fill === '#123456' ? [name] : []));
  it('holds for who it begins with and who comes from there, not for those who married in', () => {
    expect(plum(ruled('Cal')).sort()).toEqual(['Cal', 'Eve']);
    expect(plum(ruled('Bob')).sort()).toEqual(['Bob', 'Cal', 'Eve', 'Fay']);
  });
  it('is of no use in kinds without descent', () => {
    const rules = [{ type: 'when' as const, id: 'r', when: { descent: id('Ada') }, look: { fill: '#123456' } }];
    expect(lookOf({ ...chart, rules }, 'Bo')).toEqual(lookOf(chart, 'Bo'));
  });
});

describe('paper with a pattern', () => {
  it.each(PATTERNS)('%s lies within the page, behind all else, in few strokes', (pattern) => {
    const scene = drawn({ ...chart, page: { ...chart.page, size: 'A4', pattern } }).scene;
    expect(scene.under).toHaveLength(1);
    const [mark] = scene.under!;
    const d = mark!.type === 'path' ? mark!.d : '';
    expect(d.length).toBeLessThan(40_000);
    for (const [, x, y] of d.matchAll(/[ML]([\d.-]+) ([\d.-]+)/g)) {
      expect(Number(x)).toBeGreaterThanOrEqual(0);
      expect(Number(x)).toBeLessThanOrEqual(scene.width + 0.001);
      expect(Number(y)).toBeGreaterThanOrEqual(0);
      expect(Number(y)).toBeLessThanOrEqual(scene.height + 14);
    }
    const svg = sceneSvg(scene);
    expect(svg.indexOf(d)).toBeLessThan(svg.indexOf('data-item'));
  });
});
