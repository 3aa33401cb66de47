/** Over the picture: the numbers of remarks, and where others are. */
import { useMemo } from 'react';
import { numbersAt, pinIsGone } from '../../core/remarks';
import { grown } from '../../core/scene';
import type { Pinnable } from './pins';
import { chooseRemark, colourOf, useTogether } from './state';
import { words } from './words';

/** Size of a number on the screen, in pixels. */
const RADIUS = 9;

/** @param scale pixels of the screen for a point of the page */
export function OnPicture({ at, scale }: { at: Pinnable; scale: number }) {
  const remarks = useTogether((state) => state.remarks);
  const here = useTogether((state) => state.here);
  const chosen = useTogether((state) => state.chosen);
  const { chart, scene, regions } = at;
  const open = useMemo(
    () => remarks?.filter(({ settled, on }) => settled === null && !pinIsGone(chart, on)) ?? [],
    [remarks, chart],
  );
  const numbers = useMemo(
    () => numbersAt({ scene, regions }, chart.items, open, (2 * RADIUS + 2) / scale),
    [scene, regions, chart, open, scale],
  );
  const boxes = useMemo(() => new Map(scene.items.map(({ id, box }) => [id, box])), [scene]);
  return (
    <g data-aid>
      {here.map((one) => {
        const box = one.item === null ? undefined : boxes.get(one.item);
        return (
          box && (
            <g key={one.window} pointerEvents="none">
              <rect
                {...grown(box, 6 / scale)}
                rx={7 / scale}
                fill="none"
                stroke={colourOf(one.of)}
                strokeWidth={2 / scale}
                strokeDasharray={`${5 / scale} ${3 / scale}`}
              />
              <text
                x={box.x - 4 / scale}
                y={box.y - 9 / scale}
                fontSize={11 / scale}
                fontWeight={600}
                fill={colourOf(one.of)}
                stroke="var(--color-sheet)"
                strokeWidth={4 / scale}
                paintOrder="stroke"
              >
                {one.name}
              </text>
            </g>
          )
        );
      })}
      {numbers.map(({ remark: { id, number, name }, at: [x, y] }) => (
        // biome-ignore lint/a11y/noStaticElementInteractions: a way in for pointers; keys have the list of remarks
        <g
          key={id}
          data-remark={number}
          className="cursor-pointer"
          transform={`translate(${x} ${y}) scale(${1 / scale})`}
          onPointerDown={(event) => event.stopPropagation()}
          onClick={(event) => {
            event.stopPropagation();
            chooseRemark(id);
          }}
        >
          <title>{words.number(number, name)}</title>
          <circle
            r={RADIUS}
            fill={id === chosen ? 'var(--color-plum)' : 'var(--color-sheet)'}
            stroke="var(--color-plum)"
            strokeWidth={1.5}
          />
          <text
            textAnchor="middle"
            y={4}
            fontSize={11}
            fontWeight={700}
            fill={id === chosen ? 'white' : 'var(--color-plum)'}
          >
            {number}
          </text>
        </g>
      ))}
    </g>
  );
}
