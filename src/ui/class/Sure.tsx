/** Asked once more before something is removed for good. */
import { useState } from 'react';
import { Button } from '../shared/controls';
import { words } from './words';

/**
 * @param label of the button for those who do not see what it is beside
 * @param ask the question
 * @param text on the button; "Remove" where absent
 */
export function Sure({
  label,
  ask,
  text = words.remove,
  onYes,
}: {
  label: string;
  ask: string;
  text?: string;
  onYes: () => void;
}) {
  const [asked, setAsked] = useState(false);
  if (!asked)
    return (
      <Button tone="quiet" aria-label={label} onClick={() => setAsked(true)}>
        {text}
      </Button>
    );
  return (
    <span className="flex items-center gap-1 text-[13px]">
      {ask}
      <Button onClick={onYes}>{words.yesRemove}</Button>
      <Button tone="quiet" onClick={() => setAsked(false)}>
        {words.no}
      </Button>
    </span>
  );
}
