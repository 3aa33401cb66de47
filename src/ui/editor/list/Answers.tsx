/** Answers given to problems before: used for the next list; each can be forgotten. */
import { Button } from '../../shared/controls';
import { change, useEditor } from '../state/store';
import { words } from '../words';

/** @param keys the ones to show; all where absent */
export function Answers({ title, keys }: { title: string; keys?: readonly string[] }) {
  const answers = useEditor((state) => state.chart.answers) ?? {};
  const shown = (keys ?? Object.keys(answers)).filter((key) => answers[key]);
  if (shown.length === 0) return null;
  return (
    <details className="pt-2 text-[13px]">
      <summary className="rounded text-quiet">{title}</summary>
      <ul>
        {shown.map((key) => (
          <li key={key} className="flex items-start justify-between gap-2 py-0.5">
            <span className="min-w-0 pt-1">{answers[key]!.says}</span>
            <Button
              tone="quiet"
              aria-label={words.answers.forgetOne(answers[key]!.says)}
              onClick={() => change({ type: 'set-answers', answers: { [key]: null } })}
            >
              {words.answers.forget}
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}
