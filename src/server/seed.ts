import type { PoolClient } from 'pg';
import family from '../../demo/founding-family.txt?raw';
import { trustList } from '../../demo/garden-trust';
import oasis from '../../demo/oasis-garden.txt?raw';
import marsh from '../../demo/salt-marsh.txt?raw';
import garden from '../../demo/saltmarsh-garden.txt?raw';
import glasshouse from '../../demo/second-glasshouse.txt?raw';
import sisters from '../../demo/sister-gardens.csv?raw';
import survey from '../../demo/visitor-survey.txt?raw';
import volunteers from '../../demo/volunteers.csv?raw';
import plant from '../../demo/which-plant.txt?raw';
import type { Chart } from '../core/chart';
import { kindOf } from '../core/kinds';
import { chartOfList, readList } from '../core/read';
import { insertChart } from './charts/parts';
import { newId } from './ids';

interface Demo {
  readonly kind: string;
  readonly title: string;
  readonly list: string;
  readonly chart?: Partial<Pick<Chart, 'arrangement' | 'tiers'>>;
  readonly page?: Partial<Chart['page']>;
}

/** Charts put in together, once for each name: those of a later version join those that are there. */
const DEMOS: Readonly<Record<string, readonly Demo[]>> = {
  'demo charts of sister gardens': [
    { kind: 'org', title: 'حديقة الواحة', list: oasis },
    { kind: 'org', title: 'The garden’s sister gardens', list: sisters },
  ],
  'demo chart of the whole trust': [
    {
      kind: 'org',
      title: 'The whole trust of gardens',
      list: trustList(),
      chart: {
        tiers: {
          1: { name: 'Trust' },
          2: { name: 'Directors' },
          3: { name: 'Heads' },
          4: { name: 'Leads' },
          5: { name: 'Posts' },
        },
      },
      page: { orientation: 'portrait', over: 'booklet', least: 7 },
    },
  ],
  'demo charts of all kinds': [
    { kind: 'venn', title: 'What visitors came to see', list: survey },
    { kind: 'venn', title: 'Volunteers and what they are trained for', list: volunteers },
    { kind: 'concept', title: 'How a salt marsh works', list: marsh, page: { showTitle: false } },
    {
      kind: 'decision',
      title: 'Should we build a second glasshouse?',
      list: glasshouse,
      chart: { arrangement: { direction: 'right' } },
    },
    { kind: 'decision', title: 'Which plant for which spot', list: plant },
    { kind: 'family', title: 'The family that founded the garden', list: family },
  ],
  'demo data': [
    {
      kind: 'org',
      title: 'Who does what at Saltmarsh Garden',
      list: garden,
      chart: {
        tiers: {
          1: { name: 'Directors' },
          2: { name: 'Heads' },
          3: { name: 'Leads' },
          4: { name: 'Gardeners and hosts' },
        },
      },
      page: { dateLine: 'Posts in November' },
    },
  ],
};

/** @throws where its list can't be read */
export function demoChart(demo: Demo): Chart {
  const kind = kindOf(demo.kind);
  const read = kind && readList(kind, demo.list);
  if (!read?.ok) throw new Error(`demo data "${demo.title}" can't be read`);
  const chart = chartOfList(kind!, demo.title, read.list);
  return { ...chart, ...demo.chart, page: { ...chart.page, ...demo.page } };
}

/** Puts in the demo charts the first time a database is used; what a person did to them, or their removal, stays. */
export async function seed(client: PoolClient, account: string): Promise<void> {
  for (const [what, demos] of Object.entries(DEMOS)) {
    const first = await client.query(
      'INSERT INTO done_once (owner, what) VALUES ($1, $2) ON CONFLICT DO NOTHING RETURNING what',
      [account, what],
    );
    if (first.rowCount === 0) continue;
    for (const demo of demos) {
      await insertChart(client, account, newId(), demoChart(demo));
    }
  }
}
