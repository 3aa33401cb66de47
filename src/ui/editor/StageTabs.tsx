import { openPanel, openStage, STAGES, stagesFor, useEditor } from './state/store';
import { words } from './words';

export function StageTabs() {
  const stage = useEditor((state) => state.stage);
  const panel = useEditor((state) => state.panel);
  const stages = stagesFor(useEditor((state) => state.me));
  const problems = useEditor(
    (state) => state.composition?.problems.filter((problem) => problem.severity !== 'note').length ?? 0,
  );
  const move = (by: number) => {
    const next = stages[(stages.indexOf(stage) + by + stages.length) % stages.length]!;
    openStage(next);
    document.getElementById(`stage-${next}`)?.focus();
  };
  return (
    <nav aria-label={words.stagesLabel} className="border-r border-rule bg-bench pt-2">
      <div role="tablist" aria-orientation="vertical" className="flex max-h-full flex-col">
        {stages.map((name, i) => (
          <button
            key={name}
            id={`stage-${name}`}
            type="button"
            role="tab"
            aria-selected={name === stage}
            aria-controls="panel"
            aria-keyshortcuts={`Alt+${STAGES.indexOf(name) + 1}`}
            tabIndex={name === stage ? 0 : -1}
            // The open one folds its panel away and back.
            title={name === stage ? (panel ? words.foldPanel : words.showPanel) : undefined}
            onClick={() => (name === stage ? openPanel(!panel) : openStage(name))}
            onKeyDown={(event) => {
              if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
                event.preventDefault();
                move(event.key === 'ArrowDown' ? 1 : -1);
              }
            }}
            className={`relative -mr-px ml-1.5 flex h-[58px] shrink flex-col items-center justify-center rounded-l border text-[13px] ${
              name === stage
                ? 'border-rule border-r-sheet bg-sheet font-semibold text-plum'
                : 'border-transparent hover:bg-paper'
            }`}
          >
            <span className="font-title text-xs text-quiet" aria-hidden>
              {i + 1}
            </span>
            {words.stages[name]}
            {name === 'check' && problems > 0 && (
              <span className="absolute top-1.5 right-3 min-w-[18px] rounded-full bg-caution px-1 text-center text-[11px] leading-[18px] font-semibold text-white">
                {problems}
              </span>
            )}
          </button>
        ))}
      </div>
    </nav>
  );
}
