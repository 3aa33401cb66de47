/** One's own account: where one is signed in, another password; for administrators the people here. */
import { useEffect, useState } from 'react';
import { call } from '../shared/api';
import { Brand } from '../shared/Brand';
import { Button } from '../shared/controls';
import { Form, problemOf } from './Form';
import { words } from './words';

export interface Me {
  readonly name: string;
  readonly email: string;
  readonly administrator: boolean;
}
interface Session {
  readonly id: string;
  readonly usedAt: string;
  readonly agent: string;
  readonly current: boolean;
}
interface Somebody {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly administrator: boolean;
  readonly charts: number;
}

export async function signOut(): Promise<void> {
  await call('DELETE', '/api/sign-in');
  location.assign('/sign-in');
}

const when = (at: string) => new Date(at).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' });

function Sessions() {
  const [sessions, setSessions] = useState<readonly Session[]>([]);
  const load = async () => {
    const answer = await call<{ sessions: Session[] }>('GET', '/api/sessions');
    if (answer.ok) setSessions(answer.value.sessions);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: once
  useEffect(() => void load(), []);
  const end = async (address: string) => {
    await call('DELETE', address);
    await load();
  };
  return (
    <section aria-label={words.sessions}>
      <h2 className="pb-2 text-lg">{words.sessions}</h2>
      <ul className="flex flex-col gap-2">
        {sessions.map(({ id, agent, usedAt, current }) => (
          <li key={id} className="flex items-center gap-3 rounded border border-rule bg-sheet px-3 py-2">
            <span className="min-w-0 flex-1">
              <span className="block truncate">{current ? words.here : agent || '?'}</span>
              <span className="text-[13px] text-quiet">{words.lastUsed(when(usedAt))}</span>
            </span>
            {!current && <Button onClick={() => void end(`/api/sessions/${id}`)}>{words.end}</Button>}
          </li>
        ))}
      </ul>
      {sessions.length > 1 && (
        <Button className="mt-2" onClick={() => void end('/api/sessions')}>
          {words.endAll}
        </Button>
      )}
    </section>
  );
}

function People() {
  const [people, setPeople] = useState<readonly Somebody[]>([]);
  const [said, setSaid] = useState('');
  const load = async () => {
    const answer = await call<{ accounts: Somebody[] }>('GET', '/api/accounts');
    if (answer.ok) setPeople(answer.value.accounts);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: once
  useEffect(() => void load(), []);
  return (
    <section aria-label={words.people} className="flex flex-col gap-3">
      <h2 className="text-lg">{words.people}</h2>
      <p className="text-[13px] text-quiet">{words.peopleAbout}</p>
      <ul className="flex flex-col gap-1">
        {people.map(({ id, name, email, administrator, charts }) => (
          <li key={id} className="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-1.5">
            <b dir="auto">{name}</b>
            <span className="text-quiet">{email}</span>
            <span className="ml-auto text-[13px] text-quiet">
              {[...(administrator ? [words.administrator] : []), words.charts(charts)].join(' · ')}
            </span>
          </li>
        ))}
      </ul>
      {people.length === 1 && <p className="text-quiet">{words.none}</p>}
      <h3 className="pt-2 font-semibold">{words.add}</h3>
      <Form
        fields={[
          { name: 'name', label: words.name, fill: 'off' },
          { name: 'email', label: words.email, type: 'email', fill: 'off' },
          { name: 'password', label: words.password, type: 'password', fill: 'new-password' },
        ]}
        button={words.add}
        onSend={async (values) => {
          const answer = await call('POST', '/api/accounts', values);
          setSaid(answer.ok ? words.added(values['name'] ?? '') : '');
          if (answer.ok) await load();
          return problemOf(answer);
        }}
      />
      <p role="status">{said}</p>
    </section>
  );
}

export function Account({ me }: { me: Me }) {
  const [said, setSaid] = useState('');
  return (
    <div className="mx-auto w-[960px] max-w-[94vw] pb-16">
      <header className="flex h-14 items-center gap-4">
        <Brand />
        <Button className="ml-auto" onClick={() => void signOut()}>
          {words.signOut}
        </Button>
      </header>
      <main className="grid gap-10 pt-4 md:grid-cols-2">
        <div className="flex flex-col gap-8">
          <div>
            <h1 className="text-2xl">{words.account}</h1>
            <p dir="auto">{me.name}</p>
            <p className="text-quiet">{me.email}</p>
          </div>
          <Sessions />
          <section aria-label={words.change}>
            <h2 className="pb-2 text-lg">{words.change}</h2>
            <Form
              fields={[
                { name: 'now', label: words.now, type: 'password', fill: 'current-password' },
                { name: 'next', label: words.next, type: 'password', fill: 'new-password' },
              ]}
              button={words.change}
              about={words.nextAbout}
              onSend={async (values) => {
                const answer = await call('PUT', '/api/me/password', values);
                setSaid(answer.ok ? words.changed : '');
                return problemOf(answer);
              }}
            />
            <p role="status">{said}</p>
          </section>
        </div>
        {me.administrator && <People />}
      </main>
    </div>
  );
}
