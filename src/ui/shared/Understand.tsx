/** A text and what was understood of it, with a live small picture, before anything is taken in. */
import { proxy } from 'comlink';
import { type ClipboardEvent as ReactClipboardEvent, useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { SheetText, Source } from '../../core/formats';
import { ENCODINGS } from '../../core/formats/encodings';
import { headingsOf } from '../../core/list';
import type { Telling, Understood } from '../../workers/read.worker';
import { ColumnsRead } from './ColumnsRead';
import { readWorker } from './composer';
import { Button, Select } from './controls';
import { kindFor } from './fields';
import { isField, type Pasted, pastedFrom } from './pasted';
import { keepRoles, NO_CHOICES, type Progress, type ReadChoices, useForms, useReading } from './reading';
import { SmallPicture } from './SmallPicture';

const words = {
  text: 'The list, one line for each',
  file: 'Open a file',
  sample: 'Put in an example',
  sheet: 'Sheet',
  encoding: 'Encoding of the file',
  rows: (count: number) => `${count} ${count === 1 ? 'row' : 'rows'}`,
  steps: { opening: 'Opening the file', reading: 'Reading the lines', checking: 'Checking', drawing: 'Drawing' },
  stop: 'Stop',
  stopped: 'Opening was stopped; the text here is as it was.',
  large: (lines: number) =>
    `This list is long: the first of its ${lines.toLocaleString('en-GB')} lines are shown here, all are read.`,
  empty:
    'Paste or type a list at the left, or drop a file there: a spreadsheet, a document, CSV, text, Markdown, OPML, JSON or GEDCOM. It may be an outline or a table with a line of headings.',
  whole:
    'This file holds a chart. It is taken whole, with its looks and arrangement; written on here, only its list is taken.',
  tooLarge: 'This file is larger than 8 MB; split it.',
  form: 'Written as',
  problems: 'To look at',
  noProblems: 'Nothing to mend.',
  noPicture: (lines: number) =>
    `${lines.toLocaleString('en-GB')} lines are too many for a small picture; it is drawn once the list is taken in.`,
  picture: 'Small picture of what was understood',
  more: (count: number) => `and ${count} more, listed under Check once the list is taken in`,
};

const MOST_SHOWN = 6;
const FILE_LIMIT = 8 * 1024 * 1024;
/** A field with more letters than this would make every key wait. */
const MOST_EDITED = 400_000;
const FIRST_SHOWN = 20_000;
/** Tabs are drawn four columns wide and typed with Tab, as levels are. */
const TAB = '\t';
const ACCEPT =
  '.csv,.tsv,.txt,.svg,.png,.webp,.pdf,.pptx,.md,.xlsx,.xlsm,.ods,.fods,.opml,.json,.ged,.gdz,.zip,.ldif,.vcf,.docx,.graphml,.ttl,.gz,.html,.htm,text/*';

/** Cells and lists on the clipboard of a document keep their levels only in its own form. */
const LEVELLED = /<(table|li)[\s>]|mso-list:/i;

/** How a text is to be read: what is sent along with it. */
export interface Taken {
  readonly understood: Understood;
  readonly text: string;
  readonly choices: ReadChoices;
  /** Pictures that came along, by the names under which the text knows them. */
  readonly pictures?: Source['pictures'];
  /** The file itself, where it holds a chart whole: it is taken as it is. */
  readonly whole?: Uint8Array;
}

export function Understand({
  kindId,
  house,
  initial = '',
  file: given,
  put: wanted,
  pasted,
  top,
  onUnderstood,
}: {
  kindId: string;
  house: string;
  initial?: string;
  /** Opened at once. */
  file?: File | undefined;
  /** Put in as the text, whenever it is another. */
  put?: string | undefined;
  /** Taken in at once. */
  pasted?: Pasted | undefined;
  /** Stands over what was understood. */
  top?: React.ReactNode;
  onUnderstood: (taken: Taken | null, text: string) => void;
}) {
  const kind = kindFor(kindId);
  const forms = useForms(kindId);
  const [text, setText] = useState(initial);
  const [choices, setChoices] = useState<ReadChoices>(NO_CHOICES);
  const [sheets, setSheets] = useState<readonly SheetText[]>([]);
  const pictures = useRef<Source['pictures']>(undefined);
  const [whole, setWhole] = useState<{ readonly text: string; readonly bytes: Uint8Array } | null>(null);
  const [wrong, setWrong] = useState('');
  /** A file whose encoding was guessed, and what it was read as. */
  const [guessed, setGuessed] = useState<{ readonly file: File; readonly encoding: string } | null>(null);
  const [opening, setOpening] = useState<Progress>(null);
  const file = useRef<HTMLInputElement>(null);
  const stopOpening = useRef<() => void>(() => undefined);
  const { result, progress, remembered, stop } = useReading(kindId, house, text, choices);

  const tell = useRef(onUnderstood);
  tell.current = onUnderstood;
  // A form and columns belong to their kind: another kind recognises its own.
  // biome-ignore lint/correctness/useExhaustiveDependencies: when the kind changes
  useEffect(() => setChoices(NO_CHOICES), [kindId]);
  const understood = result?.ok ? result.understood : null;
  // Until it is understood anew, what was understood before counts no more. In the same turn as the text is shown: a key that
  // follows at once must not meet the text before it.
  // biome-ignore lint/correctness/useExhaustiveDependencies: when what is read changes
  useLayoutEffect(() => tell.current(null, text), [text, choices, kindId]);
  const used = Object.keys(choices.roles).length > 0 ? choices.roles : remembered;
  // biome-ignore lint/correctness/useExhaustiveDependencies: when it was understood
  useEffect(
    () =>
      tell.current(
        understood && {
          understood,
          text,
          choices: { ...choices, roles: used },
          ...(pictures.current && { pictures: pictures.current }),
          ...(whole?.text === text && { whole: whole.bytes }),
        },
        text,
      ),
    [result],
  );

  const put = (
    next: string,
    found: readonly SheetText[] = [],
    along?: Source['pictures'],
    file: typeof whole = null,
  ) => {
    pictures.current = along;
    setWhole(file);
    setGuessed(null);
    setSheets(found);
    setChoices(NO_CHOICES);
    setText(next);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: when another is to be put in
  useEffect(() => {
    if (wanted !== undefined) put(wanted);
  }, [wanted]);
  const open = async (chosen: File | undefined, encoding?: string) => {
    if (!chosen) return;
    setWrong('');
    if (chosen.size > FILE_LIMIT) return setWrong(words.tooLarge);
    setOpening({ step: 'opening', done: 0.05 });
    try {
      const bytes = new Uint8Array(await chosen.arrayBuffer());
      const told = proxy<Telling>((step, done) => setOpening({ step, done })) as Telling;
      // A worker that is ended answers no more: stopping answers in its place.
      const stopped = new Promise<never>((_, reject) => {
        stopOpening.current = () => reject(new Error(words.stopped));
      });
      const source = await Promise.race([readWorker().source(bytes, told, encoding), stopped]);
      setWrong(source.said);
      put(source.text, source.sheets, source.pictures, source.isWhole ? { text: source.text, bytes } : null);
      if (source.encoding !== undefined) setGuessed({ file: chosen, encoding: source.encoding });
    } catch (error) {
      setWrong((error as Error).message);
    } finally {
      setOpening(null);
      if (file.current) file.current.value = '';
    }
  };
  const take = ({ file: found, html, text: plain }: Pasted) => {
    if (found) void open(found);
    else if (LEVELLED.test(html))
      void readWorker()
        .html(html)
        .then((read) => put(read ?? plain));
    else if (plain.trim() !== '') put(plain);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, as it was given
  useEffect(() => {
    void open(given);
    if (pasted) take(pasted);
  }, []);
  // Pasted where nothing is written, it is meant for the list.
  const taking = useRef(take);
  taking.current = take;
  useEffect(() => {
    const anywhere = (event: ClipboardEvent) => {
      if (!event.clipboardData || isField(event.target)) return;
      event.preventDefault();
      taking.current(pastedFrom(event.clipboardData));
    };
    document.addEventListener('paste', anywhere);
    return () => document.removeEventListener('paste', anywhere);
  }, []);
  const paste = (event: ReactClipboardEvent<HTMLTextAreaElement>) => {
    const found = pastedFrom(event.clipboardData);
    const whole = event.currentTarget.selectionStart === 0 && event.currentTarget.selectionEnd === text.length;
    if (!found.file && !(LEVELLED.test(found.html) && whole)) return;
    event.preventDefault();
    take(found);
  };
  const choose = (patch: Partial<ReadChoices>) => setChoices((before) => ({ ...before, ...patch }));
  const role = (key: string, next: string) => {
    const roles = { ...used, [key]: next };
    choose({ roles });
    const headings = understood && headingsOf(understood.list);
    if (headings && understood.list.headed) void keepRoles(kindId, headings, roles);
  };
  const forget = () => {
    const headings = understood && headingsOf(understood.list);
    if (headings) void keepRoles(kindId, headings, {}).then(() => setChoices({ ...NO_CHOICES }));
  };
  const long = text.length > MOST_EDITED;
  const busy = opening ?? progress;
  return (
    <div className="grid min-h-0 flex-1 grid-cols-2">
      <div className="flex min-h-0 flex-col gap-2 border-r border-rule p-4">
        <div className="flex flex-wrap items-center gap-x-1 gap-y-0.5">
          <Button onClick={() => file.current?.click()}>{words.file}</Button>
          {text === '' &&
            forms
              .filter(({ id, sample }) => sample !== undefined && id !== 'tsv')
              .map(({ id, label, sample }) => (
                <Button key={id} tone="quiet" onClick={() => put(sample!)}>
                  {words.sample}: {label === label.toUpperCase() ? label : label.toLowerCase()}
                </Button>
              ))}
          {sheets.length > 1 && (
            <div className="ml-2 flex w-64 items-center gap-2 text-[13px]">
              <Select
                label={words.sheet}
                value={sheets.find((sheet) => sheet.text === text)?.name ?? sheets[0]!.name}
                options={sheets.map(({ name, rows }) => ({ value: name, label: `${name} (${words.rows(rows)})` }))}
                onChange={(name) => put(sheets.find((sheet) => sheet.name === name)!.text, sheets)}
              />
            </div>
          )}
          <input
            ref={file}
            type="file"
            hidden
            accept={ACCEPT}
            onChange={(event) => void open(event.target.files?.[0])}
          />
        </div>
        {wrong && (
          <p role="alert" className="text-wrong">
            {wrong}
          </p>
        )}
        {guessed && (
          <div className="flex items-center gap-2 text-[13px]">
            <span className="text-quiet">{words.encoding}</span>
            <div className="flex w-56">
              <Select
                label={words.encoding}
                value={guessed.encoding}
                options={ENCODINGS}
                onChange={(encoding) => void open(guessed.file, encoding)}
              />
            </div>
          </div>
        )}
        {whole?.text === text && (
          <p role="status" className="text-[13px] text-quiet">
            {words.whole}
          </p>
        )}
        {long && <p className="text-[13px] text-quiet">{words.large(text.split('\n').length)}</p>}
        <textarea
          dir="auto"
          aria-label={words.text}
          className="field min-h-0 flex-1 resize-none font-mono text-[12.5px] leading-5 whitespace-pre [tab-size:4]"
          spellCheck={false}
          placeholder={kind.starts[0]!.list}
          readOnly={long}
          value={long ? text.slice(0, FIRST_SHOWN) : text}
          onChange={(event) => setText(event.target.value)}
          onPaste={paste}
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
      <div className="relative flex min-h-0 flex-col gap-3 overflow-auto p-4" aria-live="polite">
        {top}
        {busy && (
          <div className="flex flex-none items-center gap-3">
            <progress
              aria-label={words.steps[busy.step]}
              className="h-1.5 flex-1 accent-plum"
              value={busy.done}
              max={1}
            />
            <span className="text-[13px] text-quiet">{words.steps[busy.step]} ...</span>
            <Button
              onClick={() => {
                stop();
                stopOpening.current();
              }}
            >
              {words.stop}
            </Button>
          </div>
        )}
        {!result && !busy && !(top && text.trim() === '') && <p className="text-quiet">{words.empty}</p>}
        {result && !result.ok && <p className="text-wrong">{result.message}</p>}
        {understood && (
          <>
            <div className="flex flex-none items-center gap-3">
              <p className="font-semibold whitespace-nowrap">
                {understood.list.items.length.toLocaleString('en-GB')}{' '}
                {understood.list.items.length === 1 ? 'line' : 'lines'}, {understood.levels}{' '}
                {understood.levels === 1 ? 'level' : 'levels'}
              </p>
              <span className="ml-auto text-[13px] whitespace-nowrap text-quiet">{words.form}</span>
              <div className="flex w-52">
                <Select
                  label={words.form}
                  value={choices.form || understood.form}
                  options={forms.map((f) => ({ value: f.id, label: f.label }))}
                  onChange={(form) => choose({ form })}
                />
              </div>
            </div>
            {understood.list.columns && (
              <ColumnsRead
                kind={kind}
                understood={understood}
                headings={choices.headings}
                remembered={Object.keys(choices.roles).length === 0 && Object.keys(remembered).length > 0}
                onRole={role}
                onHeadings={(headings) => choose({ headings })}
                onForget={forget}
              />
            )}
            <div className="min-h-[130px] flex-1 overflow-hidden rounded border border-rule bg-sheet p-2">
              {understood.composition ? (
                <SmallPicture scene={understood.composition.scene} label={words.picture} />
              ) : (
                <p className="text-quiet">{words.noPicture(understood.list.items.length)}</p>
              )}
            </div>
            <section
              aria-label={words.problems}
              // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, so the keyboard must come here
              tabIndex={0}
              className="sticky bottom-[-16px] z-10 -mx-1 max-h-[34%] flex-none overflow-auto border-t border-rule bg-paper px-1 py-2"
            >
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
            </section>
          </>
        )}
      </div>
    </div>
  );
}
