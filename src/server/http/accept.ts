import { ApiError } from './problem';

/**
 * The offered media type that an Accept header wants most; the first where it wants any.
 * Source: RFC 9110, section 12.5.1.
 * @throws 406 where it wants none of them
 */
export function negotiate<T extends string>(accept: string | null, offered: readonly T[]): T {
  if (!accept) return offered[0]!;
  const wanted = accept.split(',').map((part) => {
    const [range = '', ...parameters] = part
      .trim()
      .toLowerCase()
      .split(';')
      .map((p) => p.trim());
    const q = parameters.find((p) => p.startsWith('q='));
    return { range, q: q ? Number(q.slice(2)) || 0 : 1 };
  });
  const quality = (type: string) => {
    // The most specific range that covers a type decides.
    for (const range of [type, `${type.split('/')[0]}/*`, '*/*']) {
      const match = wanted.find((w) => w.range === range);
      if (match) return match.q;
    }
    return 0;
  };
  let best: T | undefined;
  let most = 0;
  for (const type of offered) {
    const q = quality(type);
    if (q > most) [best, most] = [type, q];
  }
  if (best === undefined) throw new ApiError(406, 'no-such-format', `This address answers ${offered.join(', ')}.`);
  return best;
}
