/** What names in many scripts cost: read, shaped and composed for the first time, and again as while typing. */
import { readFileSync } from 'node:fs';
import { it } from 'vitest';
import type { Chart } from '../../src/core/chart';
import { compose } from '../../src/core/compose';
import { kindOf } from '../../src/core/kinds';
import { chartOfList, readList } from '../../src/core/read';
import { createFonts } from '../../src/core/text';
import { fontBytes } from '../../tests/support/fonts';
import { median, ms, section, table } from './report';

const COUNT = 1_000;
const rows = readFileSync('demo/sister-gardens.csv', 'utf8').trim().split('\n').slice(1);
const words = rows.map((row) => row.split(',').slice(1, 3) as [string, string]);
const isLatin = ([name]: [string, string]) => /\p{Script=Latin}/u.test(name);
const latin = [
  ['Oriel Tansley', 'Garden director'],
  ['Piet Marrable', 'Head of plants'],
  ['Hanne Ostrey', 'Glasshouse lead'],
  ['Ravi Thurle', 'Pond gardener'],
] as [string, string][];

/** As many different names, put together of the parts of others. */
function chartOf(all: readonly (readonly [string, string])[], shift = 0): Chart {
  const org = kindOf('org')!;
  const lines = Array.from({ length: COUNT }, (_, i) => {
    const [name, post] = all[i % all.length]!;
    const more = all[(i * 7 + Math.floor(i / all.length) + shift) % all.length]![0].split(' ').at(-1);
    return `${i + 1},${name} ${more}${shift + i},${post},${i === 0 ? '' : Math.floor((i - 1) / 6) + 1}`;
  });
  const read = readList(org, `Id,Name,Post,Reports to\n${lines.join('\n')}\n`);
  if (!read.ok) throw new Error(read.problem.message);
  return chartOfList(org, 'Gardens', read.list);
}

it('names in many scripts', async () => {
  const row = async (label: string, all: readonly (readonly [string, string])[]) => {
    const chart = chartOf(all);
    const opened = await median(5, () => compose(chart, createFonts(fontBytes)));
    const fonts = createFonts(fontBytes);
    const others = Array.from({ length: 6 }, (_, i) => chartOf(all, 1 + i));
    const first = await median(5, () => compose(others.pop()!, fonts));
    const again = await median(9, () => compose({ ...chart, title: `${chart.title} ` }, fonts));
    return [label, ms(opened), ms(first), ms(again)] as const;
  };
  const [plain, many] = [
    await row('Latin', latin),
    await row(
      'twelve scripts',
      words.filter((own) => !isLatin(own)),
    ),
  ];
  const times = (i: 1 | 2 | 3) => (Number(many[i]) / Number(plain[i])).toFixed(2);
  section(
    'Names in any script',
    `${COUNT.toLocaleString('en')} names composed: with fonts that are opened for it; with other names in fonts that are open; and again, as while typing. Medians of 5, 5 and 9.\n\n${table(
      ['names', 'fonts opened', 'new names', 'again'],
      [
        ...[plain, many].map(([label, ...all]) => [label, ...all.map((time) => `${time} ms`)]),
        ['ratio', times(1), times(2), times(3)],
      ],
    )}`,
  );
}, 300_000);
