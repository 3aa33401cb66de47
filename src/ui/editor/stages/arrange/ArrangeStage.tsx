/** How the levels are laid out, for the chart, a tier and a branch; what was moved by hand; and the page it is for. */
import { type ArrangementChoice, chosen, optionsIn } from '../../../../core/kinds';
import { edgeKey } from '../../../../core/scene';
import { Button, Choices, NumberField, Row } from '../../../shared/controls';
import { kindFor } from '../../../shared/fields';
import { edgeName, edgeOf } from '../../line-by-hand';
import { useLeftward } from '../../list/leftward';
import { change, tryOut, useEditor } from '../../state/store';
import { words } from '../../words';
import { ItemSelect } from '../ItemSelect';
import { useAtTop } from '../useAtTop';
import { BranchForm } from './BranchForm';
import { FitForm } from './FitForm';
import { HandForm } from './HandForm';
import { LineForm } from './LineForm';
import { PageForm } from './PageForm';
import { SizeForm } from './SizeForm';
import { TierForm } from './TierForm';
import { Topic } from './Topic';

export function ArrangeStage() {
  const chart = useEditor((state) => state.chart);
  const kind = kindFor(chart.kind);
  const selected = useEditor((state) => state.selected);
  const edge = useEditor((state) => edgeOf(state.composition?.scene, state.edge));
  const scroll = useAtTop(selected ?? (edge ? edgeKey(edge) : null));
  return (
    <div ref={scroll} className="relative flex min-h-0 flex-1 flex-col overflow-auto px-3.5 pt-3 pb-6">
      <h2 className="text-lg">{words.stages.arrange}</h2>
      {edge && (
        <section aria-label={words.arrange.theLine(edgeName(chart, edge))}>
          <h3 className="pt-2 font-semibold">{words.arrange.theLine(edgeName(chart, edge))}</h3>
          <LineForm edge={edge} />
        </section>
      )}
      {selected !== null && <BranchForm />}
      <SizeForm />
      <h3 className="pt-3 font-semibold">{words.arrange.whole}</h3>
      {kind.choices
        .filter(({ type, seldom }) => type !== 'length' && !seldom)
        .map((choice) => (
          <Choice key={choice.key} choice={choice} />
        ))}
      {chart.page.size !== 'picture' && <FitForm />}
      {selected === null && !edge && <BranchForm />}
      <HandForm />
      <div className="mt-3 border-t border-rule">
        <GapsFold />
        <SeldomFold />
        <TierForm />
        <PageForm />
      </div>
    </div>
  );
}

function GapsFold() {
  const kind = useEditor((state) => kindFor(state.chart.kind));
  const arrangement = useEditor((state) => state.chart.arrangement);
  const drawn = useEditor((state) => state.composition?.gaps.lengths);
  const lengths = kind.choices.filter(({ type }) => type === 'length');
  if (lengths.length === 0) return null;
  const now = lengths.map(({ key }) =>
    Math.round(Number(arrangement[key] ?? drawn?.[key] ?? chosen(kind.choices, arrangement, key))),
  );
  return (
    <Topic name="gaps" title={words.arrange.gaps} now={words.arrange.gapsNow(now)}>
      {lengths.map((choice) => (
        <Choice key={choice.key} choice={choice} />
      ))}
    </Topic>
  );
}

/** What is changed now and then only. */
function SeldomFold() {
  const kind = useEditor((state) => kindFor(state.chart.kind));
  const arrangement = useEditor((state) => state.chart.arrangement);
  const leftward = useLeftward();
  const seldom = kind.choices.filter((choice) => choice.seldom);
  if (seldom.length === 0) return null;
  const now = seldom.map((choice) => {
    const value = chosen(kind.choices, arrangement, choice.key);
    if (choice.type !== 'choice') return value === '' ? words.arrange.none(choice.label) : String(value);
    return optionsIn(choice.options, leftward).find((option) => option.value === value)!.label;
  });
  return (
    <Topic name="seldom" title={words.arrange.seldom} now={now.join(', ')}>
      {seldom.map((choice) => (
        <Choice key={choice.key} choice={choice} />
      ))}
    </Topic>
  );
}

function Choice({ choice }: { choice: ArrangementChoice }) {
  const value = useEditor(({ chart: { kind, arrangement } }) => chosen(kindFor(kind).choices, arrangement, choice.key));
  const set = (to: string | number) => ({ type: 'set-arrangement' as const, arrangement: { [choice.key]: to } });
  const isSet = useEditor((state) => state.chart.arrangement[choice.key] !== undefined);
  const drawn = useEditor((state) => state.composition?.gaps.lengths[choice.key]);
  const leftward = useLeftward();
  if (choice.type === 'length')
    return (
      <Row
        label={choice.label}
        hint={
          isSet && (
            <Button
              tone="quiet"
              onClick={() => change({ type: 'set-arrangement', arrangement: { [choice.key]: null } })}
            >
              {words.arrange.byItself}
            </Button>
          )
        }
      >
        {(id) => (
          <NumberField
            id={id}
            value={isSet ? Number(value) : Math.round(drawn ?? Number(value))}
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
              dir="auto"
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
      options={optionsIn(choice.options, leftward)}
      onChoose={(to) => change(set(to))}
      onTry={(to) => tryOut(to === null ? null : set(to))}
    />
  );
}
