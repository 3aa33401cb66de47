import { useId, useState } from 'react';
import { DESCRIPTION_LIMIT } from '../../../../core/chart';
import { Button } from '../../../shared/controls';
import { change, useEditor } from '../../state/store';
import { words } from '../../words';

/** What the picture shows, in words: computed, or one's own. */
export function Description() {
  const field = useId();
  const own = useEditor((state) => state.chart.description);
  const computed = useEditor((state) => state.composition?.scene.description ?? '');
  const [text, setText] = useState<string | null>(null);
  const shown = text ?? own ?? computed;
  const keep = () => {
    if (text === null) return;
    const next = text.trim() === '' ? null : text.trim();
    if (next !== (own ?? null) && !(own === undefined && next === computed))
      change({ type: 'set-description', description: next });
    setText(null);
  };
  return (
    <div className="pt-4">
      <label htmlFor={field} className="font-semibold">
        {words.deliver.described}
      </label>
      <p className="text-[13px] text-quiet">{words.deliver.describedAbout}</p>
      <textarea
        id={field}
        dir="auto"
        rows={5}
        maxLength={DESCRIPTION_LIMIT}
        className="field mt-1 h-auto w-full py-1.5 text-[13px]"
        value={shown}
        onChange={(event) => setText(event.target.value)}
        onBlur={keep}
      />
      {own !== undefined && (
        <Button onClick={() => change({ type: 'set-description', description: null })}>
          {words.deliver.describedAgain}
        </Button>
      )}
    </div>
  );
}
