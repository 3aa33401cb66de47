/** A page of a worksheet, as it prints. */
import type { ReactNode } from 'react';
import type { Sheet } from '../../../core/worksheet';
import { SceneView } from '../../shared/SceneView';

export function SheetView({
  sheet: { scene },
  label,
  children,
}: {
  sheet: Sheet;
  label: string;
  children?: ReactNode;
}) {
  return (
    <figure className="mx-auto mb-4 w-full max-w-[820px]">
      <div className="relative border border-rule" style={{ backgroundColor: scene.background }}>
        <svg
          viewBox={`0 0 ${scene.width} ${scene.height}`}
          className="scene block h-auto w-full"
          role="img"
          aria-label={`${label}: ${scene.description}`}
        >
          <SceneView scene={scene} />
        </svg>
        {children}
      </div>
      <figcaption className="pt-1 text-xs text-quiet">{label}</figcaption>
    </figure>
  );
}
