/** The views of a chart as rows with small pictures: opened, made, renamed, copied, put in another order, delivered. */
import { nanoid } from 'nanoid';
import { memo, useMemo, useState } from 'react';
import { ordersAfter, type View } from '../../core/chart';
import { patchedView, viewsOf } from '../../core/views';
import { deliverFile } from '../editor/deliver';
import { change, flush, say, useEditor, wholeChart } from '../editor/state/store';
import { Button } from '../shared/controls';
import { kindFor, matterFor } from '../shared/fields';
import { SmallPicture } from '../shared/SmallPicture';
import { EachView, NewView } from './NewView';
import { OwnView } from './OwnView';
import { openView } from './open-view';
import { useStills } from './useStills';
import { words } from './words';

const said = words.views;
/** Of forty rows one is drawn anew at a time. */
const Still = memo(SmallPicture);

const put = (...views: View[]) => change({ type: 'set-views', put: views, remove: [] });

/** Views in their order, those that stand for many as one. */
const rowsOf = (views: Readonly<Record<string, View>> = {}): View[] =>
  Object.values(views).sort((a, b) => (a.order < b.order ? -1 : a.order > b.order ? 1 : a.id < b.id ? -1 : 1));

/** Puts a view one place further: of those that one makes, all of them go. */
function move(view: View, by: -1 | 1): void {
  const { views = {} } = wholeChart();
  const of = views[view.of ?? ''] ?? views[view.id];
  if (!of) return;
  const all = rowsOf(views).filter(({ of: kin, order }) => kin === undefined || views[kin]?.order !== order);
  const others = all.filter(({ id }) => id !== of.id);
  const at = all.findIndex(({ id }) => id === of.id) + by;
  if (at < 0 || at > others.length) return;
  const [order] = ordersAfter(others, at - 1, 1);
  // Those of its kin that were set in their own way keep among them.
  const kin = Object.values(views).filter((one) => one.of === of.id && one.order === of.order);
  put({ ...of, order: order! }, ...kin.map((one) => ({ ...one, order: order! })));
}

