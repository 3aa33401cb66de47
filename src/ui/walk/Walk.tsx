/** A decision tree answered one question at a time, the way lit on its picture. */
import { useEffect, useMemo, useRef, useState } from 'react';
import { showChance as chanceShown, showNumber } from '../../core/list/numbers';
import type { Scene } from '../../core/scene';
import { type WalkThrough, walked } from '../../core/walk-through';
import { Button } from '../shared/controls';
import { SceneView } from '../shared/SceneView';
import { walkWords as words } from './words';

const LIT = '#b3412e';
/** A number and its sign stay on one line. */
const showChance = (value: number) => chanceShown(value).replace(' ', '\u00a0');
/** Room round the step that is asked, in points. */
const ROUND = 3;

export function Walk({ scene, walk }: { scene: Scene; walk: WalkThrough }) {
  const [answers, setAnswers] = useState<readonly number[]>([]);
  const { path, lit, now, outcome } = useMemo(() => walked(walk, answers), [walk, answers]);
  const heading = useRef<HTMLHeadingElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is told where it stands at each step
  useEffect(() => heading.current?.focus(), [answers]);
  const passed = useMemo(() => new Set(path), [path]);
  const dimmed = useMemo(() => ({ ...scene, items: scene.items.filter(({ id }) => !passed.has(id)) }), [scene, passed]);
  const shown = useMemo(
    () => ({
      ...scene,
      background: 'none',
      // The answers of what was passed are read over the lit way.
      links: scene.links.flatMap((link) =>
        link.from !== undefined && passed.has(link.from)
          ? [{ ...link, marks: link.marks.filter(({ type }) => type === 'text') }]
          : [],
      ),
      page: [],
      under: [],
      over: [],
      items: scene.items.filter(({ id }) => passed.has(id)),
    }),
    [scene, passed],
  );
  const back = () => setAnswers(answers.slice(0, -1));
  const key = (event: React.KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const way = Number(event.key) - 1;
    if (event.key === 'Backspace' && answers.length > 0) back();
    else if (Number.isInteger(way) && now.ways[way]) setAnswers([...answers, way]);
    else return;
    event.preventDefault();
  };
  const { width, height, background } = scene;
  const counted = walk.steps[walk.start]?.expected !== undefined;
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: keys for what its buttons do
    <div className="flex min-h-0 flex-1 max-[700px]:flex-col" onKeyDown={key}>
      <div className="min-h-0 min-w-0 flex-1" style={{ backgroundColor: background }}>
        <svg
          viewBox={`0 0 ${width} ${height}`}
          className="scene block h-full w-full"
          role="img"
          aria-label={scene.description}
        >
          <g opacity={0.4}>
            <SceneView scene={dimmed} />
          </g>
          <g
            aria-hidden
            fill="none"
            stroke={LIT}
            strokeWidth={7}
            strokeOpacity={0.4}
            strokeLinejoin="round"
            data-lit={lit.length}
          >
            {lit.map(({ d }, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: ways are known by their place on the way
              <path key={i} d={d} />
            ))}
          </g>
          <SceneView scene={shown} />
          {now.box && (
            <rect
              aria-hidden
              fill="none"
              stroke={LIT}
              strokeWidth={2.5}
              x={now.box.x - ROUND}
              y={now.box.y - ROUND}
              width={now.box.width + 2 * ROUND}
              height={now.box.height + 2 * ROUND}
              rx={2 * ROUND}
            />
          )}
        </svg>
      </div>
      <section
        aria-label={words.label}
        className="flex w-[340px] flex-none flex-col gap-3 overflow-auto border-l border-rule bg-paper p-5 max-[700px]:w-full max-[700px]:border-t max-[700px]:border-l-0"
      >
        {now.kind === 'outcome' && <p className="text-quiet">{words.outcome}</p>}
        {now.kind === 'chance' && <p className="text-quiet">{words.chance}</p>}
        <h2 ref={heading} tabIndex={-1} className="text-xl outline-none" dir="auto">
          {now.says}
        </h2>
        {now.kind !== 'outcome' && now.expected !== undefined && (
          <p className="text-[13px] text-quiet">{words.expected(showNumber(now.expected))}</p>
        )}
        {now.kind === 'outcome' && counted && (
          <div>
            <p className="text-lg font-semibold">{words.comes(showNumber(outcome.comes))}</p>
            {outcome.spent !== 0 && (
              <p>{words.spent(showNumber(outcome.comes + outcome.spent), showNumber(outcome.spent))}</p>
            )}
            {outcome.chance < 1 && <p>{words.likely(showChance(outcome.chance))}</p>}
          </div>
        )}
        {now.ways.length > 0 && (
          <ol className="flex flex-col gap-2">
            {now.ways.map(({ answer, cost, chance }, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: ways of a step are known by their place
              <li key={i}>
                <Button
                  className="min-h-[44px] w-full text-left whitespace-normal"
                  onClick={() => setAnswers([...answers, i])}
                >
                  <span className="text-quiet" aria-hidden>
                    {i + 1}
                  </span>
                  <span className="flex-1 text-base" dir="auto">
                    {answer}
                    {(cost !== undefined || chance !== undefined) && (
                      <span className="block text-[13px] text-quiet">
                        {[
                          ...(chance === undefined ? [] : [words.chances(showChance(chance))]),
                          ...(cost === undefined ? [] : [words.costs(showNumber(cost))]),
                        ].join(', ')}
                      </span>
                    )}
                  </span>
                </Button>
              </li>
            ))}
          </ol>
        )}
        <div className="flex gap-2">
          <Button disabled={answers.length === 0} onClick={back}>
            {words.back}
          </Button>
          <Button disabled={answers.length === 0} onClick={() => setAnswers([])}>
            {words.begin}
          </Button>
        </div>
        {lit.length > 0 && (
          <div>
            <h3 className="font-semibold">{words.chosen}</h3>
            <ol className="list-decimal pl-5 text-[13px]">
              {lit.map(({ answer }, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: ways are known by their place on the way
                <li key={i}>
                  <span dir="auto">{walk.steps[path[i]!]!.says}</span> <b dir="auto">{answer}</b>
                </li>
              ))}
            </ol>
          </div>
        )}
        <p className="mt-auto text-xs text-quiet">{words.keys}</p>
      </section>
    </div>
  );
}
