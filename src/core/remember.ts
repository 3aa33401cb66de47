/**
 * What is worked out of a value is remembered as long as the value lives. Chart values never change, so that nothing
 * remembered can be out of date.
 */
export function remembered<A extends object, V>(work: (a: A) => V): (a: A) => V {
  const known = new WeakMap<A, { readonly value: V }>();
  return (a) => {
    const found = known.get(a);
    if (found) return found.value;
    const value = work(a);
    known.set(a, { value });
    return value;
  };
}

/** The same for what is worked out of two values. */
export function rememberedPair<A extends object, B extends object, V>(work: (a: A, b: B) => V): (a: A, b: B) => V {
  const of = remembered((a: A) => remembered((b: B) => work(a, b)));
  return (a, b) => of(a)(b);
}

/**
 * The same for what is worked out of words. Words can't be watched, so what is remembered stays as long as the function.
 * @param most entries kept; once there are more all are forgotten. Needed where the function outlives one step.
 */
export function rememberedText<V>(work: (text: string) => V, most = Number.POSITIVE_INFINITY): (text: string) => V {
  const known = new Map<string, V>();
  return (text) => {
    const found = known.get(text);
    if (found !== undefined || known.has(text)) return found as V;
    const value = work(text);
    if (known.size >= most) known.clear();
    known.set(text, value);
    return value;
  };
}

/** What takes no value is worked out when it is first asked for. */
export function once<T>(work: () => T): () => T {
  let made: { readonly value: T } | undefined;
  return () => {
    made ??= { value: work() };
    return made.value;
  };
}
