/** What was moved or bent by hand, to be put back one by one or all at once. */
import { Button } from '../../../shared/controls';
import { kindFor } from '../../../shared/fields';
import { change, select, useEditor } from '../../state/store';
import { words } from '../../words';

/** More than this many are counted rather than listed. */
const MOST = 40;

export function HandForm() {
  const items = useEditor((state) => state.chart.items);
  const kind = useEditor((state) => kindFor(state.chart.kind));
  const own = Object.values(items).filter(({ nudge, line }) => nudge || line);
  if (own.length === 0) return null;
  const back = Object.fromEntries(
    own.map(({ id, nudge, line }) => [id, { ...(nudge && { nudge: null }), ...(line && { line: null }) }]),
  );
  return (
    <>
      <div className="flex items-baseline justify-between pt-4">
        <h3 className="font-semibold">{words.hand.title(own.length)}</h3>
        <Button onClick={() => change({ type: 'set-items', items: back })}>{words.hand.allBack}</Button>
      </div>
      <ul>
        {own.slice(0, MOST).map(({ id, fields, nudge, line }) => {
          const name = fields['name'] || kind.words.unnamed;
          const said = [
            ...(nudge ? [words.hand.moved(Math.round(nudge.dx), Math.round(nudge.dy))] : []),
            ...(line ? [words.hand.line] : []),
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
      </ul>
      {own.length > MOST && <p className="text-xs text-quiet">{words.hand.more(own.length - MOST)}</p>}
    </>
  );
}
