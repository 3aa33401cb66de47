/**
 * House styles as design tokens (W3C Design Tokens Community Group, "Design Tokens Format Module"): groups of tokens with
 * `$type` and `$value`, references in braces. Colours as sRGB components with a hex fallback; lengths in CSS pixels.
 */
import { z } from 'zod';
import { type Look, type LookPatch, lookPatchSchema } from '../chart';
import { fontName } from '../faces';
import { houseFor } from './houses';
import { type HouseSpec, houseSpecSchema } from './own';
import { tierLook } from './resolve';

/** Where tools keep what is only theirs (reverse domain notation, as the format asks). */
const OURS = 'app.dendrotax.look';
/** Tiers that are written where no more have a look of their own. */
const TIERS = 6;
const PX = 96 / 72;

type Json = { readonly [key: string]: unknown };
const isObject = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const colour = (hex: string) => ({
  $type: 'color',
  $value: {
    colorSpace: 'srgb',
    components: [1, 3, 5].map((at) => Math.round((Number.parseInt(hex.slice(at, at + 2), 16) / 255) * 1e4) / 1e4),
    alpha: 1,
    hex,
  },
});
const length = (points: number) => ({
  $type: 'dimension',
  $value: { value: Math.round(points * PX * 1e3) / 1e3, unit: 'px' },
});

const tierTokens = (look: Look, own: LookPatch | undefined) => ({
  fill: colour(look.fill),
  text: colour(look.ink),
  edge: colour(look.edge),
  line: colour(look.lineColour),
  'edge-width': length(look.edgeWidth),
  'edge-style': { $type: 'strokeStyle', $value: look.edgeDash },
  'line-width': length(look.lineWidth),
  'line-style': { $type: 'strokeStyle', $value: look.lineDash },
  'text-size': length(look.size),
  'text-weight': { $type: 'fontWeight', $value: look.weight },
  'text-family': { $type: 'fontFamily', $value: fontName(look.font) },
  ...(own && { $extensions: { [OURS]: own } }),
});

export function tokensOf(name: string, spec: HouseSpec): Json {
  const house = houseFor(spec);
  const last = Math.max(TIERS, ...Object.keys(spec.tiers).map(Number));
  const tiers = Object.fromEntries(Object.entries(spec.tiers).map(([tier, look]) => [tier, { look }]));
  return {
    $description: name,
    $extensions: { [OURS]: { ...spec, tiers: undefined } },
    sheet: colour(house.sheet),
    ink: colour(house.ink),
    tier: Object.fromEntries(
      Array.from({ length: last }, (_, i) => [
        String(i + 1),
        tierTokens(tierLook({ tiers, font: spec.font }, house, i + 1), spec.tiers[String(i + 1)]),
      ]),
    ),
  };
}

/** A token's value, references followed; undefined where there is none, or it leads round in a circle. */
function valueAt(root: Json, path: readonly string[], seen: ReadonlySet<string> = new Set()): unknown {
  let at: unknown = root;
  for (const step of path) at = isObject(at) ? at[step] : undefined;
  const value = isObject(at) ? at['$value'] : undefined;
  const reference = typeof value === 'string' ? /^\{(.+)\}$/.exec(value)?.[1] : undefined;
  if (reference === undefined) return value;
  if (seen.has(reference)) return undefined;
  return valueAt(root, reference.split('.'), new Set([...seen, reference]));
}

function hexOf(value: unknown): string | undefined {
  if (typeof value === 'string') {
    const short = /^#([0-9a-f])([0-9a-f])([0-9a-f])$/i.exec(value);
    const full = short
      ? `#${short
          .slice(1)
          .map((digit) => digit + digit)
          .join('')}`
      : value.slice(0, 7);
    return /^#[0-9a-f]{6}$/i.test(full) ? full.toLowerCase() : undefined;
  }
  if (!isObject(value)) return undefined;
  const { components, hex, colorSpace } = value;
  if (colorSpace === 'srgb' && Array.isArray(components) && components.length === 3)
    return `#${components
      .map((part) => Math.round(Math.max(0, Math.min(1, Number(part) || 0)) * 255))
      .map((byte) => byte.toString(16).padStart(2, '0'))
      .join('')}`;
  return hexOf(hex);
}

