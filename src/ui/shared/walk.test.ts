import { describe, expect, it } from 'vitest';
import { fonts } from '../../../tests/support/fonts';
import { compose } from '../../core/compose';
import { kindOf } from '../../core/kinds';
import { chartOfList, readList } from '../../core/read';
import { stepTo } from './walk';

function walker(direction: string) {
  const kind = kindOf('org')!;
  const read = readList(kind, 'Top\n\tLeft\n\t\tA\n\t\tB\n\t\tC\n\t\tD\n\t\tE\n\tRight\n\t\tF\n\t\t\tG');
  if (!read.ok) throw new Error();
  const { scene, items } = compose({ ...chartOfList(kind, 'T', read.list), arrangement: { direction } }, fonts);
  const id = (name: string) => items.find((item) => item.name === name)!.id;
  return (from: string, key: string) => {
    const to = stepTo(scene, id(from), `Arrow${key}`);
    return items.find((item) => item.id === to)?.name;
  };
}

describe('walking the sheet', () => {
  it('follows the structure in rows', () => {
    const step = walker('down');
    expect(step('Top', 'Down')).toBe('Left');
    expect(step('Left', 'Right')).toBe('Right');
    expect(step('Right', 'Left')).toBe('Left');
    expect(step('Left', 'Up')).toBe('Top');
    expect(step('Left', 'Down')).toBe('A');
    expect(step('F', 'Down')).toBe('G');
    expect(step('Top', 'Up')).toBeUndefined();
  });
  it('goes along a stack before leaving it', () => {
    const step = walker('down');
    expect(step('A', 'Down')).toBe('B');
    expect(step('C', 'Up')).toBe('B');
    expect(step('A', 'Up')).toBe('Left');
    expect(step('C', 'Right')).toBe('F');
  });
  it('turns with the direction', () => {
    const step = walker('right');
    expect(step('Top', 'Right')).toBe('Left');
    expect(step('Left', 'Down')).toBe('Right');
    expect(step('Left', 'Left')).toBe('Top');
    expect(step('A', 'Down')).toBe('B');
  });
  it('turns with directions that run up and to the left', () => {
    const up = walker('up');
    expect(up('Top', 'Up')).toBe('Left');
    expect(up('Left', 'Down')).toBe('Top');
    const left = walker('left');
    expect(left('Top', 'Left')).toBe('Left');
    expect(left('Left', 'Right')).toBe('Top');
  });
});
