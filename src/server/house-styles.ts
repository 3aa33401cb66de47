/** House styles of one's own: rows of `house_styles`, and the charts that follow them. */
import type { Chart } from '../core/chart';
import { type HouseSpec, takeSpec } from '../core/style';
import { changeChart, getChart } from './charts';
import { account, query } from './db';
import { ApiError } from './http';
import { newId } from './ids';

export interface OwnStyle {
  readonly id: string;
  readonly name: string;
  readonly spec: HouseSpec;
  /** How many charts follow it. */
  readonly charts: number;
}

const COLUMNS = `s.id, s.name, s.spec, (SELECT count(*)::int FROM charts c
  WHERE c.owner = s.owner AND c.binned_at IS NULL AND c.value -> 'style' ->> 'id' = s.id) AS charts`;

const gone = () => new ApiError(404, 'not-found', 'There is no such house style; it may have been removed.');

export const listStyles = async (): Promise<OwnStyle[]> =>
  query<OwnStyle & Record<string, unknown>>(
    `SELECT ${COLUMNS} FROM house_styles s WHERE owner = $1 ORDER BY name, id`,
    [await account()],
  );

export async function getStyle(id: string): Promise<OwnStyle> {
  const rows = await query<OwnStyle & Record<string, unknown>>(
    `SELECT ${COLUMNS} FROM house_styles s WHERE owner = $1 AND id = $2`,
    [await account(), id],
  );
  if (!rows[0]) throw gone();
  return rows[0];
}

export async function makeStyle(name: string, spec: HouseSpec): Promise<OwnStyle> {
  const id = newId();
  await query('INSERT INTO house_styles (id, owner, name, spec) VALUES ($1, $2, $3, $4)', [
    id,
    await account(),
    name,
    JSON.stringify(spec),
  ]);
  return { id, name, spec, charts: 0 };
}

/** A chart that somebody changes at the same moment is tried again this often. */
const TRIES = 5;

/** Carries a change out on every chart that follows a house style; in their logs it is a change like any other. */
async function followers(
  id: string,
  change: (chart: Chart) => Parameters<typeof changeChart>[1]['change'],
): Promise<number> {
  const found = await query<{ id: string }>(
    `SELECT id FROM charts WHERE owner = $1 AND binned_at IS NULL AND value -> 'style' ->> 'id' = $2`,
    [await account(), id],
  );
  for (const { id: chart } of found)
    for (let tries = 1; ; tries++) {
      try {
        const { chart: value, revision } = await getChart(chart);
        await changeChart(chart, { base: revision, change: change(value), exact: true });
        break;
      } catch (error) {
        // One that went to the bin meanwhile follows nothing.
        if (error instanceof ApiError && error.status === 404) break;
        if (!(error instanceof ApiError && error.status === 409) || tries === TRIES) throw error;
      }
    }
  return found.length;
}

/** Changes a house style, and with it every chart that follows it. @returns how many those are */
export async function changeStyle(
  id: string,
  name: string | undefined,
  spec: HouseSpec | undefined,
): Promise<OwnStyle> {
  const before = await getStyle(id);
  const after = { ...before, name: name ?? before.name, spec: spec ?? before.spec };
  await query('UPDATE house_styles SET name = $3, spec = $4, changed_at = now() WHERE owner = $1 AND id = $2', [
    await account(),
    id,
    after.name,
    JSON.stringify(after.spec),
  ]);
  const charts = await followers(id, (chart) => takeSpec(chart, after.spec, { id, name: after.name }));
  return { ...after, charts };
}

/** Removes a house style; charts that followed it keep their look. */
export async function removeStyle(id: string): Promise<void> {
  await getStyle(id);
  await followers(id, () => ({ type: 'set-style', style: null }));
  await query('DELETE FROM house_styles WHERE owner = $1 AND id = $2', [await account(), id]);
}
