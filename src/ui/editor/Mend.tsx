/** A chart that can't be read: what can be read of it, the way back to when all of it could, and all of it as a file. */
import { useEffect, useState } from 'react';
import { call } from '../shared/api';
import { Button } from '../shared/controls';

const words = {
  heading: "This chart can't be opened",
  damaged: 'A part of it is damaged. Nothing is lost: you can go back to an earlier version, or download everything.',
  back: (at: string | null) => (at === null ? 'Go back to the last readable version' : `Go back to ${when(at)}`),
  backAbout: 'This is the last version that can be read. Later changes stay in the history.',
  none: 'No earlier version can be read.',
  download: 'Download everything that is stored',
  lost: "What can't be read",
  list: (count: number) => (count === 1 ? '1 row can be read' : `${count} rows can be read`),
  looking: 'Looking for what can be read ...',
  home: 'All charts',
};

const when = (at: string): string =>
  new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' }).format(new Date(at));

interface Mendable {
  readonly code: string | null;
  readonly problem: string | null;
  readonly title: string;
  readonly items: number;
  readonly list: string;
  readonly lost: readonly { readonly field: string; readonly message: string }[];
  readonly last: { readonly revision: number; readonly at: string | null } | null;
}

export function Mend({ id, why }: { id: string; why: string }) {
  const [found, setFound] = useState<Mendable | null>(null);
  const [said, setSaid] = useState('');
  const [busy, setBusy] = useState(false);
  const address = `/api/charts/${encodeURIComponent(id)}`;
  useEffect(() => {
    void call<Mendable>('GET', `${address}/mend`).then((answer) => {
      if (answer.ok) setFound(answer.value);
      else setSaid(answer.detail);
    });
  }, [address]);
  const back = async () => {
    setBusy(true);
    const answer = await call('POST', `${address}/mend`);
    if (answer.ok) location.reload();
    else setSaid(answer.detail);
    setBusy(false);
  };
  return (
    <main className="mx-auto flex max-w-[720px] flex-col items-start gap-4 p-10">
      <h1 className="text-2xl">{found ? `${found.title}: ${words.heading}` : words.heading}</h1>
      <p role="alert">{found?.code === 'unreadable' ? words.damaged : (found?.problem ?? why)}</p>
      {said !== '' && <p role="alert">{said}</p>}
      {!found && said === '' && <p role="status">{words.looking}</p>}
      {found && (
        <>
          <div className="flex flex-wrap items-center gap-3">
            {found.last && (
              <Button tone="strong" disabled={busy} onClick={() => void back()}>
                {words.back(found.last.at)}
              </Button>
            )}
            <a className="text-plum underline" href={`${address}/stored`} download>
              {words.download}
            </a>
            <a className="text-plum underline" href="/">
              {words.home}
            </a>
          </div>
          <p className="text-quiet">{found.last ? words.backAbout : words.none}</p>
          {found.lost.length > 0 && (
            <section>
              <h2 className="pb-1">{words.lost}</h2>
              <ul className="list-disc pl-5">
                {found.lost.map(({ field, message }) => (
                  <li key={field}>
                    {field}: {message}
                  </li>
                ))}
              </ul>
            </section>
          )}
          <section className="w-full">
            <h2 className="pb-1">{words.list(found.items)}</h2>
            {found.list !== '' && (
              <pre className="max-h-[50vh] overflow-auto rounded border border-rule bg-sheet p-3 text-[13px]">
                {found.list}
              </pre>
            )}
          </section>
        </>
      )}
    </main>
  );
}
