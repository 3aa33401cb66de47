import { expect, it } from 'vitest';
import { fonts } from '../../../tests/support/fonts';
import { readAs } from '../../../tests/support/kinds';
import { compose } from '../compose';
import { overlapping, sceneSvg } from '../scene';
import { contrast } from '../style';
import { compareStatements } from './compare';
import { withCompared } from './on-picture';
import { SIGNS } from './signs';

const drawn = (kind: string, own: string, model: string) => {
  const [read, other] = [readAs(kind, own), readAs(kind, model)];
  const { statements } = read.kind.inClass;
  const comparison = compareStatements(statements(read.chart), statements(other.chart));
  const { scene } = compose(read.chart, fonts);
  return { scene, compared: withCompared(scene, read.chart, comparison, fonts), comparison };
};
const MODEL =
  'Tides - bring -> Mud\nMud - holds -> Worms\nBirds - eat -> Worms\nMarsh - stores -> Carbon\nTides - feed -> Birds\n';
const OWN = 'Tides - bring -> Mud\nMud - has -> Worms\nWorms - are eaten by -> Birds\nMud - smells of -> Salt\n';
const colours = (marks: readonly { readonly type: string }[]) => JSON.stringify(marks);

it('each line has the colour of what it is, and a sign of its own', () => {
  const { scene, compared } = drawn('concept', OWN, MODEL);
  // The first line is drawn by itself, the others together with one more: those show it on their own last piece.
  expect(colours(compared.links[0]!.marks)).toContain(SIGNS.same.colour);
  const lines = (compared.over ?? []).flatMap((mark) => (mark.type === 'path' && !mark.fill ? [mark.stroke] : []));
  for (const sign of ['phrase', 'extra'] as const) expect(lines, sign).toContain(SIGNS[sign].colour);
  const signs = (compared.over ?? []).flatMap((mark) => (mark.type === 'path' && mark.fill ? [mark.fill] : []));
  for (const sign of ['same', 'phrase', 'turned', 'missing', 'extra'] as const)
    expect(signs, sign).toContain(SIGNS[sign].colour);
  // Missing with both ends there: drawn in behind all else. What has no ends there is told under the picture.
  expect(compared.under).toHaveLength(1);
  expect(JSON.stringify(compared.under)).toContain(SIGNS.missing.colour);
  const words = (compared.over ?? []).flatMap((mark) => (mark.type === 'text' ? [mark.text] : [])).join(' ');
  expect(words).toContain('Marsh stores Carbon');
  expect(words).not.toContain('Tides feed Birds');
  expect(words).toContain('2 missing');
  expect(compared.height).toBeGreaterThan(scene.height);
  // The picture itself is as it was.
  expect(compared.items).toEqual(scene.items);
  expect(sceneSvg(compared)).toContain(SIGNS.missing.colour);
});

it('signs can be told from white, and from each other by shape', () => {
  for (const { colour } of Object.values(SIGNS)) expect(contrast(colour, '#ffffff')).toBeGreaterThanOrEqual(4.5);
});

it('signs stand on no item', () => {
  const { scene, compared } = drawn('concept', OWN, MODEL);
  const signs = (compared.over ?? []).flatMap((mark) => {
    if (mark.type !== 'path' || mark.stroke !== '#ffffff' || mark.fill === undefined) return [];
    const numbers = mark.d.match(/-?\d+(\.\d+)?/g)!.map(Number);
    const [xs, ys] = [0, 1].map((side) => numbers.filter((_, i) => i % 2 === side)) as [number[], number[]];
    return [
      {
        x: Math.min(...xs),
        y: Math.min(...ys),
        width: Math.max(...xs) - Math.min(...xs),
        height: Math.max(...ys) - Math.min(...ys),
      },
    ];
  });
  expect(signs.length).toBeGreaterThan(5);
  for (const sign of signs) for (const { box, label } of scene.items) expect(overlapping(sign, box), label).toBe(false);
});

it.each([
  ['org', 'Ann\n\tBo\n\t\tCy\n\tDi\n', 'Ann\n\tBo\n\tCy\n\tDi\n'],
  ['family', 'Ann\n\t+ Bo\n\t\tCy\n', 'Ann\n\t+ Bo\n\t\tCy\n\t\tDi\n'],
  ['decision', 'Wet?\n\tyes: Rush\n\tno: Thrift\n', 'Wet?\n\tyes: Rush\n\tno: Heath\n'],
  ['venn', 'Name,Boats,Tours\nAnn,x,\nBo,x,x\n', 'Name,Boats,Tours\nAnn,x,x\nBo,x,\n'],
])('%s: what is the same and what is not is marked', (kind, own, model) => {
  const { scene, compared, comparison } = drawn(kind, own, model);
  const all = colours([
    ...(compared.over ?? []),
    ...(compared.under ?? []),
    ...compared.links.flatMap(({ marks }) => marks),
  ]);
  for (const { verdict } of comparison.compared) expect(all, verdict).toContain(SIGNS[verdict].colour);
  if (comparison.extra.length > 0) expect(all).toContain(SIGNS.extra.colour);
  expect(compared.items).toHaveLength(scene.items.length);
});

it('nothing to compare leaves the picture without a sign', () => {
  const { compared } = drawn('concept', 'Tides\n\tMud\n', 'Tides\n');
  expect(compared.over?.length).toBeGreaterThan(0);
  const { compared: none } = drawn('org', 'Ann\n', 'Ann\n');
  expect(none.over ?? []).toEqual([]);
});
