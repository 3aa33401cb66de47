/** One's own account: ways in, where one is signed in, keys, letters, what is one's own, and leaving. */
import { type ReactNode, useEffect, useState } from 'react';
import { call } from '../shared/api';
import { Brand } from '../shared/Brand';
import { Button, Tick } from '../shared/controls';
import { Form, problemOf } from './Form';
import { Keys, Passkeys, SecondFactor } from './Secrets';
import { Section } from './Section';
import { useList } from './useList';
import { words } from './words';

export interface Me {
  readonly name: string;
  readonly email: string;
  readonly administrator: boolean;
  readonly secondFactor: boolean;
  readonly letters: boolean;
}
interface Session {
  readonly id: string;
  readonly usedAt: string;
  readonly agent: string;
  readonly current: boolean;
}

export async function signOut(): Promise<void> {
  await call('DELETE', '/api/sign-in');
  location.assign('/sign-in');
}

const when = (at: string) => new Date(at).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' });

function Sessions() {
  const { all: sessions, act } = useList<Session>('/api/sessions', 'sessions');
  return (
    <Section title={words.sessions}>
      <ul className="flex flex-col gap-2">
        {sessions.map(({ id, agent, usedAt, current }) => (
          <li key={id} className="flex items-center gap-3 rounded border border-rule bg-sheet px-3 py-2">
            <span className="min-w-0 flex-1">
              <span className="block truncate">{current ? words.here : agent || '?'}</span>
              <span className="text-[13px] text-quiet">{words.lastUsed(when(usedAt))}</span>
            </span>
            {!current && <Button onClick={() => void act('DELETE', `/api/sessions/${id}`)}>{words.end}</Button>}
          </li>
        ))}
      </ul>
      {sessions.length > 1 && (
        <Button className="self-start" onClick={() => void act('DELETE', '/api/sessions')}>
          {words.endAll}
        </Button>
      )}
    </Section>
  );
}

/** A form whose success is said under it. */
function Said({
  title,
  about,
  said: saying,
  ...form
}: { title: string; said: (values: Readonly<Record<string, string>>, answer: unknown) => ReactNode } & Omit<
  Parameters<typeof Form>[0],
  'onSend'
> & { send: (values: Readonly<Record<string, string>>) => ReturnType<typeof call> }) {
  const [said, setSaid] = useState<ReactNode>('');
  const { send, ...rest } = form;
  return (
    <Section title={title}>
      <Form
        {...rest}
        about={about}
        onSend={async (values) => {
          const answer = await send(values);
          setSaid(answer.ok ? saying(values, answer.value) : '');
          return problemOf(answer);
        }}
      />
      <div role="status">{said}</div>
    </Section>
  );
}

/** Keys that go on working after the password was changed, and ending them all. */
function KeysStay({ keys }: { keys: readonly { readonly id: string; readonly name: string }[] }) {
  const [ended, setEnded] = useState(false);
  if (ended) return words.keysEnded;
  return (
    <span className="flex flex-col items-start gap-2">
      {words.keysStay(keys.map(({ name }) => name))}
      <Button
        onClick={async () => {
          for (const { id } of keys) await call('DELETE', `/api/keys/${id}`);
          setEnded(true);
        }}
      >
        {words.endKeys(keys.length)}
      </Button>
    </span>
  );
}

function Yours() {
  const [has, setHas] = useState<{ charts: number; shared: number; remarks: number; classes: number } | null>(null);
  const [leaving, setLeaving] = useState(false);
  useEffect(() => {
    void call<{ charts: number; shared: number; remarks: number; classes: number }>('GET', '/api/me/belongings').then(
      (answer) => answer.ok && setHas(answer.value),
    );
  }, []);
  return (
    <Section title={words.yours}>
      <a className="self-start underline" download href="/api/me/belongings?export=1">
        {words.yoursExport}
      </a>
      {!leaving && (
        <Button className="self-start" onClick={() => setLeaving(true)}>
          {words.leave}
        </Button>
      )}
      {leaving && has && (
        <>
          <p>{words.leaveSays(has.charts, has.shared, has.remarks, has.classes)}</p>
          <Form
            fields={[
              { name: 'to', label: words.leaveTo, fill: 'off', optional: true },
              { name: 'password', label: words.leavePassword, type: 'password', fill: 'current-password' },
            ]}
            button={words.leave}
            onSend={async ({ to = '', password = '' }) => {
              const answer = await call('DELETE', '/api/me', { password, ...(to.trim() !== '' && { to: to.trim() }) });
              if (answer.ok) location.assign('/sign-in');
              return problemOf(answer);
            }}
          />
        </>
      )}
    </Section>
  );
}

export function Account({ me }: { me: Me }) {
  const [letters, setLetters] = useState(me.letters);
  return (
    <div className="mx-auto w-[960px] max-w-[94vw] pb-16">
      <header className="flex h-14 items-center gap-4">
        <Brand />
        {me.administrator && (
          <a className="ml-auto text-[13px] underline" href="/people">
            {words.adminPage}
          </a>
        )}
        <Button className={me.administrator ? '' : 'ml-auto'} onClick={() => void signOut()}>
          {words.signOut}
        </Button>
      </header>
      <main className="grid gap-10 pt-4 md:grid-cols-2">
        <div className="flex flex-col gap-8">
          <div>
            <h1 className="text-2xl">{words.account}</h1>
            <p dir="auto">{me.name}</p>
            <p className="text-quiet">{me.email}</p>
            <Tick
              label={words.letters}
              value={letters}
              onChange={async (next) => {
                if ((await call('PATCH', '/api/me', { letters: next })).ok) setLetters(next);
              }}
            />
          </div>
          <Sessions />
          <Said
            title={words.change}
            said={(_, answer) => {
              const { keys } = answer as { keys: readonly { id: string; name: string }[] };
              return (
                <>
                  <p>{words.changed}</p>
                  {keys.length > 0 && <KeysStay keys={keys} />}
                </>
              );
            }}
            fields={[
              { name: 'now', label: words.now, type: 'password', fill: 'current-password' },
              { name: 'next', label: words.next, type: 'password', fill: 'new-password' },
            ]}
            button={words.change}
            about={words.nextAbout}
            send={(values) => call('PUT', '/api/me/password', values)}
          />
          <Said
            title={words.emailChange}
            said={({ email = '' }) => words.emailAsked(email)}
            fields={[
              { name: 'email', label: words.email, type: 'email', fill: 'email' },
              { name: 'password', label: words.leavePassword, type: 'password', fill: 'current-password' },
            ]}
            button={words.emailChange}
            send={(values) => call('PUT', '/api/me/email', values)}
          />
        </div>
        <div className="flex flex-col gap-8">
          <SecondFactor on={me.secondFactor} />
          <Passkeys />
          <Keys />
          <Yours />
        </div>
      </main>
    </div>
  );
}
