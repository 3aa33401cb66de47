/** The walk-through over the whole screen, from within the editor. */
import { useLayoutEffect, useRef } from 'react';
import type { Scene } from '../../core/scene';
import type { WalkThrough } from '../../core/walk-through';
import { Button } from '../shared/controls';
import { Walk } from './Walk';
import { walkWords as words } from './words';

export function WalkDialog({ scene, walk, onClose }: { scene: Scene; walk: WalkThrough; onClose: () => void }) {
  const dialog = useRef<HTMLDialogElement>(null);
  // Before the question asks for the keyboard.
  useLayoutEffect(() => dialog.current!.showModal(), []);
  return (
    <dialog
      ref={dialog}
      aria-label={`${scene.title}: ${words.label}`}
      className="m-0 h-full max-h-none w-full max-w-none border-0 bg-paper p-0 text-ink"
      onClose={onClose}
      onKeyDown={(event) => event.stopPropagation()}
    >
      <div className="flex h-full flex-col">
        <header className="flex items-center gap-3 border-b border-rule px-5 py-2">
          <h1 className="flex-1 text-lg">{scene.title}</h1>
          <Button onClick={() => dialog.current!.close()}>{words.close}</Button>
        </header>
        <Walk scene={scene} walk={walk} />
      </div>
    </dialog>
  );
}
