/** What is cleared away now and then, by whichever server comes to it. */
import { listening } from './charts/events';
import { demoClass } from './classes/demo';
import { query } from './db';
import { resumeStyles } from './house-styles';
import { sweepVisits } from './links';
import { log } from './log';
import { foldLetters } from './moments';
import { firstLink, sendLetters, sweepAttempts, sweepDevices, sweepEvents, sweepSessions, tellRemarks } from './people';
import { sweepDrawn } from './pictures/drawn';
import { settings } from './settings.mjs';
import { adoptDue } from './trials';

/** Days for which an answer to an Idempotency-Key is kept. */
const ANSWER_DAYS = 7;
/** So many at once, so that nobody waits for it. */
const AT_ONCE = 2_000;
const SOON_MS = 5_000;
const EVERY_MS = 10 * 60 * 1_000;

/** Clears away answers that are too old. @returns how many */
export async function clearAnswers(): Promise<number> {
  let cleared = 0;
  for (;;) {
    const gone = await query(
      `DELETE FROM answers WHERE ctid IN
         (SELECT ctid FROM answers WHERE at < now() - make_interval(days => $1) LIMIT $2 FOR UPDATE SKIP LOCKED)
       RETURNING 1`,
      [ANSWER_DAYS, AT_ONCE],
    );
    cleared += gone.length;
    if (gone.length < AT_ONCE) return cleared;
  }
}

/** What is done now and then; one that fails is no hindrance to the others, and is tried again the next time. */
const CHORES = [
  clearAnswers,
  resumeStyles,
  sweepSessions,
  sweepAttempts,
  sweepDevices,
  sweepVisits,
  sweepDrawn,
  sweepEvents,
  tellRemarks,
  sendLetters,
  adoptDue,
  foldLetters,
];

/** Where people have accounts and nobody has one yet: says by which link the first signs up. */
async function sayFirst(): Promise<void> {
  const { people, address } = settings();
  const link = people ? await firstLink(address) : undefined;
  if (link) log().warn({ link }, 'nobody can sign in yet: the first administrator signs up by this link, once');
}

let begun = false;

/** Begins with it, once in a process. What fails is tried again the next time. */
export function beginChores(): void {
  if (begun) return;
  begun = true;
  const work = async () => {
    for (const chore of CHORES) await chore().catch(() => undefined);
  };
  if (settings().people) void listening().catch(() => undefined);
  // Soon after the start as well: a server that ended may have left something undone.
  void sayFirst().catch((error: Error) => log().error({ error: error.message }, 'no link for the first administrator'));
  void demoClass().catch((error: Error) => log().error({ error: error.message }, 'no demo class'));
  setTimeout(() => void work(), SOON_MS).unref();
  setInterval(() => void work(), EVERY_MS).unref();
}
