/** Any two to compare: now, save points, the beginning, trials, other charts. Seen in place of the sheet, and as a page. */
import { useEffect, useState } from 'react';
import type { Chart } from '../../core/chart';
import { say, useEditor } from '../editor/state/store';
import { call, send } from '../shared/api';
import { Button, FileButton, Select } from '../shared/controls';
import { Fold } from '../shared/Fold';
import { momentWords, useLooked } from './state';
import type { ComparedAnswer, SavePoint, TrialCard } from './types';
import { words } from './words';

const said = words.history;

export function Comparing({
  id,
  points,
  trials,
}: {
  id: string;
  points: readonly SavePoint[];
  trials: readonly TrialCard[];
}) {
  const kind = useEditor((state) => state.chart.kind);
  const looked = useLooked((state) => state.revision);
  const [others, setOthers] = useState<readonly { id: string; title: string }[]>([]);
  const [a, setA] = useState('');
  const [b, setB] = useState('');
  useEffect(() => {
    void call<{ charts: { id: string; title: string }[] }>('GET', `/api/charts?kind=${kind}`).then((answer) => {
      if (answer.ok) setOthers(answer.value.charts.filter((one) => one.id !== id));
    });
  }, [id, kind]);
  const options = [
    { value: id, label: said.compareNow },
    ...(looked === null ? [] : [{ value: `${id}@${looked}`, label: said.slider }]),
    ...points.map((point) => ({
      value: `${id}@${point.revision}`,
      label: `${point.name}, ${momentWords(point.at)}`,
    })),
    { value: `${id}@0`, label: said.start },
    ...trials.map((trial) => ({ value: trial.id, label: words.trial.band(trial.name) })),
    ...others.map((one) => ({ value: one.id, label: one.title })),
  ].filter((one, i, all) => all.findIndex(({ value }) => value === one.value) === i);
  const from = options.some(({ value }) => value === a) ? a : (options[1]?.value ?? id);
  const to = options.some(({ value }) => value === b) ? b : id;
  const query = `a=${encodeURIComponent(from)}&b=${encodeURIComponent(to)}`;
  const show = async () => {
    const answer = await call<ComparedAnswer & { chart: Chart }>('GET', `/api/compare?${query}&drawn=1`);
    if (!answer.ok) return say(answer.detail);
    useLooked.setState({ revision: null, item: null });
    useEditor.setState({ beside: { chart: answer.value.chart, said: answer.value.summary } });
  };
  const withFile = async (file: File) => {
    const answer = await send<ComparedAnswer & { chart: Chart }>(
      `/api/compare?a=${encodeURIComponent(from)}&drawn=1&name=${encodeURIComponent(file.name)}`,
      new Blob([file], { type: 'application/octet-stream' }),
    );
    if (!answer.ok) return say(answer.detail);
    useLooked.setState({ revision: null, item: null });
    useEditor.setState({ beside: { chart: answer.value.chart, said: `${file.name}: ${answer.value.summary}` } });
  };
  return (
    <Fold name="compare" title={said.compareWith} className="mt-2 rounded border border-rule">
      <div className="flex flex-col gap-1.5 px-2.5 pb-2.5">
        <Select label={said.compareA} value={from} options={options} onChange={setA} />
        <Select label={said.compareB} value={to} options={options} onChange={setB} />
        <div className="flex flex-wrap gap-1.5">
          <Button disabled={from === to} onClick={() => void show()}>
            {said.compareDo}
          </Button>
          <Button disabled={from === to} onClick={() => window.open(`/compare?${query}`)}>
            {said.comparePage}
          </Button>
          <FileButton label={said.compareFile} accept="" onFile={(file) => void withFile(file)} />
        </div>
      </div>
    </Fold>
  );
}
