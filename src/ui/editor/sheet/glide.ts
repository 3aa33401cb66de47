import { type RefObject, useLayoutEffect, useRef } from 'react';
import type { Scene } from '../../../core/scene';

const GLIDE_MS = 180;
/** More moving things than this would stutter. */
const MOST = 400;

/** Items glide to their new place when the layout changes; not where the person asks for less motion. */
export function useGlide(root: RefObject<SVGGElement | null>, scene: Scene | undefined): void {
  const before = useRef(new Map<string, { x: number; y: number }>());
  useLayoutEffect(() => {
    const places = new Map(
      (scene?.items ?? []).map(({ id, box }) => [id, { x: box.x + box.width / 2, y: box.y + box.height / 2 }]),
    );
    const moved = [...places].filter(([id, { x, y }]) => {
      const old = before.current.get(id);
      return old && (Math.abs(old.x - x) > 0.5 || Math.abs(old.y - y) > 0.5);
    });
    const calm = matchMedia('(prefers-reduced-motion: reduce)').matches;
    if (!calm && moved.length <= MOST)
      for (const [id, { x, y }] of moved) {
        const old = before.current.get(id)!;
        const element = root.current?.querySelector(`[data-item="${CSS.escape(id)}"]`);
        element?.animate([{ transform: `translate(${old.x - x}px, ${old.y - y}px)` }, { transform: 'none' }], {
          duration: GLIDE_MS,
          easing: 'ease-out',
        });
      }
    before.current = places;
  }, [root, scene]);
}
