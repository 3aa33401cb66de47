/**
 * Coefficients of kinship (half the coefficient of relationship) and names of degrees, against the table that textbooks of
 * genetics print: D. Falconer and T. Mackay, "Introduction to Quantitative Genetics", 4th edition, table 9.3 (values from
 * memory); degrees by the usual consanguinity table of canon and civil law (common practice).
 */
import { describe, expect, it } from 'vitest';
import { familyOf } from '../../src/core/kinds/family/family';
import { kinship, relationOf } from '../../src/core/kinds/family/kinship';
import { readAs } from '../support/kinds';

/** Two brothers, one with children by two wives; cousins of several degrees below. */
const LIST = `Old One (1800)
+ Old Two (1802)
	Anders (1825, m)
	+ Berta (1826, f)
		Carl (1850, m)
		+ Cilla (1851)
			Dorrit (1875, f)
			+ Drust (1874)
				Ebba (1900, f)
		Clara (1852, f)
	+ Bice (1830, f)
		Cosmo (1858, m)
	Aron (1828, m)
	+ Brita (1829, f)
		Casper (1853, m)
		+ Corin (1855)
			Dag (1878, m)
			+ Dunja (1879)
				Egil (1903, m)
`;

const { chart, id } = readAs('family', LIST);
const between = (a: string, b: string) => relationOf(chart, id(a), id(b));

describe('coefficient of kinship', () => {
  it.each([
    ['oneself', 'Anders', 'Anders', 1 / 2],
    ['parent and child', 'Anders', 'Carl', 1 / 4],
    ['full siblings', 'Carl', 'Clara', 1 / 4],
    ['half siblings', 'Carl', 'Cosmo', 1 / 8],
    ['grandparent and grandchild', 'Anders', 'Dorrit', 1 / 8],
    ['uncle and niece', 'Aron', 'Clara', 1 / 8],
    ['first cousins', 'Carl', 'Casper', 1 / 16],
    ['great-grandparent', 'Anders', 'Ebba', 1 / 16],
    ['first cousins once removed', 'Carl', 'Dag', 1 / 32],
    ['second cousins', 'Dorrit', 'Dag', 1 / 64],
    ['second cousins once removed', 'Dorrit', 'Egil', 1 / 128],
    ['third cousins', 'Ebba', 'Egil', 1 / 256],
    ['husband and wife', 'Anders', 'Berta', 0],
  ])('of %s', (_, a, b, value) => {
    expect(between(a, b).kinship).toBe(value);
  });

  it('of double first cousins is twice that of first cousins', () => {
    const list = `Id,Name,Father,Mother\n1,Pa,,\n2,Ma,,\n3,Pe,,\n4,Me,,\n5,Bo,1,2\n6,Ben,1,2\n7,Sue,3,4\n8,Sal,3,4\n9,Kit,5,7\n10,Kat,6,8\n`;
    const read = readAs('family', list);
    expect(relationOf(read.chart, read.id('Kit'), read.id('Kat'))).toMatchObject({
      kinship: 1 / 8,
      relation: 'double first cousin',
    });
  });

  it("of a child of full siblings with itself is 5/8: half of one and Wright's F of 1/4", () => {
    const list = `Id,Name,Father,Mother\n1,Pa,,\n2,Ma,,\n3,Bo,1,2\n4,Sue,1,2\n5,Kit,3,4\n`;
    const read = readAs('family', list);
    expect(kinship(familyOf(read.chart), read.id('Kit'), read.id('Kit'))).toBe(0.625);
  });
});

describe('degrees in words', () => {
  it.each([
    ['Anders', 'Ebba', 'great-grandfather'],
    ['Ebba', 'Anders', 'great-granddaughter'],
    ['Clara', 'Carl', 'sister'],
    ['Cosmo', 'Carl', 'half-brother'],
    ['Aron', 'Carl', 'uncle'],
    ['Aron', 'Dorrit', 'great-uncle'],
    ['Aron', 'Ebba', 'great-great-uncle'],
    ['Clara', 'Aron', 'niece'],
    ['Carl', 'Casper', 'first cousin'],
    ['Dorrit', 'Casper', 'first cousin once removed'],
    ['Dorrit', 'Egil', 'second cousin once removed'],
    ['Egil', 'Carl', 'first cousin twice removed'],
    ['Ebba', 'Egil', 'third cousin'],
    ['Berta', 'Anders', 'wife'],
  ])('%s is %s’s %s', (a, b, words) => {
    expect(between(a, b).relation).toBe(words);
  });

  it('name the nearest common ancestors', () => {
    const names = between('Dorrit', 'Egil').commonAncestors.map((item) => chart.items[item]!.fields['name']);
    expect(names.sort()).toEqual(['Old One', 'Old Two']);
  });
});
