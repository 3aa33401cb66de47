/** House styles that ship. Each is a rule that gives a complete look for any tier, not a list that runs out. */
import type { Chart, Look } from '../chart';
import { coloursFrom } from './brand';
import { contrast, LEAST_CONTRAST, oklch, readable } from './colour';
import { type AreaLook, type House, type HouseColours, type HouseForm, houseFrom, LEAST_SIZE } from './house';

const EDGES = [
  { edgeDash: 'solid', edgeWidth: 1 },
  { edgeDash: 'dashed', edgeWidth: 1.5 },
  { edgeDash: 'solid', edgeWidth: 2.5 },
  { edgeDash: 'dotted', edgeWidth: 2 },
  // Five, so that with five shapes that come again and fills in turn no two of fifty tiers are alike.
  { edgeDash: 'dashed', edgeWidth: 3 },
] as const;

const PLAIN = { size: { top: 13.5, least: LEAST_SIZE }, width: 124, inner: 7, edges: EDGES } as const;
const lines = (line: Look['line'], lineWidth: number, lineDash: Look['lineDash'] = 'solid') => ({
  line,
  lineWidth,
  lineDash,
});

/** Dark words on light paper, and four fills from dark to light: apart in grey too. */
const onPaper = (
  variant: string,
  sheet: string,
  fills: readonly [string, string, string, string],
  hue: number,
  chroma = 0.05,
): HouseColours => ({
  variant,
  sheet,
  ink: '#20302a',
  quietInk: '#5b625a',
  line: '#6b7168',
  fills,
  deeper: { lights: [0.93, 0.86], chroma, hue },
});
/** Four fills of some hues: the lightness falls so far from step to step that they are told apart in grey. */
const ladder = (
  hues: readonly [number, number, number, number],
  chroma: readonly [number, number, number, number],
): [string, string, string, string] => [
  oklch(0.37, chroma[0], hues[0]),
  oklch(0.5, chroma[1], hues[1]),
  oklch(0.83, chroma[2], hues[2]),
  oklch(0.95, chroma[3], hues[3]),
];

const fernhouse: HouseForm = {
  ...PLAIN,
  id: 'fernhouse',
  name: 'Fernhouse',
  shapes: ['square', 'soft', 'rounded', 'pill', 'cut', 'double'],
  line: lines('elbow', 1.25),
};
const slateBed: HouseForm = {
  ...PLAIN,
  id: 'slate-bed',
  name: 'Slate bed',
  shapes: ['cut', 'square', 'soft', 'double', 'rounded', 'hexagon'],
  line: lines('elbow', 1.5),
};
const terracotta: HouseForm = {
  ...PLAIN,
  id: 'terracotta',
  name: 'Terracotta',
  shapes: ['banner', 'rounded', 'soft', 'wavy', 'pill', 'square'],
  line: lines('rounded', 1.5),
};
const meadow: HouseForm = {
  ...PLAIN,
  id: 'meadow',
  name: 'Meadow',
  shapes: ['ellipse', 'pill', 'rounded', 'soft', 'tag', 'cut'],
  line: lines('curve', 1.5),
};
const tidepool: HouseForm = {
  ...PLAIN,
  id: 'tidepool',
  name: 'Tidepool',
  shapes: ['hexagon', 'rounded', 'wavy', 'pill', 'soft', 'cut'],
  line: lines('rounded', 1.25),
};
const photocopier: HouseForm = {
  ...PLAIN,
  id: 'photocopier',
  name: 'Photocopier',
  shapes: ['square', 'soft', 'rounded', 'pill', 'cut', 'double'],
  line: lines('elbow', 1),
};
const chalkboard: HouseForm = {
  ...PLAIN,
  id: 'chalkboard',
  name: 'Chalkboard',
  shapes: ['soft', 'rounded', 'square', 'pill', 'double', 'cut'],
  edges: EDGES.map(({ edgeDash, edgeWidth }) => ({ edgeDash, edgeWidth: edgeWidth + 0.25 })),
  line: lines('straight', 1.25, 'dashed'),
};
const largePrint: HouseForm = {
  ...PLAIN,
  id: 'large-print',
  name: 'Large print',
  shapes: ['square', 'rounded', 'cut', 'soft', 'double', 'pill'],
  edges: EDGES.map(({ edgeDash, edgeWidth }) => ({ edgeDash, edgeWidth: edgeWidth + 1 })),
  size: { top: 20, least: 16 },
  width: 190,
  inner: 9,
  line: lines('elbow', 2.25),
};

