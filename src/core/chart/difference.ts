/** What leads from one value of a chart to another, whatever lies between them. */
import equal from 'fast-deep-equal';
import type { Change } from './changes';
import type { Chart } from './model';
import { PARTS, type Part, storedOf } from './parts';

/** What only says what a chart is, and is never brought from one into another. */
const OWN: ReadonlySet<string> = new Set(['version', 'trial']);

/**
 * The change that makes the one chart the other: `apply(a, differenceOf(a, b))` gives `b`, but for what it is called as a
 * trial. Undefined where they are the same.
 */
export function differenceOf(a: Chart, b: Chart): Change | undefined {
  const [from, to] = [storedOf(a), storedOf(b)];
  const settings: Record<string, unknown> = {};
  for (const key of new Set([...Object.keys(from.settings), ...Object.keys(to.settings)]))
    if (!OWN.has(key) && !equal(from.settings[key], to.settings[key])) settings[key] = to.settings[key] ?? null;
  const put: Partial<Record<Part, Record<string, unknown>>> = {};
  const gone: Partial<Record<Part, string[]>> = {};
  for (const part of PARTS) {
    const [was, is] = [from.parts[part] ?? {}, to.parts[part] ?? {}];
    if (was === is) continue;
    const fresh = Object.entries(is).filter(([id, own]) => was[id] !== own && !equal(was[id], own));
    const left = Object.keys(was).filter((id) => !Object.hasOwn(is, id));
    if (fresh.length > 0) put[part] = Object.fromEntries(fresh);
    if (left.length > 0) gone[part] = left;
  }
  const nothing = [settings, put, gone].every((record) => Object.keys(record).length === 0);
  return nothing ? undefined : ({ type: 'set-entries', settings, put, gone } as Change);
}
