/** Sharing: rows of `shares`, for a chart, a folder of charts, or a house style. */

import { atLeast, type May, mayOf, rankOf } from '../../core/may';
import { told } from '../charts/told';
import { asServer, query } from '../db';
import { ApiError, wrongValue } from '../http/problem';
import { newId } from '../ids';
import { hashed, newToken, tokenHash } from '../people';
import { settings } from '../settings.mjs';
import type { Who } from '../who';
import { bySession, chartFor, styleFor } from './access';

/** What is shared: one of these by its id, or a folder by its name. */
export type Target = { readonly chart: string } | { readonly folder: string } | { readonly style: string };

/** With whom, as it is asked for: an e-mail address or the name of a group; everybody here; a link; a published page. */
export interface AskedShare {
  readonly who?: string | undefined;
  readonly everybody?: true | undefined;
  readonly link?: true | undefined;
  readonly page?: true | undefined;
  /** Of a page: the one view of the chart that it shows. */
  readonly view?: string | undefined;
  readonly may: May;
  readonly without?: readonly string[] | undefined;
  /** Of links: the moment they end (ISO 8601). */
  readonly until?: string | null | undefined;
  readonly password?: string | null | undefined;
  /** Of pages: search machines may list it. */
  readonly listed?: boolean | undefined;
}

export interface Share {
  readonly id: string;
  readonly with:
    | { readonly person: string; readonly name: string; readonly email: string }
    | { readonly group: string; readonly name: string }
    | { readonly everybody: true }
    | { readonly link: true }
    | { readonly page: string };
  readonly may: May;
  /** Of a page: the view that it shows; null: the chart. */
  readonly view: string | null;
  readonly without: readonly string[];
  readonly until: string | null;
  readonly password: boolean;
  readonly used: number;
  readonly usedAt: string | null;
  readonly listed: boolean;
}

const alone = () => new ApiError(404, 'not-found', 'There is nobody to share with: whoever reaches this is alone.');
const gone = () => new ApiError(404, 'not-found', 'There is no such share; it may have been taken back.');

interface Place {
  readonly column: 'chart' | 'folder' | 'style';
  readonly value: string;
  /** Whose it is. */
  readonly owner: string;
}

/** @throws 404, 403 for those whose it is not */
async function placeOf(who: Who, target: Target): Promise<Place> {
  if (!settings().people) throw alone();
  if ('chart' in target) {
    const { owner } = await chartFor(who, target.chart, 'own');
    return { column: 'chart', value: target.chart, owner };
  }
  if ('style' in target) {
    const { owner } = await styleFor(who, target.style, 'own');
    return { column: 'style', value: target.style, owner };
  }
  bySession(who);
  return { column: 'folder', value: target.folder, owner: who.account };
}

/** Whoever sees any of it is asked again at once: what is taken back ends what is open. */
async function toldOf({ column, value, owner }: Place): Promise<void> {
  if (column === 'style') return;
  const charts =
    column === 'chart'
      ? [value]
      : (await query<{ id: string }>('SELECT id FROM charts WHERE owner = $1 AND folder = $2', [owner, value])).map(
          ({ id }) => id,
        );
  for (const id of charts) await told({ id, access: true });
}

interface Row extends Omit<Share, 'with' | 'may'> {
  readonly may: number;
  readonly account: string | null;
  readonly name: string | null;
  readonly email: string | null;
  readonly group: string | null;
  readonly groupName: string | null;
  readonly everybody: boolean;
  readonly address: string | null;
}

function cardOf({ account, name, email, group, groupName, everybody, address, may, ...rest }: Row): Share {
  const who: Share['with'] =
    account !== null
      ? { person: account, name: name ?? '', email: email ?? '' }
      : group !== null
        ? { group, name: groupName ?? '' }
        : everybody
          ? { everybody }
          : address !== null
            ? { page: `/published/${address}` }
            : { link: true };
  return { ...rest, with: who, may: mayOf(may) };
}

/** @throws 404, 403 for those whose it is not */
export async function listShares(who: Who, target: Target): Promise<Share[]> {
  const { column, value, owner } = await placeOf(who, target);
  // Names of groups are no table of those who ask.
  const ids = (
    await query<{ id: string }>(`SELECT id FROM shares WHERE ${column} = $1 AND owner = $2`, [value, owner])
  ).map(({ id }) => id);
  const rows = await asServer(() =>
    query<Row & Record<string, unknown>>(
      `SELECT s.id, s.may, s.view, s.without, s.account, a.name, a.email, s."group", g.name AS "groupName", s.everybody, s.address,
              s.ends_at AS until, s.password IS NOT NULL AS password, s.used, s.used_at AS "usedAt", s.listed
         FROM shares s LEFT JOIN accounts a ON a.id = s.account LEFT JOIN groups g ON g.id = s."group"
        WHERE s.id = ANY ($1) AND s.class IS NULL AND a.class IS NULL
        ORDER BY s.everybody DESC, s.account IS NULL, s."group" IS NULL, lower(coalesce(a.name, g.name)), s.made_at, s.id`,
      [ids],
    ),
  );
  return rows.map(cardOf);
}

async function withWhom(name: string, owner: string): Promise<{ account: string } | { group: string }> {
  return asServer(async () => {
    const [person] = await query<{ id: string }>('SELECT id FROM accounts WHERE lower(email) = lower($1)', [name]);
    if (person?.id === owner) throw wrongValue('who', 'It is theirs already.');
    if (person) return { account: person.id };
    const [group] = await query<{ id: string }>('SELECT id FROM groups WHERE lower(name) = lower($1)', [name]);
    if (group) return { group: group.id };
    throw wrongValue('who', `Nobody here has the e-mail address "${name}", and no group this name.`);
  });
}

