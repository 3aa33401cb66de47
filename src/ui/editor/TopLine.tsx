import { useState } from 'react';
import { type Chart, NEVER_WITHOUT, PICTURE_FIELD } from '../../core/chart';
import { Brand } from '../shared/Brand';
import { Button } from '../shared/controls';
import { fieldOptions } from '../shared/fields';
import { later } from '../shared/later';
import { words as sharingWords } from '../sharing/words';
import { openRemarks, useTogether } from '../together/state';
import { WhoIsHere } from '../together/WhoIsHere';
import { words as togetherWords } from '../together/words';
import { Find } from './Find';
import { KindSwitch } from './KindSwitch';
import { change, redo, undo, useEditor } from './state/store';
import { words } from './words';

/** Whether any line has something in a field. */
const isUsed = ({ items }: Chart, field: string) =>
  Object.values(items).some(({ fields }) => fields[field] !== undefined);

const ShareDialog = later(() => import('../sharing/ShareDialog').then((part) => part.ShareDialog));

export function TopLine() {
  const canUndo = useEditor((state) => state.canUndo);
  const canRedo = useEditor((state) => state.canRedo);
  return (
    <header className="col-span-full flex items-center gap-3 border-b border-rule bg-sheet px-4">
      <Brand />
      <Title />
      <KindSwitch />
      <SaveState />
      <Button disabled={!canUndo} onClick={undo} aria-keyshortcuts="Control+Z">
        {words.undo}
      </Button>
      <Button disabled={!canRedo} onClick={redo} aria-keyshortcuts="Control+Shift+Z">
        {words.redo}
      </Button>
      <Find />
      <Among />
      <Button
        aria-keyshortcuts="Control+K"
        aria-label={words.command.open}
        title={words.command.open}
        onClick={() => useEditor.setState({ help: 'command' })}
      >
        Ctrl K
      </Button>
      <Button
        aria-label={words.guide.open}
        title={words.guide.open}
        onClick={() => useEditor.setState({ help: 'guide' })}
      >
        ?
      </Button>
    </header>
  );
}

function Title() {
  const title = useEditor((state) => state.chart.title);
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <input
      dir="auto"
      aria-label={words.title}
      className="ml-3 field-sizing-content max-w-[44vw] min-w-24 truncate rounded border border-transparent px-2 py-0.5 font-title text-[17px] font-semibold hover:border-rule"
      maxLength={200}
      value={typed ?? title}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={() => {
        const next = typed?.trim();
        setTyped(null);
        if (next && next !== title) change({ type: 'rename', title: next });
      }}
      onKeyDown={(event) => {
        if (event.key === 'Enter') event.currentTarget.blur();
        if (event.key === 'Escape') setTyped(null);
      }}
    />
  );
}

/** Where people have accounts: who is here, remarks, and for whoever it belongs to with whom it is shared. */
function Among() {
  const me = useEditor((state) => state.me);
  const chart = useEditor((state) => state.chart);
  const remarks = useTogether((state) => state.remarks?.filter(({ settled }) => settled === null).length ?? 0);
  const shown = useTogether((state) => state.open);
  const [sharing, setSharing] = useState(false);
  if (!me) return null;
  return (
    <>
      <WhoIsHere chart={chart} />
      <Button aria-pressed={shown} onClick={() => openRemarks(!shown)}>
        {togetherWords.open(remarks)}
      </Button>
      {me.owns && <Button onClick={() => setSharing(true)}>{sharingWords.share}</Button>}
      {sharing && (
        <ShareDialog
          address={`/api/charts/${useEditor.getState().id}`}
          title={chart.title}
          fields={[
            ...fieldOptions(chart).filter(({ value }) => !NEVER_WITHOUT.has(value) && isUsed(chart, value)),
            { value: PICTURE_FIELD, label: sharingWords.pictures },
          ]}
          onClose={() => setSharing(false)}
        />
      )}
    </>
  );
}

function SaveState() {
  const save = useEditor((state) => state.save);
  const savedAt = useEditor((state) => state.savedAt);
  const unsent = useEditor((state) => state.unsent);
  const text = save === 'away' ? words.away(unsent) : save === 'saving' ? words.saving : words.saved(savedAt);
  return (
    <span
      role="status"
      className={`ml-auto text-[13px] whitespace-nowrap ${save === 'away' ? 'font-semibold text-wrong' : 'text-quiet'}`}
    >
      {text}
    </span>
  );
}
