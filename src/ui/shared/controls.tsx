/** Small controls that all screens share. */
import { type ComponentPropsWithRef, type ReactNode, useId, useState } from 'react';

type Tone = 'plain' | 'strong' | 'quiet';
const tones: Record<Tone, string> = {
  plain: 'border border-rule bg-sheet hover:border-plum hover:bg-tint',
  strong: 'border border-plum bg-plum text-white hover:bg-[#48203c]',
  quiet: 'border border-transparent hover:bg-tint',
};

export function Button({ tone = 'plain', className = '', ...rest }: ComponentPropsWithRef<'button'> & { tone?: Tone }) {
  return (
    <button
      type="button"
      className={`inline-flex min-h-[28px] items-center gap-1.5 rounded px-2.5 py-0.5 text-[13px] whitespace-nowrap disabled:cursor-default disabled:opacity-45 disabled:hover:border-rule disabled:hover:bg-sheet ${tones[tone]} ${className}`}
      {...rest}
    />
  );
}

/** A button that asks for a file. */
export function FileButton({ label, accept, onFile }: { label: string; accept: string; onFile: (file: File) => void }) {
  return (
    <label className="relative inline-flex min-h-[28px] cursor-pointer items-center rounded border border-rule bg-sheet px-2.5 text-[13px] whitespace-nowrap hover:border-plum hover:bg-tint has-focus-visible:outline-2 has-focus-visible:outline-plum">
      <input
        type="file"
        className="sr-only"
        accept={accept}
        onChange={({ target }) => {
          const file = target.files?.[0];
          // The same file can be chosen again.
          target.value = '';
          if (file) onFile(file);
        }}
      />
      {label}
    </label>
  );
}

export function Row({
  label,
  children,
  hint,
}: {
  label: string;
  children: (id: string) => ReactNode;
  hint?: ReactNode;
}) {
  const id = useId();
  return (
    <div className="grid grid-cols-[104px_1fr] items-center gap-x-2 py-1">
      <label htmlFor={id} className="text-[13px] text-quiet">
        {label}
      </label>
      <div className="flex min-w-0 items-center gap-2">
        {children(id)}
        {hint}
      </div>
    </div>
  );
}

export interface Option<T extends string> {
  readonly value: T;
  readonly label: string;
  readonly about?: string;
  /** A small picture of it, stroked on a square of 24 units. */
  readonly glyph?: string;
}

/** One of a few, all in view, as small pictures where each of them has one. Hover and focus try an option out. */
export function Choices<T extends string>({
  legend,
  value,
  options,
  onChoose,
  onTry,
  hideLegend = false,
}: {
  legend: string;
  value: T;
  options: readonly Option<T>[];
  onChoose: (value: T) => void;
  onTry?: (value: T | null) => void;
  hideLegend?: boolean;
}) {
  const name = useId();
  const now = options.find((option) => option.value === value);
  const pictured = options.every(({ glyph }) => glyph !== undefined);
  const about = now && [...(pictured ? [now.label] : []), ...(now.about ? [now.about] : [])].join(': ');
  return (
    <fieldset className="relative py-1">
      <legend className={hideLegend ? 'sr-only' : 'pb-1 text-[13px] text-quiet'}>{legend}</legend>
      <div className="flex flex-wrap gap-1">
        {options.map((option) => (
          <label
            key={option.value}
            title={option.about}
            onMouseEnter={() => onTry?.(option.value)}
            onMouseLeave={() => onTry?.(null)}
            className={`relative flex min-h-[30px] cursor-pointer items-center rounded border text-[13px] ${pictured ? 'px-2 py-1' : 'px-2.5'} has-focus-visible:outline-2 has-focus-visible:outline-plum ${
              option.value === value ? 'z-1 border-plum bg-plum text-white' : 'border-rule bg-sheet hover:bg-tint'
            }`}
          >
            <input
              type="radio"
              className="sr-only"
              name={name}
              checked={option.value === value}
              onChange={() => onChoose(option.value)}
              onBlur={() => onTry?.(null)}
            />
            {pictured && (
              <svg viewBox="0 0 24 24" className="size-6 fill-none stroke-current" aria-hidden="true">
                <path d={option.glyph} strokeWidth={1.4} />
              </svg>
            )}
            <span className={pictured ? 'sr-only' : ''}>{option.label}</span>
          </label>
        ))}
      </div>
      {about && <p className="pt-1 text-xs text-quiet">{about}</p>}
    </fieldset>
  );
}

