/** The door of learners: a code and a name, or the words on the card of whoever comes back. */
import { useEffect, useState } from 'react';
import { Frame } from '../people/Door';
import { Form, problemOf } from '../people/Form';
import { call } from '../shared/api';
import { Button } from '../shared/controls';
import { words } from './words';

const HOME = '/my-work';

/** @param person who is signed in here already, and is no learner */
export function JoinPage({ person }: { person?: string | undefined }) {
  // A teacher may hand out an address that ends with the code.
  const [code, setCode] = useState('');
  useEffect(() => setCode(decodeURIComponent(location.hash.slice(1))), []);
  const [been, setBeen] = useState(false);
  const [card, setCard] = useState<string | null>(null);
  if (card !== null)
    return (
      <Frame title={words.cardTitle}>
        <p className="rounded border border-rule bg-sheet p-5 text-center font-title text-3xl" data-card>
          {card}
        </p>
        <p>{words.cardAbout}</p>
        <Button tone="strong" className="min-h-[44px] justify-center text-base" onClick={() => location.assign(HOME)}>
          {words.goOn}
        </Button>
      </Frame>
    );
  return (
    <Frame title={words.join}>
      {person !== undefined && <p className="rounded bg-tint p-2 text-[13px]">{words.leavesAccount(person)}</p>}
      <Form
        key={`${been} ${code}`}
        fields={[
          { name: 'code', label: words.code, fill: 'off', initial: code },
          { name: 'name', label: words.yourName, fill: 'off' },
          ...(been ? [{ name: 'card', label: words.card, fill: 'off' }] : []),
        ]}
        button={been ? words.comeBackButton : words.joinButton}
        onSend={async (values) => {
          const answer = await call<{ card?: string }>('POST', '/api/classes/join', values);
          if (answer.ok && answer.value.card) setCard(answer.value.card);
          else if (answer.ok) location.assign(HOME);
          return problemOf(answer);
        }}
      />
      <p className="flex flex-wrap justify-between gap-2">
        <Button tone="quiet" onClick={() => setBeen(!been)}>
          {been ? words.notBeen : words.been}
        </Button>
        <a className="self-center text-[13px] underline" href="/sign-in">
          {words.signInInstead}
        </a>
      </p>
    </Frame>
  );
}
