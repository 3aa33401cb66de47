/** Shapes round branches, tiers and selections: made, named, given a form and colours, removed. */
import { nanoid } from 'nanoid';
import { type Chart, ENCLOSURE_FORMS, type Enclosure, enclosuresOf, treeOf } from '../../../../core/chart';
import { enclosureLook } from '../../../../core/compose';
import { houseOnPage } from '../../../../core/style';
import { Button, ColourField, NumberField, Row, Select } from '../../../shared/controls';
import { Explain } from '../../../shared/Explain';
import { itemName, kindFor } from '../../../shared/fields';
import { change, say, useEditor, useSelection } from '../../state/store';
import { words } from '../../words';

const put = (enclosure: Enclosure) =>
  change({ type: 'set-enclosures', put: [enclosure], remove: [] }, `enclosure ${enclosure.id}`);

/** What an enclosure is round, in words. */
function roundWhat(chart: Chart, { around }: Enclosure): string {
  if ('tier' in around) return words.enclosures.tier(chart.tiers[String(around.tier)]?.name || `tier ${around.tier}`);
  if ('branch' in around) {
    return chart.items[around.branch] ? words.enclosures.branch(itemName(chart, around.branch)) : words.enclosures.gone;
  }
  const left = around.items.filter((id) => chart.items[id]).length;
  return left > 0 ? words.enclosures.items(left) : words.enclosures.gone;
}

export function Enclosures() {
  const chart = useEditor((state) => state.chart);
  const tiers = useEditor((state) => state.composition?.tiers) ?? [];
  const openTier = useEditor((state) => state.openTier);
  const ids = useSelection();
  const kind = kindFor(chart.kind);
  const own = enclosuresOf(chart.enclosures);
  const item = ids.length === 1 ? chart.items[ids[0]!] : undefined;
  const name = item ? itemName(chart, item.id) : '';
  const hasBranch = item !== undefined && treeOf(chart.items).childrenOf(item.id).length > 0;
  const tier = tiers.find((one) => one.tier === openTier) ?? tiers[0];
  const add = (around: Enclosure['around'], called: string) => {
    // One colour after another, whatever is removed meanwhile.
    const place = own.reduce((most, { place: taken = 0 }) => Math.max(most, taken), 0) + 1;
    put({ id: nanoid(10), name: called, around, form: 'rounded', place });
    say(words.enclosures.made, true);
  };
  return (
    <section aria-label={words.enclosures.title} className="px-3.5 pt-3">
      <h3 className="pb-1 text-[13px] text-quiet">{words.enclosures.title}</h3>
      <p className="pb-1 text-xs text-quiet">{words.enclosures.about}</p>
      <div className="flex flex-wrap gap-1.5">
        {item && kind.draws.tree && hasBranch && (
          <Button onClick={() => add({ branch: item.id }, item.fields['post'] || name)}>
            {words.enclosures.addBranch(name)}
          </Button>
        )}
        {ids.length > 0 && (
          <Button onClick={() => add({ items: [...ids] }, '')}>
            {ids.length > 1 ? words.enclosures.addItems(ids.length) : words.enclosures.addItem(name)}
          </Button>
        )}
        {tier && (
          <Button onClick={() => add({ tier: tier.tier }, tier.name)}>{words.enclosures.addTier(tier.name)}</Button>
        )}
      </div>
      <ul>
        {own.map((enclosure) => (
          <OneEnclosure key={enclosure.id} chart={chart} enclosure={enclosure} />
        ))}
      </ul>
    </section>
  );
}

function OneEnclosure({ chart, enclosure }: { chart: Chart; enclosure: Enclosure }) {
  const look = enclosureLook(enclosure, houseOnPage(chart));
  const called = enclosure.name || roundWhat(chart, enclosure);
  return (
    <li className="mt-1.5 rounded border border-rule bg-paper px-2 py-1">
      <div className="flex items-center gap-1.5">
        <input
          dir="auto"
          aria-label={words.enclosures.name}
          className="field min-w-0 flex-1 text-[13px]"
          maxLength={120}
          value={enclosure.name}
          placeholder={words.enclosures.noName}
          onChange={({ target }) => put({ ...enclosure, name: target.value })}
        />
        <Button
          tone="quiet"
          aria-label={words.enclosures.remove(called)}
          onClick={() => change({ type: 'set-enclosures', put: [], remove: [enclosure.id] })}
        >
          {words.enclosures.takeAway}
        </Button>
      </div>
      <p className="truncate text-xs text-quiet">{roundWhat(chart, enclosure)}</p>
      <details>
        <summary className="rounded text-xs text-quiet">{words.enclosures.look}</summary>
        <Row
          label={words.enclosures.form}
          hint={<Explain of={words.enclosures.form} about={words.enclosures.formAbout} />}
        >
          {(id) => (
            <Select
              id={id}
              value={enclosure.form}
              options={ENCLOSURE_FORMS.map((value) => ({ value, label: words.enclosures.forms[value] }))}
              onChange={(form) => put({ ...enclosure, form })}
            />
          )}
        </Row>
        <Row label={words.style.fill}>
          {(id) => <ColourField id={id} value={look.fill} onChange={(fill) => put({ ...enclosure, fill })} />}
        </Row>
        <Row label={words.style.opacity}>
          {(id) => (
            <NumberField
              id={id}
              value={Math.round(look.opacity * 100)}
              least={0}
              most={100}
              step={5}
              unit="%"
              onChange={(percent) => put({ ...enclosure, opacity: percent / 100 })}
            />
          )}
        </Row>
        <Row label={words.style.edge}>
          {(id) => <ColourField id={id} value={look.edge} onChange={(edge) => put({ ...enclosure, edge })} />}
        </Row>
        <Row label={words.style.edgeWidth}>
          {(id) => (
            <NumberField
              id={id}
              value={look.edgeWidth}
              least={0}
              most={6}
              step={0.25}
              unit="pt"
              onChange={(edgeWidth) => put({ ...enclosure, edgeWidth })}
            />
          )}
        </Row>
      </details>
    </li>
  );
}
