/** What can be done with a moment: put back, whole or in part; copied; named; tried from. */
import { useState } from 'react';
import { flush, say, useEditor } from '../editor/state/store';
import { call } from '../shared/api';
import { Button } from '../shared/controls';
import { Fold } from '../shared/Fold';
import { itemName } from '../shared/fields';
import { backToNow, momentWords, showMoment, useLooked } from './state';
import type { SavePoint } from './types';
import { words } from './words';

const said = words.history;

export function Moment({
  id,
  revision,
  at,
  points,
  onDone,
}: {
  id: string;
  revision: number;
  /** The moment in words. */
  at: string;
  points: readonly SavePoint[];
  onDone: () => void;
}) {
  const beside = useEditor((state) => state.beside);
  const item = useLooked((state) => state.item);
  const looked = useLooked((state) => state.revision);
  const [name, setName] = useState('');
  const [note, setNote] = useState('');
  const back = async (items?: readonly string[], branches = false) => {
    await flush();
    const answer = await call<{ changed: boolean }>('POST', `/api/charts/${id}/back-to`, {
      revision,
      ...(items && { items, branches }),
      said: at,
    });
    if (!answer.ok) return say(answer.detail);
    const called = items && beside ? itemName(beside.chart, items[0]!) : '';
    say(!answer.value.changed ? said.nothing : items ? said.taken(called) : said.restored(at), answer.value.changed);
    if (!items) backToNow();
    onDone();
  };
  const copy = async () => {
    if (!beside) return;
    const { trial: _, ...chart } = beside.chart;
    const answer = await call<{ id: string }>('POST', '/api/charts', { kind: chart.kind, title: chart.title, chart });
    if (answer.ok) location.assign(`/chart/${answer.value.id}`);
    else say(answer.detail);
  };
  const tryFrom = async () => {
    const answer = await call<{ id: string }>('POST', `/api/charts/${id}/trials`, { name: at, at: revision });
    if (answer.ok) location.assign(`/chart/${answer.value.id}`);
    else say(answer.detail);
  };
  const keep = async () => {
    await flush();
    const answer = await call('POST', `/api/charts/${id}/save-points`, {
      name: name.trim(),
      ...(note.trim() && { note: note.trim() }),
      ...(looked !== null && { at: revision }),
    });
    if (!answer.ok) return say(answer.detail);
    setName('');
    setNote('');
    onDone();
  };
  const remove = async (point: SavePoint) => {
    const answer = await call('DELETE', `/api/charts/${id}/save-points/${point.id}`);
    if (!answer.ok) say(answer.detail);
    onDone();
  };
  const trial = useEditor((state) => state.chart.trial !== undefined);
  return (
    <>
      {looked !== null && (
        <div className="flex flex-wrap gap-1.5 pt-2">
          <Button tone="strong" onClick={() => void back()}>
            {said.restore}
          </Button>
          {item !== null && beside?.chart.items[item] && (
            <>
              <Button onClick={() => void back([item])}>{said.takeItem}</Button>
              <Button onClick={() => void back([item], true)}>{said.takeBranch}</Button>
            </>
          )}
          <Button onClick={() => window.open(`/compare?a=${id}@${revision}&b=${id}`)}>{said.compare}</Button>
          <Button onClick={() => void copy()}>{said.copy}</Button>
          {!trial && <Button onClick={() => void tryFrom()}>{said.trial}</Button>}
        </div>
      )}
      <Fold
        name="save points"
        title={`${said.points} ${points.length || ''}`}
        className="mt-2 rounded border border-rule"
      >
        <form
          className="flex flex-wrap gap-1.5 px-2.5 pb-2"
          onSubmit={(event) => {
            event.preventDefault();
            if (name.trim()) void keep();
          }}
        >
          <input
            dir="auto"
            aria-label={said.pointName}
            placeholder={said.pointName}
            className="field min-w-0 flex-1 text-[13px]"
            maxLength={80}
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
          <input
            dir="auto"
            aria-label={said.pointNote}
            placeholder={said.pointNote}
            className="field w-full text-[13px]"
            maxLength={2_000}
            value={note}
            onChange={(event) => setNote(event.target.value)}
          />
          <Button type="submit" disabled={name.trim() === ''}>
            {said.pointMake}
          </Button>
        </form>
        <ul className="px-2.5 pb-2">
          {points.map((point) => (
            <li key={point.id} className="flex items-start gap-1">
              <button
                type="button"
                className="min-w-0 flex-1 rounded px-1 py-0.5 text-left text-[13px] hover:bg-tint"
                onClick={() => showMoment(point.revision, momentWords(point.at))}
              >
                <b className="font-semibold" dir="auto">
                  {point.name}
                </b>{' '}
                <span className="text-quiet">
                  {momentWords(point.at)}
                  {point.byItself && ` · ${said.byItself}`}
                </span>
                {point.note !== '' && <span className="block text-xs text-quiet">{point.note}</span>}
              </button>
              <Button tone="quiet" aria-label={said.pointRemove(point.name)} onClick={() => void remove(point)}>
                ×
              </Button>
            </li>
          ))}
        </ul>
      </Fold>
    </>
  );
}
