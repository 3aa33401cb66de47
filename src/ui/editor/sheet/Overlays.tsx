/** What lies over the picture while it is worked on: margins, the lit tier, rings round items, the sheets of a wall. */
import type { Page } from '../../../core/chart';
import { wallOf } from '../../../core/layout';
import { tilesOf } from '../../../core/pages';
import { grown, type Scene, type SceneItem } from '../../../core/scene';
import { MARK_COLOURS } from '../list/MarkBadge';
import { type Mark, useEditor } from '../state/store';
import { words } from '../words';

export const Margins = ({ scene, scale }: { scene: Scene; scale: number }) => (
  <rect
    x={scene.margin}
    y={scene.margin}
    width={Math.max(0, scene.width - 2 * scene.margin)}
    height={Math.max(0, scene.height - 2 * scene.margin)}
    fill="none"
    stroke="var(--color-rule)"
    strokeOpacity={0.55}
    strokeWidth={1 / scale}
    strokeDasharray={`${4 / scale} ${4 / scale}`}
    pointerEvents="none"
    data-aid
  />
);

/** The lit tier's band across the picture. */
export function Tiers({ scene }: { scene: Scene }) {
  const lit = useEditor((state) => state.litTier);
  const band = scene.bands.find(({ tier }) => tier === lit);
  if (!band) return null;
  if (scene.axis !== 'rows' && scene.axis !== 'columns')
    return (
      <g fill="none" stroke="var(--color-plum)" strokeOpacity={0.5} pointerEvents="none">
        {scene.items
          .filter(({ tier }) => tier === lit)
          .map(({ id, box }) => (
            <rect key={id} {...grown(box, 2)} rx={4} strokeWidth={2.5} />
          ))}
      </g>
    );
  const { picture } = scene;
  const length = band.end - band.start;
  const box =
    scene.axis === 'rows'
      ? { x: picture.x, y: band.start, width: picture.width, height: length }
      : { x: band.start, y: picture.y, width: length, height: picture.height };
  return <rect {...grown(box, 4)} fill="var(--color-plum)" fillOpacity={0.06} pointerEvents="none" />;
}

/** Boxes narrower than this on the screen, in pixels, have no room for a word over them. */
const LEAST_LABELLED = 46;

/** Lines selected together, and what a newer list would do to whom. */
export function Rings({
  scene,
  among,
  marks,
  scale,
}: {
  scene: Scene;
  among: readonly string[];
  marks: Readonly<Record<string, Mark>>;
  scale: number;
}) {
  const set = new Set(among);
  return (
    <g pointerEvents="none">
      {scene.items
        .filter(({ id }) => set.has(id) || marks[id])
        .map(({ id, box }) => {
          const what = marks[id];
          const frame = grown(box, 3 / scale);
          return (
            <g key={id}>
              <rect
                {...frame}
                rx={5 / scale}
                fill="none"
                stroke={what ? MARK_COLOURS[what] : 'var(--color-plum)'}
                strokeWidth={(what ? 2.5 : 1.5) / scale}
                strokeDasharray={what === 'left' ? `${5 / scale} ${3 / scale}` : undefined}
              />
              {what && box.width * scale >= LEAST_LABELLED && (
                <text
                  x={frame.x}
                  y={frame.y - 3 / scale}
                  fontSize={10.5 / scale}
                  fontWeight={600}
                  fill="var(--color-ink)"
                  stroke="var(--color-sheet)"
                  strokeWidth={4 / scale}
                  paintOrder="stroke"
                >
                  {words.newer.marks[what]}
                </text>
              )}
            </g>
          );
        })}
    </g>
  );
}

export function Ring({ item: { box }, scale }: { item: SceneItem; scale: number }) {
  return (
    <rect
      {...grown(box, 4 / scale)}
      rx={6 / scale}
      fill="none"
      stroke="var(--color-plum)"
      strokeWidth={2 / scale}
      pointerEvents="none"
    />
  );
}

/** How the page is cut into the sheets of a wall. */
export function WallLines({ page, scale }: { page: Page; scale: number }) {
  const wall = wallOf(page);
  if (!wall) return null;
  return (
    <g pointerEvents="none" data-aid>
      {tilesOf(wall, page.margin).map(({ label, part }) => (
        <g key={label}>
          <rect
            {...part}
            fill="none"
            stroke="var(--color-plum)"
            strokeOpacity={0.55}
            strokeWidth={1 / scale}
            strokeDasharray={`${7 / scale} ${4 / scale}`}
          />
          <text
            x={part.x + 5 / scale}
            y={part.y + 14 / scale}
            fontSize={12 / scale}
            fontWeight={600}
            fill="var(--color-plum)"
          >
            {label}
          </text>
        </g>
      ))}
    </g>
  );
}

/** The way from an item up to the top, lit. */
export function Way({ from, byId, scale }: { from: SceneItem; byId: ReadonlyMap<string, SceneItem>; scale: number }) {
  const way: SceneItem[] = [];
  for (let at: SceneItem | undefined = from; at; at = at.parent === null ? undefined : byId.get(at.parent))
    way.push(at);
  const middle = ({ box }: SceneItem) => `${box.x + box.width / 2} ${box.y + box.height / 2}`;
  return (
    <g pointerEvents="none" data-way={way.length}>
      <path
        d={`M${way.map(middle).join('L')}`}
        fill="none"
        stroke="var(--color-plum)"
        strokeOpacity={0.3}
        strokeWidth={6 / scale}
        strokeLinejoin="round"
      />
      {way.slice(1).map(({ id, box }) => (
        <rect
          key={id}
          {...grown(box, 3 / scale)}
          rx={5 / scale}
          fill="none"
          stroke="var(--color-plum)"
          strokeWidth={2.5 / scale}
        />
      ))}
    </g>
  );
}
