/**
 * Symbols against the icon package they are drawn after (lucide-static): both are made into dots by resvg, a renderer of SVG
 * that has nothing to do with us, and must be the same.
 */
import { readFileSync } from 'node:fs';
import { Resvg } from '@resvg/resvg-js';
import { describe, expect, it } from 'vitest';
import { SYMBOL_SIZE, symbolIds, symbols } from '../../src/core/symbols';

const dots = (svg: string) => new Resvg(svg, { fitTo: { mode: 'width', value: 96 } }).render().pixels;

describe('symbols', () => {
  it.each(symbolIds)('%s is drawn as the package draws it', (id) => {
    const theirs = readFileSync(`node_modules/lucide-static/icons/${id}.svg`, 'utf8').replace('currentColor', '#000');
    const ours = `<svg xmlns="http://www.w3.org/2000/svg" width="24" height="24" viewBox="0 0 ${SYMBOL_SIZE} ${SYMBOL_SIZE}"><path d="${symbols[id].d}" fill="none" stroke="#000" stroke-width="2" stroke-linecap="round" stroke-linejoin="round"/></svg>`;
    const [a, b] = [dots(theirs), dots(ours)];
    expect(a.some((value) => value > 0)).toBe(true);
    // Where strokes of one symbol cross, one path and several may differ in the last shade.
    const differ = a.filter((value, i) => Math.abs(value - b[i]!) > 24).length / a.length;
    expect(differ).toBeLessThan(0.004);
  });
});
