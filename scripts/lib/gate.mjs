// Whoever is known goes straight in; all others go through here a few at a time, by turns of their addresses, so that however many
// they are those who work are answered.
import { createHash } from 'node:crypto';

/** Sessions, keys and opened links that were good a moment ago, hashed: the application notes them. */
const known = new Map();
globalThis[Symbol.for('dendrotax.known')] = known;

const hashOf = (token) => createHash('sha256').update(token).digest('base64');
const COOKIES = /(?:^|;\s*)(?:__Host-)?dendrotax(?:-link-[\w.:-]+)?=([^;\s]+)/g;

/** Whether a request comes from somebody whom the application knew a moment ago. */
export function isKnown({ headers }) {
  if (known.size === 0) return false;
  const bearer = /^bearer +(\S+)$/i.exec(headers.authorization ?? '')?.[1];
  if (bearer !== undefined) return known.has(hashOf(bearer));
  for (const [, token] of (headers.cookie ?? '').matchAll(COOKIES)) if (known.has(hashOf(token))) return true;
  return false;
}

/** At the same time; of one address; that wait; of one address. A whole school is one address. */
const LIMITS = { atOnce: 8, ofOne: 4, waiting: 4_000, waitingOfOne: 2_000 };
/** A request that takes longer, such as one that is sent slowly, holds up nobody else. */
const HOLDS_MS = 2_000;

export function gate(limits = LIMITS) {
  /** What waits, by address, in the order of their turns. */
  const waiting = new Map();
  const running = new Map();
  let inside = 0;
  let size = 0;

  function next() {
    while (inside < limits.atOnce) {
      let address;
      for (const one of waiting.keys())
        if ((running.get(one) ?? 0) < limits.ofOne) {
          address = one;
          break;
        }
      if (address === undefined) return;
      const queue = waiting.get(address);
      const begin = queue.shift();
      size--;
      waiting.delete(address);
      if (queue.length > 0) waiting.set(address, queue);
      begin();
    }
  }

  function enter(address, res, work) {
    inside++;
    running.set(address, (running.get(address) ?? 0) + 1);
    let left = false;
    const leave = () => {
      if (left) return;
      left = true;
      clearTimeout(timer);
      inside--;
      const others = running.get(address) - 1;
      if (others > 0) running.set(address, others);
      else running.delete(address);
      next();
    };
    const timer = setTimeout(leave, HOLDS_MS);
    timer.unref();
    res.once('close', leave);
    // Between two of them whoever is known gets their turn.
    setImmediate(work);
  }

  return {
    size: () => size,
    /** @returns whether it is taken: at once, or when its turn comes */
    take(address, res, work) {
      const queue = waiting.get(address) ?? [];
      if (inside < limits.atOnce && (running.get(address) ?? 0) < limits.ofOne && queue.length === 0) {
        enter(address, res, work);
        return true;
      }
      if (size >= limits.waiting || queue.length >= limits.waitingOfOne) return false;
      const begin = () => {
        if (res.destroyed) return setImmediate(next);
        enter(address, res, work);
      };
      queue.push(begin);
      size++;
      waiting.set(address, queue);
      return true;
    },
  };
}
