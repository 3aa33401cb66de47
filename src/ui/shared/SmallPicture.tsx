import type { Scene } from '../../core/scene';
import { BIG, BigSceneView } from './BigSceneView';
import { SceneView } from './SceneView';

/** A still picture that fills its box. @param label empty where what it shows is said beside it */
export function SmallPicture({ scene, label }: { scene: Scene; label: string }) {
  return (
    // Its name is its label: a title would be shown as a tip over the whole picture.
    // biome-ignore lint/a11y/noSvgWithoutTitle: named by aria-label, or hidden where its words stand beside it
    <svg
      {...(label === '' ? { 'aria-hidden': true } : { role: 'img', 'aria-label': label })}
      className="scene h-full w-full"
      viewBox={`0 0 ${scene.width} ${scene.height}`}
      preserveAspectRatio="xMidYMid meet"
    >
      {scene.items.length > BIG ? <BigSceneView scene={scene} items={null} /> : <SceneView scene={scene} />}
    </svg>
  );
}
