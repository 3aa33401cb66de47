/** Who is in a class: let in, renamed, given another card, removed one by one or together; and names put in before they come. */
import { useState } from 'react';
import type { Card, Learner } from '../../server/classes';
import { call } from '../shared/api';
import { Button } from '../shared/controls';
import { Dialog } from '../shared/Dialog';
import { Sure } from './Sure';
import { when, words } from './words';

/** Cards with their words, to be printed and handed out. */
function Cards({ cards, code, onClose }: { cards: readonly Card[]; code: string; onClose: () => void }) {
  return (
    <Dialog title={words.cards} onClose={onClose}>
      <div className="flex flex-col gap-3 overflow-y-auto p-5" data-print-cards>
        <p className="text-[13px] text-quiet print:hidden">{words.cardsAbout}</p>
        <ul className="grid grid-cols-2 gap-2">
          {cards.map(({ learner, name, card }) => (
            <li key={learner} className="break-inside-avoid rounded border border-dashed border-ink p-3">
              <b dir="auto">{name}</b>
              <br />
              {code}
              <br />
              <span className="font-title text-lg">{card}</span>
            </li>
          ))}
        </ul>
        <Button className="self-start print:hidden" onClick={() => window.print()}>
          {words.print}
        </Button>
      </div>
    </Dialog>
  );
}

const NEW_MS = 60 * 60 * 1_000;
const isNew = ({ joinedAt }: Learner): boolean => Date.now() - Date.parse(joinedAt) < NEW_MS;

/** What is done with several learners at once. */
function Together({
  people,
  selected,
  onSelect,
  onLetIn,
  onRemove,
}: {
  people: readonly Learner[];
  selected: readonly Learner[];
  onSelect: (some: readonly Learner[]) => void;
  onLetIn: (some: readonly Learner[]) => void;
  onRemove: (some: readonly Learner[]) => void;
}) {
  const waiting = people.filter((one) => one.waiting);
  const fresh = people.filter(isNew);
  const chosen = selected.filter((one) => one.waiting);
  return (
    <div className="flex flex-wrap items-center gap-2">
      {waiting.length > 0 && <Button onClick={() => onSelect(waiting)}>{words.selectWaiting(waiting.length)}</Button>}
      {fresh.length > 0 && <Button onClick={() => onSelect(fresh)}>{words.selectNew(fresh.length)}</Button>}
      {chosen.length > 0 && <Button onClick={() => onLetIn(chosen)}>{words.letIn(chosen.length)}</Button>}
      {selected.length > 0 && (
        <Sure
          label={words.removeSome(selected.length)}
          text={words.removeSome(selected.length)}
          ask={words.removeSomeSure(selected.length)}
          onYes={() => onRemove(selected)}
        />
      )}
    </div>
  );
}

function Row({
  learner,
  base,
  selected,
  onSelect,
  onDone,
  onCard,
  onWrong,
}: {
  learner: Learner;
  base: string;
  selected: boolean;
  onSelect: (selected: boolean) => void;
  onDone: () => void;
  onCard: (cards: readonly Card[]) => void;
  onWrong: (wrong: string) => void;
}) {
  const [name, setName] = useState<string | null>(null);
  const act = async (method: string, body?: object) => {
    const answer = await call<{ cards?: Card[] }>(method, `${base}/${learner.id}`, body);
    onWrong(answer.ok ? '' : answer.detail);
    if (!answer.ok) return;
    if (answer.value?.cards?.length) onCard(answer.value.cards);
    setName(null);
    onDone();
  };
  return (
    <li className="flex min-h-10 flex-wrap items-center gap-x-2 border-b border-rule py-1">
      <input
        type="checkbox"
        className="size-4 accent-plum"
        aria-label={words.select(learner.name)}
        checked={selected}
        onChange={({ target }) => onSelect(target.checked)}
      />
      {name === null ? (
        <b className="min-w-40" dir="auto">
          {learner.name}
        </b>
      ) : (
        <form
          className="flex items-center gap-1"
          onSubmit={(event) => {
            event.preventDefault();
            void act('PATCH', { name });
          }}
        >
          <input
            // biome-ignore lint/a11y/noAutofocus: it was just asked for
            autoFocus
            aria-label={words.renameTo(learner.name)}
            className="field"
            dir="auto"
            maxLength={60}
            value={name}
            onChange={({ target }) => setName(target.value)}
            onKeyDown={(event) => event.key === 'Escape' && setName(null)}
          />
          <Button type="submit">{words.keep}</Button>
        </form>
      )}
      <span className="flex-1 text-[13px] text-quiet">
        {learner.waiting ? (
          <b className="text-ink">{words.waits}</b>
        ) : learner.seenAt === null ? (
          words.notSeen
        ) : (
          words.seen(when(learner.seenAt))
        )}
        {isNew(learner) && ` · ${words.joined(when(learner.joinedAt))}`}
        {learner.locked && <b className="text-wrong"> · {words.locked}</b>}
      </span>
      <span className="flex gap-1">
        {learner.locked && (
          <Button
            tone="quiet"
            aria-label={`${words.unlock}: ${learner.name}`}
            onClick={() => void act('PATCH', { locked: false })}
          >
            {words.unlock}
          </Button>
        )}
        <Button tone="quiet" aria-label={`${words.rename}: ${learner.name}`} onClick={() => setName(learner.name)}>
          {words.rename}
        </Button>
        <Button
          tone="quiet"
          aria-label={`${words.reset}: ${learner.name}`}
          onClick={() => void act('PATCH', { reset: true })}
        >
          {words.reset}
        </Button>
        <Sure
          label={`${words.remove}: ${learner.name}`}
          ask={words.removeSure(learner.name)}
          onYes={() => void act('DELETE')}
        />
      </span>
    </li>
  );
}

