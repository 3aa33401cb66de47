/** A second factor by app: one-time passwords by time. Source: RFC 6238, with RFC 4226 (HOTP); codes of six digits, 30 s, SHA-1. */
import { randomBytes, randomInt } from 'node:crypto';
import { Secret, TOTP } from 'otpauth';
import { query } from '../db';
import { ApiError, wrongValue } from '../http/problem';
import { attempted } from './attempts';
import { note } from './events';
import type { Person } from './sessions';
import { tokenHash } from './tokens';

const STEP_SECONDS = 30;
/** A code of the step before or after is taken too: clocks differ (RFC 6238, 5.2). */
const WINDOW = 1;
/** RFC 4226, 4, R6: 160 bits. */
const SECRET_BYTES = 20;
const SPARE = 8;

const totpOf = (secret: Uint8Array, email = '') =>
  new TOTP({
    issuer: 'Dendrotax',
    label: email,
    algorithm: 'SHA1',
    digits: 6,
    period: STEP_SECONDS,
    secret: new Secret({ buffer: new Uint8Array(secret).buffer }),
  });

/** The step for which a code is right; null where it is for none near. @param at in milliseconds since 1970 */
export function stepOf(secret: Uint8Array, code: string, at = Date.now()): number | null {
  const delta = totpOf(secret).validate({ token: code.replace(/\s/g, ''), timestamp: at, window: WINDOW });
  return delta === null ? null : Math.floor(at / 1_000 / STEP_SECONDS) + delta;
}

/** Letters and digits that are not taken for each other. */
const LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789';
const spareCode = () =>
  Array.from({ length: 10 }, (_, i) => (i === 5 ? '-' : '') + LETTERS[randomInt(LETTERS.length)]).join('');

/** Begins: a secret that is good once a code of it was given back. @returns what the app is shown */
export async function beginSecondFactor({ account, email }: Person): Promise<{ secret: string; uri: string }> {
  const secret = randomBytes(SECRET_BYTES);
  await query('UPDATE accounts SET totp_next = $2 WHERE id = $1', [account, secret]);
  const totp = totpOf(secret, email);
  return { secret: totp.secret.base32, uri: totp.toString() };
}

const wrongCode = () => wrongValue('code', 'The code is not right; codes change every half a minute.');

/** @returns codes that are good once each, for when the app is lost; told this once */
export async function confirmSecondFactor({ account }: Person, code: string): Promise<readonly string[]> {
  const [row] = await query<{ totp_next: Buffer | null }>('SELECT totp_next FROM accounts WHERE id = $1', [account]);
  if (!row?.totp_next) throw new ApiError(409, 'not-begun', 'Begin anew: there is no secret to confirm.');
  const step = stepOf(row.totp_next, code);
  if (step === null) throw wrongCode();
  const spare = Array.from({ length: SPARE }, spareCode);
  await query(
    'UPDATE accounts SET totp = totp_next, totp_next = NULL, totp_step = $2, spare_codes = $3 WHERE id = $1',
    [account, step, spare.map(tokenHash)],
  );
  await note('second-factor-on', account);
  return spare;
}

/** Whether a code, or a spare one, is right; each is good once (RFC 6238, 5.2). */
export async function isSecondFactor(account: string, code: string): Promise<boolean> {
  const [row] = await query<{ totp: Buffer | null }>('SELECT totp FROM accounts WHERE id = $1', [account]);
  if (!row?.totp) return false;
  const step = stepOf(row.totp, code);
  if (step !== null)
    return (
      (await query('UPDATE accounts SET totp_step = $2 WHERE id = $1 AND totp_step < $2 RETURNING id', [account, step]))
        .length > 0
    );
  const spare = tokenHash(code.trim().toLowerCase());
  const used = await query(
    'UPDATE accounts SET spare_codes = array_remove(spare_codes, $2) WHERE id = $1 AND $2 = ANY (spare_codes) RETURNING id',
    [account, spare],
  );
  return used.length > 0;
}

export async function endSecondFactor({ account }: Person, code: string, caller: string): Promise<void> {
  const attempt = await attempted({ tried: 'code', at: account, caller });
  if (!(await isSecondFactor(account, code))) throw wrongCode();
  await attempt.right();
  await query("UPDATE accounts SET totp = NULL, totp_next = NULL, spare_codes = '{}' WHERE id = $1", [account]);
  await note('second-factor-off', account);
}