/** The edge tells sets apart: its dashes first, then its weight. */
const greyAreas =
  (fill: string, edge: string) =>
  (place: number): AreaLook => ({
    fill,
    opacity: 0.5,
    edge,
    edgeDash: (['solid', 'dashed', 'dotted'] as const)[(place - 1) % 3]!,
    edgeWidth: place <= 3 ? 1.5 : 2.75,
  });
/** Black, greys and white: shape and edge tell tiers apart where colour can't. */
const greys = (variant: string, fills: readonly string[], lights: readonly [number, number]): HouseColours => ({
  variant,
  sheet: '#ffffff',
  ink: '#000000',
  quietInk: '#4a4a4a',
  line: '#000000',
  edge: '#000000',
  fills,
  deeper: { lights, chroma: 0, hue: 0 },
  areas: greyAreas('#dedede', '#000000'),
});

const onBoard = (variant: string, sheet: string, hue: number): HouseColours => ({
  variant,
  sheet,
  ink: '#f6f4ec',
  quietInk: '#c4c9c0',
  line: '#dfe3da',
  edge: '#f6f4ec',
  fills: [oklch(0.93, 0.05, hue), oklch(0.78, 0.09, hue + 60), oklch(0.5, 0.08, hue), oklch(0.36, 0.05, hue + 60)],
  deeper: { lights: [0.44, 0.34], chroma: 0.06, hue: hue + 120 },
  areas: (place) => ({
    fill: oklch(0.5, 0.08, hue + place * 100),
    opacity: 0.45,
    edge: '#f6f4ec',
    edgeWidth: 1.5,
    edgeDash: (['solid', 'dashed', 'dotted'] as const)[(place - 1) % 3]!,
  }),
});

const strong = (variant: string, sheet: string, fills: readonly string[], hue: number): HouseColours => ({
  variant,
  sheet,
  ink: '#000000',
  quietInk: '#333333',
  line: '#000000',
  edge: '#000000',
  fills,
  deeper: { lights: [0.96, 0.88], chroma: 0.09, hue },
});

