/** What somebody signs in with besides a password, and keys for their scripts. */
import { useState } from 'react';
import { call } from '../shared/api';
import { Button, Select } from '../shared/controls';
import { Copied } from '../sharing/Copied';
import { Form, problemOf } from './Form';
import { addPasskey, hasPasskeys } from './passkey';
import { Section } from './Section';
import { useList } from './useList';
import { words } from './words';

interface Begun {
  readonly secret: string;
  readonly picture: string;
}

export function SecondFactor({ on: first }: { on: boolean }) {
  const [on, setOn] = useState(first);
  const [begun, setBegun] = useState<Begun | null>(null);
  const [spare, setSpare] = useState<readonly string[]>([]);
  const code = [{ name: 'code', label: words.code, fill: 'one-time-code' }];
  const begin = async () => {
    const answer = await call<Begun>('POST', '/api/me/second-factor');
    if (answer.ok) setBegun(answer.value);
  };
  return (
    <Section title={words.second} about={on ? words.secondOn : words.secondAbout}>
      {!on && !begun && (
        <Button className="self-start" onClick={() => void begin()}>
          {words.secondBegin}
        </Button>
      )}
      {begun && (
        <>
          <p>{words.secondScan}</p>
          <img
            alt=""
            className="size-44 rounded border border-rule"
            src={`data:image/svg+xml;utf8,${encodeURIComponent(begun.picture)}`}
          />
          <Copied label={words.secondSecret} text={begun.secret} />
          <Form
            fields={code}
            button={words.secondConfirm}
            onSend={async (values) => {
              const answer = await call<{ spare: string[] }>('PUT', '/api/me/second-factor', values);
              if (!answer.ok) return problemOf(answer);
              setSpare(answer.value.spare);
              setBegun(null);
              setOn(true);
              return null;
            }}
          />
        </>
      )}
      {spare.length > 0 && (
        <div role="status">
          <p>{words.spare}</p>
          <ul className="grid grid-cols-2 gap-x-6 font-mono text-[14px]">
            {spare.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </ul>
        </div>
      )}
      {on && spare.length === 0 && (
        <Form
          fields={code}
          button={words.secondOff}
          onSend={async (values) => {
            const answer = await call('DELETE', '/api/me/second-factor', values);
            if (answer.ok) setOn(false);
            return problemOf(answer);
          }}
        />
      )}
    </Section>
  );
}

interface Named {
  readonly id: string;
  readonly name: string;
  readonly usedAt: string | null;
}
const used = ({ usedAt }: Named) =>
  usedAt === null
    ? words.neverUsed
    : words.lastUsed(new Date(usedAt).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' }));

function Rows({
  rows,
  more,
  onRemove,
}: {
  rows: readonly Named[];
  more?: (one: Named) => string;
  onRemove: (id: string) => void;
}) {
  return (
    <ul>
      {rows.map((one) => (
        <li key={one.id} className="flex items-center gap-2 border-b border-rule py-1.5">
          <span className="min-w-0 flex-1">
            <b dir="auto" className="block truncate">
              {one.name}
            </b>
            <span className="text-[13px] text-quiet">{[...(more ? [more(one)] : []), used(one)].join(', ')}</span>
          </span>
          <Button aria-label={`${words.remove}: ${one.name}`} onClick={() => onRemove(one.id)}>
            {words.remove}
          </Button>
        </li>
      ))}
    </ul>
  );
}

export function Passkeys() {
  const { all, load, act } = useList<Named>('/api/me/passkeys', 'passkeys');
  if (!hasPasskeys()) return null;
  return (
    <Section title={words.passkeys} about={words.passkeysAbout}>
      <Rows rows={all} onRemove={(id) => void act('DELETE', `/api/me/passkeys/${encodeURIComponent(id)}`)} />
      <Form
        fields={[{ name: 'name', label: words.passkeyName, fill: 'off' }]}
        button={words.passkeyAdd}
        onSend={async ({ name = '' }) => {
          const wrong = await addPasskey(name);
          await load();
          return wrong;
        }}
      />
    </Section>
  );
}

type Scope = keyof typeof words.keyScopes;
const SCOPES = (Object.keys(words.keyScopes) as Scope[]).map((value) => ({ value, label: words.keyScopes[value] }));

export function Keys() {
  const { all, load, act } = useList<Named & { scope: Scope }>('/api/keys', 'keys');
  const [scope, setScope] = useState<Scope>('read');
  const [made, setMade] = useState('');
  return (
    <Section title={words.keys} about={words.keysAbout}>
      <Rows
        rows={all}
        more={(one) => words.keyScopes[(one as Named & { scope: Scope }).scope]}
        onRemove={(id) => void act('DELETE', `/api/keys/${id}`)}
      />
      <span className="flex w-40">
        <Select label={words.keyMay} value={scope} options={SCOPES} onChange={setScope} />
      </span>
      <Form
        fields={[{ name: 'name', label: words.keyName, fill: 'off' }]}
        button={words.keyMake}
        onSend={async (values) => {
          const answer = await call<{ key: string }>('POST', '/api/keys', { ...values, scope });
          setMade(answer.ok ? answer.value.key : '');
          await load();
          return problemOf(answer);
        }}
      />
      {made !== '' && (
        <div role="status">
          <Copied label={words.key} text={made} />
          <p className="text-[13px] text-quiet">{words.keyOnce}</p>
        </div>
      )}
    </Section>
  );
}
