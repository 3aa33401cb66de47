/** Finding what fits the page best, and choosing from what was found. */
import { useState } from 'react';
import type { Chart } from '../../../../core/chart';
import { ALL_ALLOWED, type Candidate, type FitAsked } from '../../../../core/fit';
import type { Scene } from '../../../../core/scene';
import type { Fitted } from '../../../../workers/compose.worker';
import { Button, Progress, Tick } from '../../../shared/controls';
import { kindFor } from '../../../shared/fields';
import { SmallPicture } from '../../../shared/SmallPicture';
import { useLongWork } from '../../../shared/useLongWork';
import { sameWritten } from '../../state/composed';
import { change, say, tryOut, undo, useEditor } from '../../state/store';
import { words } from '../../words';

/** Two sizes that read alike. */
const SAME = 0.05;

function told({ now, plain, bound, candidates }: Fitted, at: number): string {
  const prints = candidates[at]?.prints;
  if (prints === undefined || now === null) return words.fit.noWords;
  if (candidates.length < 2) return words.fit.best(now);
  const parts = [words.fit.prints(prints)];
  if (Math.abs(now - prints) > SAME) parts.push(words.fit.before(now));
  if (plain !== null && Math.abs(plain - prints) > SAME) parts.push(words.fit.plain(plain));
  const said = `${parts.join('; ')}.`;
  return bound === null ? said : `${said} ${words.fit.bound(bound)}`;
}

interface Found {
  readonly fitted: Fitted;
  /** The chart that it was found for. */
  readonly before: Chart;
  /** How that stood by itself. */
  readonly stands: Chart['stands'];
  /** The candidate that was taken, and the chart as that made it. */
  readonly taken: { readonly at: number; readonly chart: Chart };
}

export function FitForm() {
  const kind = useEditor((state) => kindFor(state.chart.kind));
  const empty = useEditor((state) => Object.keys(state.chart.items).length === 0);
  const [asked, setAsked] = useState<FitAsked>(ALL_ALLOWED);
  const { done, run, stop } = useLongWork();
  const [found, setFound] = useState<Found | null>(null);
  const chart = useEditor((state) => state.chart);
  const isNow = found !== null && (sameWritten(found.before, chart) || sameWritten(found.taken.chart, chart));

  const said = found ? told(found.fitted, found.taken.at) : '';

  const find = async () => {
    setFound(null);
    const { chart: before, view } = useEditor.getState();
    try {
      const fitted = await run((worker, tell) => worker.fit(before, asked, tell, view));
      // Somebody went on meanwhile: what was found is for a chart that is no more.
      if (!sameWritten(before, useEditor.getState().chart)) say(words.fit.overtaken);
      else if (fitted) {
        setFound({ fitted, before, stands: before.stands, ...take(fitted, fitted.best) });
      }
    } catch (error) {
      const { name, message } = error as Error;
      say(name === 'TooLargeToFit' ? message : words.composeFailed(message));
    }
  };
  /** Makes the chart, as it was found, one of the candidates. */
  const take = ({ candidates }: Fitted, at: number): Pick<Found, 'taken'> => {
    const what = candidates[at]?.change;
    if (what) change(what, undefined, 'fit');
    return { taken: { at, chart: useEditor.getState().chart } };
  };
  const choose = (at: number) => {
    if (!found || at === found.taken.at) return;
    // What was taken before gives way: all of them are for the chart as it was then.
    if (!sameWritten(found.before, chart)) undo();
    // As it was, it stands as it stood.
    if (found.fitted.candidates[at]?.change === null) change({ type: 'stand', stands: found.stands ?? null });
    setFound({ ...found, before: useEditor.getState().chart, ...take(found.fitted, at) });
  };
  const may: (keyof FitAsked)[] = kind.ownFit
    ? ['direction', 'branches', 'gaps', 'order', 'turn', 'boxes']
    : [...(kind.choices.some((c) => c.type === 'choice' && c.fits) ? (['direction'] as const) : []), 'turn'];
  return (
    <section aria-label={words.fit.title} className="rounded border border-rule bg-paper px-3 py-2">
      <div className="flex items-center gap-3">
        <Button tone="strong" disabled={empty || done !== null} onClick={() => void find()}>
          {words.fit.run}
        </Button>
        {done !== null && (
          <>
            <Progress value={done} label={words.fit.title} />
            <Button onClick={stop}>{words.fit.stop}</Button>
          </>
        )}
      </div>
      <p aria-live="polite" className={found ? 'pt-1.5 text-[13px]' : 'sr-only'}>
        {found && (isNow ? said : words.fit.since(said))}
      </p>
      {found && isNow && found.fitted.candidates.length > 1 && (
        <fieldset className="grid grid-cols-2 gap-2 pt-2" aria-label={words.fit.choose}>
          {found.fitted.candidates.map((candidate, at) => (
            <CandidateCard
              key={nameOf(found.fitted.candidates, at)}
              name={nameOf(found.fitted.candidates, at)}
              candidate={candidate}
              picture={found.fitted.pictures[at] ?? null}
              taken={found.taken.at === at}
              onTake={() => choose(at)}
              onTry={(over) => sameWritten(found.before, chart) && tryOut(over ? candidate.change : null)}
            />
          ))}
        </fieldset>
      )}
      <details className="pt-1">
        <summary className="cursor-pointer text-[13px] text-quiet">{words.fit.may}</summary>
        {may.map((key) => (
          <Tick
            key={key}
            label={words.fit.allowed[key as keyof typeof words.fit.allowed]}
            value={asked[key] === true}
            onChange={(to) => setAsked({ ...asked, [key]: to })}
          />
        ))}
      </details>
    </section>
  );
}

function nameOf(all: readonly Candidate[], at: number): string {
  const { now, even, between, largest } = words.fit.candidate;
  const base = at === all.length - 1 ? largest : at === 0 ? even : all.length > 3 ? `${between} ${at}` : between;
  return all[at]!.change === null ? `${base} · ${now.toLowerCase()}` : base;
}

function CandidateCard({
  name,
  candidate: { prints, even },
  picture,
  taken,
  onTake,
  onTry,
}: {
  readonly name: string;
  readonly candidate: Candidate;
  readonly picture: Scene | null;
  readonly taken: boolean;
  readonly onTake: () => void;
  readonly onTry: (over: boolean) => void;
}) {
  return (
    <button
      type="button"
      aria-pressed={taken}
      onClick={onTake}
      onPointerEnter={() => onTry(true)}
      onPointerLeave={() => onTry(false)}
      className="flex min-w-0 flex-col rounded border border-rule bg-sheet p-1.5 text-left text-[13px] hover:bg-tint aria-pressed:border-plum aria-pressed:ring-1 aria-pressed:ring-plum"
    >
      {picture && (
        <span className="block h-[84px] w-full pb-1">
          <SmallPicture scene={picture} label="" />
        </span>
      )}
      <span className="font-semibold">{name}</span>
      <span className="text-quiet" title={words.fit.evenAbout}>
        {words.fit.size(prints)}
        {even !== null && ` · ${words.fit.even(even)}`}
      </span>
    </button>
  );
}
