import type { Family } from './family';

/** Everybody a person comes from, by birth or otherwise. */
export function ancestorsOf({ originsOf }: Family, id: string): Set<string> {
  const found = new Set<string>();
  const open = [id];
  for (const at of open)
    for (const { couple } of originsOf.get(at) ?? [])
      for (const parent of couple.partners)
        if (!found.has(parent)) {
          found.add(parent);
          open.push(parent);
        }
  return found;
}

/** Everybody who comes from a person. */
export function descendantsOf({ couplesOf }: Family, id: string): Set<string> {
  const found = new Set<string>();
  const open = [id];
  for (const at of open)
    for (const { children } of couplesOf.get(at) ?? [])
      for (const child of children)
        if (!found.has(child.id)) {
          found.add(child.id);
          open.push(child.id);
        }
  return found;
}
