/** Over how many sheets the chart goes: one, a wall of them, or a booklet; with small pictures of them. */
import { useEffect, useState } from 'react';
import type { Chart, Page, SingleChange } from '../../../../core/chart';
import { MM } from '../../../../core/layout';
import { LEAST_INITIAL, type Pages } from '../../../../core/pages';
import { Button, Choices, NumberField, Progress, Row } from '../../../shared/controls';
import { Dialog } from '../../../shared/Dialog';
import { kindFor } from '../../../shared/fields';
import { SmallPicture } from '../../../shared/SmallPicture';
import { useLongWork } from '../../../shared/useLongWork';
import { useEditor } from '../../state/store';
import { words } from '../../words';

/** Typing goes on for so long before the pages are made anew. */
const PAUSE_MS = 500;
/** Small pictures shown at first, and more of them each time. */
const SHOWN = 24;

type Over = NonNullable<Page['over']>;
/** What of the page changes; null takes it away. */
export type PagePatch = Extract<SingleChange, { type: 'set-page' }>['page'];

export function SheetsForm({ page, set }: { page: Page; set: (patch: PagePatch, mergeAs?: string) => void }) {
  const kind = useEditor((state) => kindFor(state.chart.kind));
  const over = page.over ?? 'one';
  const wall = page.wall ?? { across: 2, down: 2 };
  const options = (['one', 'wall', ...(kind.branches ? (['booklet'] as const) : [])] as const).map((value) => ({
    value,
    ...words.sheets.over[value],
  }));
  const count = (label: string, key: 'across' | 'down') => (
    <Row label={label}>
      {(id) => (
        <NumberField
          id={id}
          value={wall[key]}
          least={1}
          most={20}
          unit=""
          onChange={(to) => set({ wall: { ...wall, [key]: Math.round(to) } }, `wall ${key}`)}
        />
      )}
    </Row>
  );
  return (
    <>
      <h3 className="pt-4 font-semibold">{words.sheets.title}</h3>
      <Choices
        legend={words.sheets.title}
        hideLegend
        value={over}
        options={options}
        onChoose={(to: Over) => set({ over: to === 'one' ? null : to })}
      />
      {!kind.branches && (
        <p className="pt-1 text-[13px] text-quiet">{words.sheets.noBooklet(kind.words.name.toLowerCase())}</p>
      )}
      {over === 'wall' && (
        <>
          {count(words.sheets.across, 'across')}
          {count(words.sheets.down, 'down')}
          <Row label={words.sheets.overlap}>
            {(id) => (
              <NumberField
                id={id}
                value={(page.overlap ?? 10 * MM) / MM}
                least={0}
                most={50}
                unit="mm"
                onChange={(mm) => set({ overlap: mm * MM }, 'wall overlap')}
              />
            )}
          </Row>
        </>
      )}
      {over === 'booklet' && (
        <Row label={words.sheets.least}>
          {(id) => (
            <NumberField
              id={id}
              value={page.least ?? LEAST_INITIAL}
              least={4}
              most={14}
              step={0.5}
              unit="pt"
              onChange={(least) => set({ least }, 'booklet least')}
            />
          )}
        </Row>
      )}
      {over !== 'one' && <Sheets />}
    </>
  );
}

function usePages(): { pages: Pages | null; done: number | null } {
  const chart = useEditor((state) => state.chart);
  const { done, run, stop } = useLongWork();
  const [made, setMade] = useState<{ of: Chart | null; pages: Pages | null }>({ of: null, pages: null });
  useEffect(() => {
    let current = true;
    const take = (pages: Pages | null) => {
      if (current) setMade((before) => ({ of: chart, pages: pages ?? before.pages }));
    };
    const make = () =>
      run((worker, tell) => worker.pages(chart, tell, useEditor.getState().view)).then(take, () => take(null));
    const waiting = setTimeout(() => void make(), PAUSE_MS);
    return () => {
      current = false;
      clearTimeout(waiting);
      stop();
    };
  }, [chart, run, stop]);
  // Pages of the chart before are shown until those of this one are made.
  return { pages: made.pages, done: made.of === chart ? null : (done ?? 0) };
}

/** The pages as small pictures; one is looked at in large. */
function Sheets() {
  const { pages, done } = usePages();
  const [many, setMany] = useState(SHOWN);
  const [large, setLarge] = useState<number | null>(null);
  const scenes = pages?.scenes ?? [];
  const booklet = pages?.booklet;
  const scene = large === null ? undefined : scenes[large];
  return (
    <section aria-label={words.sheets.pages}>
      <p aria-live="polite" className="py-1 text-[13px] text-quiet">
        {pages &&
          (booklet
            ? words.sheets.booklet(scenes.length, booklet.parts, booklet.bound)
            : words.sheets.wall(scenes.length))}
      </p>
      {done !== null && <Progress value={done} label={words.sheets.making} />}
      <ol className={`grid grid-cols-3 gap-2 pt-1 ${done === null ? '' : 'opacity-60'}`}>
        {scenes.slice(0, many).map((small, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: pages are known by their number
          <li key={i}>
            <button
              type="button"
              className="block w-full rounded border border-rule bg-sheet p-1 hover:border-plum"
              aria-label={words.sheets.look(i + 1)}
              onClick={() => setLarge(i)}
            >
              <span className="block" style={{ aspectRatio: `${small.width} / ${small.height}` }}>
                <SmallPicture scene={small} label={words.sheets.page(i + 1, scenes.length)} />
              </span>
              <span className="block text-xs text-quiet">{i + 1}</span>
            </button>
          </li>
        ))}
      </ol>
      {scenes.length > many && (
        <Button className="mt-2" onClick={() => setMany(many + SHOWN)}>
          {words.sheets.more(scenes.length - many)}
        </Button>
      )}
      {scene && large !== null && (
        <Dialog wide title={words.sheets.page(large + 1, scenes.length)} onClose={() => setLarge(null)}>
          <div className="flex min-h-0 flex-1 items-center justify-center bg-paper p-4">
            <SmallPicture scene={scene} label={words.sheets.page(large + 1, scenes.length)} />
          </div>
          <div className="flex justify-between border-t border-rule px-5 py-2">
            <Button disabled={large === 0} onClick={() => setLarge(large - 1)}>
              {words.sheets.before}
            </Button>
            <Button data-first disabled={large === scenes.length - 1} onClick={() => setLarge(large + 1)}>
              {words.sheets.after}
            </Button>
          </div>
        </Dialog>
      )}
    </section>
  );
}
