import type { PoolClient } from 'pg';
import type { Chart } from '../../core/chart';

export async function insertChart(client: PoolClient, owner: string, id: string, chart: Chart): Promise<void> {
  await client.query(
    'INSERT INTO charts (id, owner, kind, title, value, changed_at) VALUES ($1, $2, $3, $4, $5, clock_timestamp())',
    [id, owner, chart.kind, chart.title, JSON.stringify(chart)],
  );
}