export function ViewsStage() {
  const chart = useEditor((state) => state.chart);
  const open = useEditor((state) => state.view?.id ?? null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the chart without a view changes with the chart
  const whole = useMemo(wholeChart, [chart]);
  const kind = kindFor(whole.kind);
  const views = useMemo(() => viewsOf(kind, whole), [kind, whole]);
  const stills = useStills(whole, views);
  const [busy, setBusy] = useState<string | null>(null);
  const [naming, setNaming] = useState<string | null>(null);
  const all = Object.keys(whole.items).length;
  const matter = matterFor(whole);
  const files = async (name: string, address: string) => {
    setBusy(name);
    await deliverFile(address);
    setBusy(null);
  };
  return (
    <div className="relative flex min-h-0 flex-1 flex-col overflow-auto px-3.5 pt-3 pb-6">
      <h2 className="text-lg">{said.rows}</h2>
      <p className="pb-2 text-[13px] text-quiet">{said.about}</p>
      <ul aria-label={said.rows} className="flex flex-col gap-1.5">
        <li>
          <button
            type="button"
            aria-pressed={open === null}
            className={`w-full rounded border px-2.5 py-1.5 text-left text-[13px] ${open === null ? 'border-plum bg-tint font-semibold' : 'border-rule bg-sheet hover:bg-tint'}`}
            onClick={() => openView(null)}
          >
            {said.whole}{' '}
            <span className="font-normal text-quiet">{`${all} ${all === 1 ? matter.item : matter.items}`}</span>
          </button>
        </li>
        {views.map((view) => {
          const scene = stills.get(view.id);
          const shown = scene?.items.length;
          const many = view.of !== undefined && whole.views?.[view.id] === undefined;
          const here = open === view.id;
          return (
            <li key={view.id} className={`rounded border ${here ? 'border-plum bg-tint' : 'border-rule bg-sheet'}`}>
              <button
                type="button"
                aria-pressed={here}
                aria-label={said.open(view.name)}
                className="flex w-full items-center gap-2.5 rounded p-1.5 text-left hover:bg-tint"
                onClick={() => openView(here ? null : view.id)}
              >
                <span className="grid h-[62px] w-[92px] flex-none place-items-center overflow-hidden rounded-sm border border-rule bg-paper">
                  {scene ? (
                    <Still scene={scene} label="" />
                  ) : (
                    <span className="text-[11px] text-quiet">{said.drawing}</span>
                  )}
                </span>
                <span className="min-w-0 flex-1">
                  <b className="block truncate text-[13px] font-semibold" dir="auto">
                    {view.name}
                  </b>
                  <span className="block text-xs text-quiet">
                    {shown === 0 ? said.gone : shown !== undefined && said.leftOut(all - shown, all, matter.items)}
                  </span>
                </span>
              </button>
              {here && (
                <div className="flex flex-wrap gap-1 px-1.5 pb-1.5">
                  {naming === view.id ? (
                    <NameField
                      name={view.name}
                      onName={(name) => {
                        setNaming(null);
                        if (name && name !== view.name) put(patchedView(whole.views?.[view.id] ?? view, { name }));
                      }}
                    />
                  ) : (
                    <>
                      <Button onClick={() => setNaming(view.id)}>{said.rename}</Button>
                      <Button
                        onClick={() => {
                          const id = nanoid();
                          const [order] = ordersAfter(rowsOf(whole.views), rowsOf(whole.views).length - 1, 1);
                          const { of: _, ...own } = view;
                          if (put({ ...own, id, name: said.copyOf(view.name).slice(0, 120), order: order! }))
                            openView(id);
                        }}
                      >
                        {said.copy}
                      </Button>
                      <Button aria-label={said.up} title={said.up} onClick={() => move(view, -1)}>
                        ↑
                      </Button>
                      <Button aria-label={said.down} title={said.down} onClick={() => move(view, 1)}>
                        ↓
                      </Button>
                      <Button
                        onClick={() => {
                          const out = many ? [view.of!, ...kinOf(whole.views, view.of!)] : [view.id];
                          change({ type: 'set-views', put: [], remove: out });
                        }}
                      >
                        {many ? said.removeAll : view.of === undefined ? said.remove : said.asOthers}
                      </Button>
                      <Button
                        onClick={async () => {
                          await flush();
                          const address = `${location.origin}/api/charts/${useEditor.getState().id}/picture?as=svg&view=${view.id}`;
                          await navigator.clipboard.writeText(address);
                          say(said.liveDone);
                        }}
                      >
                        {said.live}
                      </Button>
                    </>
                  )}
                </div>
              )}
            </li>
          );
        })}
      </ul>
      {Object.values(whole.views ?? {})
        .filter(({ id, each }) => each && !views.some(({ of }) => of === id))
        .map((none) => (
          <p key={none.id} className="flex items-center gap-2 pt-1.5 text-[13px] text-quiet">
            <span className="min-w-0 flex-1">{said.eachNone(none.name)}</span>
            <Button onClick={() => change({ type: 'set-views', put: [], remove: [none.id] })}>{said.remove}</Button>
          </p>
        ))}
      {open !== null && <OwnView key={open} id={open} whole={whole} />}
      {views.length > 0 && (
        <section aria-label={said.deliver} className="pt-4">
          <h3 className="font-semibold">{said.deliver}</h3>
          <div className="flex flex-wrap gap-1.5 pt-1.5">
            {(
              [
                [said.pdf, 'picture?as=pdf&views=all&save=1'],
                [said.pptx, 'picture?as=pptx&views=all&save=1'],
                [said.zip, 'bundle?forms=pdf&parts=views'],
              ] as const
            ).map(([name, address], i) => (
              <Button
                key={name}
                tone={i === 0 ? 'strong' : 'plain'}
                disabled={busy !== null}
                onClick={() => void files(name, address)}
              >
                {busy === name ? '...' : name}
              </Button>
            ))}
          </div>
        </section>
      )}
      <EachView whole={whole} />
      <NewView whole={whole} />
    </div>
  );
}

/** Those of one's kin that were set in their own way. */
const kinOf = (views: Readonly<Record<string, View>> = {}, of: string): string[] =>
  Object.values(views)
    .filter((one) => one.of === of)
    .map(({ id }) => id);

function NameField({ name, onName }: { name: string; onName: (name: string) => void }) {
  const [typed, setTyped] = useState(name);
  return (
    <form
      className="flex w-full gap-1"
      onSubmit={(event) => {
        event.preventDefault();
        onName(typed.trim());
      }}
    >
      <input
        // biome-ignore lint/a11y/noAutofocus: it was asked for by a click
        autoFocus
        dir="auto"
        aria-label={said.name}
        className="field min-w-0 flex-1 text-[13px]"
        maxLength={120}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onKeyDown={(event) => event.key === 'Escape' && onName('')}
      />
      <Button type="submit">{said.rename}</Button>
    </form>
  );
}
