/** Letters to people by e-mail: written into the database with what they are about, sent soon after, tried again. */
import nodemailer, { type Transporter } from 'nodemailer';
import { query } from '../db';
import { log } from '../log';
import { settings } from '../settings.mjs';

export interface Letter {
  readonly to: string;
  readonly subject: string;
  readonly words: string;
}

/** Letters are tried again after longer and longer waits, in minutes; then they are left. */
const WAITS = [1, 5, 30, 120, 720];
const AT_ONCE = 50;
/** Letters are kept for so many days, sent or not. */
const KEPT_DAYS = 30;

let transporter: Transporter | undefined;
function sender(): Transporter | undefined {
  const { smtp } = settings();
  if (smtp) transporter ??= nodemailer.createTransport(smtp, { from: settings().mailFrom });
  return transporter;
}

/** Writes a letter; part of whatever transaction this is. */
export async function write({ to, subject, words }: Letter): Promise<void> {
  // A line break in a subject would begin another header; nodemailer folds them too.
  await query('INSERT INTO letters (to_email, subject, words) VALUES ($1, $2, $3)', [
    to,
    subject.replace(/[\r\n]+/g, ' ').slice(0, 200),
    words,
  ]);
  if (sender()) setTimeout(() => void sendLetters().catch(() => undefined), 50).unref();
}

/** Sends what is due. Several servers may do so at once: each letter is taken by one. @returns how many were sent */
export async function sendLetters(): Promise<number> {
  const by = sender();
  if (!by) return 0;
  // Taken by putting off when it is due next: one that is cut off on the way is tried again.
  const due = await query<{ id: string; to_email: string; subject: string; words: string; tries: number }>(
    `UPDATE letters SET due_at = now() + interval '2 minutes', tries = tries + 1
      WHERE id IN (SELECT id FROM letters WHERE sent_at IS NULL AND due_at <= now() AND tries <= ${WAITS.length}
                    ORDER BY due_at LIMIT ${AT_ONCE} FOR UPDATE SKIP LOCKED)
      RETURNING id, to_email, subject, words, tries`,
  );
  let sent = 0;
  for (const { id, to_email: to, subject, words: text, tries } of due)
    try {
      await by.sendMail({ to, subject, text });
      await query('UPDATE letters SET sent_at = now(), failed = NULL WHERE id = $1', [id]);
      sent++;
    } catch (error) {
      const wait = WAITS[Math.min(tries, WAITS.length) - 1]!;
      await query('UPDATE letters SET failed = $2, due_at = now() + make_interval(mins => $3) WHERE id = $1', [
        id,
        String((error as Error).message).slice(0, 300),
        wait,
      ]);
      log().warn({ error: (error as Error).message, letter: id }, 'a letter could not be sent');
    }
  await query(`DELETE FROM letters WHERE made_at < now() - make_interval(days => ${KEPT_DAYS})`);
  return sent;
}

export interface KeptLetter {
  readonly id: string;
  readonly to: string;
  readonly subject: string;
  readonly words: string;
  readonly at: string;
  readonly sentAt: string | null;
  readonly failed: string | null;
}

/** The last letters. What was sent holds links that are good once: of those the words are not shown. */
export const lastLetters = (): Promise<KeptLetter[]> =>
  query<KeptLetter & Record<string, unknown>>(
    `SELECT id::text, to_email AS to, subject, CASE WHEN $1 THEN words ELSE '' END AS words, made_at AS at,
            sent_at AS "sentAt", failed
       FROM letters ORDER BY id DESC LIMIT 100`,
    [!settings().smtp],
  );
