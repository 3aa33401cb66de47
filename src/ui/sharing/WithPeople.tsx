/** People, groups and everybody here: what each may do. */
import { useId, useState } from 'react';
import { call } from '../shared/api';
import { Button, Select } from '../shared/controls';
import { isNamed, type May, nameOf, type Shares } from './shares';
import { words } from './words';

const MAYS: readonly May[] = ['look', 'remark', 'edit', 'own'];
const options = (mays: readonly May[]) => mays.map((value) => ({ value, label: words.may[value] }));

interface Offer {
  /** What is written into the field. */
  readonly value: string;
  readonly label: string;
}

async function offers(q: string): Promise<Offer[]> {
  const answer = await call<{ people: { name: string; email: string }[]; groups: string[] }>(
    'GET',
    `/api/people?q=${encodeURIComponent(q)}`,
  );
  if (!answer.ok) return [];
  const { people, groups } = answer.value;
  return [
    ...people.map(({ name, email }) => ({ value: email, label: name })),
    ...groups.map((name) => ({ value: name, label: name })),
  ];
}

export function WithPeople({ shares, without }: { shares: Shares; without: readonly string[] }) {
  const id = useId();
  const [who, setWho] = useState('');
  const [may, setMay] = useState<May>('look');
  const [found, setFound] = useState<readonly Offer[]>([]);
  const { all = [] } = shares;
  const named = all.filter(isNamed);
  const everybody = all.find((share) => 'everybody' in share.with);
  const type = async (text: string) => {
    setWho(text);
    if (text.trim() !== '') setFound(await offers(text));
  };
  const keeping = { without: [...without] };
  return (
    <section aria-label={words.with} className="flex flex-col gap-2">
      <h3 className="font-semibold">{words.with}</h3>
      <form
        className="flex flex-wrap items-end gap-2"
        onSubmit={async (event) => {
          event.preventDefault();
          if (who.trim() === '') return;
          if (await shares.add({ who: who.trim(), may, ...keeping })) setWho('');
        }}
      >
        <label className="min-w-0 flex-1 text-[13px] text-quiet" htmlFor={id}>
          {words.who}
          <input
            id={id}
            data-first
            dir="auto"
            list={`${id}-found`}
            autoComplete="off"
            className="field w-full text-[15px] text-ink"
            value={who}
            onChange={({ target }) => void type(target.value)}
          />
        </label>
        <datalist id={`${id}-found`}>
          {found.map(({ value, label }) => (
            <option key={value} value={value}>
              {label}
            </option>
          ))}
        </datalist>
        <span className="flex w-[118px]">
          <Select label={words.mayThey} value={may} options={options(MAYS)} onChange={setMay} />
        </span>
        <Button type="submit" tone="strong" disabled={who.trim() === ''}>
          {words.add}
        </Button>
      </form>
      {shares.all && named.length === 0 && !everybody && <p className="text-[13px] text-quiet">{words.nobody}</p>}
      <ul>
        {named.map((share) => (
          <li key={share.id} className="flex items-center gap-2 border-b border-rule py-1.5">
            <span className="min-w-0 flex-1">
              <b dir="auto" className="block truncate">
                {nameOf(share)}
              </b>
              {'email' in share.with && (
                <span className="block truncate text-[13px] text-quiet">{share.with.email}</span>
              )}
            </span>
            <span className="flex w-[118px]">
              <Select
                label={words.mayLabel(nameOf(share))}
                value={share.may}
                options={options(MAYS)}
                onChange={(next) => void shares.change(share.id, { may: next })}
              />
            </span>
            <Button aria-label={words.backOf(nameOf(share))} onClick={() => void shares.end(share.id)}>
              {words.back}
            </Button>
          </li>
        ))}
        <li className="flex items-center gap-2 py-1.5">
          <span className="flex-1">{words.everybody}</span>
          <span className="flex w-[118px]">
            <Select
              label={words.mayLabel(words.everybody)}
              value={everybody?.may ?? 'nothing'}
              options={[{ value: 'nothing', label: words.everybodyNot }, ...options(MAYS.slice(0, 3))]}
              onChange={(next) => {
                if (next === 'nothing') void (everybody && shares.end(everybody.id));
                else void shares.add({ everybody: true, may: next as May, ...keeping });
              }}
            />
          </span>
        </li>
      </ul>
    </section>
  );
}
