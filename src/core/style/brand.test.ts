import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { colourOfPicture, contrast, difference, houseFor, houses, LEAST_CONTRAST, leastApart } from '.';

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

describe('the colour of a picture', () => {
  const dots = (...colours: readonly (readonly [string, number])[]) =>
    colours.flatMap(([hex, count]) =>
      Array.from({ length: count }, () =>
        [1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16)).concat(255),
      ).flat(),
    );
  it('is the one it has most of, whatever white, black and grey there is', () => {
    const found = colourOfPicture(dots(['#ffffff', 800], ['#101010', 60], ['#1f6f54', 120], ['#c03030', 40]))!;
    expect(difference(found, '#1f6f54')).toBeLessThan(1);
  });
  it('of a grey picture is its grey, and of an empty one none', () => {
    expect(colourOfPicture(dots(['#808080', 10]))).toBe('#808080');
    expect(colourOfPicture([0, 0, 0, 0])).toBeUndefined();
    expect(colourOfPicture([])).toBeUndefined();
  });
  it('is one from which all others can be derived', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 255 }), { minLength: 4, maxLength: 400 }), (bytes) => {
        const found = colourOfPicture(bytes);
        if (found !== undefined) expect(houseFor({ house: 'fernhouse', brand: found }).look(1).fill).toBe(found);
      }),
    );
  });
});
