import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { byFamily, nameParts } from './family-names';
import { natural } from './format';

describe('the parts of a name', () => {
  it.each([
    ['Ravi Thurle', 'Ravi', 'Thurle', ''],
    ['Thurle, Ravi', 'Ravi', 'Thurle', ''],
    ['Dr. Ravi Thurle, PhD', 'Ravi', 'Thurle', ''],
    ['Jan van der Veld', 'Jan', 'Veld', 'van der'],
    ['Veld, Jan van der', 'Jan', 'Veld', 'van der'],
    ['van der Veld, Jan', 'Jan', 'Veld', 'van der'],
    ['Mona Van Damsel', 'Mona Van', 'Damsel', ''],
    ['Ada Fenn (née Moor)', 'Ada', 'Fenn', ''],
    ['van der Veld', 'van', 'Veld', 'der'],
    ['Ostrey', '', 'Ostrey', ''],
    ['', '', '', ''],
  ])('of %s, given name first', (name, given, family, particles) =>
    expect(nameParts(name, 'given-first')).toEqual({ given, family, particles }),
  );

  it.each([
    ['Thurle Ravi Anand', 'Ravi Anand', 'Thurle'],
    ['Thurle, Ravi', 'Ravi', 'Thurle'],
    ['沈 文杰', '文杰', '沈'],
    ['沈文杰', '', '沈文杰'],
  ])('of %s, family name first', (name, given, family) =>
    expect(nameParts(name, 'family-first')).toMatchObject({ given, family }),
  );

  it('keep every word but titles and what stands in brackets, whatever the name', () => {
    const word = fc.constantFrom('Ada', 'van', 'der', 'Moor', 'de', 'Ostrey', 'bin', 'Kwo');
    fc.assert(
      fc.property(
        fc.array(word, { minLength: 1, maxLength: 6 }),
        fc.constantFrom('given-first' as const, 'family-first' as const),
        fc.boolean(),
        (words, order, comma) => {
          const name = comma && words.length > 1 ? `${words[0]}, ${words.slice(1).join(' ')}` : words.join(' ');
          const { given, family, particles } = nameParts(name, order);
          const out = [given, particles, family].flatMap((part) => part.split(' ').filter(Boolean));
          expect(out.sort()).toEqual([...words].sort());
          expect(family).not.toBe('');
        },
      ),
    );
  });
});

it('names are put in order by the family, small particles left out of it', () => {
  const names = ['Mona Zell', 'Jan van der Veld', 'Ilse Abend', 'Bo Veld', 'Ulla Wiese'];
  const sorted = [...names].sort(byFamily('given-first', natural));
  expect(sorted).toEqual(['Ilse Abend', 'Bo Veld', 'Jan van der Veld', 'Ulla Wiese', 'Mona Zell']);
});
