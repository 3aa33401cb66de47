/** How the levels are laid out, for the chart and for a branch, and the page it is for. */
import { PAGE_SIZES, type Page, treeOf } from '../../../core/chart';
import { type ArrangementChoice, chosen } from '../../../core/kinds';
import { Choices, NumberField, Row, Select } from '../../shared/controls';
import { kindFor } from '../../shared/fields';
import { change, tryOut, useEditor } from '../state/store';
import { words } from '../words';
import { ItemSelect } from './ItemSelect';

const MM = 72 / 25.4;

export function ArrangeStage() {
  const chart = useEditor((state) => state.chart);
  const kind = kindFor(chart.kind);
  return (
    <div className="flex min-h-0 flex-1 flex-col overflow-auto px-3.5 pt-3 pb-6">
      <h2 className="text-lg">{words.stages.arrange}</h2>
      <h3 className="pt-2 font-semibold">{words.arrange.whole}</h3>
      {kind.choices.map((choice) => (
        <Choice key={choice.key} choice={choice} value={chosen(kind.choices, chart.arrangement, choice.key)} />
      ))}
      <Branch choices={kind.choices} />
      <PageForm page={chart.page} />
    </div>
  );
}

function Choice({ choice, value }: { choice: ArrangementChoice; value: string | number }) {
  const set = (to: string | number) => ({ type: 'set-arrangement' as const, arrangement: { [choice.key]: to } });
  if (choice.type === 'length')
    return (
      <Row label={choice.label}>
        {(id) => (
          <NumberField
            id={id}
            value={Number(value)}
            least={choice.least}
            most={choice.most}
            unit="pt"
            onChange={(to) => change(set(to), `arrangement ${choice.key}`)}
          />
        )}
      </Row>
    );
  if (choice.type === 'item')
    return (
      <>
        <Row label={choice.label}>
          {(id) => <ItemSelect id={id} none={choice.none} value={String(value)} onChange={(to) => change(set(to))} />}
        </Row>
        <p className="pb-1 text-xs text-quiet">{choice.about}</p>
      </>
    );
  if (choice.type === 'text')
    return (
      <>
        <Row label={choice.label}>
          {(id) => (
            <input
              id={id}
              className="field min-w-0 flex-1 text-[13px]"
              maxLength={300}
              value={String(value)}
              onChange={(event) => change(set(event.target.value), `arrangement ${choice.key}`)}
            />
          )}
        </Row>
        <p className="pb-1 text-xs text-quiet">{choice.about}</p>
      </>
    );
  return (
    <Choices
      legend={choice.label}
      value={String(value)}
      options={choice.options}
      onChoose={(to) => change(set(to))}
      onTry={(to) => tryOut(to === null ? null : set(to))}
    />
  );
}

/** The choices that a single branch can have for itself. */
function Branch({ choices }: { choices: readonly ArrangementChoice[] }) {
  const chart = useEditor((state) => state.chart);
  const selected = useEditor((state) => state.selected);
  const choice = choices.find((c) => c.type === 'choice' && c.perBranch);
  if (choice?.type !== 'choice') return null;
  const item = selected === null ? undefined : chart.items[selected];
  const hasBranch = item && treeOf(chart.items).childrenOf(item.id).length > 0;
  if (!hasBranch) return <p className="pt-3 text-[13px] text-quiet">{words.arrange.noBranch}</p>;
  const set = (value: string) => ({ type: 'set-item' as const, id: item.id, leaves: value === '' ? null : value });
  const options = [{ value: '', label: words.arrange.asAbove, about: words.arrange.asAboveAbout }, ...choice.options];
  return (
    <>
      <h3 className="pt-4 font-semibold">{words.arrange.branch(item.fields['name'] ?? '')}</h3>
      <Choices
        legend={choice.label}
        value={item.leaves ?? ''}
        options={options}
        onChoose={(to) => change(set(to))}
        onTry={(to) => tryOut(to === null ? null : set(to))}
      />
    </>
  );
}

function PageForm({ page }: { page: Page }) {
  const set = (patch: Partial<Page>, mergeAs?: string) => change({ type: 'set-page', page: patch }, mergeAs);
  const sizes = [
    ...PAGE_SIZES.map((size) => ({ value: size, label: size })),
    { value: 'picture' as const, label: words.arrange.asPicture },
  ];
  return (
    <>
      <h3 className="pt-4 pb-1 font-semibold">{words.arrange.page}</h3>
      <Row label={words.arrange.size}>
        {(id) => <Select id={id} value={page.size} options={sizes} onChange={(size) => set({ size })} />}
      </Row>
      {page.size !== 'picture' && (
        <Choices
          legend={words.arrange.orientation}
          value={page.orientation}
          options={[
            { value: 'landscape', label: words.arrange.landscape },
            { value: 'portrait', label: words.arrange.portrait },
          ]}
          onChoose={(orientation) => set({ orientation })}
          onTry={(orientation) => tryOut(orientation === null ? null : { type: 'set-page', page: { orientation } })}
        />
      )}
      <Row label={words.arrange.margin}>
        {(id) => (
          <NumberField
            id={id}
            value={page.margin / MM}
            least={0}
            most={50}
            unit="mm"
            onChange={(mm) => set({ margin: mm * MM }, 'page margin')}
          />
        )}
      </Row>
      <Row label={words.arrange.dateLine}>
        {(id) => (
          <input
            id={id}
            className="field min-w-0 flex-1 text-[13px]"
            maxLength={120}
            placeholder={words.arrange.dateLinePlaceholder}
            value={page.dateLine}
            onChange={(event) => set({ dateLine: event.target.value }, 'page date')}
          />
        )}
      </Row>
      <Tick label={words.arrange.showTitle} value={page.showTitle} onChange={(showTitle) => set({ showTitle })} />
      <Tick
        label={words.arrange.headings}
        value={page.tierHeadings}
        onChange={(tierHeadings) => set({ tierHeadings })}
      />
    </>
  );
}

function Tick({ label, value, onChange }: { label: string; value: boolean; onChange: (value: boolean) => void }) {
  return (
    <label className="flex min-h-[28px] items-center gap-2 text-[13px]">
      <input
        type="checkbox"
        className="size-4 accent-plum"
        checked={value}
        onChange={(event) => onChange(event.target.checked)}
      />
      {label}
    </label>
  );
}
