/** A scene drawn as SVG elements: the one renderer for the screen. */
import { memo, useId } from 'react';
import { faces, styleOf } from '../../core/faces';
import { type Mark, type Scene, type SceneItem, sameMarks } from '../../core/scene';
import { useSceneFonts } from './scene-fonts';

const ROUND = { clipPath: 'circle(50%)' };

/** From right to left, its left end where it is placed. */
const LEFTWARD = { direction: 'rtl', unicodeBidi: 'bidi-override', textAnchor: 'end' } as const;

function MarkView({ mark }: { mark: Mark }) {
  if (mark.type === 'text') {
    const { family, weight } = faces[mark.face];
    return (
      <text
        x={mark.x}
        y={mark.y}
        fontFamily={family}
        fontWeight={weight}
        fontStyle={styleOf(mark.face)}
        fontSize={mark.size}
        fill={mark.fill}
        {...(mark.rtl && LEFTWARD)}
      >
        {mark.text}
      </text>
    );
  }
  if (mark.type === 'image')
    return (
      <image
        x={mark.x}
        y={mark.y}
        width={mark.width}
        height={mark.height}
        preserveAspectRatio="xMidYMid slice"
        href={`/api/pictures/${mark.file}`}
        style={mark.round ? ROUND : undefined}
      />
    );
  const { at } = mark;
  return (
    <path
      d={mark.d}
      transform={at && `translate(${at.x} ${at.y}) scale(${at.scale})`}
      strokeLinecap={mark.round ? 'round' : undefined}
      strokeLinejoin={mark.round ? 'round' : undefined}
      fill={mark.fill ?? 'none'}
      fillOpacity={mark.opacity}
      stroke={mark.stroke}
      strokeWidth={mark.stroke ? mark.width : undefined}
      strokeDasharray={mark.dash?.join(' ')}
    />
  );
}

/** Drawn anew only where a mark differs: most items only move when a list changes. */
export const Marks = memo(
  // biome-ignore lint/suspicious/noArrayIndexKey: marks have no identity but their place in the list
  ({ marks }: { marks: readonly Mark[] }) => marks.map((mark, i) => <MarkView key={i} mark={mark} />),
  (before, now) => sameMarks(before.marks, now.marks),
);

/** Place of an item among those with the same parent, as a screen reader says it. */
export interface Place {
  readonly at: number;
  readonly of: number;
  /** Its tier and what it belongs to. */
  readonly about: string;
}

export const ItemView = memo(
  function ItemView({ item, scale, place }: { item: SceneItem; scale: number; place: Place | undefined }) {
    const tree = place && {
      id: `item-${item.id}`,
      role: 'treeitem',
      'aria-level': item.tier,
      'aria-posinset': place.at,
      'aria-setsize': place.of,
      'aria-label': item.label,
      'aria-description': place.about,
      tabIndex: -1,
    };
    return (
      <g data-item={item.id} transform={`translate(${item.box.x} ${item.box.y}) scale(${scale})`} {...tree}>
        <Marks marks={item.marks} />
      </g>
    );
  },
  ({ item: a, scale: k, place: p }, { item: b, scale: l, place: q }) =>
    k === l &&
    a.box.x === b.box.x &&
    a.box.y === b.box.y &&
    a.tier === b.tier &&
    a.label === b.label &&
    p?.at === q?.at &&
    p?.about === q?.about &&
    p?.of === q?.of &&
    sameMarks(a.marks, b.marks),
);

/**
 * @param places makes the picture a tree to walk in; absent in small pictures
 * @param under drawn on the paper, below lines and items
 */
export const SceneView = memo(function SceneView({
  scene,
  places,
  under,
}: {
  scene: Scene;
  places?: ReadonlyMap<string, Place>;
  under?: React.ReactNode;
}) {
  const { frame, clip, pageAt, over, under: behind } = scene;
  const clipId = useId();
  useSceneFonts(scene);
  const marks = (
    <>
      {behind && (
        <g aria-hidden transform={pageAt && `translate(${pageAt.x} ${pageAt.y})`}>
          <Marks marks={behind} />
        </g>
      )}
      {under}
      <g aria-hidden transform={`translate(${frame.x} ${frame.y}) scale(${frame.scale})`}>
        {scene.links.map((link) => (
          <Marks key={link.key} marks={link.marks} />
        ))}
      </g>
      <g>
        {scene.items.map((item) => (
          <ItemView key={item.id} item={item} scale={frame.scale} place={places?.get(item.id)} />
        ))}
      </g>
      <g aria-hidden transform={pageAt && `translate(${pageAt.x} ${pageAt.y})`}>
        <Marks marks={scene.page} />
      </g>
    </>
  );
  return (
    <>
      <rect width={scene.width} height={scene.height} fill={scene.background} />
      {clip ? (
        <>
          <clipPath id={clipId}>
            <rect {...clip} />
          </clipPath>
          <g clipPath={`url(#${clipId})`}>{marks}</g>
        </>
      ) : (
        marks
      )}
      {over && (
        <g aria-hidden>
          <Marks marks={over} />
        </g>
      )}
    </>
  );
});
