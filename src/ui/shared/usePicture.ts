import { useEffect, useState } from 'react';
import type { Scene } from '../../core/scene';
import { offerWorker } from './composer';

const known = new Map<string, Promise<Scene | null>>();

/** A small picture of a list, drawn once for as long as the page is open; null until it is there. */
export function usePicture(kind: string, list: string, house = 'fernhouse'): Scene | null {
  const [scene, setScene] = useState<Scene | null>(null);
  useEffect(() => {
    let wanted = true;
    const key = `${kind} ${house} ${list}`;
    const made =
      known.get(key) ??
      offerWorker()
        .understand(kind, list, {}, house)
        .then((read) => (read.ok ? (read.understood.composition?.scene ?? null) : null));
    known.set(key, made);
    made.then(
      (found) => wanted && setScene(found),
      () => known.delete(key),
    );
    return () => {
      wanted = false;
    };
  }, [kind, list, house]);
  return scene;
}
