/** A worksheet filled in on the screen: a field over each line, its answers checked. */
import { useEffect, useId, useRef, useState } from 'react';
import type { WorksheetVersion } from '../../../core/worksheet';
import { type Verdict, verdictOf } from '../../../core/worksheet/check';
import { Button } from '../../shared/controls';
import { words } from '../words';
import { SheetView } from './SheetView';

const TONES: Readonly<Record<Verdict, string>> = {
  right: 'border-good bg-[#e4f0ea]',
  near: 'border-caution bg-[#f8efda]',
  wrong: 'border-wrong bg-[#f8e6e3]',
  empty: 'border-wrong bg-white',
};
const SIGNS: Readonly<Record<Verdict, string>> = { right: '✓', near: '≈', wrong: '✗', empty: '–' };

export function Fill({ version, onBack }: { version: WorksheetVersion; onBack: () => void }) {
  const [written, setWritten] = useState<Readonly<Record<number, string>>>({});
  const [verdicts, setVerdicts] = useState<Readonly<Record<number, Verdict>> | null>(null);
  const about = useId();
  const pages = useRef<HTMLDivElement>(null);
  useEffect(() => pages.current?.querySelector('input')?.focus(), []);
  const answers = new Map(version.blanks.map(({ number, answer }) => [number, answer]));
  const check = () =>
    setVerdicts(
      Object.fromEntries(
        version.blanks.map(({ number, answer }) => [
          number,
          verdictOf(written[number] ?? '', answer, [...answers.values(), ...version.bank]),
        ]),
      ),
    );
  const found = Object.values(verdicts ?? {});
  const near = found.filter((verdict) => verdict === 'near').length;
  const right = found.filter((verdict) => verdict === 'right').length + near;
  const total = version.sheets.length;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div ref={pages} className="min-h-0 flex-1 overflow-auto bg-rule/40 p-4">
        {version.sheets.map((sheet, at) => (
          <SheetView
            key={sheet.scene.description + String(at)}
            sheet={sheet}
            label={words.worksheet.page(at + 1, total)}
          >
            {sheet.fields.map(({ number, box }, i) => {
              const verdict = verdicts?.[number];
              const said =
                verdict === 'near'
                  ? words.worksheet.nearly(answers.get(number)!)
                  : verdict && words.worksheet.verdicts[verdict];
              return (
                <span
                  // biome-ignore lint/suspicious/noArrayIndexKey: fields are known by their place
                  key={i}
                  className="absolute flex"
                  style={{
                    left: `${(box.x / sheet.scene.width) * 100}%`,
                    top: `${(box.y / sheet.scene.height) * 100}%`,
                    width: `${(box.width / sheet.scene.width) * 100}%`,
                    height: `${(box.height / sheet.scene.height) * 100}%`,
                  }}
                  title={said}
                >
                  <input
                    dir="auto"
                    aria-label={words.worksheet.word(number)}
                    aria-invalid={verdict !== undefined && verdict !== 'right' && verdict !== 'near'}
                    aria-describedby={said === undefined ? undefined : `${about}-${number}`}
                    spellCheck={false}
                    autoComplete="off"
                    className={`h-full min-w-0 flex-1 border px-0.5 text-[12px] text-ink outline-offset-0 ${verdict ? TONES[verdict] : 'border-rule border-b-plum bg-white'}`}
                    value={written[number] ?? ''}
                    onChange={(event) => {
                      setWritten({ ...written, [number]: event.target.value });
                      if (verdicts) setVerdicts(null);
                    }}
                    onKeyDown={(event) => {
                      if (event.key !== 'Enter') return;
                      event.preventDefault();
                      check();
                    }}
                  />
                  {verdict && (
                    <span
                      aria-hidden
                      className="absolute -right-1 -top-1.5 rounded bg-white px-0.5 text-[11px] leading-none font-bold text-ink"
                    >
                      {SIGNS[verdict]}
                    </span>
                  )}
                  {said !== undefined && (
                    <span id={`${about}-${number}`} className="sr-only">
                      {said}
                    </span>
                  )}
                </span>
              );
            })}
          </SheetView>
        ))}
      </div>
      <footer className="flex flex-wrap items-center gap-2 border-t border-rule px-5 py-3">
        <Button tone="strong" onClick={check}>
          {words.worksheet.check}
        </Button>
        <Button
          onClick={() => {
            setWritten(Object.fromEntries(answers));
            setVerdicts(null);
          }}
        >
          {words.worksheet.show}
        </Button>
        <Button
          onClick={() => {
            setWritten({});
            setVerdicts(null);
          }}
        >
          {words.worksheet.clear}
        </Button>
        <Button onClick={onBack}>{words.worksheet.change}</Button>
        <p role="status" className="font-semibold">
          {verdicts && words.worksheet.score(right, version.blanks.length, near)}
        </p>
        <p className="basis-full text-xs text-quiet">{words.worksheet.forgiving}</p>
      </footer>
    </div>
  );
}
