/**
 * Row-level security: what is done in somebody's name is done under a role that the database's policies bind, with who asks
 * said in the transaction. Source: PostgreSQL, 5.9, "Row Security Policies".
 */
import pg, { type ClientBase } from 'pg';

/** The role under which whoever asks reads and writes. */
export const ASKING = 'dendrotax_asking';

/** Who asks, as policies know it. */
export interface Asking {
  /** The account; empty where there is none. */
  readonly account: string;
  /** Shares by link or address that hold for this request. */
  readonly links?: readonly string[] | undefined;
  /** The only charts that a key is for. */
  readonly only?: readonly string[] | undefined;
}

/** Statements after BEGIN; they hold until the transaction ends. */
export function askingSql({ account, links = [], only }: Asking): string {
  const set = (name: string, value: string) => `set_config('dendrotax.${name}', ${pg.escapeLiteral(value)}, true)`;
  // A key for charts that are gone is for none, which is not the same as for all.
  const charts = only && (only.length > 0 ? only.join(',') : '-');
  return `SET LOCAL ROLE ${ASKING}; SELECT ${set('account', account)}, ${set('links', links.join(','))}, ${set('only', charts ?? '')}`;
}

/** What may be done in somebody's name at all, by table; which rows is up to the policies. */
const GRANTS = `
  GRANT USAGE ON SCHEMA public TO ${ASKING};
  GRANT SELECT, INSERT, UPDATE, DELETE ON
    charts, chart_parts, changes, answers, column_roles, house_styles, pictures, openings, shares, remarks, save_points TO ${ASKING};
  GRANT SELECT (id, name, email) ON accounts TO ${ASKING};`;

const LOCK = 7_461_924;

/** That the database's user may not make a role, and none was made for it. */
const noRole = (user: string) =>
  new Error(
    `PEOPLE=on needs a role that binds what people do. As an administrator of the database run: CREATE ROLE ${ASKING} NOLOGIN; GRANT ${ASKING} TO "${user}";`,
  );

/**
 * Sees to it that there is the role, and that it is bound.
 * @param client a connection of its own
 * @throws where there is none, with what to do
 */
export async function letAsk(client: ClientBase): Promise<void> {
  const one = async <T extends Record<string, unknown>>(sql: string) => (await client.query<T>(sql)).rows[0];
  await client.query('SELECT pg_advisory_lock($1)', [LOCK]);
  try {
    const { user } = (await one<{ user: string }>('SELECT current_user AS user'))!;
    const there = () =>
      one<{ member: boolean }>(
        `SELECT pg_has_role(current_user, oid, 'MEMBER') AS member FROM pg_roles WHERE rolname = '${ASKING}'`,
      );
    try {
      // Roles are of all databases together: another may have made it this very moment.
      if (!(await there()))
        await client.query(`CREATE ROLE ${ASKING} NOLOGIN`).catch(async (error: unknown) => {
          if (!(await there())) throw error;
        });
      if (!(await there())?.member) await client.query(`GRANT ${ASKING} TO CURRENT_USER`);
    } catch {
      throw noRole(user);
    }
    await client.query(GRANTS);
    await client.query('BEGIN');
    try {
      await client.query(askingSql({ account: '' }));
      // Nobody sees nothing: where a row is seen, nothing is bound.
      const seen = await one<{ seen: boolean }>(
        "SELECT row_security_active('charts') AND NOT EXISTS (SELECT FROM charts) AS seen",
      );
      if (!seen?.seen)
        throw new Error(`The role ${ASKING} is not bound by row-level security; take BYPASSRLS from it.`);
    } finally {
      await client.query('ROLLBACK');
    }
  } finally {
    await client.query('SELECT pg_advisory_unlock($1)', [LOCK]);
  }
}