export function Select<T extends string>({
  id,
  value,
  options,
  onChange,
  label,
  first = false,
}: {
  id?: string;
  value: T;
  options: readonly Option<T>[];
  onChange: (value: T) => void;
  label?: string;
  /** It has the keyboard where its dialog opens. */
  first?: boolean;
}) {
  return (
    <select
      data-first={first || undefined}
      id={id}
      aria-label={label}
      className="field min-w-0 flex-1 text-[13px]"
      value={value}
      onChange={(event) => onChange(event.target.value as T)}
    >
      {options.map((option) => (
        <option key={option.value} value={option.value}>
          {option.label}
        </option>
      ))}
    </select>
  );
}

/** A number with a slider beside it; what is typed is taken when it is in range. */
export function NumberField({
  id,
  value,
  least,
  most,
  step = 1,
  unit,
  onChange,
}: {
  id: string;
  value: number;
  least: number;
  most: number;
  step?: number;
  unit: string;
  onChange: (value: number) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const shown = typed ?? String(Math.round(value * 100) / 100);
  const take = (text: string) => {
    setTyped(text);
    const number = Number(text.replace(',', '.'));
    if (text.trim() !== '' && number >= least && number <= most) onChange(number);
  };
  const wrong =
    typed !== null && !(Number(typed.replace(',', '.')) >= least && Number(typed.replace(',', '.')) <= most);
  return (
    <>
      <input
        type="range"
        aria-hidden
        tabIndex={-1}
        className="min-w-0 flex-1 accent-plum"
        min={least}
        max={most}
        step={step}
        value={value}
        onChange={(event) => onChange(Number(event.target.value))}
      />
      <input
        dir="auto"
        id={id}
        inputMode="decimal"
        className="field w-14 text-right text-[13px]"
        value={shown}
        aria-invalid={wrong}
        title={`${least} to ${most} ${unit}`}
        onChange={(event) => take(event.target.value)}
        onBlur={() => setTyped(null)}
        onKeyDown={(event) => {
          const by = event.key === 'ArrowUp' ? step : event.key === 'ArrowDown' ? -step : 0;
          if (by === 0) return;
          event.preventDefault();
          setTyped(null);
          onChange(Math.min(most, Math.max(least, Math.round((value + by) * 100) / 100)));
        }}
      />
      <span className="w-6 text-xs text-quiet">{unit}</span>
    </>
  );
}

/** A colour: the system's picker and its number, which can be typed or pasted. */
export function ColourField({ id, value, onChange }: { id: string; value: string; onChange: (value: string) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <>
      <input
        type="color"
        id={id}
        className="h-[28px] w-11 flex-none cursor-pointer rounded border border-rule bg-sheet p-0.5"
        value={value}
        onChange={(event) => onChange(event.target.value.toLowerCase())}
      />
      <input
        dir="auto"
        aria-label="Colour as a number, #rrggbb"
        className="field w-[86px] font-mono text-xs"
        value={typed ?? value}
        aria-invalid={typed !== null && !/^#?[0-9a-f]{6}$/i.test(typed)}
        onChange={(event) => {
          const text = event.target.value.trim();
          setTyped(text);
          if (/^#?[0-9a-f]{6}$/i.test(text)) onChange(`#${text.replace('#', '').toLowerCase()}`);
        }}
        onBlur={() => setTyped(null)}
      />
    </>
  );
}

export function Tick({
  label,
  value,
  onChange,
}: {
  label: string;
  value: boolean;
  onChange: (value: boolean) => void;
}) {
  return (
    <label className="flex min-h-[28px] items-center gap-2 text-[13px]">
      <input
        type="checkbox"
        className="size-4 flex-none accent-plum"
        checked={value}
        onChange={(event) => onChange(event.target.checked)}
      />
      {label}
    </label>
  );
}

/** How far something has come, from 0 to 1. */
export const Progress = ({ value, label }: { value: number; label: string }) => (
  <progress
    aria-label={label}
    className="h-2 w-full min-w-0 flex-1 appearance-none overflow-hidden rounded bg-tint [&::-moz-progress-bar]:bg-plum [&::-webkit-progress-bar]:bg-tint [&::-webkit-progress-value]:bg-plum"
    max={1}
    value={value}
  />
);
