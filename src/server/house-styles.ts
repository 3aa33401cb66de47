/** House styles of one's own: rows of `house_styles`, and the charts that follow them. */
import equal from 'fast-deep-equal';
import { apply, type Change, type Chart, storedOf } from '../core/chart';
import type { May } from '../core/may';
import { type HouseSpec, takeSpec } from '../core/style';
import { mayWrite, noStyle, styleFor, stylesSharedWith, withAccount } from './access';
import { changeChart, getChart } from './charts';
import { asServer, inNameOf, query } from './db';
import { ApiError } from './http';
import { newId } from './ids';
import { log } from './log';
import type { Who } from './who';

export interface OwnStyle {
  readonly id: string;
  readonly name: string;
  readonly spec: HouseSpec;
  /** How many charts follow it. */
  readonly charts: number;
  /** What whoever asks may do with it, where it is another's. */
  readonly may?: May;
}

const COLUMNS = `s.id, s.name, s.spec, (SELECT count(*)::int FROM charts c
  WHERE c.owner = s.owner AND c.binned_at IS NULL AND c.style = s.id) AS charts`;

export async function listStyles(who: Who): Promise<OwnStyle[]> {
  withAccount(who);
  const shared = await stylesSharedWith(who);
  const rows = await query<OwnStyle & Record<string, unknown>>(
    `SELECT ${COLUMNS} FROM house_styles s WHERE owner = $1 OR id = ANY ($2) ORDER BY name, id`,
    [who.account, [...shared.keys()]],
  );
  return rows.map((row) => {
    const may = shared.get(row.id);
    return may ? { ...row, may } : row;
  });
}

export async function getStyle(who: Who, id: string, least: May = 'look'): Promise<OwnStyle> {
  const { owner, may } = await styleFor(who, id, least);
  const rows = await query<OwnStyle & Record<string, unknown>>(`SELECT ${COLUMNS} FROM house_styles s WHERE id = $1`, [
    id,
  ]);
  if (!rows[0]) throw noStyle();
  return owner === who.account ? rows[0] : { ...rows[0], may };
}

export async function makeStyle(who: Who, name: string, spec: HouseSpec): Promise<OwnStyle> {
  mayWrite(who);
  const id = newId();
  await query('INSERT INTO house_styles (id, owner, name, spec) VALUES ($1, $2, $3, $4)', [
    id,
    who.account,
    name,
    JSON.stringify(spec),
  ]);
  return { id, name, spec, charts: 0 };
}

/** A chart that somebody changes at the same moment is tried again this often. */
const TRIES = 5;

type Following = (chart: Chart) => Change;

/** Carries a change out on one chart that follows a house style; in its log it is a change like any other. */
async function follow(who: Who, id: string, following: Following): Promise<void> {
  for (let tries = 1; ; tries++) {
    try {
      const { chart, revision } = await getChart(who, id);
      const change = following(chart);
      const applied = apply(chart, change);
      // It did so before a break.
      if (applied.ok && equal(storedOf(applied.chart).settings, storedOf(chart).settings)) return;
      await changeChart(who, id, { base: revision, change, exact: true });
      return;
    } catch (error) {
      // One that went to the bin meanwhile follows nothing.
      if (error instanceof ApiError && error.status === 404) return;
      // One that can't be read, or could not be after it, stays as it is: the others follow all the same.
      if (error instanceof ApiError && error.status === 422) {
        log().warn({ chart: id, why: error.message }, 'a chart does not follow its house style');
        return;
      }
      if (!(error instanceof ApiError && error.status === 409) || tries === TRIES) throw error;
    }
  }
}

/**
 * The same on every chart that follows it, in the name of whose chart it is, whoever changed the style. Charts of those with
 * whom it is not shared any more keep the look that they have.
 * @returns how many those are
 */
async function followers(id: string, following: Following): Promise<number> {
  const found = await query<{ id: string; owner: string }>(
    'SELECT id, owner FROM charts WHERE binned_at IS NULL AND style = $1',
    [id],
  );
  let followed = 0;
  for (const { id: chart, owner } of found) {
    const who = { account: owner, caller: 'styles', request: 'styles' };
    const holds = await styleFor(who, id).then(
      () => true,
      () => false,
    );
    if (!holds) continue;
    await inNameOf(who, () => follow(who, chart, following));
    followed++;
  }
  return followed;
}

/** Has all followers take on a style that was changed or is to go, and notes that it is done. */
async function carryThrough({ id, name, spec, pending }: PendingStyle): Promise<number> {
  if (pending === 'change') {
    const charts = await followers(id, (chart) => takeSpec(chart, spec, { id, name }));
    await query('UPDATE house_styles SET pending = NULL WHERE id = $1 AND name = $2 AND spec = $3', [
      id,
      name,
      JSON.stringify(spec),
    ]);
    return charts;
  }
  const charts = await followers(id, () => ({ type: 'set-style', style: null }));
  await query('DELETE FROM house_styles WHERE id = $1', [id]);
  return charts;
}

interface PendingStyle extends Pick<OwnStyle, 'id' | 'name' | 'spec'> {
  readonly pending: 'change' | 'remove';
}

/**
 * Changes a house style, and with it every chart that follows it, one after the other. That it is not through yet is stored
 * with it, so that it goes on where a server ends on the way.
 */
export async function changeStyle(
  who: Who,
  id: string,
  name: string | undefined,
  spec: HouseSpec | undefined,
): Promise<OwnStyle> {
  await styleFor(who, id, 'edit');
  const before = await getStyle(who, id);
  const after = { ...before, name: name ?? before.name, spec: spec ?? before.spec };
  await query(`UPDATE house_styles SET name = $2, spec = $3, changed_at = now(), pending = 'change' WHERE id = $1`, [
    id,
    after.name,
    JSON.stringify(after.spec),
  ]);
  const through = { id, name: after.name, spec: after.spec, pending: 'change' } as const;
  const charts = await asServer(() => carryThrough(through));
  return { ...after, charts };
}

/** Removes a house style; charts that followed it keep their look. */
export async function removeStyle(who: Who, id: string): Promise<void> {
  await styleFor(who, id, 'own');
  const { name, spec } = await getStyle(who, id);
  await query(`UPDATE house_styles SET pending = 'remove', changed_at = now() WHERE id = $1`, [id]);
  await asServer(() => carryThrough({ id, name, spec, pending: 'remove' }));
}

/** Goes on with what a server that ended left undone. @returns how many styles */
export async function resumeStyles(): Promise<number> {
  const left = await query<PendingStyle & Record<string, unknown>>(
    `SELECT id, name, spec, pending FROM house_styles
      WHERE pending IS NOT NULL AND changed_at < now() - interval '2 minutes'`,
  );
  for (const style of left) await carryThrough(style);
  return left.length;
}
