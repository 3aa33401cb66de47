import type { Scene } from '../../core/scene';
import { BIG, BigSceneView } from './BigSceneView';
import { SceneView } from './SceneView';

/** A still picture that fills its box. @param label empty where what it shows is said beside it */
export function SmallPicture({ scene, label }: { scene: Scene; label: string }) {
  return (
    <svg
      {...(label === '' ? { 'aria-hidden': true } : { role: 'img', 'aria-label': label })}
      className="scene h-full w-full"
      viewBox={`0 0 ${scene.width} ${scene.height}`}
      preserveAspectRatio="xMidYMid meet"
    >
      {label !== '' && <title>{label}</title>}
      {scene.items.length > BIG ? <BigSceneView scene={scene} items={null} /> : <SceneView scene={scene} />}
    </svg>
  );
}
