/** A mark, by whatever it is marked by. */
import { useEffect, useId, useState } from 'react';
import { type CountedRow, type Mark, markedBy, type Scheme } from '../../core/marking/scheme';
import type { Work } from '../../server/classes';
import { call } from '../shared/api';
import { Button, Select } from '../shared/controls';
import { words } from './words';

const MOST = 10_000;
const field = 'field text-base text-ink';

function Whole({
  id,
  value,
  most = MOST,
  onChange,
}: {
  id: string;
  value: number | undefined;
  most?: number;
  onChange: (value: number | undefined) => void;
}) {
  return (
    <input
      id={id}
      className={`${field} w-24`}
      type="number"
      min={0}
      max={most}
      value={value ?? ''}
      onChange={({ target }) =>
        onChange(target.value === '' ? undefined : Math.max(0, Math.min(most, Number(target.value))))
      }
    />
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
  const first = (): Mark => work.mark ?? (scheme.by === 'counted' ? { rows: { ...counted } } : {});
  const [mark, setMark] = useState<Mark>(first);
  const [said, setSaid] = useState('');
  // biome-ignore lint/correctness/useExhaustiveDependencies: another work
  useEffect(() => {
    setMark(first());
    setSaid('');
  }, [work.id]);
  const set = (what: Partial<Mark>) => {
    setMark({ ...mark, ...what });
    setSaid('');
  };
  const setRow = (row: string, value: number | undefined) => {
    const { [row]: _, ...rest } = mark.rows ?? {};
    set({ rows: value === undefined ? rest : { ...rest, [row]: value } });
  };
  const save = async () => {
    const answer = await call<Work>('PUT', `/api/works/${work.id}/mark`, mark);
    setSaid(answer.ok ? words.saved : answer.detail);
    if (answer.ok) onMarked(answer.value);
  };
  const { text } = markedBy(scheme, mark, rubric?.rows ?? []);
  return (
    <form
      className="flex flex-col gap-2.5"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      {scheme.by === 'points' && (
        <label className="flex flex-col gap-1 text-[13px] text-quiet" htmlFor={`${id}-points`}>
          {words.points(scheme.most)}
          <Whole id={`${id}-points`} value={mark.points} most={scheme.most} onChange={(points) => set({ points })} />
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
              <Whole id={`${id}-${row}`} value={mark.rows?.[row]} onChange={(value) => setRow(row, value)} />
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
      <p className="flex items-center gap-3">
        <Button type="submit">{words.saveMark}</Button>
        <span role="status" className="text-[13px]">
          {said}
        </span>
      </p>
    </form>
  );
}
