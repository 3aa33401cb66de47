/** Links: to be looked at or remarked on without an account, with an end and a password where wanted. */
import { useId, useState } from 'react';
import { Button, Select } from '../shared/controls';
import { Copied } from './Copied';
import type { Shares } from './shares';
import { words } from './words';

const day = (at: string) =>
  new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });
/** The last moment of a day where whoever asks is, as the server takes it. */
const endOf = (date: string): string | null => (date === '' ? null : new Date(`${date}T23:59:59`).toISOString());

export function Links({ shares, without }: { shares: Shares; without: readonly string[] }) {
  const id = useId();
  const [may, setMay] = useState<'look' | 'remark'>('look');
  const [until, setUntil] = useState('');
  const [password, setPassword] = useState('');
  const [made, setMade] = useState('');
  const links = (shares.all ?? []).filter((share) => 'link' in share.with);
  const make = async () => {
    const share = await shares.add({
      link: true,
      may,
      until: endOf(until),
      without: [...without],
      ...(password !== '' && { password }),
    });
    if (!share?.url) return;
    setMade(location.origin + share.url);
    setPassword('');
  };
  const mays = [
    { value: 'look' as const, label: words.may.look },
    { value: 'remark' as const, label: words.may.remark },
  ];
  return (
    <section aria-label={words.links} className="flex flex-col gap-2">
      <h3 className="font-semibold">{words.links}</h3>
      <p className="text-[13px] text-quiet">{words.linksAbout}</p>
      <ul>
        {links.map((share, i) => (
          <li key={share.id} className="flex items-center gap-2 border-b border-rule py-1.5 text-[13px]">
            <span className="min-w-0 flex-1">
              {words.link} {i + 1}: {words.may[share.may]}
              <span className="block text-quiet">
                {[
                  words.opened(share.used),
                  ...(share.until === null
                    ? []
                    : [Date.parse(share.until) < Date.now() ? words.ended : words.ends(day(share.until))]),
                  ...(share.password ? [words.asks] : []),
                ].join(', ')}
              </span>
            </span>
            <Button aria-label={words.backOf(`${words.link} ${i + 1}`)} onClick={() => void shares.end(share.id)}>
              {words.back}
            </Button>
          </li>
        ))}
      </ul>
      <form
        className="flex flex-wrap items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void make();
        }}
      >
        <span className="flex w-[118px]">
          <Select label={words.mayLabel(words.link)} value={may} options={mays} onChange={setMay} />
        </span>
        <label className="text-[13px] text-quiet" htmlFor={`${id}-until`}>
          {words.until}
          <input
            id={`${id}-until`}
            type="date"
            className="field block text-ink"
            value={until}
            onChange={({ target }) => setUntil(target.value)}
          />
        </label>
        <label className="text-[13px] text-quiet" htmlFor={`${id}-password`}>
          {words.password}
          <input
            id={`${id}-password`}
            type="text"
            dir="auto"
            autoComplete="off"
            placeholder={words.optional}
            className="field block w-32 text-ink"
            value={password}
            onChange={({ target }) => setPassword(target.value)}
          />
        </label>
        <Button type="submit">{words.newLink}</Button>
      </form>
      {made !== '' && (
        <div>
          <Copied label={words.link} text={made} />
          <p role="status" className="text-[13px] text-quiet">
            {words.once}
          </p>
        </div>
      )}
    </section>
  );
}
