/** Something to be copied: shown, selected as a whole, with a button. */
import { useId, useState } from 'react';
import { Button } from '../shared/controls';
import { words } from './words';

export function Copied({ label, text }: { label: string; text: string }) {
  const id = useId();
  const [done, setDone] = useState(false);
  return (
    <div className="text-[13px]">
      <label htmlFor={id} className="text-quiet">
        {label}
      </label>
      <span className="flex gap-1.5">
        <input
          id={id}
          readOnly
          value={text}
          className="field min-w-0 flex-1 font-mono text-xs"
          onFocus={({ target }) => target.select()}
        />
        <Button
          aria-label={`${words.copy}: ${label}`}
          onClick={() =>
            void navigator.clipboard.writeText(text).then(
              () => setDone(true),
              () => document.getElementById(id)?.focus(),
            )
          }
        >
          {words.copy}
        </Button>
      </span>
      <span role="status" className="text-quiet">
        {done ? words.copied : ''}
      </span>
    </div>
  );
}
