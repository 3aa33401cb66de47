/**
 * How colours look to people who see them otherwise, and how far apart two are.
 *
 * Simulation: G. M. Machado, M. M. Oliveira, L. A. F. Fernandes, "A Physiologically-based Model for Simulation of Color
 * Vision Deficiency", IEEE Trans. Visualization and Computer Graphics 15(6), 2009, full severity, in linear RGB.
 * Difference: CIEDE2000 (ISO/CIE 11664-6), from the colour package.
 */
import {
  converter,
  differenceCiede2000,
  filterDeficiencyDeuter,
  filterDeficiencyProt,
  filterDeficiencyTrit,
  formatHex,
  modeLab65,
  modeLrgb,
  modeRgb,
  useMode as register,
} from 'culori/fn';
import { luminance } from './colour';

register(modeRgb);
register(modeLrgb);
register(modeLab65);
const toLinear = converter('lrgb');
const ciede2000 = differenceCiede2000();

export const VISIONS = [
  'as it is',
  'without red cones',
  'without green cones',
  'without blue cones',
  'in grey',
] as const;
export type Vision = (typeof VISIONS)[number];

const filters = {
  'without red cones': filterDeficiencyProt(1),
  'without green cones': filterDeficiencyDeuter(1),
  'without blue cones': filterDeficiencyTrit(1),
} as const;

/** `#rrggbb` as it is seen. */
export function seenAs(colour: string, vision: Vision): string {
  if (vision === 'as it is') return colour;
  if (vision === 'in grey') {
    const y = luminance(colour);
    return formatHex({ mode: 'lrgb', r: y, g: y, b: y });
  }
  const linear = toLinear(colour);
  if (!linear) return colour;
  // The package puts its matrices on the numbers as they are given: here on linear ones, as the paper has it.
  const { r, g, b } = filters[vision]({ ...linear, mode: 'rgb' });
  return formatHex({ mode: 'lrgb', r, g, b });
}

/** CIEDE2000 difference of two colours: 1 is just seen side by side, 100 is black to white. */
export const difference = (a: string, b: string): number => ciede2000(a, b);

export interface Apart {
  readonly least: number;
  readonly vision: Vision;
  /** Places of the two colours. */
  readonly pair: readonly [number, number];
}

/** The two neighbours of a row of colours that are the hardest to tell apart, and for whom; undefined for fewer than two. */
export function leastApart(colours: readonly string[]): Apart | undefined {
  let found: Apart | undefined;
  for (const vision of VISIONS)
    for (let i = 1; i < colours.length; i++) {
      const apart = difference(seenAs(colours[i - 1]!, vision), seenAs(colours[i]!, vision));
      if (!found || apart < found.least) found = { least: apart, vision, pair: [i - 1, i] };
    }
  return found;
}
