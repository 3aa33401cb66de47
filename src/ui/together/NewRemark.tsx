/** A remark or an answer being written. */
import { useId, useState } from 'react';
import { Button } from '../shared/controls';
import { useTogether, type NewRemark as Written } from './state';
import { words } from './words';

/** What whoever came by a link calls themselves is kept by the browser. */
const NAME = 'dendrotax remark name';
const nameKept = () => {
  try {
    return localStorage.getItem(NAME) ?? '';
  } catch {
    return '';
  }
};

export function NewRemark({
  button,
  visitor,
  onSend,
}: {
  button: string;
  /** Whoever writes has no account: they say who they are, and mention nobody. */
  visitor: boolean;
  /** @returns whether it was taken */
  onSend: (remark: Written) => Promise<boolean>;
}) {
  const id = useId();
  const learner = useTogether((state) => state.learner);
  const [text, setText] = useState('');
  const [tell, setTell] = useState('');
  const [name, setName] = useState(nameKept);
  const send = async () => {
    if (text.trim() === '') return;
    const mentions = tell
      .split(/[,;\s]+/)
      .map((one) => one.trim())
      .filter(Boolean);
    if (visitor)
      try {
        localStorage.setItem(NAME, name);
      } catch {
        // Asked for again the next time.
      }
    const sent = await onSend({
      text: text.trim(),
      ...(mentions.length > 0 && { mentions }),
      ...(visitor && name.trim() !== '' && { name: name.trim() }),
    });
    if (!sent) return;
    setText('');
    setTell('');
  };
  return (
    <form
      className="flex flex-col gap-1.5"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <textarea
        dir="auto"
        rows={3}
        maxLength={4_000}
        aria-label={words.text}
        className="field min-h-16 text-[14px]"
        value={text}
        onChange={({ target }) => setText(target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) void send();
          // Letters are no commands of the screen.
          event.stopPropagation();
        }}
      />
      {text !== '' && !learner && (
        <label htmlFor={`${id}-who`} className="text-xs text-quiet">
          {visitor ? words.name : words.tell}
          <input
            id={`${id}-who`}
            dir="auto"
            className="field w-full text-[13px] text-ink"
            value={visitor ? name : tell}
            onChange={({ target }) => (visitor ? setName : setTell)(target.value)}
            onKeyDown={(event) => event.stopPropagation()}
          />
        </label>
      )}
      <Button type="submit" className="self-start" disabled={text.trim() === ''}>
        {button}
      </Button>
    </form>
  );
}
