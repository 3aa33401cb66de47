/** A chart set as a task: what learners begin with, what they may change, until when, how it is marked. */
import { useEffect, useId, useState } from 'react';
import { WORK_PARTS, type WorkPart } from '../../core/chart';
import type { CountedRow, Scheme } from '../../core/marking';
import type { ChartCard } from '../../server/charts';
import { call } from '../shared/api';
import { Button, Select, Tick } from '../shared/controls';
import { Dialog } from '../shared/Dialog';
import { rowsIn } from './rows';
import { words } from './words';

/** What there is for each kind, told by the page: it is a matter of kinds, which this screen does not know. */
export interface KindInTasks {
  readonly id: string;
  readonly name: string;
  readonly starts: readonly { readonly id: string; readonly label: string }[];
  /** What its own rubric counts. */
  readonly counted: readonly CountedRow[];
}

const GRADES = 'A, B, C, D';

/** @returns the scheme, or what is wrong with it */
function schemeOf(
  by: string,
  { most, grades, rows, each }: { most: string; grades: string; rows: string; each: Readonly<Record<string, number>> },
): Scheme | string {
  if (by === 'points') return { by, most: Number(most) || 10 };
  if (by === 'grade')
    return {
      by,
      grades: grades
        .split(',')
        .map((grade) => grade.trim())
        .filter(Boolean),
    };
  if (by === 'counted') return { by, each: { ...each } };
  if (by !== 'rows') return { by: 'none' };
  const read = rowsIn(rows);
  return typeof read === 'number' ? words.rowsWrong(read) : { by, rows: [...read] };
}

