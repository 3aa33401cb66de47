import { grown, type Scene } from '../../../core/scene';
import { words } from '../words';
import type { Dragging } from './drag';

/** Where a dragged branch would go, shown and said. */
export function DropMark({
  dragging: { id, x, y, drop },
  scene,
  scale,
}: {
  dragging: Dragging;
  scene: Scene;
  scale: number;
}) {
  const item = scene.items.find((other) => other.id === id);
  if (!item) return null;
  const bar = 4 / scale;
  const onItem = drop && 'target' in drop ? drop : null;
  const label = onItem
    ? words.sheet[onItem.place](onItem.target.label.split(', ')[0]!)
    : drop && 'sets' in drop
      ? words.sheet.into(drop.sets)
      : drop && 'by' in drop
        ? words.sheet.alone(Math.round(drop.by.x / scene.frame.scale), Math.round(drop.by.y / scene.frame.scale))
        : null;
  const { box } = onItem?.target ?? item;
  const rows = scene.axis === 'rows';
  // What comes after stands at the left of a picture that begins at the right.
  const past = (onItem?.place === 'after') !== (rows && scene.leftward === true);
  const mark = !onItem
    ? null
    : onItem.place === 'under'
      ? { ...grown(box, bar), fill: 'none' }
      : rows
        ? {
            x: past ? box.x + box.width + bar / 2 : box.x - bar * 1.5,
            y: box.y,
            width: bar,
            height: box.height,
            fill: 'var(--color-good)',
          }
        : {
            x: box.x,
            y: past ? box.y + box.height + bar / 2 : box.y - bar * 1.5,
            width: box.width,
            height: bar,
            fill: 'var(--color-good)',
          };
  return (
    <g pointerEvents="none">
      {mark && <rect {...mark} stroke="var(--color-good)" strokeWidth={bar / 2} />}
      <rect
        x={drop && 'by' in drop ? item.box.x + drop.by.x : x - item.box.width / 2}
        y={drop && 'by' in drop ? item.box.y + drop.by.y : y - item.box.height / 2}
        width={item.box.width}
        height={item.box.height}
        fill="var(--color-tint)"
        fillOpacity={0.7}
        stroke="var(--color-plum)"
        strokeDasharray={`${4 / scale} ${3 / scale}`}
        strokeWidth={1 / scale}
      />
      <text
        x={x}
        y={y - 14 / scale}
        textAnchor="middle"
        fontSize={14 / scale}
        fontWeight={600}
        fill="var(--color-ink)"
        stroke="var(--color-sheet)"
        strokeWidth={6 / scale}
        paintOrder="stroke"
      >
        {label ?? item.label.split(', ')[0]}
      </text>
    </g>
  );
}
