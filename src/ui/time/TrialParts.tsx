/** What is said of a trial, and dropping it. */
import { useState } from 'react';
import { say } from '../editor/state/store';
import { call } from '../shared/api';
import { Button, Row } from '../shared/controls';
import type { TrialCard } from './types';
import { words } from './words';

const said = words.trial;

export function TrialFields({
  name,
  note,
  day,
  onName,
  onNote,
  onDay,
  onLeave,
}: {
  name: string;
  note: string;
  day: string;
  onName: (name: string) => void;
  onNote: (note: string) => void;
  onDay: (day: string) => void;
  /** A field was left: what was written can be kept. */
  onLeave?: () => void;
}) {
  const field = (value: string, most: number, write: (text: string) => void) => (id: string) => (
    <input
      dir="auto"
      id={id}
      className="field min-w-0 flex-1 text-[13px]"
      maxLength={most}
      value={value}
      onChange={(event) => write(event.target.value)}
      onBlur={onLeave}
    />
  );
  return (
    <>
      <Row label={said.name}>{field(name, 80, onName)}</Row>
      <Row label={said.note}>{field(note, 2_000, onNote)}</Row>
      <Row label={said.day}>
        {(id) => (
          <input
            id={id}
            type="date"
            className="field min-w-0 flex-1 text-[13px]"
            value={day}
            onChange={(event) => onDay(event.target.value)}
            onBlur={onLeave}
          />
        )}
      </Row>
    </>
  );
}

/** Asks once more before a trial goes to the bin. */
export function Drop({ trial, onDone }: { trial: TrialCard; onDone: () => void }) {
  const [sure, setSure] = useState(false);
  if (!sure) return <Button onClick={() => setSure(true)}>{said.drop}</Button>;
  return (
    <span role="alert" className="flex flex-wrap items-center gap-1.5 text-[13px]">
      {said.dropSure(trial.name)}
      <Button
        tone="strong"
        onClick={async () => {
          const answer = await call('DELETE', `/api/charts/${trial.id}`);
          if (answer.ok) onDone();
          else say(answer.detail);
        }}
      >
        {said.dropYes}
      </Button>
      <Button onClick={() => setSure(false)}>{said.keep}</Button>
    </span>
  );
}
