import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Change } from './changes';
import { clashes, writtenBy } from './clash';

const edit = (id: string, fields: Record<string, string | null>): Change => ({ type: 'edit-fields', id, fields });

describe('two who write to one field', () => {
  it('clash where their words differ, and nowhere else', () => {
    expect(clashes(edit('a', { post: 'Lead' }), edit('a', { post: 'Head' }))).toEqual([
      { item: 'a', field: 'post', theirs: 'Lead', mine: 'Head' },
    ]);
    expect(clashes(edit('a', { post: 'Lead' }), edit('a', { post: 'Lead' }))).toEqual([]);
    expect(clashes(edit('a', { post: 'Lead' }), edit('b', { post: 'Head' }))).toEqual([]);
    expect(clashes(edit('a', { post: 'Lead' }), edit('a', { name: 'Ann' }))).toEqual([]);
    expect(clashes(edit('a', { post: null }), edit('a', { post: 'Head' }))).toHaveLength(1);
    expect(clashes({ type: 'remove-branch', id: 'a' }, edit('a', { post: 'Head' }))).toEqual([]);
  });

  it('wherever in a change it is written, by the last of several words', () => {
    const lines: Change = { type: 'edit-lines', edits: { a: { post: 'Guide' }, b: { post: 'Host' } } };
    const group: Change = { type: 'group', changes: [edit('a', { post: 'First' }), lines] };
    expect(writtenBy(group).at(-1)).toEqual({ item: 'b', field: 'post', text: 'Host' });
    expect(clashes(edit('a', { post: 'Lead' }), group)).toEqual([
      { item: 'a', field: 'post', theirs: 'Lead', mine: 'Guide' },
    ]);
  });

  it('are told the same from either side', () => {
    const fields = fc.dictionary(fc.constantFrom('name', 'post', 'phone'), fc.option(fc.constantFrom('x', 'y')));
    fc.assert(
      fc.property(fields, fields, (one, other) => {
        const [a, b] = [edit('a', one), edit('a', other)];
        const turned = clashes(b, a).map(({ item, field, theirs, mine }) => ({
          item,
          field,
          theirs: mine,
          mine: theirs,
        }));
        const order = (x: { field: string }, y: { field: string }) => (x.field < y.field ? -1 : 1);
        expect(clashes(a, b).sort(order)).toEqual(turned.sort(order));
      }),
    );
  });
});
