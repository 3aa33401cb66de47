/** What is set of the open view: how far down it goes, how it says where it belongs, what is kept out of it. */
import { BELONGS, type Chart, NEVER_WITHOUT, type View } from '../../core/chart';
import { patchedView, viewOf } from '../../core/views';
import { change, useEditor } from '../editor/state/store';
import { Button, Choices, Row, Select, Tick } from '../shared/controls';
import { Fold } from '../shared/Fold';
import { fieldOptions, kindFor } from '../shared/fields';
import { later } from '../shared/later';
import { tierOptions } from './NewView';
import { words } from './words';

const said = words.views;
const HOW = ['arrangement', 'page', 'house', 'face', 'exceptions', 'title'] as const;

export function OwnView({ id, whole }: { id: string; whole: Chart }) {
  const view = viewOf(kindFor(whole.kind), whole, id);
  if (!view) return null;
  const set = (patch: { readonly [K in keyof View]?: View[K] | undefined }) =>
    change({ type: 'set-views', put: [patchedView(view, patch)], remove: [] });
  const { downTo, ...shows } = view.shows;
  const isPart = Object.keys(view.shows).some((key) => key !== 'folded');
  const without = view.without ?? [];
  const fields = fieldOptions(whole).filter(({ value }) => !NEVER_WITHOUT.has(value));
  const used = fields.filter(({ value }) => Object.values(whole.items).some((item) => item.fields[value]));
  const isOwn = HOW.some((key) => view[key] !== undefined) || view.shows.folded !== undefined;
  return (
    <section aria-label={said.own} className="mt-3 rounded border border-rule bg-sheet px-2.5 py-2">
      <h3 className="font-semibold">{said.own}</h3>
      <Row label={said.downTo}>
        {(field) => (
          <Select
            id={field}
            value={downTo === undefined ? '' : String(downTo)}
            options={[{ value: '', label: said.downToAll }, ...tierOptions(whole)]}
            onChange={(next) => set({ shows: next === '' ? shows : { ...shows, downTo: Number(next) } })}
          />
        )}
      </Row>
      {isPart && (
        <Choices
          legend={said.belongs}
          value={view.belongs ?? 'words'}
          options={BELONGS.map((value) => ({ value, label: said.belongsAs[value] }))}
          onChoose={(next) => set({ belongs: next === 'words' ? undefined : next })}
        />
      )}
      {used.length > 0 && (
        <Fold name="view without" title={said.without}>
          <p className="px-2.5 text-xs text-quiet">{said.withoutAbout}</p>
          <div className="px-2.5">
            {used.map(({ value, label }) => (
              <Tick
                key={value}
                label={label}
                value={without.includes(value)}
                onChange={(on) => {
                  const next = on ? [...without, value] : without.filter((one) => one !== value);
                  set({ without: next.length > 0 ? next : undefined });
                }}
              />
            ))}
          </div>
        </Fold>
      )}
      <Published view={id} />
      {isOwn && (
        <Button
          className="mt-1"
          onClick={() => {
            const { folded: _, ...rest } = view.shows;
            set({ ...Object.fromEntries(HOW.map((key) => [key, undefined])), shows: rest });
          }}
        >
          {said.clear}
        </Button>
      )}
    </section>
  );
}

/** A page of this view alone, where people have accounts and the chart is theirs; whoever is alone fetches none of it. */
const PublishedView = later(() => import('./PublishedView').then((part) => part.PublishedView));

function Published({ view }: { view: string }) {
  const id = useEditor((state) => state.id);
  const owns = useEditor((state) => state.me?.owns === true);
  return owns ? <PublishedView id={id} view={view} /> : null;
}
