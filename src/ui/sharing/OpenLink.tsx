/** The page that a link leads to: it opens the chart, or asks for its password. */
import { useEffect, useRef, useState } from 'react';
import { Form, problemOf } from '../people/Form';
import { call } from '../shared/api';
import { Brand } from '../shared/Brand';
import { words } from './words';

const open = (token: string, password?: string) =>
  call<{ chart: string }>(
    'POST',
    `/api/links/${encodeURIComponent(token)}`,
    password === undefined ? {} : { password },
  );

export function OpenLink({ token, asks }: { token: string; asks: boolean | null }) {
  const begun = useRef(false);
  const [wrong, setWrong] = useState('');
  useEffect(() => {
    // Whoever only looks at what an address is, such as a program that reads mail, opens nothing.
    if (asks !== false || begun.current) return;
    begun.current = true;
    void open(token).then((answer) => {
      if (answer.ok) location.replace(`/chart/${answer.value.chart}`);
      else setWrong(answer.detail);
    });
  }, [token, asks]);
  return (
    <main className="mx-auto flex min-h-screen w-[380px] max-w-[92vw] flex-col justify-center gap-4 py-10">
      <Brand />
      {asks === null || wrong !== '' ? (
        <>
          <h1 className="text-2xl">{words.linkEnded}</h1>
          <p>{words.linkAsk}</p>
        </>
      ) : asks ? (
        <>
          <h1 className="text-2xl">{words.linkPassword}</h1>
          <Form
            fields={[{ name: 'password', label: words.password, type: 'password', fill: 'off' }]}
            button={words.openLink}
            onSend={async ({ password = '' }) => {
              const answer = await open(token, password);
              if (answer.ok) location.replace(`/chart/${answer.value.chart}`);
              return problemOf(answer);
            }}
          />
        </>
      ) : (
        <p role="status">{words.openLink} ...</p>
      )}
    </main>
  );
}
