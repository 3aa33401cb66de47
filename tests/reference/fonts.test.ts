/**
 * Fonts as they ship: packed ones by their checksums; the large ones, which are put together of parts, by the rules for font
 * files (OpenType 1.9, chapter "otff", calculating checksums), by how many letters the whole fonts have that the parts are of, and
 * by Debian's hb-shape (HarfBuzz's own command).
 */
import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { create } from 'fontkit';
import { describe, expect, it } from 'vitest';

describe('packed fonts', () => {
  it('are those whose checksums are kept, and all of them', () => {
    const kept = readFileSync('fonts/SHA256SUMS', 'utf8').trim().split('\n');
    const sums = readdirSync('fonts/woff2')
      .sort()
      .map((name) => {
        const sum = createHash('sha256')
          .update(readFileSync(`fonts/woff2/${name}`))
          .digest('hex');
        return `${sum}  woff2/${name}`;
      });
    expect(kept.sort()).toEqual(sums.sort());
  });
});

/** Letters of the whole fonts (version 2.004 of each), counted in the packages that fonts/README.md names; one that is rare, and its width. */
const LARGE = [
  ['NotoSansSC', 30_890, '㐂', 1_000],
  ['NotoSansTC', 20_745, '𠀡', 1_000],
  ['NotoSansJP', 16_732, '仮', 1_000],
  ['NotoSansKR', 23_174, '겯', 920],
] as const;

/** The sum of a file in words of four bytes, as the specification has it. */
function sumOf(font: Buffer): number {
  let sum = 0;
  for (let at = 0; at < font.length; at += 4) sum = (sum + font.readUInt32BE(at)) >>> 0;
  return sum;
}

describe.each(LARGE)('the large font %s', (name, letters, rare, width) => {
  it.each([400, 700])('is whole at weight %i', (weight) => {
    const file = `fonts/ttf/${name}-${weight}.ttf`;
    const bytes = readFileSync(file);
    expect(bytes.length % 4).toBe(0);
    expect(sumOf(bytes)).toBe(0xb1b0afba);
    const font = create(bytes) as unknown as { readonly characterSet: readonly number[] };
    expect(new Set(font.characterSet).size).toBe(letters);
    const glyphs = JSON.parse(
      execFileSync('hb-shape', ['--no-glyph-names', '--output-format=json', file, rare], { encoding: 'utf8' }),
    ) as { g: number; ax: number }[];
    expect(glyphs).toHaveLength(1);
    expect(glyphs[0]!.g).toBeGreaterThan(0);
    expect(glyphs[0]!.ax).toBe(width);
  });
});
