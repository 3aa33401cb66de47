/**
 * Writes src/core/symbols.ts: the symbols that ship as pictures, drawn after the icon package of the same names. Run it by
 * hand when the choice below changes: node scripts/symbols.mjs
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';

const groups = {
  Plants: 'leaf sprout flower clover tree-deciduous tree-pine trees wheat apple banana cherry citrus grape carrot nut',
  Animals: 'bird fish bug cat dog rabbit squirrel snail turtle rat worm shell egg feather paw-print',
  'Earth and weather':
    'sun moon cloud cloud-rain snowflake wind waves-horizontal droplet mountain rainbow flame star globe',
  'People and work':
    'user users baby heart hand crown briefcase graduation-cap school stethoscope hammer wrench scissors',
  Things:
    'house tent car bus bike ship plane rocket book pencil palette guitar key lamp gift puzzle camera phone clock map flag bell umbrella',
  'Food and drink': 'cake-slice pizza milk coffee cookie ice-cream-cone soup sandwich',
  Ideas: 'lightbulb brain eye ear footprints search check x circle-question-mark triangle-alert recycle scale',
};

const nodes = createRequire(import.meta.url)('lucide-static/icon-nodes.json');

/** How many numbers each command of path data takes. Source: SVG 2, chapter 9. */
const TAKES = { m: 2, l: 2, h: 1, v: 1, c: 6, s: 4, q: 4, t: 2, a: 7, z: 0 };

/** Path data with a space between all numbers (arcs may leave them out), its first point absolute, to stand after others. */
function spelled(d) {
  const out = [];
  for (const [, command, rest] of d.matchAll(/([a-zA-Z])([^a-zA-Z]*)/g)) {
    const arc = command.toLowerCase() === 'a';
    const numbers = [];
    let left = rest;
    for (;;) {
      left = left.replace(/^[\s,]+/, '');
      if (left === '') break;
      const flag = arc && [3, 4].includes(numbers.length % 7);
      const [text] = (flag ? /^[01]/ : /^-?(\d+\.?\d*|\.\d+)/).exec(left);
      numbers.push(text);
      left = left.slice(text.length);
    }
    const takes = TAKES[command.toLowerCase()];
    let name = command;
    if (takes === 0) out.push(name);
    for (let at = 0; at < numbers.length; at += takes) {
      if (out.length === 0) name = 'M';
      out.push(name + numbers.slice(at, at + takes).join(' '));
      // Points after the first of a move are lines.
      name = command === 'm' ? 'l' : command === 'M' ? 'L' : command;
    }
  }
  return out.join('');
}

function pathOf([tag, at]) {
  switch (tag) {
    case 'path':
      return spelled(at.d);
    case 'circle':
    case 'ellipse': {
      const [rx, ry] = [Number(at.rx ?? at.r), Number(at.ry ?? at.r)];
      return `M${Number(at.cx) - rx} ${at.cy}a${rx} ${ry} 0 1 0 ${2 * rx} 0a${rx} ${ry} 0 1 0 ${-2 * rx} 0`;
    }
    case 'line':
      return `M${at.x1} ${at.y1}L${at.x2} ${at.y2}`;
    case 'polyline':
    case 'polygon':
      return `M${at.points
        .trim()
        .split(/[\s,]+/)
        .join(' ')}${tag === 'polygon' ? 'Z' : ''}`;
    case 'rect': {
      const [x, y, w, h] = ['x', 'y', 'width', 'height'].map((key) => Number(at[key] ?? 0));
      const r = Math.min(Number(at.rx ?? at.ry ?? 0), w / 2, h / 2);
      if (r === 0) return `M${x} ${y}h${w}v${h}h${-w}Z`;
      const arc = (dx, dy) => `a${r} ${r} 0 0 1 ${dx} ${dy}`;
      return `M${x + r} ${y}h${w - 2 * r}${arc(r, r)}v${h - 2 * r}${arc(-r, r)}h${2 * r - w}${arc(-r, -r)}v${2 * r - h}${arc(r, -r)}Z`;
    }
    default:
      throw new Error(`no path for ${tag}`);
  }
}

const words = (id) => {
  const text = id.replaceAll('-', ' ');
  return text[0].toUpperCase() + text.slice(1);
};

const entries = Object.entries(groups).flatMap(([group, ids]) =>
  ids.split(' ').map((id) => {
    if (!nodes[id]) throw new Error(`the package has no ${id}`);
    return `  '${id}': { name: '${words(id)}', group: '${group}', d: '${nodes[id].map(pathOf).join('')}' },`;
  }),
);
const { version } = JSON.parse(
  readFileSync(createRequire(import.meta.url).resolve('lucide-static/package.json'), 'utf8'),
);
writeFileSync(
  new URL('../src/core/symbols.ts', import.meta.url),
  `/**
 * Symbols that can stand in items as pictures: lines on a square of 24 by 24, two wide. Written by scripts/symbols.mjs from
 * lucide-static ${version} (ISC licence); not to be edited by hand.
 */
export const SYMBOL_SIZE = 24;

export const symbols = {
${entries.join('\n')}
} as const;

export type SymbolId = keyof typeof symbols;
export const symbolIds = Object.keys(symbols) as [SymbolId, ...SymbolId[]];
`,
);
