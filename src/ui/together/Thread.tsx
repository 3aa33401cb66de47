/** A remark with its answers. */
import { useState } from 'react';
import { Button } from '../shared/controls';
import { NewRemark } from './NewRemark';
import {
  answerRemark,
  changeRemark,
  chooseRemark,
  type Remark,
  type RemarkAnswer,
  removeRemark,
  useTogether,
} from './state';
import { words } from './words';

const when = (at: string) => new Date(at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

/** What somebody wrote, and what whoever wrote it can do with it. */
function Said({ said, removable, editable }: { said: RemarkAnswer; removable: boolean; editable: boolean }) {
  const [text, setText] = useState<string | null>(null);
  return (
    <div>
      <p className="text-[13px]">
        <b dir="auto">{said.name}</b>{' '}
        <span className="text-quiet">
          {when(said.at)}
          {said.changedAt !== null && `, ${words.changed}`}
        </span>
      </p>
      {text === null ? (
        <p dir="auto" className="break-words whitespace-pre-wrap">
          {said.text}
        </p>
      ) : (
        <textarea
          dir="auto"
          // biome-ignore lint/a11y/noAutofocus: it takes the place of the words that were being read
          autoFocus
          rows={3}
          aria-label={words.text}
          className="field w-full text-[14px]"
          value={text}
          onChange={({ target }) => setText(target.value)}
          onKeyDown={(event) => {
            event.stopPropagation();
            if (event.key === 'Escape') setText(null);
          }}
        />
      )}
      <span className="flex flex-wrap">
        {editable && text === null && (
          <Button tone="quiet" onClick={() => setText(said.text)}>
            {words.edit}
          </Button>
        )}
        {text !== null && (
          <Button
            onClick={async () => {
              if (text.trim() !== '' && (await changeRemark(said.id, { text: text.trim() }))) setText(null);
            }}
          >
            {words.keep}
          </Button>
        )}
        {removable && (
          <Button tone="quiet" onClick={() => void removeRemark(said.id)}>
            {words.remove}
          </Button>
        )}
      </span>
    </div>
  );
}

export function Thread({
  remark,
  where,
  allowed,
  owns,
  onGoTo,
}: {
  remark: Remark;
  /** What it is pinned to, in words. */
  where: string;
  /** Whether whoever looks may remark, and whether the chart is theirs. */
  allowed: boolean;
  owns: boolean;
  onGoTo: () => void;
}) {
  const chosen = useTogether((state) => state.chosen === remark.id);
  const visitor = useTogether((state) => state.account === '');
  const [answering, setAnswering] = useState(false);
  const settled = remark.settled !== null;
  return (
    <li
      data-thread={remark.id}
      className={`flex flex-col gap-1.5 border-b border-rule px-3 py-2.5 ${chosen ? 'bg-tint' : ''} ${settled ? 'text-quiet' : ''}`}
    >
      <p className="flex items-center gap-2 text-[13px]">
        <span
          className={`grid size-[22px] flex-none place-items-center rounded-full border-[1.5px] border-plum text-[11px] font-bold ${chosen ? 'bg-plum text-white' : 'text-plum'}`}
        >
          {remark.number}
        </span>
        {remark.gone ? (
          <span className="text-wrong">{words.gone}</span>
        ) : (
          <button
            type="button"
            dir="auto"
            aria-label={words.goTo(where)}
            className="min-h-[24px] truncate text-left underline"
            onClick={() => {
              chooseRemark(remark.id);
              onGoTo();
            }}
          >
            {where}
          </button>
        )}
        {settled && <span className="ml-auto flex-none">{words.settledBy(remark.settled ?? '')}</span>}
      </p>
      <Said said={remark} removable={allowed && (remark.mine || owns)} editable={allowed && remark.mine} />
      {remark.answers.map((answer) => (
        <div key={answer.id} className="ml-3 border-l-2 border-rule pl-2.5">
          <Said said={answer} removable={allowed && (answer.mine || owns)} editable={allowed && answer.mine} />
        </div>
      ))}
      {allowed && (
        <span className="flex flex-wrap gap-1.5">
          <Button onClick={() => setAnswering(!answering)} aria-expanded={answering}>
            {words.answer}
          </Button>
          <Button onClick={() => void changeRemark(remark.id, { settled: !settled })}>
            {settled ? words.reopen : words.settle}
          </Button>
        </span>
      )}
      {answering && (
        <NewRemark
          button={words.answer}
          visitor={visitor}
          onSend={async (answer) => {
            const sent = await answerRemark(remark.id, answer);
            if (sent) setAnswering(false);
            return sent;
          }}
        />
      )}
    </li>
  );
}
