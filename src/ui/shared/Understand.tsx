/** A text and what was understood of it, with a live small picture, before anything is taken in. */
import { useEffect, useMemo, useRef, useState } from 'react';
import { decode } from '../../core/formats';
import type { Understanding, Understood } from '../../workers/compose.worker';
import { composeWorker, newestOnly } from './composer';
import { Button, Select } from './controls';
import { kindFor } from './fields';
import { SmallPicture } from './SmallPicture';

const words = {
  text: 'The list, one line for each',
  file: 'Open a file',
  sample: 'Put in an example',
  reading: 'Reading ...',
  empty:
    'Paste or type a list at the left. It may be an outline (indented, with bullets or numbers) or a table with a line of headings.',
  tooLarge: 'This file is larger than 8 MB; split it.',
  form: 'Written as',
  problems: 'To look at',
  noProblems: 'Nothing to mend.',
  more: (count: number) => `and ${count} more, listed under Check once the list is taken in`,
};

const MOST_SHOWN = 6;
const FILE_LIMIT = 8 * 1024 * 1024;
/** Tabs are drawn four columns wide and typed with Tab, as levels are. */
const TAB = '\t';

export function Understand({
  kindId,
  house,
  initial = '',
  top,
  onUnderstood,
}: {
  kindId: string;
  house: string;
  initial?: string;
  /** Stands over what was understood. */
  top?: React.ReactNode;
  onUnderstood: (understood: Understood | null, text: string) => void;
}) {
  const kind = kindFor(kindId);
  const [text, setText] = useState(initial);
  const [form, setForm] = useState<string>('');
  const [result, setResult] = useState<Understanding | null>(null);
  const [wrong, setWrong] = useState('');
  const file = useRef<HTMLInputElement>(null);

  const tell = useRef(onUnderstood);
  tell.current = onUnderstood;
  const ask = useMemo(
    () =>
      newestOnly(
        async (input: { text: string; form: string }) => ({
          input,
          answer:
            input.text.trim() === ''
              ? null
              : await composeWorker().understand(kindId, input.text, input.form || undefined, house),
        }),
        ({ input, answer }) => {
          setResult(answer);
          tell.current(answer?.ok ? answer.understood : null, input.text);
        },
        (error) => setResult({ ok: false, message: `The list could not be read: ${(error as Error).message}` }),
      ),
    [kindId, house],
  );
  // A form belongs to its kind: another kind recognises its own.
  // biome-ignore lint/correctness/useExhaustiveDependencies: when the kind changes
  useEffect(() => setForm(''), [kindId]);
  useEffect(() => {
    // Until it is understood anew, what was understood before counts no more.
    tell.current(null, text);
    ask({ text, form });
  }, [ask, text, form]);

  const open = async (chosen: File | undefined) => {
    if (!chosen) return;
    if (chosen.size > FILE_LIMIT) return setWrong(words.tooLarge);
    const { text: read, said } = decode(new Uint8Array(await chosen.arrayBuffer()));
    setWrong(said);
    setText(read);
  };
  const understood = result?.ok ? result.understood : null;
  return (
    <div className="grid min-h-0 flex-1 grid-cols-2">
      <div className="flex min-h-0 flex-col gap-2 border-r border-rule p-4">
        <div className="flex flex-wrap items-center gap-x-1 gap-y-0.5">
          <Button onClick={() => file.current?.click()}>{words.file}</Button>
          {text === '' &&
            kind.forms
              .filter((f) => f.id !== 'tsv')
              .map((f) => (
                <Button key={f.id} tone="quiet" onClick={() => setText(f.sample)}>
                  {words.sample}: {f.label === f.label.toUpperCase() ? f.label : f.label.toLowerCase()}
                </Button>
              ))}
          <input
            ref={file}
            type="file"
            hidden
            accept=".csv,.tsv,.txt,.md,.ged,text/*"
            onChange={(event) => void open(event.target.files?.[0])}
          />
        </div>
        {wrong && <p className="text-wrong">{wrong}</p>}
        <textarea
          aria-label={words.text}
          className="field min-h-0 flex-1 resize-none font-mono text-[12.5px] leading-5 whitespace-pre [tab-size:4]"
          spellCheck={false}
          value={text}
          onChange={(event) => setText(event.target.value)}
          onDragOver={(event) => event.preventDefault()}
          onDrop={(event) => {
            if (event.dataTransfer.files.length === 0) return;
            event.preventDefault();
            void open(event.dataTransfer.files[0]);
          }}
          onKeyDown={(event) => {
            // Tab indents while a level is being typed; anywhere else it leaves the field.
            const { selectionStart, selectionEnd, value } = event.currentTarget;
            const lineStart = value.lastIndexOf('\n', selectionStart - 1) + 1;
            const atStart = value.slice(lineStart, selectionStart).trim() === '' && value !== '';
            if (event.key !== 'Tab' || event.shiftKey || selectionStart !== selectionEnd || !atStart) return;
            event.preventDefault();
            event.currentTarget.setRangeText(TAB, selectionStart, selectionEnd, 'end');
            setText(event.currentTarget.value);
          }}
        />
      </div>
      <div className="flex min-h-0 flex-col gap-3 overflow-auto p-4" aria-live="polite">
        {top}
        {!result && !(top && text.trim() === '') && (
          <p className="text-quiet">{text.trim() === '' ? words.empty : words.reading}</p>
        )}
        {result && !result.ok && <p className="text-wrong">{result.message}</p>}
        {understood && (
          <>
            <div className="flex items-center gap-3">
              <p className="font-semibold whitespace-nowrap">
                {understood.list.items.length} {understood.list.items.length === 1 ? 'line' : 'lines'},{' '}
                {understood.levels} {understood.levels === 1 ? 'level' : 'levels'}
              </p>
              <span className="ml-auto text-[13px] whitespace-nowrap text-quiet">{words.form}</span>
              <div className="flex w-52">
                <Select
                  label={words.form}
                  value={form || understood.form}
                  options={kind.forms.map((f) => ({ value: f.id, label: f.label }))}
                  onChange={setForm}
                />
              </div>
            </div>
            {understood.list.columns && (
              <p className="text-[13px] text-quiet">
                {understood.list.columns
                  .map(({ heading, field }) => {
                    const label = kind.columns.find((column) => column.field === field)?.label ?? field;
                    return heading === '' || heading === label ? label : `${heading} → ${label}`;
                  })
                  .join(' · ')}
              </p>
            )}
            <div className="min-h-[150px] flex-1 overflow-hidden rounded border border-rule bg-sheet p-2">
              <SmallPicture scene={understood.composition.scene} label="Small picture of what was understood" />
            </div>
            <div className="max-h-[34%] flex-none overflow-auto">
              {understood.problems.length === 0 ? (
                <p className="text-[13px] text-good">{words.noProblems}</p>
              ) : (
                <>
                  <p className="text-[13px] font-semibold">{words.problems}</p>
                  <ul className="list-disc pl-5 text-[13px]">
                    {understood.problems.slice(0, MOST_SHOWN).map((problem) => (
                      <li
                        key={`${problem.code} ${problem.message}`}
                        className={problem.severity === 'error' ? 'text-wrong' : ''}
                      >
                        {problem.message}
                      </li>
                    ))}
                  </ul>
                  {understood.problems.length > MOST_SHOWN && (
                    <p className="pl-5 text-[13px] text-quiet">{words.more(understood.problems.length - MOST_SHOWN)}</p>
                  )}
                </>
              )}
            </div>
          </>
        )}
      </div>
    </div>
  );
}
