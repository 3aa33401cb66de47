/** What whoever shows a picture step by step sees beside it, in a window of their own: what is new, what comes, what the list says of it. */
import { useEffect, useState } from 'react';
import { createPortal } from 'react-dom';
import { type Chart, notesOf } from '../../../core/chart';
import { plainOf } from '../../../core/text/rich';
import { Button } from '../../shared/controls';
import { fieldLabel, kindFor } from '../../shared/fields';
import { words } from '../words';

/** The page's own style sheets in another window; its fonts come with them. */
function dress(other: Window): void {
  for (const sheet of document.querySelectorAll('link[rel=stylesheet], style'))
    other.document.head.append(sheet.cloneNode(true));
  other.document.documentElement.lang = document.documentElement.lang;
}

/** All that the list says of an item, and the notes that stand at it. */
function About({ chart, id }: { chart: Chart; id: string }) {
  const { name = '', ...rest } = chart.items[id]?.fields ?? {};
  const notes = notesOf(chart.notes).filter(({ at }) => 'item' in at && at.item === id);
  return (
    <li className="py-2">
      <b className="text-lg" dir="auto">
        {plainOf(name) || kindFor(chart.kind).words.unnamed}
      </b>
      <dl className="grid grid-cols-[auto_1fr] gap-x-3">
        {Object.entries(rest).map(([field, text]) =>
          text === '' ? null : (
            <div key={field} className="contents">
              <dt className="text-quiet">{fieldLabel(chart.kind, field)}</dt>
              <dd dir="auto">{plainOf(text)}</dd>
            </div>
          ),
        )}
      </dl>
      {notes.map(({ id: note, text }) => (
        <p key={note} dir="auto">
          {plainOf(text)}
        </p>
      ))}
    </li>
  );
}

export function TeacherNotes({
  window: other,
  chart,
  now,
  next,
  step,
  onGo,
}: {
  window: Window;
  chart: Chart;
  now: readonly string[];
  next: readonly string[];
  step: string;
  onGo: (by: number) => void;
}) {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    other.document.head.replaceChildren();
    other.document.body.replaceChildren();
    dress(other);
    other.document.title = words.reveal.notesTitle(chart.title);
    setOpen(true);
    // Nobody is left to fill it.
    const leave = () => other.close();
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      other.close();
    };
  }, [other, chart.title]);
  if (!open || other.closed) return null;
  const list = (ids: readonly string[]) => (
    <ul>
      {ids.map((id) => (
        <About key={id} chart={chart} id={id} />
      ))}
    </ul>
  );
  return createPortal(
    <main className="min-h-screen bg-paper p-5 text-ink">
      <div className="flex items-center gap-2">
        <Button onClick={() => onGo(-1)}>{words.reveal.back}</Button>
        <Button tone="strong" onClick={() => onGo(1)}>
          {words.reveal.next}
        </Button>
        <span role="status">{step}</span>
      </div>
      <h1 className="pt-3 text-xl">{words.reveal.now}</h1>
      {now.length > 0 ? list(now) : <p>{words.reveal.whole}</p>}
      <h2 className="border-t border-rule pt-3 text-quiet">{words.reveal.coming}</h2>
      {next.length > 0 ? list(next) : <p>{words.reveal.whole}</p>}
    </main>,
    other.document.body,
  );
}
