/** Problems, each at its line with its repairs; and the figures. */
import type { Problem } from '../../../core/list';
import { Button } from '../../shared/controls';
import { change, focusLine, openStage, tryOut, useEditor } from '../state/store';
import { words } from '../words';
import { Figures } from './Figures';

const SEVERITIES = ['error', 'warning', 'note'] as const;
const tones = { error: 'border-l-wrong', warning: 'border-l-caution-fill', note: 'border-l-rule' };
/** Of one severity; a list with hundreds of problems of one sort is mended at its source. */
const MOST_SHOWN = 60;

export function CheckStage() {
  const problems = useEditor((state) => state.composition?.problems) ?? [];
  return (
    <div className="flex min-h-0 flex-1 flex-col overflow-auto px-3.5 pt-3 pb-6">
      <h2 className="text-lg">{words.stages.check}</h2>
      {problems.length === 0 && <p className="pt-1 text-good">{words.check.none}</p>}
      {SEVERITIES.map((severity) => {
        const own = problems.filter((problem) => problem.severity === severity);
        if (own.length === 0) return null;
        return (
          <section key={severity}>
            <h3 className="pt-3 pb-1 font-semibold">
              {words.check[severity]} <span className="font-normal text-quiet">{own.length}</span>
            </h3>
            <ul className="flex flex-col gap-2">
              {own.slice(0, MOST_SHOWN).map((problem) => (
                <Entry key={`${problem.code} ${problem.item ?? ''} ${problem.message}`} problem={problem} />
              ))}
            </ul>
            {own.length > MOST_SHOWN && (
              <p className="pt-2 text-[13px] text-quiet">{words.check.more(own.length - MOST_SHOWN)}</p>
            )}
          </section>
        );
      })}
      <Figures />
    </div>
  );
}

function Entry({ problem }: { problem: Problem }) {
  const { item, message, repairs, severity } = problem;
  const go = () => {
    if (!item) return;
    openStage('list');
    focusLine(item);
  };
  return (
    <li className={`border border-l-4 border-rule px-2.5 py-2 text-[13px] ${tones[severity]}`}>
      <p>{message}</p>
      <div className="flex flex-wrap gap-1 pt-1.5">
        {item && (
          <Button tone="quiet" onClick={go}>
            {words.check.goTo}
          </Button>
        )}
        {repairs.map((repair) => (
          <Button
            key={repair.label}
            onMouseEnter={() => tryOut(repair.change)}
            onMouseLeave={() => tryOut(null)}
            onFocus={() => tryOut(repair.change)}
            onBlur={() => tryOut(null)}
            onClick={() => change(repair.change)}
            className="text-left whitespace-normal!"
          >
            {repair.label}
          </Button>
        ))}
      </div>
    </li>
  );
}