export function Learners({
  id,
  code,
  people,
  onChanged,
}: {
  id: string;
  code: string;
  people: readonly Learner[];
  onChanged: () => void;
}) {
  const base = `/api/classes/${id}/learners`;
  const [cards, setCards] = useState<readonly Card[]>([]);
  const [names, setNames] = useState('');
  const [wrong, setWrong] = useState('');
  const [ids, setIds] = useState<ReadonlySet<string>>(new Set());
  // Who is gone meanwhile is selected no more.
  const selected = people.filter((one) => ids.has(one.id));
  const together = async (method: string, some: readonly Learner[], more: object = {}) => {
    const answer = await call(method, base, { learners: some.map((one) => one.id), ...more });
    setWrong(answer.ok ? '' : answer.detail);
    setIds(new Set());
    onChanged();
  };
  const add = async () => {
    const all = names
      .split('\n')
      .map((name) => name.trim())
      .filter(Boolean);
    if (all.length === 0) return;
    const answer = await call<{ cards: Card[] }>('POST', base, { names: all });
    setWrong(answer.ok ? '' : answer.detail);
    if (!answer.ok) return;
    setNames('');
    setCards(answer.value.cards);
    onChanged();
  };
  return (
    <section aria-label={words.whoIsIn} className="flex flex-col gap-2">
      <h2 className="text-lg">
        {words.whoIsIn} <span className="text-[13px] text-quiet">{words.learners(people.length)}</span>
      </h2>
      <p role="alert" className="text-wrong empty:hidden">
        {wrong}
      </p>
      {people.length === 0 && <p>{words.nobody}</p>}
      <Together
        people={people}
        selected={selected}
        onSelect={(some) => setIds(new Set(some.map((one) => one.id)))}
        onLetIn={(some) => void together('PATCH', some, { waiting: false })}
        onRemove={(some) => void together('DELETE', some)}
      />
      <ul>
        {people.map((learner) => (
          <Row
            key={learner.id}
            learner={learner}
            base={base}
            selected={ids.has(learner.id)}
            onSelect={(on) => {
              const next = new Set(ids);
              if (on) next.add(learner.id);
              else next.delete(learner.id);
              setIds(next);
            }}
            onDone={onChanged}
            onCard={setCards}
            onWrong={setWrong}
          />
        ))}
      </ul>
      <form
        className="flex flex-col gap-1.5"
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <label className="flex flex-col gap-1 text-[13px] text-quiet">
          {words.addNames}
          <textarea
            className="field text-base text-ink"
            rows={3}
            dir="auto"
            value={names}
            onChange={({ target }) => setNames(target.value)}
          />
        </label>
        <Button type="submit" className="self-start" disabled={names.trim() === ''}>
          {words.addButton}
        </Button>
      </form>
      {cards.length > 0 && <Cards cards={cards} code={code} onClose={() => setCards([])} />}
    </section>
  );
}
