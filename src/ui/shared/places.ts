/** What a screen reader says of items: their place, tier, and what leads to them. */
import type { Scene } from '../../core/scene';
import type { Place } from './SceneView';

/** The sentences that are made of it. */
export interface PlaceWords {
  readonly relation: (says: string, other: string) => string;
  readonly tier: (tier: number) => string;
}

/** Place of each item among those with the same parent, for a screen reader. */
export function placesOf(scene: Scene | undefined, words: PlaceWords): Map<string, Place> {
  const groups = new Map<string | null, string[]>();
  for (const { id, parent } of scene?.items ?? []) {
    if (groups.has(parent)) groups.get(parent)!.push(id);
    else groups.set(parent, [id]);
  }
  const byId = new Map((scene?.items ?? []).map((item) => [item.id, item]));
  const tierNames = new Map((scene?.bands ?? []).map(({ tier, name }) => [tier, name]));
  // What a line says of two items, such as a linking phrase or an answer, is read with the one it leads to.
  const said = new Map<string, string>();
  for (const { from, to, role, label } of scene?.edges ?? []) {
    const other = byId.get(from)?.label;
    if (other && !said.has(to)) said.set(to, words.relation(label || role.replaceAll('-', ' '), other));
  }
  return new Map(
    [...groups.values()].flatMap((ids) =>
      ids.map((id, i) => {
        const { tier } = byId.get(id)!;
        const about = [tierNames.get(tier) ?? words.tier(tier), said.get(id)].filter(Boolean).join('; ');
        return [id, { at: i + 1, of: ids.length, about }] as const;
      }),
    ),
  );
}
