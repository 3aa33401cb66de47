/**
 * Design tokens against the W3C Design Tokens Community Group's format ("Design Tokens Format Module" and "Color Module").
 * The examples are shaped as those of the documents, from memory: groups, `$type` inherited from a group, references in
 * braces, colours as components with a hex fallback and as the older hex text, dimensions with a unit.
 */
import { describe, expect, it } from 'vitest';
import { houseFor, specFromTokens, tierLook, tokensOf } from '../../src/core/style';

const read = (tokens: unknown) => {
  const result = specFromTokens(tokens);
  if (!result.ok) throw new Error(result.message);
  return result.spec;
};

describe('design tokens', () => {
  it('of an organisation give its colour: the first that is no grey, references followed', () => {
    const example = {
      brand: { $type: 'color', paper: { $value: '#ffffff' }, accent: { $value: '{palette.plum}' } },
      palette: {
        plum: {
          $type: 'color',
          $value: { colorSpace: 'srgb', components: [0.4, 0.1, 0.3], alpha: 1, hex: '#661a4d' },
        },
      },
    };
    expect(read(example).brand).toBe('#661a4d');
    expect(read({ 'token name': { $value: '#f0a', $type: 'color' } }).brand).toBe('#ff00aa');
  });

  it('with tiers of their own are taken as they are', () => {
    const spec = read({
      space: {
        $type: 'dimension',
        text: { $value: { value: 16, unit: 'px' } },
        rem: { $value: { value: 1, unit: 'rem' } },
      },
      tier: {
        1: {
          fill: { $type: 'color', $value: '#112233' },
          'text-size': { $value: '{space.text}' },
          'edge-style': { $type: 'strokeStyle', $value: 'dashed' },
          'text-weight': { $type: 'fontWeight', $value: 700 },
        },
        2: { 'text-size': { $value: '{space.rem}' } },
      },
    });
    // 16 CSS pixels and 1 rem of 16 are 12 points (CSS Values: 96 pixels or 72 points an inch).
    expect(spec.tiers).toEqual({ 1: { fill: '#112233', size: 12, edgeDash: 'dashed', weight: 700 }, 2: { size: 12 } });
  });

  it('that are written hold a type and a value each, and lengths in pixels', () => {
    const spec = { house: 'meadow', tiers: {} };
    const tokens = JSON.parse(JSON.stringify(tokensOf('Ours', spec)));
    const look = tierLook({ tiers: {} }, houseFor(spec), 1);
    expect(tokens.tier['1'].fill).toEqual({
      $type: 'color',
      $value: { colorSpace: 'srgb', components: expect.any(Array), alpha: 1, hex: look.fill },
    });
    expect(tokens.tier['1']['text-size']).toEqual({
      $type: 'dimension',
      $value: { value: look.size / 0.75, unit: 'px' },
    });
    const each = (node: Record<string, unknown>): void => {
      if ('$value' in node) expect(node['$type']).toEqual(expect.any(String));
      else
        for (const [key, child] of Object.entries(node))
          if (!key.startsWith('$')) each(child as Record<string, unknown>);
    };
    each(tokens);
  });

  it('that are none, or lead round in a circle, are refused in words', () => {
    for (const wrong of [null, 3, 'x', [], {}, { a: { $value: '{b}' }, b: { $type: 'color', $value: '{a}' } }])
      expect(specFromTokens(wrong)).toMatchObject({ ok: false, message: expect.any(String) });
  });
});