function pointsOf(value: unknown): number | undefined {
  const text = typeof value === 'string' ? /^([\d.]+)(px|rem)$/.exec(value) : undefined;
  const [number, unit] = isObject(value) ? [value['value'], value['unit']] : [text && Number(text[1]), text?.[2]];
  if (typeof number !== 'number' || !Number.isFinite(number)) return undefined;
  return (unit === 'rem' ? number * 16 : number) / PX;
}

/** Every colour token of a file, in its order, as a path. */
function* colourPaths(
  node: Json,
  root: Json,
  type: unknown,
  path: readonly string[] = [],
): Generator<readonly string[]> {
  const own = node['$type'] ?? type;
  if ('$value' in node) {
    if (own === 'color' || hexOf(valueAt(root, path)) !== undefined) yield path;
    return;
  }
  for (const [key, child] of Object.entries(node))
    if (!key.startsWith('$') && isObject(child)) yield* colourPaths(child, root, own, [...path, key]);
}

export type TokensRead =
  | { readonly ok: true; readonly name: string | undefined; readonly spec: HouseSpec }
  | { readonly ok: false; readonly message: string };

const STROKES = new Set(['solid', 'dashed', 'dotted']);

/**
 * Reads what `tokensOf` writes; of any other file with colours the first that is no grey becomes the colour that all
 * others are derived from.
 */
export function specFromTokens(tokens: unknown): TokensRead {
  if (!isObject(tokens)) return { ok: false, message: 'This is no file of design tokens: it holds no groups.' };
  const described = tokens['$description'];
  const name = typeof described === 'string' ? described : undefined;
  const base = (isObject(tokens['$extensions']) && tokens['$extensions'][OURS]) || {};
  const tiers: Record<string, LookPatch> = {};
  if (isObject(tokens['tier']))
    for (const [tier, group] of Object.entries(tokens['tier'])) {
      if (!/^[1-9]\d{0,3}$/.test(tier) || !isObject(group)) continue;
      const extension = isObject(group['$extensions']) ? group['$extensions'][OURS] : undefined;
      const own = lookPatchSchema.safeParse(extension);
      // Where the base is known, only what was set on the tier is its own; else all that is written.
      if (isObject(base) && 'house' in base) {
        if (own.success) tiers[tier] = own.data;
        continue;
      }
      const at = (token: string) => valueAt(tokens, ['tier', tier, token]);
      const stroke = (token: string) => (STROKES.has(String(at(token))) ? at(token) : undefined);
      const weight = Number(at('text-weight'));
      const look = lookPatchSchema.safeParse(
        JSON.parse(
          JSON.stringify({
            fill: hexOf(at('fill')),
            ink: hexOf(at('text')),
            edge: hexOf(at('edge')),
            lineColour: hexOf(at('line')),
            edgeWidth: pointsOf(at('edge-width')),
            edgeDash: stroke('edge-style'),
            lineWidth: pointsOf(at('line-width')),
            lineDash: stroke('line-style'),
            size: pointsOf(at('text-size')),
            weight: weight >= 650 ? 700 : weight >= 500 ? 600 : weight > 0 ? 400 : undefined,
          }),
        ),
      );
      if (!look.success) return { ok: false, message: `Tier ${tier}: ${z.prettifyError(look.error)}` };
      if (Object.keys(look.data).length > 0) tiers[tier] = look.data;
    }
  const spec = houseSpecSchema.safeParse({ house: 'fernhouse', ...(isObject(base) ? base : {}), tiers });
  if (!spec.success) return { ok: false, message: z.prettifyError(spec.error) };
  if (Object.keys(tiers).length > 0 || (isObject(base) && 'house' in base)) return { ok: true, name, spec: spec.data };
  const colours = [...colourPaths(tokens, tokens, undefined)].flatMap((path) => hexOf(valueAt(tokens, path)) ?? []);
  const brand = colours.find((hex) => new Set(hex.slice(1).match(/../g)).size > 1) ?? colours[0];
  if (brand === undefined) return { ok: false, message: 'The file holds no colour token ($type "color").' };
  return { ok: true, name, spec: { ...spec.data, brand } };
}
