/** Made-up outlines of the kinds that are more than trees, of as many lines as are wanted, the same each time. */
import { pushTo } from '../src/core/grouped';
import { randomFrom } from '../src/core/random';

const WORDS =
  'Alder Birch Cedar Dogwood Elder Fern Gorse Hazel Iris Juniper Kelp Larch Moss Nettle Oak Pine Reed Sedge Thrift Willow'.split(
    ' ',
  );
const named = (i: number) => `${WORDS[(i * 7) % WORDS.length]} ${WORDS[(i * 3 + 5) % WORDS.length]} ${i}`;

/** Lines under lines by chance: each under one of those that came before it, near ones oftener. */
function outlineOf(count: number, line: (i: number, depth: number) => readonly string[]): string {
  const random = randomFrom(7);
  const children = new Map<number, number[]>();
  for (let i = 1; i < count; i++) {
    pushTo(children, Math.floor(i * random() ** 0.5 * 0.6), i);
  }
  const lines: string[] = [];
  const write = (i: number, depth: number) => {
    lines.push(...line(i, depth).map((text) => `${'\t'.repeat(depth)}${text}`));
    for (const child of children.get(i) ?? []) write(child, depth + 1);
  };
  write(0, 0);
  return `${lines.join('\n')}\n`;
}

/** Two of three have a partner. @param count how many of the family, without partners */
export const familyList = (count: number): string =>
  outlineOf(count, (i, depth) => {
    const born = 1800 + depth * 28 + (i % 20);
    return [`${named(i)} (${born})`, ...(i % 3 > 0 ? [`+ ${named(count + i)} (${born + 2})`] : [])];
  });

export const decisionList = (count: number): string =>
  outlineOf(count, (i, depth) => [depth === 0 ? named(i) : `${WORDS[i % WORDS.length]}: ${named(i)}`]);

/** Every ninth concept is linked to another one of the map. */
export const conceptList = (count: number): string =>
  outlineOf(count, (i, depth) => [depth === 0 ? named(i) : `[leads to] ${named(i > 20 && i % 9 === 0 ? i - 11 : i)}`]);
