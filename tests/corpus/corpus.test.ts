/** Lists are recognised for what they are, on files that nobody here wrote. */
import { beforeAll, describe, expect, it } from 'vitest';
import { corpus, offered } from './read';

describe('a corpus of real files', () => {
  let all: (Awaited<ReturnType<typeof offered>> & { readonly wanted: (typeof corpus)[number] })[];
  beforeAll(async () => {
    all = await Promise.all(corpus.map(async (wanted) => ({ ...(await offered(wanted)), wanted })));
  });

  it('has 150 files at the least, of every form that offices have', () => {
    expect(corpus.length).toBeGreaterThanOrEqual(150);
    expect(new Set(corpus.flatMap(({ form }) => form ?? []))).toEqual(
      new Set(['csv', 'gedcom', 'graphml', 'json', 'ldif', 'markdown', 'opml', 'outline', 'skos', 'xml']),
    );
  });

  it('is the right kind at the first offer for 95 % of them, among the offers for 99 %', () => {
    const first = all.filter(({ kind, wanted }) => kind === wanted.kind);
    expect(first.length / all.length).toBeGreaterThanOrEqual(0.95);
    const among = all.filter(({ kinds, wanted }) =>
      wanted.kind === null ? kinds.length === 0 : kinds.includes(wanted.kind),
    );
    expect(among.length / all.length).toBeGreaterThanOrEqual(0.99);
  });

  it('has the form, the items and the levels that a person would want', () => {
    const right = all.filter(({ kind, wanted }) => kind !== null && kind === wanted.kind);
    for (const { wanted, form, items, levels } of right)
      expect({ as: wanted.as, form, items, levels }).toEqual({
        as: wanted.as,
        form: wanted.form,
        items: wanted.items,
        levels: wanted.levels,
      });
  });
});