export function NewTask({
  id,
  kinds,
  onClose,
  onSet,
}: {
  id: string;
  kinds: readonly KindInTasks[];
  onClose: () => void;
  onSet: () => void;
}) {
  const field = useId();
  const [charts, setCharts] = useState<readonly ChartCard[] | null>(null);
  const [chart, setChart] = useState('');
  const [title, setTitle] = useState('');
  const [start, setStart] = useState('');
  const [blanks, setBlanks] = useState('');
  const [instructions, setInstructions] = useState('');
  const [parts, setParts] = useState<ReadonlySet<WorkPart>>(new Set(['list', 'arrange']));
  const [due, setDue] = useState('');
  const [by, setBy] = useState('none');
  const [most, setMost] = useState('10');
  const [grades, setGrades] = useState(GRADES);
  const [rows, setRows] = useState(words.rowsExample);
  const [each, setEach] = useState<Readonly<Record<string, number>>>({});
  const [wrong, setWrong] = useState('');
  const [busy, setBusy] = useState(false);
  useEffect(() => {
    void call<{ charts: ChartCard[] }>('GET', '/api/charts?of=own&sort=opened').then((answer) => {
      if (!answer.ok) return setWrong(answer.detail);
      setCharts(answer.value.charts);
      const [first] = answer.value.charts;
      if (first) {
        setChart(first.id);
        setTitle(first.title);
      }
    });
  }, []);
  const kind = kinds.find((one) => one.id === charts?.find((card) => card.id === chart)?.kind);
  const starts = kind?.starts ?? [];
  // Never what gives the answers away, unless it was chosen.
  const began = starts.some((one) => one.id === start) ? start : (starts[0]?.id ?? '');
  const schemes = Object.keys(words.schemes).filter((one) => one !== 'counted' || (kind?.counted.length ?? 0) > 0);
  const chosenBy = schemes.includes(by) ? by : 'none';
  const send = async () => {
    const scheme = schemeOf(chosenBy, { most, grades, rows, each });
    if (typeof scheme === 'string') return setWrong(scheme);
    setBusy(true);
    const answer = await call('POST', `/api/classes/${id}/tasks`, {
      title: title.trim(),
      instructions: instructions.trim(),
      chart,
      start: began,
      ...(began === 'blanks' && Number(blanks) > 0 && { blanks: Number(blanks) }),
      parts: WORK_PARTS.filter((part) => parts.has(part)),
      due: due === '' ? null : new Date(due).toISOString(),
      scheme,
    });
    setBusy(false);
    if (!answer.ok) return setWrong(answer.detail);
    onSet();
  };
  const label = 'flex flex-col gap-1 text-[13px] text-quiet';
  return (
    <Dialog title={words.set} onClose={onClose} onFinish={() => void send()}>
      <form
        className="flex flex-col gap-3 overflow-y-auto p-5"
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        {charts?.length === 0 && <p>{words.noCharts}</p>}
        <label className={label} htmlFor={`${field}-chart`}>
          {words.fromChart}
          <Select
            id={`${field}-chart`}
            first
            value={chart}
            options={(charts ?? []).map((card) => ({ value: card.id, label: card.title }))}
            onChange={(next) => {
              setChart(next);
              setTitle(charts?.find((card) => card.id === next)?.title ?? '');
            }}
          />
        </label>
        <label className={label}>
          {words.title}
          <input
            className="field text-base text-ink"
            dir="auto"
            required
            maxLength={120}
            value={title}
            onChange={({ target }) => setTitle(target.value)}
          />
        </label>
        <label className={label} htmlFor={`${field}-start`}>
          {words.beginsWith}
          <Select
            id={`${field}-start`}
            value={began}
            options={starts.map(({ id: value, label: said }) => ({ value, label: said }))}
            onChange={setStart}
          />
        </label>
        {began === 'blanks' && (
          <label className={label}>
            {words.blanks}
            <input
              className="field w-24 text-base text-ink"
              type="number"
              min={1}
              max={500}
              value={blanks}
              onChange={({ target }) => setBlanks(target.value)}
            />
          </label>
        )}
        <label className={label}>
          {words.instructions}
          <textarea
            className="field text-base text-ink"
            rows={4}
            dir="auto"
            maxLength={8_000}
            value={instructions}
            onChange={({ target }) => setInstructions(target.value)}
          />
        </label>
        <fieldset className="flex flex-wrap gap-x-4">
          <legend className="text-[13px] text-quiet">{words.changeable}</legend>
          {WORK_PARTS.map((part) => (
            <Tick
              key={part}
              label={words.parts[part] ?? part}
              value={parts.has(part)}
              onChange={(on) => {
                const next = new Set(parts);
                if (on) next.add(part);
                else next.delete(part);
                setParts(next);
              }}
            />
          ))}
        </fieldset>
        <label className={label}>
          {words.dueAt}
          <input
            className="field w-60 text-base text-ink"
            type="datetime-local"
            value={due}
            onChange={({ target }) => setDue(target.value)}
          />
        </label>
        <label className={label} htmlFor={`${field}-by`}>
          {words.scheme}
          <Select
            id={`${field}-by`}
            value={chosenBy}
            options={schemes.map((value) => ({ value, label: words.schemes[value] ?? value }))}
            onChange={setBy}
          />
        </label>
        {chosenBy === 'points' && (
          <label className={label}>
            {words.most}
            <input
              className="field w-24 text-base text-ink"
              type="number"
              min={1}
              value={most}
              onChange={({ target }) => setMost(target.value)}
            />
          </label>
        )}
        {chosenBy === 'grade' && (
          <label className={label}>
            {words.grades}
            <input
              className="field text-base text-ink"
              value={grades}
              onChange={({ target }) => setGrades(target.value)}
            />
          </label>
        )}
        {chosenBy === 'counted' && (
          <fieldset className="grid grid-cols-2 gap-2">
            <legend className="text-[13px] text-quiet">{words.pointsEach}</legend>
            {kind?.counted.map(({ id: row, label: said, each: published, about }) => (
              <label key={row} className="flex items-center justify-between gap-2 text-[13px]" title={about}>
                {said}
                <input
                  className="field w-20 text-base"
                  type="number"
                  min={0}
                  max={1_000}
                  step="any"
                  value={each[row] ?? published}
                  onChange={({ target }) => setEach({ ...each, [row]: Math.max(0, Number(target.value)) })}
                />
              </label>
            ))}
          </fieldset>
        )}
        {chosenBy === 'rows' && (
          <label className={label}>
            {words.rows}
            <textarea
              className="field text-base text-ink"
              rows={4}
              dir="auto"
              value={rows}
              onChange={({ target }) => setRows(target.value)}
            />
          </label>
        )}
        <p role="alert" className="text-wrong empty:hidden">
          {wrong}
        </p>
        <Button type="submit" tone="strong" className="min-h-[36px] justify-center" disabled={busy || chart === ''}>
          {words.setButton}
        </Button>
      </form>
    </Dialog>
  );
}
