/** What was moved or bent by hand, to be put back one by one or all at once. */
import { asOne, type Change, type LineByHand } from '../../../../core/chart';
import { edgeKey } from '../../../../core/scene';
import { Button } from '../../../shared/controls';
import { itemName } from '../../../shared/fields';
import { edgeName, freeLine, lineChange } from '../../line-by-hand';
import { change, select, selectEdge, useEditor } from '../../state/store';
import { words } from '../../words';

/** More than this many are counted rather than listed. */
const MOST = 40;

const isBent = (line: LineByHand | undefined) => Boolean(line && (line.from || line.to || line.bends));
/** What is left of a line that goes its own way again. */
const lookAlone = ({ look }: LineByHand): LineByHand | null => (look ? { look } : null);

export function HandForm() {
  const chart = useEditor((state) => state.chart);
  const { items, links } = chart;
  const own = Object.values(items).filter(({ nudge, line }) => nudge || isBent(line));
  const bent = Object.values(links).filter(({ line }) => isBent(line));
  if (own.length + bent.length === 0) return null;
  const back = Object.fromEntries(
    own.map(({ id, nudge, line }) => [id, { ...(nudge && { nudge: null }), ...(line && { line: lookAlone(line) }) }]),
  );
  const all: Change[] = [
    ...(own.length > 0 ? [{ type: 'set-items', items: back } satisfies Change] : []),
    ...bent.map(({ id }) => lineChange(chart, { id }, { from: undefined, to: undefined, bends: undefined })),
  ];
  return (
    <>
      <div className="flex items-baseline justify-between pt-4">
        <h3 className="font-semibold">{words.hand.title(own.length + bent.length)}</h3>
        <Button onClick={() => change(asOne(all))}>{words.hand.allBack}</Button>
      </div>
      <ul>
        {own.slice(0, MOST).map(({ id, nudge, line }) => {
          const name = itemName(chart, id);
          const said = [
            ...(nudge ? [words.hand.moved(Math.round(nudge.dx), Math.round(nudge.dy))] : []),
            ...(isBent(line) ? [words.hand.line] : []),
          ];
          return (
            <li key={id} className="flex items-center gap-2 border-b border-rule py-0.5 text-[13px] last:border-b-0">
              <button
                type="button"
                className="min-w-0 flex-1 truncate rounded px-1 text-left hover:bg-tint"
                onClick={() => select(id)}
              >
                {name} <span className="text-quiet">{said.join(', ')}</span>
              </button>
              <Button
                tone="quiet"
                aria-label={words.hand.backOne(name)}
                onClick={() => change({ type: 'set-items', items: { [id]: back[id]! } })}
              >
                {words.hand.back}
              </Button>
            </li>
          );
        })}
        {bent.slice(0, MOST).map((link) => (
          <li key={link.id} className="flex items-center gap-2 border-b border-rule py-0.5 text-[13px] last:border-b-0">
            <button
              type="button"
              className="min-w-0 flex-1 truncate rounded px-1 text-left hover:bg-tint"
              onClick={() => selectEdge(edgeKey({ id: link.id }))}
            >
              {edgeName(chart, link)} <span className="text-quiet">{words.hand.line}</span>
            </button>
            <Button
              tone="quiet"
              aria-label={words.hand.backOne(edgeName(chart, link))}
              onClick={() => freeLine({ id: link.id })}
            >
              {words.hand.back}
            </Button>
          </li>
        ))}
      </ul>
      {own.length > MOST && <p className="text-xs text-quiet">{words.hand.more(own.length - MOST)}</p>}
    </>
  );
}
