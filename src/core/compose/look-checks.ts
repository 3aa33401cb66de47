/** What can be wrong with how items look: words that can't be read, tiers taken for each other, colours nobody explains. */
import type { Chart, Look } from '../chart';
import type { Problem } from '../list';
import type { SceneBand } from '../scene';
import { contrast, isClear, LEAST_CONTRAST, leastApart } from '../style';
import type { PlacedItem } from './draw';

/** Fills of neighbouring tiers nearer than this (CIEDE2000) are taken for each other where their form is the same. */
const ALIKE = 4;
/** More colours than a reader keeps apart (common practice: about seven). */
const MOST_FILLS = 7;

/** Items whose words have too little contrast by a look of their own, those of one look together. */
function unreadable(items: readonly PlacedItem[], looks: readonly Look[]): Problem[] {
  const groups = new Map<string, PlacedItem[]>();
  for (const item of items) {
    const { fill, ink } = item.look;
    const tier = looks[item.tier - 1];
    // What a whole tier has is said of the tier.
    if (tier && tier.fill === fill && tier.ink === ink) continue;
    const key = `${fill} ${ink}`;
    const group = groups.get(key);
    if (group) group.push(item);
    else groups.set(key, [item]);
  }
  return [...groups.values()].flatMap((group): Problem[] => {
    const [first] = group;
    // Plain words stand on the paper.
    if (isClear(first!.look)) return [];
    const ratio = contrast(first!.look.fill, first!.look.ink);
    if (ratio >= LEAST_CONTRAST) return [];
    const more = group.length > 1 ? ` and ${group.length - 1} more` : '';
    return [
      {
        code: 'low-contrast-item',
        severity: 'warning',
        item: first!.id,
        message: `The words of ${first!.name || 'a line without a name'}${more} have a contrast of ${ratio.toFixed(1)} to their fill; ${LEAST_CONTRAST} is the least that reads well. Leave the colour of the text to itself, or choose another.`,
        repairs: [],
      },
    ];
  });
}

/** Neighbouring tiers that nothing but their place tells apart, for somebody or in grey. */
function alike(bands: readonly SceneBand[], looks: readonly Look[]): Problem[] {
  const form = ({ shape, edgeDash, edgeWidth }: Look) => `${shape} ${edgeDash} ${edgeWidth}`;
  return bands.slice(1).flatMap((band, i): Problem[] => {
    const [above, own] = [looks[i]!, looks[i + 1]!];
    const apart = form(above) === form(own) ? leastApart([above.fill, own.fill]) : undefined;
    if (!apart || apart.least >= ALIKE) return [];
    const seen = apart.vision === 'as it is' ? '' : `, seen ${apart.vision}`;
    return [
      {
        code: 'tiers-alike',
        severity: 'note',
        message: `${bands[i]!.name} and ${band.name} look nearly the same${seen}: give one another shape, edge or fill.`,
        key: `tiers-alike ${band.tier}`,
        repairs: [],
      },
    ];
  });
}

/** Words that could not be shown whole in boxes of a fixed size, by tier. */
export function cutProblems(
  items: readonly PlacedItem[],
  cut: ReadonlySet<string>,
  lineOf: (item: string) => number | undefined,
): Problem[] {
  if (cut.size === 0) return [];
  const first = new Map<number, { item: PlacedItem; count: number }>();
  for (const item of items) {
    if (!cut.has(item.id)) continue;
    const known = first.get(item.tier);
    if (known) known.count++;
    else first.set(item.tier, { item, count: 1 });
  }
  return [...first].map(([tier, { item, count }]): Problem => {
    const line = lineOf(item.id);
    const more = count > 1 ? ` and ${count - 1} more of tier ${tier}` : '';
    return {
      code: 'cut-text',
      severity: 'warning',
      item: item.id,
      ...(line !== undefined && { line }),
      message: `The words of ${item.name || 'a line without a name'}${more} don't fit their box, even at ${item.look.leastSize} pt. Give the tier larger boxes, or let its text get smaller.`,
      repairs: [
        {
          label: 'Boxes as large as their words',
          change: { type: 'set-tier', tier, look: { sizeRule: 'tier', heightRule: 'fits' } },
        },
      ],
    };
  });
}

/** More fonts than look of a piece (common practice: two or three, at the most about five). */
const MOST_FONTS = 5;

export function lookProblems(
  chart: Chart,
  items: readonly PlacedItem[],
  bands: readonly SceneBand[],
  looks: readonly Look[],
): Problem[] {
  const found = [...unreadable(items, looks), ...alike(bands, looks)];
  const colours = chart.rules?.some((rule) => !rule.off && (rule.type !== 'when' || rule.look.fill !== undefined));
  if (colours && !chart.page.key)
    found.push({
      code: 'no-key',
      severity: 'note',
      message: 'Colours say something here, but nothing on the page says what.',
      key: 'no-key',
      repairs: [{ label: 'Show the key', change: { type: 'set-page', page: { key: true } } }],
    });
  const fonts = new Set(items.map(({ look }) => look.font));
  if (fonts.size > MOST_FONTS)
    found.push({
      code: 'many-fonts',
      severity: 'note',
      message: `There are ${fonts.size} different fonts; more than ${MOST_FONTS} look restless.`,
      key: `many-fonts ${fonts.size}`,
      repairs: [],
    });
  const fills = new Set(items.map(({ look }) => look.fill));
  if (fills.size > Math.max(MOST_FILLS, bands.length))
    found.push({
      code: 'many-fills',
      severity: 'note',
      message: `There are ${fills.size} different fills; more than ${MOST_FILLS} are hard to keep apart.`,
      key: `many-fills ${fills.size}`,
      repairs: [],
    });
  return found;
}
