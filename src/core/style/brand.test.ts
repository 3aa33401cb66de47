import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { contrast, houseFor, houses, LEAST_CONTRAST, leastApart } from '.';

const forms = houses.filter(({ id, of }) => id === of).map(({ id }) => id);
const colour = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`);

describe('a house style from one colour', () => {
  it('begins with it, can be read on every tier, and keeps the first tiers apart for everybody and in grey', () => {
    fc.assert(
      fc.property(colour, fc.constantFrom(...forms), (brand, house) => {
        const own = houseFor({ house, brand });
        const looks = Array.from({ length: 12 }, (_, i) => own.look(i + 1));
        expect(looks[0]!.fill).toBe(brand);
        for (const { fill, ink } of looks) expect(contrast(fill, ink)).toBeGreaterThanOrEqual(LEAST_CONTRAST);
        expect(leastApart(looks.slice(0, 4).map(({ fill }) => fill))!.least).toBeGreaterThan(6);
      }),
      { numRuns: 150 },
    );
  });
  it('has the shapes of its form, and the same value for the same colour', () => {
    const own = houseFor({ house: 'tidepool-kelp', brand: '#aa3311' });
    expect(own.look(1).shape).toBe('hexagon');
    expect(houseFor({ house: 'tidepool', brand: '#aa3311' })).toBe(own);
  });
});
