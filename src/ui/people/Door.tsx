/** The pages at the door: signing in, by whichever way, and the first administrator signing up. */
import { useState } from 'react';
import { call } from '../shared/api';
import { Brand } from '../shared/Brand';
import { Button } from '../shared/controls';
import { Form, problemOf } from './Form';
import { hasPasskeys, signInByPasskey } from './passkey';
import { words } from './words';

const EMAIL = { name: 'email', label: words.email, type: 'email', fill: 'username' } as const;
const CODE = { name: 'code', label: words.code, fill: 'one-time-code' } as const;

/** Only within this site: an address that leads elsewhere is not followed. */
function target(to: string | null): string {
  const home = '/';
  if (to === null || !to.startsWith('/')) return home;
  const url = new URL(to, location.origin);
  return url.origin === location.origin ? url.pathname + url.search : home;
}
const goOn = () => location.assign(target(new URLSearchParams(location.search).get('to')));

export function Frame({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <main className="mx-auto flex min-h-screen w-[380px] max-w-[92vw] flex-col justify-center gap-4 py-10">
      <Brand />
      <h1 className="text-2xl">{title}</h1>
      {children}
    </main>
  );
}

/** Whether an answer asks for the code of the second factor. */
const asksCode = (answer: { readonly ok: boolean; readonly body?: Readonly<Record<string, unknown>> }): boolean =>
  !answer.ok && String(answer.body?.['type']).endsWith('#second-factor');

/** A form for an address, to which a link is sent. */
function Asked({ address, onBack }: { address: string; onBack: () => void }) {
  const [sent, setSent] = useState(false);
  return (
    <>
      {sent ? (
        <p role="status">{words.linkSent}</p>
      ) : (
        <Form
          fields={[EMAIL]}
          button={words.send}
          onSend={async (values) => {
            const answer = await call('POST', address, values);
            setSent(answer.ok);
            return problemOf(answer);
          }}
        />
      )}
      <Button tone="quiet" className="self-start" onClick={onBack}>
        {words.back}
      </Button>
    </>
  );
}

/** @param provider what the provider is called that people sign in with, where there is one */
export function SignIn({ provider }: { provider?: string | undefined }) {
  const [way, setWay] = useState<'password' | 'link' | 'forgot'>('password');
  const [code, setCode] = useState(false);
  const [why, setWhy] = useState(() => words.why(new URLSearchParams(location.search).get('why')));
  if (way !== 'password')
    return (
      <Frame title={way === 'link' ? words.byLinkTitle : words.recoverTitle}>
        <Asked address={way === 'link' ? '/api/sign-in/link' : '/api/recovery'} onBack={() => setWay('password')} />
      </Frame>
    );
  const to = new URLSearchParams(location.search).get('to') ?? '/';
  return (
    <Frame title={words.signIn}>
      {why !== '' && (
        <p role="alert" className="text-wrong">
          {why}
        </p>
      )}
      <Form
        fields={[
          EMAIL,
          { name: 'password', label: words.password, type: 'password', fill: 'current-password' },
          ...(code ? [CODE] : []),
        ]}
        button={words.signIn}
        about={code ? words.codeAbout : undefined}
        onSend={async (values) => {
          const answer = await call('POST', '/api/sign-in', values);
          if (answer.ok) goOn();
          else if (asksCode(answer) && !code) {
            setCode(true);
            return answer.detail;
          }
          return problemOf(answer);
        }}
      />
      <span className="flex flex-wrap gap-2">
        <Button onClick={() => setWay('link')}>{words.byLink}</Button>
        {hasPasskeys() && (
          <Button
            onClick={async () => {
              const wrong = await signInByPasskey();
              if (wrong === null) goOn();
              else setWhy(wrong);
            }}
          >
            {words.passkey}
          </Button>
        )}
        {provider && (
          <a
            className="inline-flex min-h-[28px] items-center rounded border border-rule bg-sheet px-2.5 text-[13px] hover:border-plum hover:bg-tint"
            href={`/api/sign-in/with?to=${encodeURIComponent(target(to))}`}
          >
            {words.provider(provider)}
          </a>
        )}
        <Button tone="quiet" onClick={() => setWay('forgot')}>
          {words.forgot}
        </Button>
        <a className="self-center text-[13px] underline" href="/join">
          {words.haveCode}
        </a>
      </span>
    </Frame>
  );
}

/** Behind the number sign: it is sent to no server, and stands in no log. */
const tokenHere = () => location.hash.slice(1);

export function First() {
  const [token] = useState(tokenHere);
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

/** Pages that links in letters lead to: nothing is done until whoever opened it says so, as programs that read mail open links too. */
export function ByLetter({ what }: { what: 'sign-in' | 'recover' | 'confirm' }) {
  const [token, setToken] = useState(tokenHere);
  const [code, setCode] = useState(false);
  const [said, setSaid] = useState('');
  const title = { 'sign-in': words.byLinkTitle, recover: words.recoverTitle, confirm: words.confirmTitle }[what];
  const button = { 'sign-in': words.enter, recover: words.recoverButton, confirm: words.confirmButton }[what];
  if (said !== '' || token === '')
    return (
      <Frame title={title}>
        <p role="status">{said === '' ? words.linkEnded : said}</p>
        <a className="underline" href="/sign-in">
          {words.toDoor}
        </a>
      </Frame>
    );
  return (
    <Frame title={title}>
      <Form
        fields={[
          ...(what === 'recover'
            ? [{ name: 'password', label: words.next, type: 'password', fill: 'new-password' } as const]
            : []),
          ...(code ? [CODE] : []),
        ]}
        button={button}
        about={what === 'recover' ? words.nextAbout : undefined}
        onSend={async (values) => {
          const [method, address] = {
            'sign-in': ['PUT', '/api/sign-in/link'],
            recover: ['PUT', '/api/recovery'],
            confirm: ['POST', '/api/confirm'],
          }[what] as [string, string];
          const answer = await call<{ email?: string }>(method, address, { token, ...values });
          if (answer.ok) {
            if (what === 'sign-in') location.assign('/');
            else setSaid(what === 'recover' ? words.recovered : words.confirmed(answer.value?.email ?? ''));
            return null;
          }
          // It was good, and is good again under another name, as something else was missing.
          if (typeof answer.body['again'] === 'string') setToken(answer.body['again']);
          if (asksCode(answer)) setCode(true);
          return problemOf(answer);
        }}
      />
    </Frame>
  );
}