const all: readonly (readonly [HouseForm, readonly [HouseColours, HouseColours, HouseColours]])[] = [
  [
    fernhouse,
    [
      onPaper('Plum', '#fffdf7', ['#5c2a4d', '#2f6156', '#c9dbc3', '#fbf2dc'], 150),
      onPaper('Pine', '#fbfdf8', ladder([165, 340, 120, 95], [0.06, 0.09, 0.07, 0.04]), 60),
      onPaper('Lichen', '#fffef8', ladder([110, 70, 200, 110], [0.06, 0.08, 0.05, 0.05]), 240),
    ],
  ],
  [
    slateBed,
    [
      onPaper('Slate', '#fbfcfd', ladder([250, 235, 240, 250], [0.05, 0.06, 0.04, 0.015]), 60),
      onPaper('Steel', '#fafbfc', ladder([280, 220, 260, 230], [0.07, 0.05, 0.05, 0.02]), 100),
      onPaper('Basalt', '#fcfbfa', ladder([60, 250, 70, 90], [0.02, 0.06, 0.03, 0.015]), 200),
    ],
  ],
  [
    terracotta,
    [
      onPaper('Clay', '#fffaf5', ladder([35, 45, 60, 80], [0.09, 0.11, 0.08, 0.04]), 180),
      onPaper('Ochre', '#fffcf3', ladder([50, 75, 90, 100], [0.07, 0.1, 0.1, 0.05]), 210),
      onPaper('Olive', '#fdfdf5', ladder([120, 40, 110, 75], [0.06, 0.11, 0.08, 0.04]), 260),
    ],
  ],
  [
    meadow,
    [
      onPaper('Clover', '#fbfff6', ladder([145, 350, 130, 105], [0.09, 0.12, 0.1, 0.06]), 300),
      onPaper('Poppy', '#fffdf8', ladder([25, 145, 60, 110], [0.12, 0.09, 0.09, 0.06]), 200),
      onPaper('Cornflower', '#fafcff', ladder([270, 145, 265, 105], [0.13, 0.09, 0.07, 0.06]), 20),
    ],
  ],
  [
    tidepool,
    [
      onPaper('Rock pool', '#f8fdfd', ladder([220, 195, 200, 180], [0.07, 0.07, 0.06, 0.03]), 40),
      onPaper('Anemone', '#fdfafd', ladder([310, 215, 325, 210], [0.1, 0.08, 0.07, 0.03]), 100),
      onPaper('Kelp', '#fbfdf6', ladder([130, 210, 125, 195], [0.06, 0.07, 0.08, 0.03]), 330),
    ],
  ],
  [
    photocopier,
    [
      greys('Black', ['#1a1a1a', '#595959', '#d6d6d6', '#ffffff'], [0.97, 0.86]),
      greys('Grey', ['#404040', '#d0d0d0', '#707070', '#f2f2f2'], [0.9, 0.99]),
      greys('Outline', ['#ffffff', '#e0e0e0', '#f7f7f7', '#d0d0d0'], [1, 0.9]),
    ],
  ],
  [chalkboard, [onBoard('Green', '#22352f', 150), onBoard('Black', '#1e2024', 80), onBoard('Blue', '#1d2b44', 240)]],
  [
    largePrint,
    [
      strong('White', '#ffffff', ['#000000', '#ffffff', '#1d3f72', '#fff3b0'], 90),
      strong('Cream', '#fff9e6', ['#3b1d4f', '#fffdf5', '#0f4d3f', '#ffe9a8'], 60),
      strong('Yellow', '#fff7c2', ['#000000', '#fff3a0', '#4a2b00', '#ffffff'], 200),
    ],
  ],
];

export const houses: readonly House[] = all.flatMap(([form, colours]) =>
  colours.map((own, i) => houseFrom(form, own, i === 0)),
);

/** The house style of an id; the first that ships where there is none of that id. */
const houseOf = (id: string): House => houses.find((house) => house.id === id) ?? houses[0]!;

/** Colours are derived anew only when another one is given; several are in view while they are tried out. */
const derived = new Map<string, House>();
const MOST_DERIVED = 200;

/** The house style of a chart on its page: on paper of another colour words take one that reads there. */
export function houseOnPage(chart: Pick<Chart, 'house' | 'brand' | 'page'>): House {
  const house = houseFor(chart);
  const sheet = chart.page.background;
  if (sheet === undefined) return house;
  const ink = readable(sheet, house.ink);
  return { ...house, sheet, ink, quietInk: contrast(sheet, house.quietInk) >= LEAST_CONTRAST ? house.quietInk : ink };
}

/** The house style a chart has: one that ships, or its form in colours derived from a colour of one's own. */
export function houseFor({ house, brand }: Pick<Chart, 'house' | 'brand'>): House {
  const shipped = houseOf(house);
  if (brand === undefined) return shipped;
  const key = `${shipped.of} ${brand}`;
  const known = derived.get(key);
  if (known) return known;
  if (derived.size >= MOST_DERIVED) derived.clear();
  const [form] = all.find(([{ id }]) => id === shipped.of)!;
  const own = houseFrom(form, coloursFrom(brand), true);
  derived.set(key, own);
  return own;
}
