/** Notes and headings: written, given a place and a look, removed. */
import { nanoid } from 'nanoid';
import { useEffect, useRef } from 'react';
import { ALIGNS, type Chart, enclosuresOf, type Note, notesOf } from '../../../../core/chart';
import { houseOnPage } from '../../../../core/style';
import { Button, ColourField, NumberField, Row, Select, Tick } from '../../../shared/controls';
import { itemName } from '../../../shared/fields';
import { RichInput } from '../../../shared/RichInput';
import { addNote, anchorOf, putNote, removeNote, withAnchor } from '../../notes';
import { noteOpened, useEditor } from '../../state/store';
import { words } from '../../words';

export function Notes() {
  const chart = useEditor((state) => state.chart);
  const selected = useEditor((state) => state.selected);
  const own = notesOf(chart.notes);
  return (
    <section aria-label={words.notes.title} className="px-3.5 pt-3">
      <h3 className="pb-1 text-[13px] text-quiet">{words.notes.title}</h3>
      <p className="pb-1 text-xs text-quiet">{words.notes.about}</p>
      <div className="flex flex-wrap gap-1.5">
        <Button onClick={() => addNote(nanoid(10), 'note')}>{words.notes.addNote}</Button>
        <Button onClick={() => addNote(nanoid(10), 'heading')}>{words.notes.addHeading}</Button>
        {selected !== null && chart.items[selected] && (
          <Button onClick={() => addNote(nanoid(10), 'note', selected)}>
            {words.notes.addAt(itemName(chart, selected))}
          </Button>
        )}
      </div>
      <ul>
        {own.map((note) => (
          <OneNote key={note.id} chart={chart} note={note} selected={selected} />
        ))}
      </ul>
    </section>
  );
}

/** Letters of a note at the most, as the model has it. */
const LONGEST = 2_000;

function OneNote({ chart, note, selected }: { chart: Chart; note: Note; selected: string | null }) {
  const opened = useEditor((state) => state.openNote === note.id);
  const house = houseOnPage(chart);
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!opened) return;
    const field = box.current?.querySelector<HTMLElement>('[role=textbox]');
    field?.focus();
    if (field) window.getSelection()?.selectAllChildren(field);
    box.current?.scrollIntoView({ block: 'nearest' });
    noteOpened(null);
  }, [opened]);
  const put = (patch: Partial<Note>) => putNote({ ...note, ...patch });
  const without = (key: 'fill' | 'edge') => {
    const { [key]: _, ...rest } = note;
    putNote(rest);
  };
  const { value, options } = anchors(chart, note, selected);
  return (
    <li className="mt-1.5 rounded border border-rule bg-paper px-2 py-1.5">
      <div ref={box}>
        <RichInput
          label={words.notes.text}
          title={words.sheet.emphasis}
          className="field max-h-40 min-h-[44px] w-full scroll-mt-20 overflow-auto text-[13px]"
          text={note.text}
          onText={(text) => put({ text: text.slice(0, LONGEST) })}
        />
      </div>
      <div className="flex items-center gap-1.5 pt-1">
        <Select
          label={words.notes.place}
          value={value}
          options={options}
          onChange={(to) => {
            const [what, id] = to.split(' ');
            putNote(withAnchor(note, what === 'page' ? null : { [what!]: id! }));
          }}
        />
        <Button tone="quiet" onClick={() => removeNote(note.id)}>
          {words.notes.remove}
        </Button>
      </div>
      <details>
        <summary className="rounded text-xs text-quiet">{words.notes.look}</summary>
        <Row label={words.style.size}>
          {(id) => (
            <NumberField
              id={id}
              value={note.size}
              least={5}
              most={72}
              step={0.5}
              unit="pt"
              onChange={(size) => put({ size })}
            />
          )}
        </Row>
        <Tick label={words.notes.strong} value={note.strong === true} onChange={(strong) => put({ strong })} />
        <Tick label={words.style.slant} value={note.slant === true} onChange={(slant) => put({ slant })} />
        <Row label={words.style.width}>
          {(id) => (
            <NumberField
              id={id}
              value={note.width}
              least={20}
              most={2000}
              unit="pt"
              onChange={(width) => put({ width })}
            />
          )}
        </Row>
        <Row label={words.style.align}>
          {(id) => (
            <Select
              id={id}
              value={note.align ?? 'left'}
              options={ALIGNS.map((align) => ({ value: align, label: words.style.aligns[align] }))}
              onChange={(align) => put({ align })}
            />
          )}
        </Row>
        <Row label={words.style.ink}>
          {(id) => <ColourField id={id} value={note.ink ?? house.ink} onChange={(ink) => put({ ink })} />}
        </Row>
        {(['fill', 'edge'] as const).map((part) =>
          note[part] ? (
            <Row
              key={part}
              label={words.style[part]}
              hint={
                <Button tone="quiet" aria-label={words.notes.without(words.style[part])} onClick={() => without(part)}>
                  ×
                </Button>
              }
            >
              {(id) => <ColourField id={id} value={note[part]!} onChange={(to) => put({ [part]: to })} />}
            </Row>
          ) : (
            <Button
              key={part}
              className="mt-1 mr-1.5"
              onClick={() => put({ [part]: part === 'fill' ? house.look(3).fill : house.quietInk })}
            >
              {words.notes.with(words.style[part])}
            </Button>
          ),
        )}
      </details>
    </li>
  );
}

/** What a note can keep its place to, as options. */
function anchors(chart: Chart, note: Note, selected: string | null) {
  const items = [...new Set([anchorOf(note).item, selected])].filter((id) => id != null && chart.items[id]);
  const { item, enclosure } = anchorOf(note);
  const gone = (item && !chart.items[item]) || (enclosure && !chart.enclosures?.[enclosure]);
  return {
    value: item ? `item ${item}` : enclosure ? `enclosure ${enclosure}` : 'page',
    options: [
      { value: 'page', label: words.notes.onPage },
      ...(gone ? [{ value: item ? `item ${item}` : `enclosure ${enclosure}`, label: words.notes.gone }] : []),
      ...items.map((id) => ({ value: `item ${id}`, label: words.notes.atItem(itemName(chart, id!)) })),
      ...enclosuresOf(chart.enclosures).map(({ id, name }) => ({
        value: `enclosure ${id}`,
        label: words.notes.atEnclosure(name || words.enclosures.noName),
      })),
    ],
  };
}
