/** Guesses at the cards of learners. */
import { heldUp } from '../people';

/** What is guessed at: the card of a name in a class. */
export const attemptOf = (of: string, name: string): string => `${of} ${name}`;

/** The names in a class whose card was guessed at so often that it has to wait now. */
export async function lockedIn(of: string, names: readonly string[]): Promise<ReadonlySet<string>> {
  const held = await heldUp(
    'card',
    names.map((name) => attemptOf(of, name)),
  );
  return new Set(names.filter((name) => held.has(attemptOf(of, name))));
}
