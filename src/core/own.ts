/** An entry of a record by a key from outside: what every object has, such as `constructor`, is no entry of it. */
export const own = <T>(record: Readonly<Record<string, T>> | null | undefined, key: string): T | undefined =>
  record && Object.hasOwn(record, key) ? record[key] : undefined;
