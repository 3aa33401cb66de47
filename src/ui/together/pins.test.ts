import { describe, expect, it } from 'vitest';
import { fonts } from '../../../tests/support/fonts';
import type { Chart } from '../../core/chart';
import { compose } from '../../core/compose';
import { kindOf } from '../../core/kinds';
import { chartOfList, readList } from '../../core/read';
import { contrast } from '../../core/style';
import { pinOptions, pinWords } from './pins';
import { colourOf } from './state';
import { words } from './words';

function at(kindId: string, text: string) {
  const kind = kindOf(kindId)!;
  const read = readList(kind, text);
  if (!read.ok) throw new Error(read.problem.message);
  const chart: Chart = chartOfList(kind, 'Garden', read.list);
  const { scene, regions } = compose(chart, fonts);
  return { chart, scene, regions };
}
const idOf = ({ items }: Chart, name: string) => Object.values(items).find(({ fields }) => fields['name'] === name)!.id;

describe('what a remark can be pinned to', () => {
  const garden = at('org', 'Ann\n\tBo\n\t\tCy\n');

  it('is what is selected first, its branch where there is one, and always the sheet', () => {
    const labels = (item: string | null, edge: string | null = null) =>
      pinOptions(garden, { item, edge }).map(({ label }) => label);
    expect(labels(idOf(garden.chart, 'Bo'))).toEqual(['Bo', words.branch('Bo'), words.sheet]);
    expect(labels(idOf(garden.chart, 'Cy'))).toEqual(['Cy', words.sheet]);
    expect(labels(null)).toEqual([words.sheet]);
    const [edge] = garden.scene.edges;
    expect(labels(null, `said ${edge!.said}`)).toEqual([words.line('Ann', 'Bo'), words.sheet]);
    // What was selected and is gone meanwhile is nothing to pin to.
    expect(labels('gone')).toEqual([words.sheet]);
  });

  it('of sets is each region of theirs, named by them', () => {
    const venn = at('venn', 'Name,Pruning,Guiding\nAnn,x,x\nBo,x,\nCy,,x\n');
    const labels = pinOptions(venn, { item: null, edge: null }).map(({ label }) => label);
    expect(labels).toEqual(
      expect.arrayContaining([
        words.region('Pruning'),
        words.region('Guiding'),
        words.region('Pruning, Guiding'),
        words.sheet,
      ]),
    );
    expect(new Set(labels).size).toBe(labels.length);
  });

  it('is said to be gone where it is', () => {
    for (const pin of [{ item: 'x' }, { branch: 'x' }, { edge: 'link x' }, { region: ['x'] }])
      expect(pinWords(garden, pin)).toBe(words.somewhere);
  });
});

it('everybody has a colour of their own that white words are read on (WCAG 2.2, 1.4.3)', () => {
  const colours = new Set(Array.from({ length: 200 }, (_, i) => colourOf(`account ${i}`)));
  expect(colours.size).toBe(8);
  for (const colour of colours) {
    expect(contrast(colour, '#ffffff'), colour).toBeGreaterThanOrEqual(4.5);
    // Names stand on the sheet in it too.
    expect(contrast(colour, '#fffdf7'), colour).toBeGreaterThanOrEqual(4.5);
  }
  expect(colourOf('Maud')).toBe(colourOf('Maud'));
});
