/** A value without keys that are present but undefined. */
export const definedOf = <T extends object>(value: T) =>
  Object.fromEntries(Object.entries(value).filter(([, of]) => of !== undefined)) as {
    [K in keyof T]?: Exclude<T[K], undefined>;
  };
