/** Carries out one case at one size, from text to picture, in a process of its own; says how it ended. */

import { compose } from '../../src/core/compose';
import { fitChart } from '../../src/core/fit';
import { sourceOf } from '../../src/core/formats';
import { kindOf } from '../../src/core/kinds';
import { offersFor } from '../../src/core/offers';
import { chartOfList, readList } from '../../src/core/read';
import { fonts } from '../../tests/support/fonts';
import { cases } from './cases';

const [name, size] = process.argv.slice(2);
const one = cases.find((own) => own.name === name)!;
const made = one.make(Number(size));
const bytes = typeof made === 'string' ? new TextEncoder().encode(made) : made;
const begun = performance.now();
const before = process.cpuUsage();
let said = '';
try {
  const { text } = await sourceOf(bytes);
  const read = one.kind ? readList(kindOf(one.kind)!, text) : undefined;
  if (read && !read.ok) said = read.problem.message;
  else {
    const kind = one.kind ? kindOf(one.kind)! : undefined;
    const offer = kind ? undefined : offersFor(text)[0];
    const list = read?.ok ? read.list : offer?.list;
    if (!list) said = offer?.fitness.why ?? 'nothing';
    else {
      const own = kind ?? offer!.kind;
      const chart = chartOfList(own, 'T', list);
      const arrangement = { ...chart.arrangement, ...one.arrangement };
      if (one.fit) {
        const fit = fitChart({ ...chart, arrangement }, fonts);
        said = `${own.id}: ${Object.keys(chart.items).length} items, prints at ${fit?.prints?.toFixed(2)} pt`;
      } else {
        const { scene, problems } = compose({ ...chart, arrangement }, fonts);
        said = `${own.id}: ${scene.items.length} items, ${scene.edges.length} lines, ${problems.length} problems`;
      }
    }
  }
} catch (error) {
  // What is refused in words has a code.
  const { code } = error as { code?: string };
  said = `${code ?? (error as Error).constructor.name}: ${(error as Error).message}`;
  if (process.env['STACK']) console.error((error as Error).stack?.split('\n').slice(0, 12).join('\n'));
}
// Of the machine's time and the process's own the lesser: others may be at work too, and collecting garbage runs beside it.
const { user, system } = process.cpuUsage(before);
const ms = Math.min(performance.now() - begun, (user + system) / 1_000);
console.log(
  JSON.stringify({ ms, rss: process.resourceUsage().maxRSS / 1024, bytes: bytes.length, said: said.slice(0, 160) }),
);
