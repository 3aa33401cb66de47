/** Requests are strict: a key that a schema does not know is refused, never dropped. */
import type { z } from 'zod';
import { jaroWinkler } from '../../core/list';
import { own } from '../../core/own';

interface Def {
  readonly shape?: Record<string, z.ZodType>;
  readonly element?: z.ZodType;
  readonly valueType?: z.ZodType;
  readonly innerType?: z.ZodType;
  readonly options?: readonly z.ZodType[];
  readonly left?: z.ZodType;
  readonly right?: z.ZodType;
  readonly in?: z.ZodType;
  readonly getter?: () => z.ZodType;
}
const defOf = (schema: z.ZodType) => (schema as unknown as { _zod: { def: Def } })._zod.def;

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** The path to the first key that parsing dropped; undefined where it dropped none. */
function dropped(sent: unknown, parsed: unknown, path: readonly string[] = []): readonly string[] | undefined {
  if (Array.isArray(sent)) {
    if (!Array.isArray(parsed)) return undefined;
    for (const [i, value] of sent.entries()) {
      const found = dropped(value, parsed[i], [...path, String(i)]);
      if (found) return found;
    }
    return undefined;
  }
  if (!isRecord(sent) || !isRecord(parsed)) return undefined;
  for (const [key, value] of Object.entries(sent)) {
    if (value === undefined) continue;
    if (!Object.hasOwn(parsed, key)) return [...path, key];
    const found = dropped(value, own(parsed, key), [...path, key]);
    if (found) return found;
  }
  return undefined;
}

/** The schemas that a schema is made of: of a union each option that the value meets. */
function partsOf(schema: z.ZodType, value: unknown): readonly z.ZodType[] {
  const { options, innerType, left, right, in: first, getter } = defOf(schema);
  const inner = options
    ? options.filter((option) => option.safeParse(value).success)
    : [innerType, left, right, first, getter?.()].filter((one) => one !== undefined);
  return inner.length === 0 ? [schema] : inner.flatMap((one) => partsOf(one, value));
}

/** The keys that are known at a path of a value. */
function keysAt(schema: z.ZodType, value: unknown, path: readonly string[]): readonly string[] {
  const parts = partsOf(schema, value);
  const [key, ...rest] = path;
  if (key === undefined) return [...new Set(parts.flatMap((part) => Object.keys(defOf(part).shape ?? {})))];
  return parts.flatMap((part) => {
    const { shape, element, valueType } = defOf(part);
    const next = own(shape, key) ?? element ?? valueType;
    return next ? keysAt(next, own(value as Record<string, unknown>, key), rest) : [];
  });
}

/** Names that are as alike as this are taken for a slip (Jaro-Winkler, 0 to 1). */
const ALIKE = 0.8;

/** @returns what is wrong with a body that has a key too many: its path, and words; undefined where it has none */
export function unknownKey(
  schema: z.ZodType,
  sent: unknown,
  parsed: unknown,
): { readonly field: string; readonly message: string } | undefined {
  const path = dropped(sent, parsed);
  if (!path) return undefined;
  const key = path.at(-1)!;
  const known = keysAt(schema, sent, path.slice(0, -1));
  const [nearest] = known
    .map((name) => ({ name, like: jaroWinkler(key.toLowerCase(), name.toLowerCase()) }))
    .sort((a, b) => b.like - a.like);
  const hint =
    nearest && nearest.like >= ALIKE
      ? `did you mean "${nearest.name}"?`
      : known.length > 0
        ? `known here: ${known.join(', ')}`
        : 'nothing can be set here';
  return { field: path.join('.'), message: `"${key.slice(0, 60)}" is not known; ${hint}` };
}
