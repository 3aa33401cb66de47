/** A problem with its repairs: seen on the sheet before they are done, for this line or for all alike. */

import type { Problem } from '../../../core/list';
import { mended } from '../../../core/mend';
import { Button } from '../../shared/controls';
import { change, say, tryOut, useEditor } from '../state/store';
import { words } from '../words';
import { alikeTo, allTogether } from './problems';

const tones = { error: 'border-l-wrong', warning: 'border-l-caution-fill', note: 'border-l-rule' };

export function ProblemEntry({
  problem,
  all,
  onGo,
}: {
  problem: Problem;
  /** All problems of the chart, to find those that are alike. */
  all: readonly Problem[];
  /** Goes to the line; absent where this stands at it. */
  onGo?: () => void;
}) {
  const { code, message, repairs, severity, key } = problem;
  const trial = (what: Parameters<typeof tryOut>[0]) => ({
    onMouseEnter: () => tryOut(what),
    onMouseLeave: () => tryOut(null),
    onFocus: () => tryOut(what),
    onBlur: () => tryOut(null),
  });
  return (
    <li className={`border border-l-4 border-rule bg-sheet px-2.5 py-2 text-[13px] ${tones[severity]}`}>
      <p>{message}</p>
      <div className="flex flex-wrap gap-1 pt-1.5">
        {onGo && (
          <Button tone="quiet" onClick={onGo}>
            {words.check.goTo}
          </Button>
        )}
        {repairs.map((repair) => {
          const alike = repair.alike === undefined ? [] : alikeTo(all, code, repair.alike);
          return (
            <span key={repair.label} className="inline-flex max-w-full">
              <Button
                {...trial(repair.change)}
                onClick={() => change(mended(useEditor.getState().chart, problem, repair))}
                className={`text-left whitespace-normal! ${alike.length > 1 ? 'rounded-r-none' : ''}`}
              >
                {repair.label}
              </Button>
              {alike.length > 1 && (
                <Button
                  className="-ml-px flex-none rounded-l-none text-quiet"
                  aria-label={words.check.allAlike(repair.label, alike.length)}
                  title={words.check.allAlike(repair.label, alike.length)}
                  onClick={() => {
                    const { change: together, count } = allTogether(useEditor.getState().chart, alike);
                    if (change(together, undefined, 'repair')) say(words.check.mended(count), true);
                  }}
                >
                  {words.check.all(alike.length)}
                </Button>
              )}
            </span>
          );
        })}
        {key !== undefined && (
          <Button tone="quiet" onClick={() => change({ type: 'settle', keys: { [key]: true } })}>
            {words.check.leave}
          </Button>
        )}
      </div>
    </li>
  );
}
