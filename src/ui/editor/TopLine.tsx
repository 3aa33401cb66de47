import { useState } from 'react';
import { stillBlank } from '../../core/kinds';
import type { Left } from '../class/HandIn';
import { Brand } from '../shared/Brand';
import { Button } from '../shared/controls';
import { later } from '../shared/later';
import { Find } from './Find';
import { KindSwitch } from './KindSwitch';
import { change, flush, redo, undo, useEditor } from './state/store';
import { words } from './words';

/** Whoever is alone fetches none of it. */
const Among = later(() => import('./Among').then((part) => part.Among));
const HandIn = later(() => import('../class/HandIn').then((part) => part.HandIn));

/** How much a learner has not filled in, and how many errors there are, as it is now. */
function left(): Left {
  const { me, chart, composition } = useEditor.getState();
  const blanks = me?.at?.blanks ?? [];
  const wrong = composition?.problems.filter(({ severity }) => severity === 'error').length ?? 0;
  return { empty: stillBlank(chart, blanks), of: blanks.length, wrong };
}

export function TopLine() {
  const canUndo = useEditor((state) => state.canUndo);
  const canRedo = useEditor((state) => state.canRedo);
  const me = useEditor((state) => state.me);
  const title = useEditor((state) => state.chart.title);
  return (
    <header className="col-span-full flex items-center gap-3 border-b border-rule bg-sheet px-4">
      <span className="flex-none">
        <Brand />
      </span>
      {me?.at ? (
        <h1 className="min-w-0 flex-1 truncate text-[17px]" dir="auto">
          {title}
        </h1>
      ) : (
        <>
          <Title />
          <KindSwitch />
        </>
      )}
      <SaveState />
      <Button disabled={!canUndo} onClick={undo} aria-keyshortcuts="Control+Z">
        {words.undo}
      </Button>
      <Button disabled={!canRedo} onClick={redo} aria-keyshortcuts="Control+Shift+Z">
        {words.redo}
      </Button>
      {!me?.at && <Find />}
      {me && <Among me={me} />}
      {me?.at && <HandIn at={me.at} flush={flush} left={left} />}
      {!me?.at && (
        <Button
          aria-keyshortcuts="Control+K"
          aria-label={words.command.open}
          title={words.command.open}
          onClick={() => useEditor.setState({ help: 'command' })}
        >
          Ctrl K
        </Button>
      )}
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