const endOf = (until: string | null | undefined): string | null => {
  if (until === null || until === undefined) return null;
  if (Date.parse(until) > Date.now()) return until;
  throw wrongValue('until', 'A link ends in the future.');
};

/** @returns the share, and for a link its address, which is told this once */
export async function addShare(who: Who, target: Target, asked: AskedShare): Promise<Share & { url?: string }> {
  const place = await placeOf(who, target);
  const { column, value, owner } = place;
  const open = asked.link || asked.page;
  const named = [asked.who, asked.everybody, asked.link, asked.page].filter((one) => one !== undefined);
  if (named.length !== 1) throw wrongValue('who', 'Say with whom, as one of "who", "everybody", "link" or "page".');
  if (open && column !== 'chart') throw wrongValue('link', 'Links and pages are of charts.');
  if (open && !atLeast(asked.page ? 'look' : 'remark', asked.may))
    throw wrongValue('may', asked.page ? 'A published page is looked at.' : 'A link lets look or remark.');
  if (asked.everybody && asked.may === 'own') throw wrongValue('may', 'Not everybody owns what is shared.');
  const whom = asked.who === undefined ? {} : await withWhom(asked.who, owner);
  const token = asked.link && newToken();
  const row: Readonly<Record<string, unknown>> = {
    id: newId(),
    owner,
    [column]: value,
    ...whom,
    everybody: asked.everybody === true,
    token: token ? tokenHash(token) : null,
    address: asked.page ? newToken().slice(0, 22) : null,
    view: asked.page ? (asked.view ?? null) : null,
    may: rankOf(asked.may),
    without: asked.without ?? [],
    ends_at: asked.link ? endOf(asked.until) : null,
    password: asked.link && asked.password ? await hashed(asked.password) : null,
    listed: asked.listed === true,
    made_by: who.account,
  };
  // With the same ones it is shared once: the later word holds. A chart has one page, and each view of it one.
  const same = asked.page
    ? 'address IS NOT NULL AND view IS NOT DISTINCT FROM $3'
    : asked.everybody
      ? 'everybody'
      : 'account' in whom
        ? 'account = $3'
        : 'group' in whom
          ? '"group" = $3'
          : undefined;
  const known =
    same &&
    (
      await query<{ id: string }>(`SELECT id FROM shares WHERE ${column} = $1 AND owner = $2 AND ${same}`, [
        value,
        owner,
        ...(asked.page ? [asked.view ?? null] : Object.values(whom)),
      ])
    )[0];
  const id = known ? known.id : String(row['id']);
  if (known)
    await query('UPDATE shares SET may = $2, without = $3, listed = $4 WHERE id = $1', [
      id,
      row['may'],
      row['without'],
      row['listed'],
    ]);
  else {
    const names = Object.keys(row);
    await query(
      `INSERT INTO shares (${names.map((name) => `"${name}"`).join(', ')}) VALUES (${names.map((_, i) => `$${i + 1}`).join(', ')})`,
      Object.values(row),
    );
  }
  await toldOf(place);
  const share = (await listShares(who, target)).find((one) => one.id === id)!;
  return token ? { ...share, url: `/link/${token}` } : share;
}

/** @throws 404 where there is no such share of it */
export async function changeShare(
  who: Who,
  target: Target,
  id: string,
  asked: Omit<AskedShare, 'who' | 'everybody' | 'link' | 'page' | 'view' | 'may'> & { readonly may?: May | undefined },
): Promise<Share> {
  const place = await placeOf(who, target);
  const before = (await listShares(who, target)).find((one) => one.id === id);
  if (!before) throw gone();
  const most: May =
    'page' in before.with ? 'look' : 'link' in before.with ? 'remark' : 'everybody' in before.with ? 'edit' : 'own';
  if (asked.may && !atLeast(most, asked.may)) throw wrongValue('may', `Here it is "${most}" at the most.`);
  const isLink = 'link' in before.with;
  await query(
    `UPDATE shares SET may = $2, without = $3, listed = $4, ends_at = CASE WHEN $5 THEN $6 ELSE ends_at END,
            password = CASE WHEN $7 THEN $8 ELSE password END WHERE id = $1`,
    [
      id,
      rankOf(asked.may ?? before.may),
      asked.without ?? before.without,
      asked.listed ?? before.listed,
      isLink && asked.until !== undefined,
      endOf(asked.until),
      isLink && asked.password !== undefined,
      asked.password ? await hashed(asked.password) : null,
    ],
  );
  // Another password: whoever opened it with the one before is asked again.
  if (isLink && asked.password !== undefined) await asServer(() => query('DELETE FROM visits WHERE share = $1', [id]));
  await toldOf(place);
  return (await listShares(who, target)).find((one) => one.id === id)!;
}

/** Takes a share back: at once, everywhere. @throws 404 where there is no such share of it */
export async function endShare(who: Who, target: Target, id: string): Promise<void> {
  const place = await placeOf(who, target);
  const { column, value, owner } = place;
  const ended = await query(`DELETE FROM shares WHERE id = $1 AND ${column} = $2 AND owner = $3 RETURNING id`, [
    id,
    value,
    owner,
  ]);
  if (ended.length === 0) throw gone();
  await toldOf(place);
}
