/**
 * Links to a chart: good without an account, to look or remark. Whoever opens one is given a cookie of its own for that chart,
 * so that the link itself is sent no more, and its password once.
 */
import { createHash } from 'node:crypto';
import { asServer, query } from './db';
import { isSecure } from './doors';
import { ApiError } from './http/problem';
import { noteKnown } from './known';
import { attempted, matches, newToken, tokenHash } from './people';

const PREFIX = 'dendrotax-link-';
/** RFC 6265bis, 4.1.3. */
const prefix = (): string => (isSecure() ? `__Host-${PREFIX}` : PREFIX);
/** What a browser that opened a link holds is good for so many days. */
const VISIT_DAYS = 90;
/** Links of one browser that count. */
const MOST = 30;
const GOOD = '(s.ends_at IS NULL OR s.ends_at > now())';

/** What a browser holds of links it opened. */
function visitsIn(header: string | null): string[] {
  return (header ?? '').split(';').flatMap((part) => {
    const at = part.indexOf('=');
    return at > 0 && part.slice(0, at).trim().startsWith(prefix()) ? [part.slice(at + 1).trim()] : [];
  });
}

/** Shares by link that hold for a request. */
export async function linksIn(request: Request): Promise<{ links: readonly string[]; visit: string }> {
  const tokens = visitsIn(request.headers.get('cookie')).slice(-MOST);
  if (tokens.length === 0) return { links: [], visit: '' };
  const rows = await query<{ id: string }>(
    `SELECT s.id FROM visits v JOIN shares s ON s.id = v.share WHERE v.token = ANY ($1) AND ${GOOD}`,
    [tokens.map(tokenHash)],
  );
  if (rows.length > 0) for (const token of tokens) noteKnown(token);
  // All that one browser holds stands for it, in whatever order it sends them.
  const visit = createHash('sha256').update(tokens[0]!).digest('hex');
  return { links: rows.map(({ id }) => id), visit };
}

const ended = () => new ApiError(404, 'link-ended', 'This link is not good, or not any more; ask for another.');

interface Link {
  readonly id: string;
  readonly chart: string;
  readonly password: string | null;
}

async function linkOf(token: string): Promise<Link> {
  const [link] = await query<Link & Record<string, unknown>>(
    `SELECT s.id, s.chart, s.password FROM shares s JOIN charts c ON c.id = s.chart
      WHERE s.token = $1 AND ${GOOD} AND c.binned_at IS NULL`,
    [tokenHash(token)],
  );
  if (!link) throw ended();
  return link;
}

/** Whether a link is good, and asks for a password. @throws 404 */
export const linkAsks = (token: string): Promise<boolean> =>
  asServer(async () => (await linkOf(token)).password !== null);

/**
 * Opens a link.
 * @returns the chart, and the cookie that the browser is to hold
 * @throws 404 where it is not good; 403 for a wrong password, 429 for many
 */
export function openLink(token: string, password: string | undefined, caller: string) {
  return asServer(async (): Promise<{ chart: string; cookie: string }> => {
    const { id, chart, password: kept } = await linkOf(token);
    if (kept !== null) {
      const wrong = () =>
        new ApiError(403, 'wrong-password', 'The password of this link is not right.', [
          { code: 'wrong-password', message: 'It is not right.', field: 'password' },
        ]);
      if (password === undefined) throw wrong();
      const attempt = await attempted({ tried: 'link', at: id, caller });
      if (!(await matches(kept, password, caller))) throw wrong();
      await attempt.right();
    }
    const visit = newToken();
    await query('INSERT INTO visits (token, share) VALUES ($1, $2)', [tokenHash(visit), id]);
    await query('UPDATE shares SET used = used + 1, used_at = now() WHERE id = $1', [id]);
    const secure = isSecure() ? '; Secure' : '';
    const cookie = `${prefix()}${id}=${visit}; Path=/; HttpOnly; SameSite=Lax; Max-Age=${VISIT_DAYS * 86_400}${secure}`;
    return { chart, cookie };
  });
}

/** The chart of a published page, and the share it is seen by. @throws 404 */
export async function published(
  address: string,
): Promise<{ id: string; chart: string; view: string | null; listed: boolean }> {
  const [row] = await asServer(() =>
    query<{ id: string; chart: string; view: string | null; listed: boolean }>(
      `SELECT s.id, s.chart, s.view, s.listed FROM shares s JOIN charts c ON c.id = s.chart
        WHERE s.address = $1 AND c.binned_at IS NULL`,
      [address],
    ),
  );
  if (!row) throw new ApiError(404, 'not-found', 'There is no such page; it may have been taken back.');
  return row;
}

/** Takes away what browsers hold no more. */
export const sweepVisits = (): Promise<unknown> =>
  query('DELETE FROM visits WHERE made_at < now() - make_interval(days => $1)', [VISIT_DAYS]);
