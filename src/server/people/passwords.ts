/** Passwords as they are kept and compared. */
import { availableParallelism } from 'node:os';
import { hash, verify } from '@node-rs/argon2';
import { dictionary } from '@zxcvbn-ts/language-common';
import { Turns } from './turns';

/** OWASP Password Storage Cheat Sheet: Argon2id with 19 MiB, two passes, one lane. */
const ARGON = { algorithm: 2 /* Argon2id */, memoryCost: 19_456, timeCost: 2, parallelism: 1 };
/** OWASP ASVS 5, 6.2.1 and 6.2.9: at least 8 letters, at least 64 of them taken. */
export const PASSWORD = { least: 8, most: 200 };

const LEAKED: ReadonlySet<string> = new Set(dictionary['passwords-common'] as readonly string[]);

/** Why a password is not taken, in words; undefined where it is. */
export function weakness(password: string, about: readonly string[] = []): string | undefined {
  const letters = [...password].length;
  if (letters < PASSWORD.least)
    return `A password has at least ${PASSWORD.least} letters; a few words make a good one.`;
  if (letters > PASSWORD.most) return `A password has at most ${PASSWORD.most} letters.`;
  const plain = password.toLowerCase();
  if (LEAKED.has(plain)) return 'This password is known from leaks and is tried first by others; take another.';
  if (about.some((word) => word !== '' && plain === word.toLowerCase()))
    return 'A password is not the name or the e-mail address that it is for.';
  return undefined;
}

/** Each takes a core for some 25 ms: one core stays for those who are signed in. As many may wait as a school has in a minute. */
const turns = new Turns(Math.max(1, availableParallelism() - 1), { most: 300, ofOne: 100 });

/**
 * In PHC string format. Unicode is brought to one form first (NIST SP 800-63B, 3.1.1.2).
 * @param caller where it comes from, for taking turns
 */
export const hashed = (password: string, caller = ''): Promise<string> =>
  turns.take(caller, () => hash(password.normalize('NFKC'), ARGON));

/** Compared against where nobody has the address: it takes as long as where somebody has. */
let nobody: Promise<string> | undefined;

/** @param caller where it comes from, for taking turns. @throws 429 where too many wait */
export async function matches(kept: string | null | undefined, password: string, caller = ''): Promise<boolean> {
  nobody ??= hash('nobody has this password', ARGON);
  const like = kept ?? (await nobody);
  const right = await turns.take(caller, () => verify(like, password.normalize('NFKC')).catch(() => false));
  return right && kept != null;
}
