/** What is done with a picture in front of people: shown step by step, filled in, answered. */
import { useRef, useState } from 'react';
import { setsOf } from '../../../../core/chart';
import { REVEALS, type RevealBy } from '../../../../core/reveal';
import type { Scene } from '../../../../core/scene';
import type { WalkThrough } from '../../../../core/walk-through';
import { composeWorker } from '../../../shared/composer';
import { Button, Choices, Tick } from '../../../shared/controls';
import { kindFor } from '../../../shared/fields';
import { later } from '../../../shared/later';
import type { Part } from '../../deliver';
import { Reveal } from '../../reveal/Reveal';
import { say, useEditor } from '../../state/store';
import { words } from '../../words';

const WorksheetDialog = later(() => import('../../worksheet/WorksheetDialog').then((part) => part.WorksheetDialog));
const WalkDialog = later(() => import('../../../walk/WalkDialog').then((part) => part.WalkDialog));

type Shown = 'reveal' | 'worksheet' | { readonly scene: Scene; readonly walk: WalkThrough };

export function InClass({ by, onBy, part }: { by: RevealBy; onBy: (by: RevealBy) => void; part: Part }) {
  const id = useEditor((state) => state.id);
  const chart = useEditor((state) => state.chart);
  const scene = useEditor((state) => state.composition?.scene);
  const [shown, setShown] = useState<Shown | null>(null);
  const close = () => setShown(null);
  const kind = kindFor(chart.kind);
  // Regions are of sets; the lines of a tree of questions are their answers.
  const ways = REVEALS.filter((value) => value !== 'region' || setsOf(chart).length > 0).map((value) => ({
    value,
    label: value === 'item' && kind.answered ? words.reveal.answers : words.reveal.bys[value],
  }));
  const [withNotes, setWithNotes] = useState(false);
  const notes = useRef<Window | null>(null);
  const reveal = () => {
    // Within the click: later browsers open no window.
    if (withNotes) notes.current = window.open('', 'dendrotax-notes', 'popup,width=520,height=640');
    if (withNotes && !notes.current) say(words.reveal.notesBlocked);
    setShown('reveal');
  };
  const ended = () => {
    notes.current?.close();
    notes.current = null;
    setShown(null);
  };
  const empty = !scene || scene.items.length === 0;
  const walk = async () => {
    const { carried: _, ...drawn } = chart;
    try {
      const found = await composeWorker().walkThrough(drawn);
      if (found) setShown(found);
      else say(words.walkThrough.none);
    } catch (error) {
      say(words.deliver.failed((error as Error).message));
    }
  };
  return (
    <>
      <h3 className="pt-4 font-semibold">{words.inClass}</h3>
      <p className="text-[13px] text-quiet">{words.reveal.about}</p>
      <div className="flex flex-wrap items-end gap-2 pb-2">
        <Choices legend={words.reveal.by} value={by} options={ways} onChoose={onBy} />
        <Button tone="strong" className="mb-1" disabled={empty} onClick={reveal}>
          {words.reveal.button}
        </Button>
      </div>
      <Tick label={words.reveal.notes} value={withNotes} onChange={setWithNotes} />
      <p className="pt-2 text-[13px] text-quiet">{words.worksheet.about}</p>
      <div className="py-2">
        <Button tone="strong" disabled={empty} onClick={() => setShown('worksheet')}>
          {words.worksheet.button}
        </Button>
      </div>
      {kind.answered && (
        <>
          <p className="text-[13px] text-quiet">{words.walkThrough.about}</p>
          <div className="flex flex-wrap items-center gap-3 py-2">
            <Button tone="strong" disabled={empty} onClick={() => void walk()}>
              {words.walkThrough.button}
            </Button>
            <a className="text-[13px] underline" href={`/chart/${id}/walk-through`} target="_blank" rel="noreferrer">
              {words.walkThrough.page}
            </a>
          </div>
        </>
      )}
      {scene && shown === 'reveal' && (
        <Reveal scene={scene} by={by} chart={chart} notes={notes.current ?? undefined} onClose={ended} />
      )}
      {shown === 'worksheet' && <WorksheetDialog part={part} onClose={close} />}
      {shown !== null && typeof shown === 'object' && <WalkDialog {...shown} onClose={close} />}
    </>
  );
}
