/** Passwords as they are kept and compared. */
import { hash, verify } from '@node-rs/argon2';
import { dictionary } from '@zxcvbn-ts/language-common';

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

/** In PHC string format. Unicode is brought to one form first (NIST SP 800-63B, 3.1.1.2). */
export const hashed = (password: string): Promise<string> => hash(password.normalize('NFKC'), ARGON);

/** Compared against where nobody has the address: it takes as long as where somebody has. */
let nobody: Promise<string> | undefined;

export async function matches(kept: string | null | undefined, password: string): Promise<boolean> {
  nobody ??= hashed('nobody has this password');
  const right = await verify(kept ?? (await nobody), password.normalize('NFKC')).catch(() => false);
  return right && kept != null;
}
