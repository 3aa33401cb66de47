/** Scenes that follow each other, told by what changed: most items of a chart only move when one of them is edited. */
import type { Mark, Scene, SceneItem } from './scene';

/** A scene in which items that are drawn as before are told by their box alone. */
export interface SceneChange {
  readonly scene: Omit<Scene, 'items'>;
  readonly items: readonly (SceneItem | Pick<SceneItem, 'id' | 'box'>)[];
}

const sameMark = (a: Mark, b: Mark | undefined): boolean => {
  if (a === b) return true;
  if (a.type === 'text' && b?.type === 'text')
    return (
      a.text === b.text &&
      a.x === b.x &&
      a.y === b.y &&
      a.size === b.size &&
      a.face === b.face &&
      a.fill === b.fill &&
      a.anchor === b.anchor &&
      a.href === b.href &&
      a.rtl === b.rtl &&
      a.shaped === b.shaped
    );
  if (a.type === 'path' && b?.type === 'path')
    return (
      a.d === b.d &&
      a.fill === b.fill &&
      a.opacity === b.opacity &&
      a.stroke === b.stroke &&
      a.width === b.width &&
      a.round === b.round &&
      a.at?.x === b.at?.x &&
      a.at?.y === b.at?.y &&
      a.at?.scale === b.at?.scale &&
      a.dash?.join() === b.dash?.join()
    );
  if (a.type === 'image' && b?.type === 'image')
    return (
      a.file === b.file &&
      a.round === b.round &&
      a.x === b.x &&
      a.y === b.y &&
      a.width === b.width &&
      a.height === b.height
    );
  return false;
};

export const sameMarks = (a: readonly Mark[], b: readonly Mark[]): boolean =>
  a === b || (a.length === b.length && a.every((mark, i) => sameMark(mark, b[i])));

/** Whether two items are drawn alike, wherever they stand. */
const sameDrawing = (a: SceneItem, b: SceneItem): boolean =>
  a.label === b.label && a.tier === b.tier && a.parent === b.parent && sameMarks(a.marks, b.marks);

/** The teller's side: remembers what it told last. */
export function sceneTeller(): (scene: Scene) => SceneChange {
  let last = new Map<string, SceneItem>();
  return ({ items, ...scene }) => {
    const told = items.map((item) => {
      const before = last.get(item.id);
      return before && sameDrawing(before, item) ? { id: item.id, box: item.box } : item;
    });
    last = new Map(items.map((item) => [item.id, item]));
    return { scene, items: told };
  };
}

/** The hearer's side: takes what is told, in the order in which it was told. */
export function sceneHearer(): (change: SceneChange) => Scene {
  let last = new Map<string, SceneItem>();
  return ({ scene, items }) => {
    const whole = items.map((item) => ('marks' in item ? item : { ...last.get(item.id)!, box: item.box }));
    last = new Map(whole.map((item) => [item.id, item]));
    return { ...scene, items: whole };
  };
}
