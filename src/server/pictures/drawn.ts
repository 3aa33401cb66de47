/**
 * What is published is drawn once: kept in memory and in the database by all that it follows from, and readers who come at the
 * same moment wait for the same drawing.
 */
import { createHash } from 'node:crypto';
import { asServer, outside, query } from '../db';
import { log } from '../log';
import { asResponse, type KeptPicture, keep, keptPicture } from './kept';

export interface Drawing {
  readonly chart: string;
  readonly revision: number;
  /** Says all that it follows from beside the chart and its address; a drawing that has another is of a later revision. */
  readonly etag: string;
  /** Where it is published, and the name of this server. */
  readonly at: readonly string[];
}

/** Larger files are drawn anew for each reader. */
const MAX_BYTES = 4_000_000;
/** All that is kept in the database. */
const MAX_STORED = 256_000_000;
const DAYS = 7;

const drawing = new Map<string, Promise<KeptPicture | Response>>();

const stored = async (chart: string, key: string): Promise<KeptPicture | undefined> => {
  const [row] = await asServer(() =>
    query<{ headers: [string, string][]; body: Buffer }>(
      'SELECT headers, body FROM drawn WHERE chart = $1 AND key = $2',
      [chart, key],
    ),
  );
  return row;
};

/** What was drawn of earlier revisions is asked for no more. That it can't be kept is no hindrance to anybody. */
const store = (chart: string, key: string, revision: number, { headers, body }: KeptPicture): Promise<unknown> =>
  outside(async () => {
    await query('DELETE FROM drawn WHERE chart = $1 AND revision < $2', [chart, revision]);
    await query(
      'INSERT INTO drawn (chart, key, revision, headers, body) VALUES ($1, $2, $3, $4, $5) ON CONFLICT DO NOTHING',
      [chart, key, revision, JSON.stringify(headers), Buffer.from(body)],
    );
  }).catch((error: Error) => log().warn({ chart, error: error.message }, 'a published picture was not kept'));

async function made(of: Drawing, key: string, draw: () => Promise<Response>): Promise<KeptPicture | Response> {
  const known = await stored(of.chart, key);
  if (known) {
    keep(key, known);
    return known;
  }
  const response = await draw();
  const body = new Uint8Array(await response.arrayBuffer());
  const picture = { body, headers: [...response.headers] };
  const whole = response.status === 200 && response.headers.get('etag') === of.etag;
  if (!whole || body.length > MAX_BYTES) return new Response(body, response);
  keep(key, picture);
  void store(of.chart, key, of.revision, picture);
  return picture;
}

/** @param draw draws it; asked once, however many readers come at the same moment */
export async function drawnOnce(of: Drawing, draw: () => Promise<Response>): Promise<Response> {
  const key = createHash('sha256')
    .update([of.chart, of.etag, ...of.at].join('\n'))
    .digest('base64url');
  const known = keptPicture(key);
  if (known) return asResponse(known);
  let work = drawing.get(key);
  if (!work) {
    work = made(of, key, draw).finally(() => drawing.delete(key));
    drawing.set(key, work);
  }
  const done = await work;
  return done instanceof Response ? done.clone() : asResponse(done);
}

/** Takes away what nobody asked to be drawn for long, and the oldest where it is much. */
export async function sweepDrawn(): Promise<void> {
  await query(`DELETE FROM drawn WHERE made_at < now() - interval '${DAYS} days'`);
  await query(
    `DELETE FROM drawn d USING (
       SELECT chart, key, sum(octet_length(body)) OVER (ORDER BY made_at DESC, chart, key) AS so_far FROM drawn) o
      WHERE o.chart = d.chart AND o.key = d.key AND o.so_far > ${MAX_STORED}`,
  );
}
