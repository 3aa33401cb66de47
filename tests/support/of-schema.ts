/** Random values that meet a Zod schema, made from the schema itself: whatever it lets through is tried. */
import fc from 'fast-check';
import type { z } from 'zod';

interface Def {
  readonly type: string;
  readonly shape?: Record<string, z.ZodType>;
  readonly element?: z.ZodType;
  readonly keyType?: z.ZodType;
  readonly valueType?: z.ZodType;
  readonly innerType?: z.ZodType;
  readonly options?: readonly z.ZodType[];
  readonly items?: readonly z.ZodType[];
  readonly entries?: Record<string, string | number>;
  readonly values?: readonly unknown[];
  readonly in?: z.ZodType;
  readonly getter?: () => z.ZodType;
  readonly checks?: readonly { readonly _zod: { readonly def: Record<string, unknown> } }[];
}

export interface Known {
  /** Values for certain schemas, such as ids that are there. */
  readonly of: ReadonlyMap<z.ZodType, fc.Arbitrary<unknown>>;
  readonly most?: number;
}

/** Text with letters that often go wrong. */
const letters = fc.constantFrom('a', 'B', ' ', '0', 'é', '漢', '🙂', '-', '"', '<', '\n', 'ا', '\u200d');

function text(def: Def): fc.Arbitrary<string> {
  const checks = (def.checks ?? []).map(({ _zod }) => _zod.def);
  const pattern = checks.find(({ format }) => format === 'regex')?.['pattern'] as RegExp | undefined;
  if (pattern) return fc.stringMatching(pattern);
  const number = (name: string) => checks.find(({ check }) => check === name);
  const least = Number(number('min_length')?.['minimum'] ?? 0);
  const most = Math.min(Number(number('max_length')?.['maximum'] ?? 12), Math.max(12, least));
  return fc.string({ unit: letters, minLength: least, maxLength: most });
}

function numbers(def: Def): fc.Arbitrary<number> {
  const checks = (def.checks ?? []).map(({ _zod }) => _zod.def);
  const bound = (name: string, initial: number) =>
    Number(checks.find(({ check }) => check === name)?.['value'] ?? initial);
  const [min, max] = [bound('greater_than', -1_000), bound('less_than', 1_000)];
  const whole = checks.some(({ format }) => format === 'safeint');
  return whole
    ? fc.oneof(fc.integer({ min, max }), fc.constantFrom(min, max))
    : fc.oneof(fc.double({ min, max, noNaN: true }), fc.constantFrom(min, max));
}

/** @param known what stands in for some schemas */
export function ofSchema(schema: z.ZodType, known: Known): fc.Arbitrary<unknown> {
  const given = known.of.get(schema);
  if (given) return given;
  const most = known.most ?? 3;
  const def = (schema as unknown as { _zod: { def: Def } })._zod.def;
  const of = (one: z.ZodType) => ofSchema(one, known);
  const made = (): fc.Arbitrary<unknown> => {
    switch (def.type) {
      case 'string':
        return text(def);
      case 'number':
        return numbers(def);
      case 'boolean':
        return fc.boolean();
      case 'null':
        return fc.constant(null);
      case 'literal':
        return fc.constantFrom(...def.values!);
      case 'enum':
        return fc.constantFrom(...Object.values(def.entries!));
      case 'nullable':
        return fc.oneof(fc.constant(null), of(def.innerType!));
      case 'optional':
      case 'default':
      case 'readonly':
        return of(def.innerType!);
      case 'array':
        return fc.array(of(def.element!), { minLength: 1, maxLength: most });
      case 'tuple':
        return fc.tuple(...def.items!.map(of));
      case 'record':
        return fc.dictionary(of(def.keyType!) as fc.Arbitrary<string>, of(def.valueType!), { maxKeys: most });
      case 'union':
        return fc.oneof(...def.options!.map(of));
      case 'object': {
        const entries = Object.entries(def.shape!);
        const required = entries
          .filter(([, own]) => (own as unknown as { _zod: { optin?: string } })._zod.optin !== 'optional')
          .map(([key]) => key);
        return fc.record(Object.fromEntries(entries.map(([key, own]) => [key, of(own)])), { requiredKeys: required });
      }
      case 'pipe':
        return of(def.in!);
      case 'lazy':
        return of(def.getter!());
      default:
        throw new Error(`no way to make a value of the schema type "${def.type}"`);
    }
  };
  // What a refinement refuses, such as a date that is none, is not tried.
  return made().filter((value) => schema.safeParse(value).success);
}
