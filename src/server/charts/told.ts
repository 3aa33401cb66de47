/** What servers tell each other of charts and of who sees them, over the database's NOTIFY. */
import { query } from '../db';

/** Name of the database channel. */
export const CHANNEL = 'chart_changed';

/** Somebody who is at a chart, and where. */
export interface Here {
  /** The window. */
  readonly window: string;
  readonly name: string;
  /** Of the account or the browser: the same one is one colour. */
  readonly of: string;
  /** What they have selected. */
  readonly item: string | null;
  /** They left. */
  readonly left?: true | undefined;
}

/** One thing that is told; at most 8,000 bytes. */
export type Told =
  | { readonly id: string; readonly revision: number }
  /** Who may do what with it has changed. */
  | { readonly id: string; readonly access: true }
  | { readonly id: string; readonly remarks: true }
  /** It is somebody's work on a task, and was handed in, marked or returned; or something of a class has changed. */
  | { readonly id: string; readonly work: true }
  | { readonly id: string; readonly here: Here }
  /** Sessions, keys or groups of an account have changed. */
  | { readonly account: string };

export const told = (what: Told): Promise<unknown> =>
  query('SELECT pg_notify($1, $2)', [CHANNEL, JSON.stringify(what)]);
