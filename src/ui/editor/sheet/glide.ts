import { type RefObject, useLayoutEffect, useRef } from 'react';
import type { Scene } from '../../../core/scene';

const GLIDE_MS = 180;
/** More moving things than this would stutter. */
const MOST = 400;

/** While words are typed, letters follow at once: a glide begun anew with each of them would only lag behind. */
const isTyping = () => document.activeElement?.closest('[data-lines]') != null && performance.now() - lastKey < 400;
let lastKey = Number.NEGATIVE_INFINITY;
if (typeof window !== 'undefined')
  window.addEventListener(
    'input',
    () => {
      lastKey = performance.now();
    },
    { capture: true, passive: true },
  );

/** Items glide to their new place when the layout changes; not where the person asks for less motion. */
export function useGlide(root: RefObject<SVGGElement | null>, scene: Scene | undefined): void {
  const before = useRef(new Map<string, { x: number; y: number }>());
  useLayoutEffect(() => {
    const scale = `scale(${scene?.frame.scale ?? 1})`;
    const places = new Map((scene?.items ?? []).map(({ id, box }) => [id, { x: box.x, y: box.y }]));
    const moved = [...places].filter(([id, { x, y }]) => {
      const old = before.current.get(id);
      return old && (Math.abs(old.x - x) > 0.5 || Math.abs(old.y - y) > 0.5);
    });
    if (
      moved.length > 0 &&
      moved.length <= MOST &&
      !isTyping() &&
      !matchMedia('(prefers-reduced-motion: reduce)').matches
    )
      for (const [id, { x, y }] of moved) {
        const old = before.current.get(id)!;
        const element = root.current?.querySelector(`[data-item="${CSS.escape(id)}"]`);
        element?.animate(
          [
            { transform: `translate(${old.x}px, ${old.y}px) ${scale}` },
            { transform: `translate(${x}px, ${y}px) ${scale}` },
          ],
          {
            duration: GLIDE_MS,
            easing: 'ease-out',
          },
        );
      }
    before.current = places;
  }, [root, scene]);
}
