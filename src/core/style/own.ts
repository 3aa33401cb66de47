/**
 * House styles of one's own: the look a chart has now, kept to be used in others. A chart that takes one has all of it as
 * its own values, so that it is whole without it; that it follows it is only noted.
 */
import { z } from 'zod';
import { asOne, type Change, type Chart, chartSchema, colourSchema, lookPatchSchema, lookSchema } from '../chart';

export const houseSpecSchema = z.object({
  /** The house style it is based on. */
  house: chartSchema.shape.house,
  brand: colourSchema.optional(),
  font: chartSchema.shape.font,
  /** What lines of a role have. */
  roles: chartSchema.shape.roles,
  /** What tiers have beside that, by number. */
  tiers: z.record(z.string().regex(/^[1-9]\d{0,3}$/), lookPatchSchema),
});
export type HouseSpec = z.infer<typeof houseSpecSchema>;

/** The look of a chart, without its exceptions and rules, which are about its own items. */
export const specOf = ({
  house,
  brand,
  font,
  roles,
  tiers,
}: Pick<Chart, 'house' | 'brand' | 'font' | 'roles' | 'tiers'>): HouseSpec => ({
  house,
  ...(brand !== undefined && { brand }),
  ...(font !== undefined && { font }),
  ...(roles !== undefined && { roles }),
  tiers: Object.fromEntries(Object.entries(tiers).flatMap(([tier, { look }]) => (look ? [[tier, look]] : []))),
});

const PARTS = Object.keys(lookSchema.shape);

/** The change by which a chart takes a house style, and follows it where it is named. Names, gaps and exceptions stay. */
export function takeSpec(
  chart: Pick<Chart, 'tiers' | 'roles'>,
  spec: HouseSpec,
  style: NonNullable<Chart['style']> | null,
): Change {
  const numbers = new Set([...Object.keys(spec.tiers), ...Object.keys(specOf({ ...chart, house: '' }).tiers)]);
  return asOne([
    { type: 'set-house', house: spec.house, brand: spec.brand ?? null, font: spec.font ?? null },
    ...[...numbers].map((tier): Change => {
      const before = chart.tiers[tier]?.look ?? {};
      const gone = Object.fromEntries(PARTS.filter((part) => part in before).map((part) => [part, null]));
      return { type: 'set-tier', tier: Number(tier), look: { ...gone, ...spec.tiers[tier] } };
    }),
    ...[...new Set([...Object.keys(chart.roles ?? {}), ...Object.keys(spec.roles ?? {})])].map(
      (role): Change => ({ type: 'set-role', role, look: spec.roles?.[role] ?? null }),
    ),
    { type: 'set-style', style },
  ]);
}
