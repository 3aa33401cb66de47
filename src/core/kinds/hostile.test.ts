/** Lists that grow in the one way that once cost too much: still read and drawn, or refused in words. */
import { describe, expect, it } from 'vitest';
import { draw, readAs } from '../../../tests/support/kinds';
import { apply } from '../chart';
import { readList } from '../read';
import { kindOf } from '.';

const lines = (n: number, line: (i: number) => string) => Array.from({ length: n }, (_, i) => line(i)).join('\n');

describe('large lists of one sort', () => {
  it('with a superior who is missing share one repair', () => {
    const { problems } = readAs('org', `Name,Reports to\n${lines(3_000, (i) => `Person ${i},Chief`)}`);
    const added = problems.flatMap(({ repairs }) => repairs.filter(({ alike }) => alike === 'new'));
    expect(new Set(added.map(({ change }) => change)).size).toBe(1);
  });
  it('with more unclear superiors than anybody mends one by one are told in parts, none left out', () => {
    const { chart, problems } = readAs('org', `Name,Reports to\n${lines(1_500, (i) => `Person ${i},Chief ${i}`)}`);
    const told = problems.filter(({ code }) => code === 'unknown-superior');
    const more = problems.find(({ code }) => code === 'more-superiors')!;
    expect(more.message).toContain(`${1_500 - told.length} more stand at the top`);
    expect(more.line).toBeGreaterThan(told.at(-1)!.line!);
    const mended = told.reduce((so, { repairs }) => {
      const done = apply(so, repairs.at(-1)!.change);
      return done.ok ? done.chart : so;
    }, chart);
    const next = kindOf('org')!.problems(mended, () => 1);
    expect(next.filter(({ code }) => code === 'unknown-superior')).toHaveLength(1_500 - told.length);
    expect(next.some(({ code }) => code === 'more-superiors')).toBe(false);
  });
  it('name a few of a circle', () => {
    const { problems } = readAs('org', `Name,Reports to\n${lines(500, (i) => `P${i},P${(i + 1) % 500}`)}`);
    const circle = problems.find(({ code }) => code === 'cycle')!;
    expect(circle.message).toContain('487 more');
    expect(circle.message.length).toBeLessThan(400);
  });
  it('of families where each married the next are drawn', () => {
    const { scene } = draw('family', `Name,Partner\n${lines(3_000, (i) => `P${i},P${i + 1}`)}`);
    expect(scene.items.length).toBeGreaterThanOrEqual(3_000);
  });
  it('of concepts that are all linked are drawn', () => {
    const pairs = lines(80 * 80, (i) =>
      Math.floor(i / 80) < i % 80 ? `C${Math.floor(i / 80)} - to -> C${i % 80}` : '',
    );
    expect(draw('concept', pairs).scene.edges).toHaveLength((80 * 79) / 2);
  });
  it('with runs of signs are one concept, at once', () => {
    for (const text of ['-'.repeat(50_000), `a ${'- '.repeat(25_000)}> b`, `a${' '.repeat(50_000)}| b`])
      expect(readList(kindOf('concept')!, text).ok).toBe(true);
  });
  it('that are numbered beyond reason have no places', () => {
    expect(readAs('org', `1${'.1'.repeat(20_000)} Ann\n2 Bo\n`).chart.items).toMatchObject({ i2: { parent: null } });
  });
});

describe('concepts, phrases and arrows', () => {
  const read = (text: string) => {
    const { chart } = readAs('concept', text);
    return Object.values(chart.items).map(({ fields, parent }) => [
      parent === null ? '' : chart.items[parent]!.fields['name'],
      fields['phrase'] ?? '',
      fields['name'],
    ]);
  };
  it.each([
    [
      'Mud - hides -> Crabs',
      [
        ['', '', 'Mud'],
        ['Mud', 'hides', 'Crabs'],
      ],
    ],
    [
      'Mud --hides--> Crabs',
      [
        ['', '', 'Mud'],
        ['Mud', 'hides', 'Crabs'],
      ],
    ],
    [
      'Mud – hides –> Crabs',
      [
        ['', '', 'Mud'],
        ['Mud', 'hides', 'Crabs'],
      ],
    ],
    [
      'Mud → hides → Crabs',
      [
        ['', '', 'Mud'],
        ['Mud', 'hides', 'Crabs'],
      ],
    ],
    [
      'Mud => Crabs',
      [
        ['', '', 'Mud'],
        ['Mud', '', 'Crabs'],
      ],
    ],
    [
      'Mud ---> Crabs',
      [
        ['', '', 'Mud'],
        ['Mud', '', 'Crabs'],
      ],
    ],
    [
      'Salt-loving plants - hold-fast -> Mud-flats',
      [
        ['', '', 'Salt-loving plants'],
        ['Salt-loving plants', 'hold-fast', 'Mud-flats'],
      ],
    ],
  ])('%s', (text, expected) => {
    expect(read(text)).toEqual(expected);
  });
});
