/** A scene drawn as SVG elements: the one renderer for the screen. */
import { memo } from 'react';
import { faces } from '../../core/faces';
import type { Mark, Scene, SceneItem } from '../../core/scene';

function MarkView({ mark }: { mark: Mark }) {
  if (mark.type === 'text') {
    const { family, weight } = faces[mark.face];
    return (
      <text x={mark.x} y={mark.y} fontFamily={family} fontWeight={weight} fontSize={mark.size} fill={mark.fill}>
        {mark.text}
      </text>
    );
  }
  return (
    <path
      d={mark.d}
      fill={mark.fill ?? 'none'}
      stroke={mark.stroke}
      strokeWidth={mark.stroke ? mark.width : undefined}
      strokeDasharray={mark.dash?.join(' ')}
    />
  );
}

// biome-ignore lint/suspicious/noArrayIndexKey: marks have no identity but their place in the list
const Marks = ({ marks }: { marks: readonly Mark[] }) => marks.map((mark, i) => <MarkView key={i} mark={mark} />);

/** What makes an item of the picture a thing to walk to; absent in small pictures. */
export type ItemProps = (item: SceneItem) => React.SVGProps<SVGGElement>;

/** @param under drawn on the paper, below lines and items */
export const SceneView = memo(function SceneView({
  scene,
  itemProps,
  under,
}: {
  scene: Scene;
  itemProps?: ItemProps;
  under?: React.ReactNode;
}) {
  return (
    <>
      <rect width={scene.width} height={scene.height} fill={scene.background} />
      {under}
      <g aria-hidden>
        {scene.links.map((link) => (
          <Marks key={link.key} marks={link.marks} />
        ))}
      </g>
      <g role={itemProps ? 'tree' : undefined} aria-label={itemProps ? scene.title : undefined}>
        {scene.items.map((item) => (
          <g key={item.id} data-item={item.id} {...itemProps?.(item)}>
            <Marks marks={item.marks} />
          </g>
        ))}
      </g>
      <g aria-hidden>
        <Marks marks={scene.page} />
      </g>
    </>
  );
});

/** A still picture that fills its box. */
export function SmallPicture({ scene, label }: { scene: Scene; label: string }) {
  return (
    <svg
      role="img"
      aria-label={label}
      className="scene h-full w-full"
      viewBox={`0 0 ${scene.width} ${scene.height}`}
      preserveAspectRatio="xMidYMid meet"
    >
      <title>{label}</title>
      <SceneView scene={scene} />
    </svg>
  );
}
