/** What somebody does with their own account. */
import { query } from '../db';
import { ApiError } from '../http/problem';
import { accountBy } from './accounts';
import { attempted } from './attempts';
import { removeAccount } from './leaving';
import { matches } from './passwords';
import type { Person } from './sessions';

export async function changeMe(
  { account }: Person,
  { name, letters }: { readonly name?: string | undefined; readonly letters?: boolean | undefined },
): Promise<void> {
  await query('UPDATE accounts SET name = coalesce($2, name), letters = coalesce($3, letters) WHERE id = $1', [
    account,
    name ?? null,
    letters ?? null,
  ]);
}

export async function wantsLetters(account: string): Promise<boolean> {
  const [row] = await query<{ letters: boolean }>('SELECT letters FROM accounts WHERE id = $1', [account]);
  return row?.letters ?? false;
}

/** Removes one's own account; whoever sits down at a screen that was left open can not. @throws 403, 409, 422, 429 */
export async function leave(
  { account, email }: Person,
  { password, to }: { readonly password: string; readonly to?: string | undefined },
  caller: string,
): Promise<void> {
  const attempt = await attempted({ tried: 'password', at: email, caller, device: account });
  const known = await accountBy(email);
  // Who signs in with a provider has none: their own address is asked for instead.
  const right = known?.password ? await matches(known.password, password, caller) : password === email;
  if (!right) {
    throw new ApiError(403, 'wrong-password', 'The password is not right.', [
      { code: 'wrong-password', message: 'It is not right.', field: 'password' },
    ]);
  }
  await attempt.right();
  await removeAccount(account, to);
}
