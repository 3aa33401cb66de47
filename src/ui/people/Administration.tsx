/** The administrator's page: people, groups, storage, letters, log. */
import { useEffect, useState } from 'react';
import { call } from '../shared/api';
import { Brand } from '../shared/Brand';
import { Button } from '../shared/controls';
import { Form, problemOf } from './Form';
import { Section } from './Section';
import { useList } from './useList';
import { words } from './words';

interface Somebody {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly administrator: boolean;
  readonly charts: number;
}

const when = (at: string) => new Date(at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
const Wrong = ({ text }: { text: string }) => (
  <p role="alert" className="text-wrong empty:hidden">
    {text}
  </p>
);

function People({ people }: { people: ReturnType<typeof useList<Somebody>> }) {
  const { all, wrong, act, load } = people;
  const [leaving, setLeaving] = useState<string | null>(null);
  const [said, setSaid] = useState('');
  return (
    <Section title={words.people} about={words.peopleAbout}>
      <Wrong text={wrong} />
      <ul>
        {all.map(({ id, name, email, administrator, charts }) => (
          <li key={id} className="border-b border-rule py-1.5">
            <span className="flex flex-wrap items-baseline gap-x-3">
              <b dir="auto">{name}</b>
              <span className="text-quiet">{email}</span>
            </span>
            <span className="flex flex-wrap items-center gap-x-1">
              <span className="mr-auto text-[13px] text-quiet">
                {[...(administrator ? [words.administrator] : []), words.charts(charts)].join(' · ')}
              </span>
              <Button
                tone="quiet"
                aria-label={`${administrator ? words.unmakeAdmin : words.makeAdmin}: ${name}`}
                onClick={() => void act('PATCH', `/api/accounts/${id}`, { administrator: !administrator })}
              >
                {administrator ? words.unmakeAdmin : words.makeAdmin}
              </Button>
              <Button
                tone="quiet"
                aria-label={`${words.remove}: ${name}`}
                aria-expanded={leaving === id}
                onClick={() => setLeaving(leaving === id ? null : id)}
              >
                {words.remove}
              </Button>
            </span>
            {leaving === id && (
              <Form
                fields={[{ name: 'to', label: `${words.removeTo} (${words.leaveTo})`, fill: 'off', optional: true }]}
                button={words.removeReally}
                onSend={async ({ to = '' }) => {
                  const answer = await call('DELETE', `/api/accounts/${id}`, to.trim() === '' ? {} : { to: to.trim() });
                  if (answer.ok) setLeaving(null);
                  await load();
                  return problemOf(answer);
                }}
              />
            )}
          </li>
        ))}
      </ul>
      {all.length === 1 && <p className="text-quiet">{words.none}</p>}
      <h3 className="pt-2 font-semibold">{words.add}</h3>
      <Form
        fields={[
          { name: 'name', label: words.name, fill: 'off' },
          { name: 'email', label: words.email, type: 'email', fill: 'off' },
          { name: 'password', label: words.addPassword, type: 'password', fill: 'new-password', optional: true },
        ]}
        button={words.add}
        onSend={async ({ password = '', ...values }) => {
          const answer = await call('POST', '/api/accounts', { ...values, ...(password !== '' && { password }) });
          setSaid(answer.ok ? (password === '' ? words.invited : words.added)(values['name'] ?? '') : '');
          if (answer.ok) await load();
          return problemOf(answer);
        }}
      />
      <p role="status">{said}</p>
    </Section>
  );
}

interface Group {
  readonly id: string;
  readonly name: string;
  readonly members: readonly { readonly id: string; readonly name: string }[];
}

function Groups({ people }: { people: readonly Somebody[] }) {
  const { all, wrong, act, load } = useList<Group>('/api/groups', 'groups');
  return (
    <Section title={words.groups} about={words.groupsAbout}>
      <Wrong text={wrong} />
      <ul>
        {all.map(({ id, name, members }) => {
          const within = new Set(members.map((one) => one.id));
          const toggle = (person: string) => {
            const next = new Set(within);
            if (!next.delete(person)) next.add(person);
            return act('PATCH', `/api/groups/${id}`, { members: [...next] });
          };
          return (
            <li key={id} className="border-b border-rule py-1.5">
              <details>
                <summary className="cursor-pointer">
                  <b dir="auto">{name}</b> <span className="text-quiet">{members.length}</span>
                </summary>
                <fieldset className="pl-4">
                  <legend className="text-[13px] text-quiet">{words.groupMembers(name)}</legend>
                  {people.map((person) => (
                    <label key={person.id} className="flex min-h-[28px] items-center gap-2 text-[13px]">
                      <input
                        type="checkbox"
                        className="size-4 accent-plum"
                        checked={within.has(person.id)}
                        onChange={() => void toggle(person.id)}
                      />
                      <span dir="auto">{person.name}</span>
                    </label>
                  ))}
                  <Button
                    aria-label={`${words.remove}: ${name}`}
                    onClick={() => void act('DELETE', `/api/groups/${id}`)}
                  >
                    {words.remove}
                  </Button>
                </fieldset>
              </details>
            </li>
          );
        })}
      </ul>
      <Form
        fields={[{ name: 'name', label: words.name, fill: 'off' }]}
        button={words.groupAdd}
        onSend={async (values) => {
          const answer = await call('POST', '/api/groups', values);
          if (answer.ok) await load();
          return problemOf(answer);
        }}
      />
    </Section>
  );
}

const MEGABYTE = 1_000_000;
function Storage() {
  const [figures, setFigures] = useState<Readonly<Record<string, number>>>({});
  useEffect(() => {
    void call<Record<string, number>>('GET', '/api/storage').then((answer) => answer.ok && setFigures(answer.value));
  }, []);
  return (
    <Section title={words.storage}>
      <dl className="grid grid-cols-[auto_1fr] gap-x-6">
        {Object.entries(figures).map(([key, value]) => (
          <div key={key} className="contents">
            <dt className="text-quiet">{words.storageSays[key] ?? key}</dt>
            <dd>
              {/bytes/i.test(key)
                ? `${(value / MEGABYTE).toLocaleString('en-GB', { maximumFractionDigits: 1 })} MB`
                : value.toLocaleString('en-GB')}
            </dd>
          </div>
        ))}
      </dl>
    </Section>
  );
}

interface Letter {
  readonly id: string;
  readonly to: string;
  readonly subject: string;
  readonly words: string;
  readonly at: string;
  readonly sentAt: string | null;
  readonly failed: string | null;
}

function Letters() {
  const { all } = useList<Letter>('/api/letters', 'letters');
  return (
    <Section title={words.outbox} about={words.outboxAbout}>
      {all.length === 0 && <p className="text-quiet">{words.outboxNone}</p>}
      <ul>
        {all.map((letter) => (
          <li key={letter.id} className="border-b border-rule py-1.5 text-[13px]">
            <details>
              <summary className="cursor-pointer">
                <b>{letter.subject}</b> {letter.to}{' '}
                <span className="text-quiet">
                  {when(letter.at)},{' '}
                  {letter.failed ?? (letter.sentAt === null ? words.waiting : words.sent(when(letter.sentAt)))}
                </span>
              </summary>
              {letter.words !== '' && <pre className="field my-1 text-xs whitespace-pre-wrap">{letter.words}</pre>}
            </details>
          </li>
        ))}
      </ul>
    </Section>
  );
}

interface Noted {
  readonly id: string;
  readonly at: string;
  readonly what: string;
  readonly name: string;
  readonly about: string;
  readonly address: string;
}

/** As many as one answer has. */
const PAGE = 200;

function Log() {
  const [before, setBefore] = useState('0');
  const { all } = useList<Noted>(`/api/log?before=${before}`, 'events');
  return (
    <Section title={words.log} about={words.logAbout}>
      <ul className="text-[13px]">
        {all.map(({ id, at, what, name, about, address }) => (
          <li key={id} className="flex flex-wrap gap-x-3 border-b border-rule py-1">
            <span className="text-quiet">{when(at)}</span>
            <span>{what.replaceAll('-', ' ')}</span>
            <b dir="auto">{name}</b>
            <span className="text-quiet">{[about, address].filter(Boolean).join(', ')}</span>
          </li>
        ))}
      </ul>
      {all.length >= PAGE && (
        <Button className="self-start" onClick={() => setBefore(all.at(-1)!.id)}>
          {words.older}
        </Button>
      )}
    </Section>
  );
}

/** How people can sign in here: set where the server is started. */
export interface Ways {
  readonly letters: boolean;
  readonly provider: string | null;
  readonly adminSecondFactor: boolean;
}

const WaysIn = ({ ways }: { ways: Ways }) => (
  <Section title={words.ways} about={words.waysAbout}>
    <ul className="list-disc pl-5">
      {words.waysSay(ways).map((line) => (
        <li key={line}>{line}</li>
      ))}
    </ul>
  </Section>
);

export function Administration({ ways }: { ways: Ways }) {
  const people = useList<Somebody>('/api/accounts', 'accounts');
  return (
    <div className="mx-auto w-[1080px] max-w-[94vw] pb-16">
      <header className="flex h-14 items-center gap-4">
        <Brand />
        <a className="ml-auto text-[13px] underline" href="/account">
          {words.account}
        </a>
      </header>
      <main>
        <h1 className="pt-4 pb-6 text-2xl">{words.adminPage}</h1>
        <div className="grid gap-10 md:grid-cols-2">
          <div className="flex flex-col gap-8">
            <People people={people} />
            <Groups people={people.all} />
          </div>
          <div className="flex flex-col gap-8">
            <Storage />
            <WaysIn ways={ways} />
            <Letters />
            <Log />
          </div>
        </div>
      </main>
    </div>
  );
}
