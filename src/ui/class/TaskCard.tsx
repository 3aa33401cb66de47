/** What is to be done, above what it is done with. */
import type { AtWork } from './at-work';
import { words } from './words';

export function TaskCard({ at }: { at: AtWork }) {
  const { instructions, words: choices, parts, work } = at;
  const open = parts.map((part) => words.open[part]).join(', ');
  return (
    <details open className="flex-none border-b border-rule bg-tint px-4 py-2">
      <summary className="cursor-pointer py-1 font-semibold">{words.task}</summary>
      <div
        className="max-h-[32vh] overflow-y-auto pb-1" // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls is reached by keyboard
        tabIndex={0}
      >
        {instructions !== '' && (
          <p className="whitespace-pre-line" dir="auto">
            {instructions}
          </p>
        )}
        {choices.length > 0 && (
          <>
            <h3 className="pt-2 text-[13px] font-semibold">{words.chooseFrom}</h3>
            <p className="flex flex-wrap gap-1.5" dir="auto">
              {choices.map((word) => (
                <span key={word} className="rounded border border-rule bg-sheet px-2">
                  {word}
                </span>
              ))}
            </p>
          </>
        )}
        {work.state === 'working' && (
          <p className="pt-1 text-[13px] text-quiet">{open === '' ? words.mayNothing : words.mayChange(open)}</p>
        )}
        {work.state === 'returned' && work.marked.text !== '' && (
          <p className="pt-1 font-semibold">{words.markIs(work.marked.text)}</p>
        )}
        {work.state === 'returned' && work.mark?.words && (
          <p className="whitespace-pre-line" dir="auto">
            {work.mark.words}
          </p>
        )}
      </div>
    </details>
  );
}
