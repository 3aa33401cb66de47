/** A small form: fields with labels, what is wrong said beside it, one button. */
import { type FormEvent, type ReactNode, useId, useState } from 'react';
import { Button } from '../shared/controls';
import { words } from './words';

export interface FieldSpec {
  readonly name: string;
  readonly label: string;
  readonly type?: 'text' | 'email' | 'password';
  /** What browsers and keepers of passwords fill in (HTML, 4.10.18.7). */
  readonly fill: string;
  /** What stands in it already. */
  readonly initial?: string;
  /** It may be left empty. */
  readonly optional?: boolean;
}

export function Form({
  fields,
  button,
  about,
  onSend,
}: {
  fields: readonly FieldSpec[];
  button: string;
  about?: ReactNode;
  /** @returns what is wrong, in words; null where nothing is */
  onSend: (values: Readonly<Record<string, string>>) => Promise<string | null>;
}) {
  const id = useId();
  const [wrong, setWrong] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const send = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const values = Object.fromEntries([...new FormData(form)].map(([name, value]) => [name, String(value)]));
    setBusy(true);
    const problem = await onSend(values);
    setBusy(false);
    setWrong(problem);
    if (problem === null) form.reset();
    else form.querySelector('input')?.focus();
  };
  return (
    <form className="flex flex-col gap-3" onSubmit={(event) => void send(event)}>
      {fields.map(({ name, label, type = 'text', fill, optional = false, initial }) => (
        <label key={name} className="flex flex-col gap-1 text-[13px] text-quiet" htmlFor={`${id}-${name}`}>
          {label}
          <input
            id={`${id}-${name}`}
            name={name}
            type={type}
            autoComplete={fill}
            defaultValue={initial}
            required={!optional}
            dir="auto"
            aria-describedby={wrong === null ? undefined : `${id}-wrong`}
            className="field text-base text-ink"
          />
        </label>
      ))}
      {about && <p className="text-[13px] text-quiet">{about}</p>}
      <p id={`${id}-wrong`} role="alert" className="text-wrong empty:hidden">
        {wrong}
      </p>
      <Button type="submit" tone="strong" className="min-h-[36px] justify-center" disabled={busy}>
        {busy ? '...' : button}
      </Button>
    </form>
  );
}

/** What an answer says is wrong; null where it went well. */
export const problemOf = (
  answer: { readonly ok: true } | { readonly ok: false; readonly status: number; readonly detail: string },
): string | null => (answer.ok ? null : answer.status === 0 ? words.unreachable : answer.detail);
