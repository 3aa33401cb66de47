/** How one line runs: the sides it leaves and comes to, the points it bends at. */
import { SIDES } from '../../../../core/chart';
import { Button, Row, Select } from '../../../shared/controls';
import { type Edge, freeLine, lineOf, MOST_BENDS, setBend, setLine } from '../../line-by-hand';
import { useEditor } from '../../state/store';
import { words } from '../../words';

type End = 'from' | 'to';
const ENDS: readonly End[] = ['from', 'to'];
/** Bends that are added one after another do not lie on each other, in points. */
const APART = 12;

export function LineForm({ edge }: { edge: Edge }) {
  const line = useEditor((state) => lineOf(state.chart, edge));
  const bends = line.bends?.length ?? 0;
  return (
    <>
      {ENDS.map((end) => {
        const dock = line[end];
        return (
          <Row key={end} label={words.arrange.lineEnd[end]}>
            {(input) => (
              <>
                <Select
                  id={input}
                  value={dock?.side ?? ''}
                  options={[
                    { value: '', label: words.arrange.nearest },
                    ...SIDES.map((side) => ({ value: side, label: words.arrange.sides[side] })),
                  ]}
                  onChange={(side) =>
                    setLine(edge, {
                      [end]: side === '' ? undefined : { side: side as (typeof SIDES)[number], at: dock?.at ?? 0.5 },
                    })
                  }
                />
                {dock && (
                  <input
                    type="range"
                    aria-label={words.arrange.along(words.arrange.lineEnd[end])}
                    className="w-24 accent-plum"
                    min={0}
                    max={1}
                    step={0.05}
                    value={dock.at}
                    onChange={(event) => setLine(edge, { [end]: { ...dock, at: Number(event.target.value) } })}
                  />
                )}
              </>
            )}
          </Row>
        );
      })}
      <div className="flex flex-wrap items-center gap-2 py-1 text-[13px]">
        <span className="text-quiet">{words.arrange.bends(bends)}</span>
        <Button
          disabled={bends >= MOST_BENDS}
          onClick={() => setBend(edge, bends, { x: bends === 0 ? 0 : APART * bends, y: 0 }, true)}
        >
          {words.arrange.addBend}
        </Button>
        {(bends > 0 || line.from || line.to) && (
          <Button onClick={() => freeLine(edge)}>{words.arrange.lineBack}</Button>
        )}
      </div>
    </>
  );
}
