import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { askedWords, best, named, score, wordsNaming } from './score';
import { joinings, keptAs, meant, renamings } from './sentences';

const margins = { label: 'Margins', where: 'Arrange', also: 'white space border' };
const gap = { label: 'Gap after Tier 2', where: 'Arrange', also: 'space between tiers' };

describe('what answers a question', () => {
  it('has every word, wherever it stands', () => {
    expect(score(margins, askedWords('margin arrange'))).toBeGreaterThan(0);
    expect(score(margins, askedWords('margin style'))).toBe(0);
  });
  it('is found by other words too, but those of the label count more', () => {
    const asked = askedWords('space');
    expect(score({ label: 'Space round it', where: '' }, asked)).toBeGreaterThan(score(margins, asked));
    expect(best([margins, gap], askedWords('gap'), 5)).toEqual([gap]);
  });
  it('does not mind case and accents', () => {
    expect(score({ label: 'Åsa Lund', where: '' }, askedWords('ASA lund'))).toBeGreaterThan(0);
  });
  it('of two labels with the same words the shorter comes first', () => {
    const long = { label: 'Direction: Up', where: '' };
    const short = { label: 'Direction', where: '' };
    expect(best([long, short], askedWords('direction'), 2)).toEqual([short, long]);
  });
  it('counts the start of a word more than what is inside it', () => {
    const inside = { label: 'Uncut', where: '' };
    const start = { label: 'Corners that are cut', where: '' };
    expect(best([inside, start], askedWords('cut'), 2)).toEqual([start, inside]);
  });
  it('is all there is, as far as there is room, where nothing is asked', () => {
    expect(best([gap, margins], [], 1)).toEqual([gap]);
  });
  it('is never of words that are missing', () => {
    fc.assert(
      fc.property(fc.string(), fc.string(), fc.string(), (label, where, q) => {
        const asked = askedWords(q);
        const found = score({ label, where }, asked) > 0;
        const all = askedWords(`${label} ${where}`).join(' ');
        if (found) for (const word of asked) expect(all).toContain(word);
      }),
    );
  });
});

describe('names among the words', () => {
  const people = ['Piet Marrable', 'Maud Ferrow', 'Pia Lund'].map((name, i) => ({ id: String(i), name }));
  it('are the starts of the words of a name; a letter is one only where it is a whole word', () => {
    expect(wordsNaming('Piet Marrable', ['pi', 'mar'])).toBe(2);
    expect(wordsNaming('Piet Marrable', ['p'])).toBe(0);
    expect(wordsNaming('Team B', ['b'])).toBe(1);
  });
  it('leave words that ask for something; a name alone asks for nothing', () => {
    expect(named(people, askedWords('piet right'), 3).map(({ id }) => id)).toEqual(['0']);
    expect(named(people, askedWords('piet marrable'), 3)).toEqual([]);
    expect(named(people, askedWords('piet'), 3)).toEqual([]);
  });
  it('with more words stand before those with fewer', () => {
    expect(named(people, askedWords('pi marrable right'), 3).map(({ id }) => id)).toEqual(['0', '2']);
  });
});

describe('sentences', () => {
  const people = ['Ann', 'Anna Lund', 'Bo'].map((name) => ({ id: name, name }));
  it('name somebody by the starts of words, whole names first', () => {
    expect(meant(people, 'ann', 5).map(({ id }) => id)).toEqual(['Ann', 'Anna Lund']);
    expect(meant(people, 'lund', 5).map(({ id }) => id)).toEqual(['Anna Lund']);
    expect(meant(people, '', 5)).toEqual([]);
  });
  it('keep a look under a name, written as it is', () => {
    expect(keptAs('keep this look as By Site')).toBe('By Site');
    expect(keptAs('keep as Plain')).toBe('Plain');
    expect(keptAs('keep this look')).toBeUndefined();
  });
  it('rename, at each "to" that could be meant', () => {
    expect(renamings('rename Back to back to Front')).toEqual([
      { old: 'Back', fresh: 'back to Front' },
      { old: 'Back to back', fresh: 'Front' },
    ]);
    expect(renamings('Rename Bo')).toEqual([]);
  });
  it('add somebody by the word that a kind has for it', () => {
    const ways = [{ joint: 'under' }, { joint: 'partner of' }];
    expect(joinings('add Iven Sarl under bo', ways)).toEqual([{ way: ways[0], fresh: 'Iven Sarl', at: 'bo' }]);
    expect(joinings('Karl partner of Ann', ways)).toEqual([{ way: ways[1], fresh: 'Karl', at: 'Ann' }]);
    // Somebody without a name has none yet.
    for (const nobody of ['a person', 'someone', 'a new post', 'one more colleague'])
      expect(joinings(`add ${nobody} under Anna`, ways)).toEqual([{ way: ways[0], fresh: '', at: 'Anna' }]);
    expect(joinings('add Personne Noire under Anna', ways)[0]!.fresh).toBe('Personne Noire');
    expect(joinings('under bo', ways)).toEqual([]);
    expect(joinings('Bo', ways)).toEqual([]);
  });
});

describe('what concerns a part', () => {
  const whole = { label: 'PDF', where: 'Deliver', also: 'export file save as download' };
  const part = { label: 'Save only this branch as PDF', where: 'Peter Ashworth', part: true };
  it('stands behind the whole, unless a part is asked for', () => {
    expect(best([part, whole], askedWords('save as PDF'), 2)).toEqual([whole, part]);
    expect(best([part, whole], askedWords('save branch as PDF'), 2)).toEqual([part]);
    expect(best([part, whole], askedWords('save Peter PDF'), 2)).toEqual([part]);
  });
});
