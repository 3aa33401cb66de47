/** The pages at the door: signing in, and the first administrator signing up. */
import { useState } from 'react';
import { call } from '../shared/api';
import { Brand } from '../shared/Brand';
import { Form, problemOf } from './Form';
import { words } from './words';

const EMAIL = { name: 'email', label: words.email, type: 'email', fill: 'username' } as const;

/** Only within this site: an address that leads elsewhere is not followed. */
function target(to: string | null): string {
  const home = '/';
  if (to === null || !to.startsWith('/')) return home;
  const url = new URL(to, location.origin);
  return url.origin === location.origin ? url.pathname + url.search : home;
}

function Frame({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <main className="mx-auto flex min-h-screen w-[380px] max-w-[92vw] flex-col justify-center gap-4 py-10">
      <Brand />
      <h1 className="text-2xl">{title}</h1>
      {children}
    </main>
  );
}

export function SignIn() {
  return (
    <Frame title={words.signIn}>
      <Form
        fields={[EMAIL, { name: 'password', label: words.password, type: 'password', fill: 'current-password' }]}
        button={words.signIn}
        onSend={async (values) => {
          const answer = await call('POST', '/api/sign-in', values);
          if (answer.ok) location.assign(target(new URLSearchParams(location.search).get('to')));
          return problemOf(answer);
        }}
      />
    </Frame>
  );
}

export function First() {
  // Behind the number sign: it is sent to no server, and stands in no log.
  const [token] = useState(() => location.hash.slice(1));
  if (token === '')
    return (
      <Frame title={words.first}>
        <p>{words.noLink}</p>
      </Frame>
    );
  return (
    <Frame title={words.first}>
      <p>{words.firstAbout}</p>
      <Form
        fields={[
          { name: 'name', label: words.name, fill: 'name' },
          EMAIL,
          { name: 'password', label: words.password, type: 'password', fill: 'new-password' },
        ]}
        button={words.signUp}
        onSend={async (values) => {
          const answer = await call('POST', '/api/accounts/first', { token, ...values });
          if (answer.ok) location.assign('/');
          return problemOf(answer);
        }}
      />
    </Frame>
  );
}
