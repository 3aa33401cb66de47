/** Looks of tiers, items and lines. Lengths in points. */
import { z } from 'zod';
import { FONTS } from '../faces';
import { colourSchema } from './words';

export const SHAPES = [
  'square',
  'soft',
  'rounded',
  'pill',
  'cut',
  'double',
  'ellipse',
  'circle',
  'diamond',
  'hexagon',
  'tag',
  'banner',
  'wavy',
  'cloud',
  'star',
] as const;
export const ALIGNS = ['left', 'middle', 'right'] as const;
export const RISES = ['top', 'middle', 'bottom'] as const;
export const DASHES = ['solid', 'dashed', 'dotted'] as const;
export const LINE_FORMS = ['elbow', 'rounded', 'straight', 'curve'] as const;
export const SIZE_RULES = ['tier', 'each', 'fixed'] as const;
export const HEIGHT_RULES = ['fits', 'least', 'fixed'] as const;
export const LINE_ENDS = ['plain', 'arrow', 'dot', 'ring'] as const;
/** Where a picture stands to the words of its item, and how it is cut: to a circle, to a square, or not at all. */
export const PICTURE_PLACES = ['before', 'after', 'above', 'below'] as const;
export const CROPS = ['round', 'square', 'whole'] as const;
/** What stands where an item has no picture of its own. */
export const STAND_INS = ['initials', 'silhouette'] as const;

/** The look of a tier, complete. A house style gives one for any tier. */
export const lookSchema = z.object({
  fill: colourSchema,
  edge: colourSchema,
  edgeWidth: z.number().min(0).max(6),
  edgeDash: z.enum(DASHES),
  /** A second edge inside the first. */
  edgeDouble: z.boolean(),
  shadow: z.boolean(),
  ink: colourSchema,
  weight: z.union([z.literal(400), z.literal(600), z.literal(700)]),
  slant: z.boolean(),
  font: z.enum(FONTS),
  /** Text size of the name, in points before the page's scale. */
  size: z.number().min(5).max(48),
  shape: z.enum(SHAPES),
  /** How much of the fill hides what is behind it: 0 is clear, 1 solid. */
  opacity: z.number().min(0).max(1),
  /** Where words stand in their box, across and up and down. */
  align: z.enum(ALIGNS),
  rise: z.enum(RISES),
  /** `tier`: one size for the tier, from its longest text; `each`: its own; `fixed`: `width` wide. */
  sizeRule: z.enum(SIZE_RULES),
  /** Width of a box in points where `sizeRule` is `fixed`; otherwise the widest a box may grow. */
  width: z.number().min(24).max(600),
  /** `fits`: as high as its content asks for; `least`: at the least `height`; `fixed`: `height`, whatever stands in it. */
  heightRule: z.enum(HEIGHT_RULES),
  height: z.number().min(12).max(600),
  /** Where width or height are fixed, words shrink down to this size rather than be cut, in points. */
  leastSize: z.number().min(3).max(48),
  /** Free space between the words and what they may take of the shape, above and below; at the sides half as much again. */
  inner: z.number().min(2).max(40),
  picture: z.enum(PICTURE_PLACES),
  /** Height of pictures in points, which is their width too unless they are whole. */
  pictureSize: z.number().min(8).max(200),
  crop: z.enum(CROPS),
  line: z.enum(LINE_FORMS),
  lineWidth: z.number().min(0.25).max(6),
  lineDash: z.enum(DASHES),
  lineColour: colourSchema,
  /** What stands at the far end of a line that has no head of its own. */
  lineEnd: z.enum(LINE_ENDS),
  /** What stands where it begins. */
  lineStart: z.enum(LINE_ENDS),
  /** Free space between a line and the boxes at both its ends, in points. */
  lineGap: z.number().min(0).max(12),
  /** Size of words at lines, in points. */
  wordSize: z.number().min(5).max(24),
  /** Paper behind words at lines, so that what passes under them does not show. */
  wordBack: z.boolean(),
});
export type Look = z.infer<typeof lookSchema>;

/** Names of all parts of a look: for screens, which do without the schema. */
export const LOOK_PARTS = [
  'fill',
  'edge',
  'edgeWidth',
  'edgeDash',
  'edgeDouble',
  'shadow',
  'ink',
  'weight',
  'slant',
  'font',
  'size',
  'shape',
  'opacity',
  'align',
  'rise',
  'sizeRule',
  'width',
  'heightRule',
  'height',
  'leastSize',
  'inner',
  'picture',
  'pictureSize',
  'crop',
  'line',
  'lineWidth',
  'lineDash',
  'lineColour',
  'lineEnd',
  'lineStart',
  'lineGap',
  'wordSize',
  'wordBack',
] as const satisfies readonly (keyof Look)[];

/** What a person set on top of the house style; what is absent follows it. */
export const lookPatchSchema = lookSchema.partial();
export type LookPatch = z.infer<typeof lookPatchSchema>;

/** The look of a line: of those of a tier, of a role, or of one alone. */
export const lineLookSchema = lookSchema
  .pick({
    line: true,
    lineWidth: true,
    lineDash: true,
    lineColour: true,
    lineEnd: true,
    lineStart: true,
    lineGap: true,
  })
  .partial();
export type LineLook = z.infer<typeof lineLookSchema>;
