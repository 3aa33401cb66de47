/** Finding the arrangement that prints largest on the page, and saying how good it is. */
import { useState } from 'react';
import { ALL_ALLOWED, type FitAsked, type FitResult } from '../../../../core/fit';
import { Button, Progress, Tick } from '../../../shared/controls';
import { kindFor } from '../../../shared/fields';
import { useLongWork } from '../../../shared/useLongWork';
import { change, say, useEditor } from '../../state/store';
import { words } from '../../words';

/** Two sizes that read alike. */
const SAME = 0.05;

function told({ now, prints, plain, bound }: FitResult): string {
  if (prints === null || now === null) return words.fit.noWords;
  const parts = [words.fit.prints(prints)];
  if (Math.abs(now - prints) > SAME) parts.push(words.fit.before(now));
  if (plain !== null && Math.abs(plain - prints) > SAME) parts.push(words.fit.plain(plain));
  const said = `${parts.join('; ')}.`;
  return bound === null ? said : `${said} ${words.fit.bound(bound)}`;
}

export function FitForm() {
  const kind = useEditor((state) => kindFor(state.chart.kind));
  const empty = useEditor((state) => Object.keys(state.chart.items).length === 0);
  const [asked, setAsked] = useState<FitAsked>(ALL_ALLOWED);
  const { done, run, stop } = useLongWork();
  const [result, setResult] = useState<{ said: string; chart: unknown } | null>(null);
  const chart = useEditor((state) => state.chart);

  const find = async () => {
    setResult(null);
    const { chart: before } = useEditor.getState();
    try {
      const found = await run((worker, tell) => worker.fit(before, asked, tell));
      // Somebody went on meanwhile: what was found is for a chart that is no more.
      if (useEditor.getState().chart !== before) say(words.fit.overtaken);
      else if (found) {
        if (found.change) change(found.change);
        setResult({ said: told(found), chart: useEditor.getState().chart });
      }
    } catch (error) {
      say(words.composeFailed((error as Error).message));
    }
  };
  const may: (keyof FitAsked)[] = kind.fit
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
      <p aria-live="polite" className={result ? 'pt-1.5 text-[13px]' : 'sr-only'}>
        {result && (result.chart === chart ? result.said : words.fit.since(result.said))}
      </p>
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
