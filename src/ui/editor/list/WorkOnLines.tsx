/** Work on many lines at once, each a single undo step: what it would change is counted before and seen on the sheet. */
import { useMemo, useState } from 'react';
import { branchOf, treeOf } from '../../../core/chart';
import { gridOf, ownFields } from '../../../core/list';
import {
  CASES,
  type Case,
  changeCase,
  fillDown,
  findCells,
  joinColumns,
  linesIn,
  numberLines,
  replaceInCells,
  sortLines,
  splitColumn,
  type Worked,
} from '../../../core/tools';
import { Button, Choices, Row, Select } from '../../shared/controls';
import { fieldLabel, kindFor } from '../../shared/fields';
import { change, say, selection, tryOut, useEditor } from '../state/store';
import { words } from '../words';

const JOBS = ['sort', 'replace', 'fill', 'case', 'number', 'split', 'join'] as const;
type Job = (typeof JOBS)[number];
type Scope = 'all' | 'branch' | 'chosen';
const ALL = '*';

export function WorkOnLines({ onClose }: { onClose: () => void }) {
  const chart = useEditor((state) => state.chart);
  const selected = useEditor((state) => state.selected);
  const chosen = useEditor((state) => state.chosen);
  const kind = kindFor(chart.kind);
  const [job, setJob] = useState<Job>('sort');
  const [wantedScope, setScope] = useState<Scope>('all');
  const [field, setField] = useState('name');
  const [other, setOther] = useState('');
  const [into, setInto] = useState('');
  const [down, setDown] = useState<'up' | 'down'>('up');
  const [families, setFamilies] = useState(false);
  const [how, setHow] = useState<Case>('title');
  const [by, setBy] = useState<'level' | 'row'>('level');
  const [from, setFrom] = useState<'before' | 'above'>('before');
  const [sign, setSign] = useState(' ');
  const [find, setFind] = useState('');
  const [replace, setReplace] = useState('');
  const [matchCase, setMatchCase] = useState(false);
  const [wholeWords, setWholeWords] = useState(false);

  const branch = selected !== null && treeOf(chart.items).childrenOf(selected).length > 0 ? selected : null;
  const scopes: Scope[] = [
    'all',
    ...(branch ? ['branch' as const] : []),
    ...(chosen.length > 1 && job !== 'sort' && job !== 'number' ? ['chosen' as const] : []),
  ];
  const scope = scopes.includes(wantedScope) ? wantedScope : 'all';
  const fields = useMemo(() => {
    const own = ownFields(chart, kind.columns);
    return ['name', ...kind.columns.map((column) => column.field).filter((name) => name !== 'name'), ...own];
  }, [chart, kind]);
  const written = useMemo(() => {
    const grid = gridOf(chart, kind.columns, (item, name) => kind.cell?.(chart, item, name));
    return grid.columns.map((column) => column.field);
  }, [chart, kind]);
  const options = fields.map((value) => ({ value, label: fieldLabel(chart.kind, value) }));

  const worked = useMemo((): Worked => {
    const lines =
      scope === 'chosen'
        ? selection({ selected, chosen })
        : scope === 'branch'
          ? branchOf(treeOf(chart.items), branch!)
          : linesIn(chart, null);
    const root = scope === 'branch' ? branch : null;
    switch (job) {
      case 'sort':
        return sortLines(kind, chart, root, field, down === 'down', families && field === 'name');
      case 'number':
        return numberLines(kind, chart, root, into || words.work.numberField, by);
      case 'case':
        return changeCase(kind, chart, lines, field, how);
      case 'fill':
        return fillDown(kind, chart, lines, field, from);
      case 'split':
        return splitColumn(kind, chart, lines, field, sign, [field, into || words.work.secondPart]);
      case 'join':
        return other === '' ? { count: 0, wrong: [] } : joinColumns(kind, chart, lines, [field, other], sign, field);
      case 'replace':
        return replaceInCells(kind, chart, lines, field === ALL ? written : [field], {
          find,
          replace,
          matchCase,
          wholeWords,
        });
    }
  }, [
    job,
    scope,
    chart,
    kind,
    branch,
    field,
    other,
    into,
    down,
    families,
    how,
    by,
    from,
    sign,
    find,
    replace,
    matchCase,
    wholeWords,
    selected,
    chosen,
    written,
  ]);
  const found = useMemo(
    () =>
      job === 'replace'
        ? findCells(kind, chart, linesIn(chart, null), field === ALL ? written : [field], {
            find,
            replace,
            matchCase,
            wholeWords,
          })
        : [],
    [job, kind, chart, field, written, find, replace, matchCase, wholeWords],
  );
  const go = () => {
    if (!worked.change || !change(worked.change)) return;
    say(worked.wrong[0] ?? words.work.done[job](worked.count), true);
  };
  const preview = {
    onMouseEnter: () => tryOut(worked.change ?? null),
    onMouseLeave: () => tryOut(null),
    onFocus: () => tryOut(worked.change ?? null),
    onBlur: () => tryOut(null),
  };
  const fieldRow = (
    label: string,
    value: string,
    set: (value: string) => void,
    more: readonly { value: string; label: string }[] = [],
  ) => (
    <Row label={label}>{(id) => <Select id={id} value={value} options={[...more, ...options]} onChange={set} />}</Row>
  );
  const textRow = (label: string, value: string, set: (value: string) => void, hint = '') => (
    <Row label={label}>
      {(id) => (
        <input
          dir="auto"
          id={id}
          className="field w-full min-w-0 text-[13px]"
          placeholder={hint}
          maxLength={200}
          value={value}
          onChange={(event) => set(event.target.value)}
        />
      )}
    </Row>
  );
  const tick = (label: string, on: boolean, set: (on: boolean) => void) => (
    <label className="flex items-center gap-2 py-0.5 text-[13px]">
      <input type="checkbox" checked={on} onChange={(event) => set(event.target.checked)} />
      {label}
    </label>
  );
  return (
    <form
      aria-label={words.work.button}
      className="flex-none border-b border-rule bg-paper px-3.5 py-2"
      onSubmit={(event) => {
        event.preventDefault();
        go();
      }}
      onKeyDown={(event) => event.key === 'Escape' && onClose()}
    >
      <Row label={words.work.what}>
        {(id) => (
          <Select
            id={id}
            value={job}
            options={JOBS.map((value) => ({ value, label: words.work.jobs[value] }))}
            onChange={(next) => {
              setJob(next);
              setInto('');
              if (field === ALL) setField('name');
            }}
          />
        )}
      </Row>
      {scopes.length > 1 && (
        <Choices
          legend={words.work.where}
          hideLegend
          value={scope}
          options={scopes.map((value) => ({
            value,
            label: words.work.scopes[value](
              value === 'branch' ? chart.items[branch!]!.fields['name'] || '?' : String(chosen.length),
            ),
          }))}
          onChoose={setScope}
        />
      )}
      {job === 'sort' && (
        <>
          {fieldRow(words.work.by, field, setField)}
          <Choices
            legend={words.work.direction}
            hideLegend
            value={down}
            options={[
              { value: 'up', label: words.work.up },
              { value: 'down', label: words.work.down },
            ]}
            onChoose={setDown}
          />
          {field === 'name' && tick(words.work.families, families, setFamilies)}
        </>
      )}
      {job === 'replace' && (
        <>
          {textRow(words.work.find, find, setFind)}
          {textRow(words.work.with, replace, setReplace)}
          {fieldRow(words.work.in, field, setField, [{ value: ALL, label: words.work.everyColumn }])}
          <div className="flex gap-4">
            {tick(words.work.matchCase, matchCase, setMatchCase)}
            {tick(words.work.wholeWords, wholeWords, setWholeWords)}
          </div>
          {find !== '' && <p className="text-xs text-quiet">{words.work.found(found.length)}</p>}
        </>
      )}
      {job === 'fill' && (
        <>
          {fieldRow(words.work.column, field, setField)}
          <Choices
            legend={words.work.fillFrom}
            hideLegend
            value={from}
            options={[
              { value: 'before', label: words.work.before },
              { value: 'above', label: words.work.above },
            ]}
            onChoose={setFrom}
          />
        </>
      )}
      {job === 'case' && (
        <>
          {fieldRow(words.work.column, field, setField)}
          <Row label={words.work.as}>
            {(id) => (
              <Select
                id={id}
                value={how}
                options={CASES.map((value) => ({ value, label: words.work.cases[value] }))}
                onChange={setHow}
              />
            )}
          </Row>
        </>
      )}
      {job === 'number' && (
        <>
          {textRow(words.work.intoColumn, into, setInto, words.work.numberField)}
          <Choices
            legend={words.work.numbers}
            hideLegend
            value={by}
            options={[
              { value: 'level', label: '1, 1.1, 1.2' },
              { value: 'row', label: '1, 2, 3' },
            ]}
            onChoose={setBy}
          />
        </>
      )}
      {job === 'split' && (
        <>
          {fieldRow(words.work.column, field, setField)}
          {textRow(words.work.at, sign, setSign, words.work.atHint)}
          {textRow(words.work.rest, into, setInto, words.work.secondPart)}
        </>
      )}
      {job === 'join' && (
        <>
          {fieldRow(words.work.column, field, setField)}
          {fieldRow(words.work.and, other, setOther, [{ value: '', label: '...' }])}
          {textRow(words.work.betweenThem, sign, setSign)}
        </>
      )}
      <div className="flex items-center gap-2 pt-1.5">
        <Button type="submit" tone="strong" disabled={worked.change === undefined} {...preview}>
          {words.work.verbs[job]}
        </Button>
        <span className="text-[13px] text-quiet">
          {worked.change ? words.work.count(worked.count) : (worked.wrong[0] ?? words.work.count(0))}
        </span>
        <Button tone="quiet" className="ml-auto" onClick={onClose}>
          {words.close}
        </Button>
      </div>
    </form>
  );
}
