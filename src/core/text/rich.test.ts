/** Parts of words that stand out. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fonts } from '../../../tests/support/fonts';
import { markupOf, plainOf, richOf } from './rich';
import { wrapRich } from './wrap-rich';

const said = (text: string) =>
  richOf(text)?.map(({ bullet, runs }) => [
    ...(bullet ? ['•'] : []),
    ...runs.map(({ text: own, strong, slant, href }) =>
      [strong ? 'B' : '', slant ? 'I' : '', href ? `<${href}>` : '', ':', own].join(''),
    ),
  ]);

describe('words that stand out', () => {
  it.each([
    ['**Head** of plants', [['B:Head', ': of plants']]],
    ['of *great* trees', [[':of ', 'I:great', ': trees']]],
    ['**all *of* it**', [['B:all ', 'BI:of', 'B: it']]],
    ['***Head***', [['BI:Head']]],
    ['see [the beds](https://garden.example/beds)', [[':see ', '<https://garden.example/beds>:the beds']]],
    ['Does:\n- sowing\n- *weeding*', [[':Does:'], ['•', ':sowing'], ['•', 'I:weeding']]],
    ['a \\*star\\*', [[':a *star*']]],
  ])('%s', (text, runs) => expect(said(text)).toEqual(runs));
  it.each([
    '****a****',
    '**a **b **c',
    '[a[b](c',
    '2*3*4',
    'a * b * c',
    '**',
    '[x](javascript:alert(1))',
    'Lead - beds',
    '5 [of 6]',
    'C* and D*x',
  ])('%s is plain', (text) => expect(richOf(text)).toBeUndefined());
  it('read out without their signs', () => {
    expect(plainOf('**Ada** *Fenn*\n- one')).toBe('Ada Fenn\n• one');
  });

  const faceOf = ({ strong = false, slant = false }) =>
    slant ? ('text-slant-400' as const) : strong ? ('text-700' as const) : ('text-400' as const);
  it('are set in lines no wider than asked, with every letter there, runs side by side', () => {
    const word = fc.stringMatching(/^[a-zA-Zäöé]{1,14}$/);
    const piece = fc.oneof(
      word,
      word.map((w) => `**${w}**`),
      word.map((w) => `*${w}*`),
      word.map((w) => `[${w}](https://a.example)`),
    );
    fc.assert(
      fc.property(
        fc.array(piece, { minLength: 1, maxLength: 14 }),
        fc.boolean(),
        fc.integer({ min: 30, max: 240 }),
        (all, listed, most) => {
          const text = (listed ? '- ' : '**x** ') + all.join(' ');
          const paragraphs = richOf(text);
          if (!paragraphs) return;
          const lines = wrapRich(fonts, paragraphs, faceOf, 11, most);
          for (const { runs, width } of lines) {
            let end = 0;
            for (const run of runs) {
              expect(run.dx).toBeGreaterThanOrEqual(end - 0.01);
              end = run.dx + run.width;
            }
            expect(end).toBeLessThanOrEqual(width + 0.01);
            expect(width).toBeLessThanOrEqual(most + 0.01);
          }
          expect(
            lines
              .map(({ text: own }) => own)
              .join('')
              .replace(/[\s-]/g, ''),
          ).toBe(plainOf(text).replace(/[\s-]/g, ''));
        },
      ),
      { numRuns: 200 },
    );
  });
});

describe('words that were edited as they look', () => {
  const letters = fc.stringMatching(/^[A-Za-z][A-Za-z*[\]\\ ]{0,8}[A-Za-z]$/);
  const run = fc.record({ text: letters, strong: fc.boolean(), slant: fc.boolean() });
  it('are written so that they read the same again', () => {
    fc.assert(
      fc.property(fc.array(run, { minLength: 1, maxLength: 4 }), fc.boolean(), (runs, bullet) => {
        // Runs stand apart by spaces, as words do.
        const paragraph = {
          bullet,
          runs: runs.flatMap(({ text, strong, slant }, i) => [
            ...(i > 0 ? [{ text: ' ' }] : []),
            { text, ...(strong && { strong }), ...(slant && { slant }) },
          ]),
        };
        const text = markupOf([paragraph]);
        const read = richOf(text);
        const flat = (of: readonly { text: string; strong?: boolean; slant?: boolean }[]) =>
          of
            .flatMap(({ text: own, strong = false, slant = false }) =>
              [...own].map((letter) => (letter === ' ' ? letter : `${letter}${strong ? 's' : ''}${slant ? 'i' : ''}`)),
            )
            .join('');
        if (read) {
          expect(read).toHaveLength(1);
          expect(flat(read[0]!.runs)).toBe(flat(paragraph.runs));
          expect(read[0]!.bullet).toBe(bullet);
        } else expect(text).toBe(plainOf(text));
      }),
      { numRuns: 300 },
    );
  });
});
