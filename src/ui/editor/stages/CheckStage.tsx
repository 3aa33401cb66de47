/** Problems, each at its line with its repairs; and the figures. */
import { Button } from '../../shared/controls';
import { Answers } from '../list/Answers';
import { ProblemEntry } from '../list/ProblemEntry';
import { change, focusLine, openStage, useEditor } from '../state/store';
import { words } from '../words';
import { Figures } from './Figures';

const SEVERITIES = ['error', 'warning', 'note'] as const;
/** Of one severity; a list with hundreds of problems of one sort is mended at its source. */
const MOST_SHOWN = 60;

function goTo(item: string): void {
  openStage('list');
  focusLine(item);
}

export function CheckStage() {
  const problems = useEditor((state) => state.composition?.problems) ?? [];
  const answers = useEditor((state) => state.chart.answers);
  const settled = useEditor((state) => state.chart.settled);
  const left = Object.keys(settled ?? {});
  return (
    <div className="relative flex min-h-0 flex-1 flex-col overflow-auto px-3.5 pt-3 pb-6">
      <h2 className="text-lg">{words.stages.check}</h2>
      {problems.length === 0 && (
        <p className="pt-1 text-good">
          {words.check.none}{' '}
          <Button tone="quiet" onClick={() => useEditor.setState({ help: 'guide' })}>
            {words.guide.more}
          </Button>
        </p>
      )}
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
                <ProblemEntry
                  key={`${problem.code} ${problem.item ?? ''} ${problem.message}`}
                  problem={problem}
                  all={problems}
                  {...(problem.item !== undefined && { onGo: () => goTo(problem.item!) })}
                />
              ))}
            </ul>
            {own.length > MOST_SHOWN && (
              <p className="pt-2 text-[13px] text-quiet">{words.check.more(own.length - MOST_SHOWN)}</p>
            )}
          </section>
        );
      })}
      {left.length > 0 && (
        <p className="pt-3 text-[13px] text-quiet">
          {words.check.left(left.length)}{' '}
          <Button
            tone="quiet"
            onClick={() => change({ type: 'settle', keys: Object.fromEntries(left.map((key) => [key, false])) })}
          >
            {words.check.lookAgain}
          </Button>
        </p>
      )}
      <Answers title={words.answers.kept(Object.keys(answers ?? {}).length)} />
      <Figures />
    </div>
  );
}
