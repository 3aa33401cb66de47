import type { PoolClient } from 'pg';
import outline from '../../demo/saltmarsh-garden.txt?raw';
import { kindOf } from '../core/kinds';
import { chartOfList, readList } from '../core/read';
import { insertChart } from './charts/insert';
import { newId } from './ids';

/** Puts in the demo chart the first time a database is used; what a person did to it, or its removal, stays. */
export async function seed(client: PoolClient, account: string): Promise<void> {
  const first = await client.query(
    "INSERT INTO done_once (what) VALUES ('demo data') ON CONFLICT DO NOTHING RETURNING what",
  );
  if (first.rowCount === 0) return;
  const kind = kindOf('org')!;
  const read = readList(kind, outline);
  if (!read.ok) throw new Error(`demo data can't be read: ${read.problem.message}`);
  const chart = chartOfList(kind, 'Who does what at Saltmarsh Garden', read.list);
  await insertChart(client, account, newId(), {
    ...chart,
    arrangement: { leaves: 'stack' },
    page: { ...chart.page, size: 'A3', dateLine: 'Posts in November' },
    tiers: { 1: { name: 'Directors' }, 2: { name: 'Heads' }, 3: { name: 'Leads' }, 4: { name: 'Gardeners and hosts' } },
  });
}
