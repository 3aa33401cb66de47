/** Notes keep their place to what they look to. */
import { describe, expect, it } from 'vitest';
import { carried, drawn, readAs } from '../../../tests/support/kinds';
import type { Note } from '../chart';

const { chart, id } = readAs('org', 'Ada\n\tBo\n\tCy\n');
const note = (at: Note['at'], more: Partial<Note> = {}): Note => ({
  id: 'n',
  text: 'See **here**',
  at,
  size: 10,
  width: 100,
  ...more,
});
const withNote = (own: Note) => carried(chart, { type: 'set-notes', put: [own], remove: [] });
const boxOf = (of: typeof chart) => drawn(of).scene.notes[0]?.box;

describe('notes', () => {
  it('on the page stand where they were put, whatever becomes of the chart', () => {
    const own = withNote(note({ x: 30, y: 40 }));
    expect(boxOf(own)).toMatchObject({ x: 30, y: 40 });
    expect(boxOf(carried(own, { type: 'remove-branch', id: id('Bo') }))).toMatchObject({ x: 30, y: 40 });
    const words = drawn(own).scene.page.flatMap((mark) => (mark.type === 'text' ? [mark.text] : []));
    expect(words).toEqual(['See', 'here']);
  });
  it('at an item move with it, and are gone with it', () => {
    const own = withNote(note({ item: id('Cy'), x: 10, y: -5 }));
    const far = carried(own, { type: 'set-arrangement', arrangement: { siblingGap: 60 } });
    const off = (of: typeof chart) => {
      const { box } = drawn(of).items.find(({ name }) => name === 'Cy')!;
      return boxOf(of)!.x - (box.x + box.width / 2);
    };
    expect(boxOf(far)!.x).not.toBeCloseTo(boxOf(own)!.x, 0);
    expect(off(far)).toBeCloseTo(off(own), 6);
    expect(drawn(carried(own, { type: 'remove-branch', id: id('Cy') })).scene.notes).toEqual([]);
  });
  it('at an enclosure move with it', () => {
    const own = carried(withNote(note({ enclosure: 'e', x: 0, y: -14 })), {
      type: 'set-enclosures',
      put: [{ id: 'e', name: '', around: { branch: id('Bo') }, form: 'rounded' }],
      remove: [],
    });
    const box = drawn(own).enclosures[0]!.box;
    expect(boxOf(own)!.x).toBeCloseTo(box.x, 6);
    expect(boxOf(own)!.y).toBeCloseTo(box.y - 14, 6);
  });
  it('with a fill have a box that is larger than their words, in an ink that reads on it', () => {
    const plain = boxOf(withNote(note({ x: 0, y: 0 })))!;
    const own = drawn(withNote(note({ x: 0, y: 0 }, { fill: '#202020', edge: '#ff0000' })));
    expect(own.scene.notes[0]!.box.width).toBeGreaterThan(plain.width);
    expect(own.scene.page.find((mark) => mark.type === 'text')).toMatchObject({ fill: '#ffffff' });
  });
});
