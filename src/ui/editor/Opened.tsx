/** The editor of a chart that is here already, or that is fetched first because it is long. */
import { useEffect, useState } from 'react';
import type { Change, Chart, Origin } from '../../core/chart';
import { call } from '../shared/api';
import { Button } from '../shared/controls';
import { FirstPicture } from '../shared/FirstPicture';
import { later } from '../shared/later';
import { Editor } from './Editor';
import type { Me } from './state/store';
import { words } from './words';

type Steps = readonly { readonly origin: Origin; readonly inverse: Change; readonly key?: string | null }[];

export interface OpenedChart {
  readonly chart: Chart;
  readonly revision: number;
  readonly steps: Steps;
}

const Mend = later(() => import('./Mend').then((part) => part.Mend));
/** What is stored can't be read: there is something to mend. */
const UNREADABLE = 422;

interface NotOpened {
  readonly why: string;
  readonly unreadable: boolean;
}

async function fetched(id: string): Promise<OpenedChart | NotOpened> {
  // Steps first: those that come in between are learnt of from the stream.
  const steps = await call<{ steps: Steps }>('GET', `/api/charts/${id}/changes?steps`);
  const stored = await call<{ chart: Chart; revision: number }>('GET', `/api/charts/${id}`);
  if (!stored.ok) return { why: stored.detail, unreadable: stored.status === UNREADABLE };
  return { ...stored.value, steps: steps.ok ? steps.value.steps : [] };
}

export function Opened({
  id,
  me,
  pictured,
  opened: here,
}: {
  id: string;
  me: Me | null;
  /** The server has its picture ready. */
  pictured: boolean;
  opened: OpenedChart | null;
}) {
  const [opened, setOpened] = useState<OpenedChart | NotOpened | null>(here);
  const [tries, setTries] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: each try fetches once
  useEffect(() => {
    if (!here) void fetched(id).then(setOpened);
  }, [id, tries]);
  if (opened && 'chart' in opened) return <Editor id={id} me={me} pictured={pictured} {...opened} />;
  if (opened === null) return <FirstPicture id={pictured ? id : undefined} whole />;
  if (opened.unreadable && (!me || me.owns)) return <Mend id={id} why={opened.why} />;
  return (
    <div role="alert" className="flex flex-col items-start gap-3 p-10">
      <p>{words.notOpened(opened.why)}</p>
      <div className="flex gap-2">
        <Button
          onClick={() => {
            setOpened(null);
            setTries(tries + 1);
          }}
        >
          {words.again}
        </Button>
        <a className="self-center text-plum underline" href={`/api/charts/${id}/stored`}>
          {words.asStored}
        </a>
      </div>
    </div>
  );
}
