/**
 * Sessions, keys and opened links that were good a moment ago, hashed. The server's door (scripts/lib/gate.mjs) lets those in at
 * once, while those whom nobody knows take turns: it is a hint about who waits, and no right to anything.
 */
import { createHash } from 'node:crypto';

const MOST = 20_000;
const known = () =>
  (globalThis as Record<symbol, unknown>)[Symbol.for('dendrotax.known')] as Map<string, true> | undefined;
const hashOf = (token: string) => createHash('sha256').update(token).digest('base64');

export function noteKnown(token: string): void {
  const all = known();
  if (!all) return;
  const hash = hashOf(token);
  // Seen last stands last.
  all.delete(hash);
  all.set(hash, true);
  if (all.size > MOST) all.delete(all.keys().next().value!);
}
export const forgetKnown = (token: string): void => void known()?.delete(hashOf(token));
