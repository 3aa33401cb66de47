/**
 * House styles of one's own: the look a chart has now, kept to be used in others. A chart that takes one has all of it as
 * its own values, so that it is whole without it; that it follows it is only noted.
 */
import { z } from 'zod';
import {
  asOne,
  type Change,
  type Chart,
  chartSchema,
  colourSchema,
  faceSchema,
  LOOK_PARTS,
  lookPatchSchema,
  type Rule,
  rulesSchema,
  textSchema,
} from '../chart';

const tierNumber = z.string().regex(/^[1-9]\d{0,3}$/);

export const houseSpecSchema = z.object({
  /** The house style it is based on. */
  house: chartSchema.shape.house,
  brand: colourSchema.optional(),
  font: chartSchema.shape.font,
  /** What lines of a role have. */
  roles: chartSchema.shape.roles,
  /** What tiers have beside that, by number. */
  tiers: z.record(tierNumber, lookPatchSchema),
  /** Looks by what items are, colours by value. Absent in what was kept before they were: a chart's own stay. */
  rules: rulesSchema.optional(),
  /** Whether pictures are shown, and what stands in for one. `null`: as they come. */
  pictures: chartSchema.shape.pictures.unwrap().nullable().optional(),
  /** What items show: for charts of this kind, as other kinds have other fields. */
  content: z
    .object({ kind: textSchema(40).min(1), all: faceSchema.optional(), tiers: z.record(tierNumber, faceSchema) })
    .optional(),
});
export type HouseSpec = z.infer<typeof houseSpecSchema>;

/** Whether a rule is about items of the chart it stands in, and so says nothing in another. */
const isLocal = (rule: Rule): boolean => rule.type === 'when' && ('within' in rule.when || 'descent' in rule.when);

type Styled = Pick<Chart, 'kind' | 'house' | 'brand' | 'font' | 'roles' | 'tiers' | 'rules' | 'pictures' | 'face'>;

const ofTiers = <T>(tiers: Chart['tiers'], part: (tier: Chart['tiers'][string]) => T | undefined): Record<string, T> =>
  Object.fromEntries(
    Object.entries(tiers).flatMap(([number, tier]) => {
      const own = part(tier);
      return own === undefined ? [] : [[number, own]];
    }),
  );

/** The look of a chart, without its exceptions and the rules about branches, which are about its own items. */
export const specOf = ({ kind, house, brand, font, roles, tiers, rules, pictures, face }: Styled): HouseSpec => ({
  house,
  ...(brand !== undefined && { brand }),
  ...(font !== undefined && { font }),
  ...(roles !== undefined && { roles }),
  tiers: ofTiers(tiers, ({ look }) => look),
  rules: (rules ?? []).filter((rule) => !isLocal(rule)),
  pictures: pictures ?? null,
  content: { kind, ...(face && { all: face }), tiers: ofTiers(tiers, (tier) => tier.face) },
});

export type Held = 'colour' | 'font' | 'tiers' | 'rules' | 'values' | 'roles' | 'content' | 'pictures';

/** What a house style of one's own holds beside the one it is based on, with how many of each. */
export function heldBy({
  brand,
  font,
  tiers,
  rules = [],
  roles = {},
  pictures,
  content,
}: HouseSpec): Map<Held, number> {
  const whens = rules.filter(({ type }) => type === 'when').length;
  const counts: [Held, number][] = [
    ['colour', brand ? 1 : 0],
    ['font', font ? 1 : 0],
    ['tiers', Object.keys(tiers).length],
    ['rules', whens],
    ['values', rules.length - whens],
    ['roles', Object.keys(roles).length],
    ['content', content ? (content.all ? 1 : 0) + Object.keys(content.tiers).length : 0],
    ['pictures', pictures ? 1 : 0],
  ];
  return new Map(counts.filter(([, count]) => count > 0));
}

/** As many as a chart can have. */
const MOST_RULES = 60;

/**
 * The change by which a chart takes a house style, and follows it where it is named. Names, gaps, exceptions and rules about
 * its own branches stay.
 */
export function takeSpec(
  chart: Pick<Chart, 'kind' | 'tiers' | 'roles' | 'rules'>,
  spec: HouseSpec,
  style: NonNullable<Chart['style']> | null,
): Change {
  const looks = ofTiers(chart.tiers, ({ look }) => look);
  const numbers = new Set([...Object.keys(spec.tiers), ...Object.keys(looks)]);
  const content = spec.content?.kind === chart.kind ? spec.content : undefined;
  const faced = new Set([
    ...Object.keys(content?.tiers ?? {}),
    ...Object.keys(ofTiers(chart.tiers, ({ face }) => face)),
  ]);
  return asOne([
    { type: 'set-house', house: spec.house, brand: spec.brand ?? null, font: spec.font ?? null },
    ...[...numbers].map((tier): Change => {
      const before = looks[tier] ?? {};
      const gone = Object.fromEntries(LOOK_PARTS.filter((part) => part in before).map((part) => [part, null]));
      return { type: 'set-tier', tier: Number(tier), look: { ...gone, ...spec.tiers[tier] } };
    }),
    ...[...new Set([...Object.keys(chart.roles ?? {}), ...Object.keys(spec.roles ?? {})])].map(
      (role): Change => ({ type: 'set-role', role, look: spec.roles?.[role] ?? null }),
    ),
    ...(spec.rules
      ? [
          {
            type: 'set-rules',
            rules: [...spec.rules, ...(chart.rules ?? []).filter(isLocal)].slice(0, MOST_RULES),
          } satisfies Change,
        ]
      : []),
    ...(spec.pictures === undefined ? [] : [{ type: 'set-pictures', pictures: spec.pictures } satisfies Change]),
    ...(content ? [{ type: 'set-face', face: content.all ?? null } satisfies Change] : []),
    ...(content
      ? [...faced].map((tier): Change => ({ type: 'set-face', tier: Number(tier), face: content.tiers[tier] ?? null }))
      : []),
    { type: 'set-style', style },
  ]);
}
