import { describe, expect, it } from 'vitest';
import { lookSchema } from '../chart';
import { contrast, houses, itemLook, LEAST_CONTRAST, leastApart, tierLook } from '.';

/** CIEDE2000 difference that is seen at a glance, not only side by side (common practice: some times a just seen one). */
const APART = 4;

describe.each(houses)('house style $name, $variant', (house) => {
  const looks = Array.from({ length: 40 }, (_, i) => house.look(i + 1));

  it('gives every tier a whole look whose words can be read', () => {
    for (const look of looks) {
      expect(lookSchema.parse(look)).toEqual(look);
      expect(contrast(look.fill, look.ink)).toBeGreaterThanOrEqual(LEAST_CONTRAST);
    }
    expect(contrast(house.sheet, house.ink)).toBeGreaterThanOrEqual(LEAST_CONTRAST);
    expect(contrast(house.sheet, house.quietInk)).toBeGreaterThanOrEqual(LEAST_CONTRAST);
  });

  it('tells tiers apart by fill, and by shape or edge', () => {
    const form = (look: (typeof looks)[number]) => `${look.shape} ${look.edgeDash} ${look.edgeWidth}`;
    for (let i = 1; i < looks.length; i++) {
      expect(looks[i]!.fill).not.toBe(looks[i - 1]!.fill);
      expect(form(looks[i]!)).not.toBe(form(looks[i - 1]!));
    }
    expect(new Set(looks.map((look) => `${look.fill} ${form(look)}`)).size).toBe(looks.length);
  });
});

describe('house styles', () => {
  it('are eight, each in three colours, with ids of their own', () => {
    expect(new Set(houses.map(({ id }) => id)).size).toBe(24);
    expect(new Set(houses.map(({ name }) => name)).size).toBe(8);
    for (const { of } of houses) expect(houses.find(({ id }) => id === of)).toBeDefined();
  });
  it('keep the fills of the first four tiers apart for everybody, in grey too', () => {
    for (const house of houses) {
      const found = leastApart([1, 2, 3, 4].map((tier) => house.look(tier).fill))!;
      expect(found.least, `${house.id}: ${found.vision}`).toBeGreaterThan(APART);
    }
  });
});

describe('looks', () => {
  const house = houses[0]!;
  it('are the house style, then the tier, then what the item is, then its exception', () => {
    const tier = tierLook({ tiers: { 2: { look: { fill: '#ffffff', size: 20 } } } }, house, 2);
    expect(tier).toMatchObject({ fill: '#ffffff', size: 20, shape: house.look(2).shape });
    expect(itemLook(tier, { edgeDash: 'dashed' }, [], { style: { fill: '#000000' } })).toMatchObject({
      edgeDash: 'dashed',
      fill: '#000000',
      size: 20,
    });
  });
  it('bring readable text with a new fill, unless the text was chosen too', () => {
    expect(
      contrast(tierLook({ tiers: { 1: { look: { fill: '#fdf6e3' } } } }, house, 1).ink, '#fdf6e3'),
    ).toBeGreaterThan(LEAST_CONTRAST);
    expect(tierLook({ tiers: { 1: { look: { fill: '#fdf6e3', ink: '#eeeeee' } } } }, house, 1).ink).toBe('#eeeeee');
  });
});
