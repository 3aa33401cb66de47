/** A mark, by whatever it is marked by. */
import { useCallback, useEffect, useId, useRef, useState } from 'react';
import { type CountedRow, type Mark, markedBy, type Scheme } from '../../core/marking/scheme';
import type { Work } from '../../server/classes';
import { call } from '../shared/api';
import { Button, Select, Tick } from '../shared/controls';
import { words } from './words';

const MOST = 10_000;
/** How long after the last key a half-written mark is kept. */
const KEEP_MS = 600;
const field = 'field text-base text-ink';

/** A number in a field. What is no number, or too much, stays as it was typed and is said beside it. */
function Amount({
  id,
  value,
  most = MOST,
  whole = false,
  onChange,
}: {
  id: string;
  value: number | undefined;
  most?: number;
  /** Halves are not counted. */
  whole?: boolean;
  /** @param wrong what was typed is not taken */
  onChange: (value: number | undefined, wrong: boolean) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const read = (text: string) => {
    if (text.trim() === '') return undefined;
    const number = Number(text.trim().replace(',', '.'));
    return number >= 0 && number <= most && (!whole || Number.isInteger(number)) ? number : null;
  };
  const wrong = typed !== null && read(typed) === null;
  return (
    <span className="flex flex-col gap-0.5">
      <input
        id={id}
        className={`${field} w-24 ${wrong ? 'border-wrong' : ''}`}
        inputMode="decimal"
        autoComplete="off"
        value={wrong ? typed : typed !== null && read(typed) === value ? typed : (value ?? '')}
        aria-invalid={wrong}
        aria-describedby={wrong ? `${id}-wrong` : undefined}
        onChange={({ target }) => {
          setTyped(target.value);
          const number = read(target.value);
          onChange(number ?? undefined, number === null);
        }}
      />
      {wrong && (
        <span id={`${id}-wrong`} role="alert" className="text-[13px] text-wrong">
          {whole ? words.wholeNumber(most) : words.pointsWrong(most)}
        </span>
      )}
    </span>
  );
}

export function MarkForm({
  work,
  scheme,
  counted,
  rubric,
  onMarked,
}: {
  work: Work;
  scheme: Scheme;
  /** What is counted in the work as it is now. */
  counted: Readonly<Record<string, number>>;
  rubric: { readonly source: string; readonly rows: readonly CountedRow[] } | undefined;
  onMarked: (work: Work) => void;
}) {
  const id = useId();
  const [mark, setMark] = useState<Mark>(() => work.mark ?? (scheme.by === 'counted' ? { rows: { ...counted } } : {}));
  const [include, setInclude] = useState(true);
  const [said, setSaid] = useState('');
  const [wrong, setWrong] = useState<ReadonlySet<string>>(new Set());
  const form = useRef<HTMLFormElement>(null);
  /** What is on the screen and not kept yet. */
  const waiting = useRef<Mark | undefined>(undefined);
  const keeps = useRef<Promise<unknown>>(Promise.resolve());
  const keep = useCallback(() => {
    const sent = waiting.current;
    waiting.current = undefined;
    if (!sent) return;
    // Asked for at once: a page that is left does nothing later.
    const sending = call<Work>('PUT', `/api/works/${work.id}/mark`, sent, {}, true).then((answer) => {
      setSaid(answer.ok ? words.saved : answer.detail);
      if (answer.ok) onMarked(answer.value);
      else waiting.current ??= sent;
    });
    keeps.current = Promise.all([keeps.current, sending]);
  }, [work.id, onMarked]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: anew with each key
  useEffect(() => {
    const timer = setTimeout(keep, KEEP_MS);
    return () => clearTimeout(timer);
  }, [mark, keep]);
  useEffect(() => {
    window.addEventListener('pagehide', keep);
    return () => window.removeEventListener('pagehide', keep);
  }, [keep]);
  const set = (what: Mark) => {
    // A field that was emptied is none, so that the mark on the screen is the mark that is sent.
    const next = Object.fromEntries(
      Object.entries({ ...mark, ...what }).filter(([, one]) => one !== undefined),
    ) as Mark;
    waiting.current = next;
    setMark(next);
    setSaid('');
  };
  const amount =
    (name: string, change: (value: number | undefined) => void) => (value: number | undefined, bad: boolean) => {
      setWrong((names) => new Set([...names].filter((one) => one !== name).concat(bad ? [name] : [])));
      change(value);
    };
  const setRow = (row: string, value: number | undefined) => {
    const { [row]: _, ...rest } = mark.rows ?? {};
    set({ rows: value === undefined ? rest : { ...rest, [row]: value } });
  };
  const give = async () => {
    if (wrong.size > 0) return form.current?.querySelector<HTMLElement>('[aria-invalid=true]')?.focus();
    waiting.current = undefined;
    await keeps.current;
    const answer = await call<Work>('POST', `/api/works/${work.id}/return`, { ...mark, mark: include });
    setSaid(answer.ok ? words.given : answer.detail);
    if (answer.ok) onMarked(answer.value);
    return undefined;
  };
  const { text } = markedBy(scheme, mark, rubric?.rows ?? []);
  return (
    <form
      ref={form}
      className="flex flex-col gap-2.5"
      onSubmit={(event) => {
        event.preventDefault();
        void give();
      }}
    >
      {scheme.by === 'points' && (
        <label className="flex flex-col gap-1 text-[13px] text-quiet" htmlFor={`${id}-points`}>
          {words.points(scheme.most)}
          <Amount
            id={`${id}-points`}
            value={mark.points}
            most={scheme.most}
            onChange={amount('points', (points) => set({ points }))}
          />
        </label>
      )}
      {scheme.by === 'grade' && (
        <label className="flex flex-col gap-1 text-[13px] text-quiet" htmlFor={`${id}-grade`}>
          {words.grade}
          <Select
            id={`${id}-grade`}
            value={mark.grade ?? ''}
            options={[{ value: '', label: words.noGrade }, ...scheme.grades.map((value) => ({ value, label: value }))]}
            onChange={(grade) => set({ grade: grade === '' ? undefined : grade })}
          />
        </label>
      )}
      {scheme.by === 'rows' &&
        scheme.rows.map((row) => (
          <fieldset key={row.id} className="flex flex-col">
            <legend className="font-semibold" dir="auto">
              {row.name}
            </legend>
            {row.levels.map(({ name, points }, level) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a level is its place
              <label key={level} className="flex min-h-[28px] items-center gap-2">
                <input
                  type="radio"
                  className="size-4 accent-plum"
                  name={`${id}-${row.id}`}
                  checked={mark.rows?.[row.id] === level}
                  onChange={() => setRow(row.id, level)}
                />
                <span className="flex-1" dir="auto">
                  {name}
                </span>
                <span className="text-quiet tabular-nums">{points}</span>
              </label>
            ))}
          </fieldset>
        ))}
      {scheme.by === 'counted' && rubric && (
        <>
          <p className="text-[13px] text-quiet">{words.counted(rubric.source)}</p>
          {rubric.rows.map(({ id: row, label, each, about }) => (
            <label
              key={row}
              className="grid grid-cols-[1fr_96px_56px] items-center gap-2"
              htmlFor={`${id}-${row}`}
              title={about}
            >
              {label}
              <Amount
                id={`${id}-${row}`}
                whole
                value={mark.rows?.[row]}
                onChange={amount(row, (value) => setRow(row, value))}
              />
              <span className="text-[13px] text-quiet">{words.each(scheme.each[row] ?? each)}</span>
            </label>
          ))}
          <Button className="self-start" tone="quiet" onClick={() => set({ rows: { ...counted } })}>
            {words.takeCounted}
          </Button>
        </>
      )}
      {text !== '' && (
        <p className="text-lg font-semibold" role="status">
          {words.total(text)}
        </p>
      )}
      <label className="flex flex-col gap-1 text-[13px] text-quiet" htmlFor={`${id}-words`}>
        {words.wordsOf}
        <textarea
          id={`${id}-words`}
          className={field}
          rows={3}
          dir="auto"
          maxLength={4_000}
          value={mark.words ?? ''}
          onChange={({ target }) => set({ words: target.value })}
        />
      </label>
      <Tick label={scheme.by === 'none' ? words.withWords : words.withMark} value={include} onChange={setInclude} />
      <p className="flex items-center gap-3">
        <Button type="submit" tone="strong">
          {words.give}
        </Button>
        <span role="status" className="text-[13px]">
          {said || (work.state === 'returned' ? words.givenAlready : '')}
        </span>
      </p>
    </form>
  );
}
