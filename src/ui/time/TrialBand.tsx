/** Across the screen of a trial: what it is, what differs, and the way to its chart. */
import { openStage, useEditor } from '../editor/state/store';
import { Button } from '../shared/controls';
import { useAskingForDifferences, useDifferences } from './useDifferences';
import { words } from './words';

export function TrialBand({ id }: { id: string }) {
  const name = useEditor((state) => state.chart.trial ?? '');
  useAskingForDifferences(id);
  const found = useDifferences();
  const known = typeof found === 'object' && found !== null ? found : null;
  return (
    <div
      role="status"
      aria-label={words.trial.band(name)}
      className="col-span-full flex min-w-0 items-center gap-3 border-b border-caution-fill bg-caution-tint px-4 text-[13px]"
    >
      <b className="truncate font-semibold" dir="auto">
        {words.trial.band(name)}
      </b>
      <span className="min-w-0 flex-1 truncate">{known ? known.summary : words.trial.bandOf}</span>
      <Button onClick={() => openStage('trial')}>{words.trial.figures}</Button>
      {known && (
        <a className="rounded px-2 py-0.5 underline" href={`/chart/${known.trial.trialOf}`}>
          {words.trial.toChart}
        </a>
      )}
    </div>
  );
}
