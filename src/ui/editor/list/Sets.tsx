/** The sets of a list, in kinds that draw them: named, put in order, added, taken away. */
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { addSet, renameSet, setsOf } from '../../../core/chart';
import { houseFor } from '../../../core/style';
import { Button } from '../../shared/controls';
import { kindFor } from '../../shared/fields';
import { change, say, useEditor } from '../state/store';
import { words } from '../words';

/** Renames a set, or says why it can't be called so. */
export function renameTo(id: string, name: string): void {
  const { chart } = useEditor.getState();
  if (chart.sets[id]?.name === name.trim()) return;
  const what = renameSet(chart, id, name);
  if (typeof what === 'string') say(what);
  else change(what);
}

export function Sets() {
  const chart = useEditor((state) => state.chart);
  const [fresh, setFresh] = useState('');
  if (!kindFor(chart.kind).draws.sets) return null;
  const sets = setsOf(chart);
  const house = houseFor(chart);
  const add = () => {
    if (fresh.trim() === '') return;
    const what = addSet(chart, nanoid(12), fresh);
    if (typeof what === 'string') return say(what);
    if (change(what)) setFresh('');
  };
  return (
    <section
      aria-label={words.sets.title}
      className="flex flex-wrap items-center gap-1.5 border-b border-rule px-3.5 py-2"
    >
      <span className="text-[13px] text-quiet" title={words.sets.about}>
        {words.sets.title}
      </span>
      {sets.map(({ id, name, members }, i) => (
        <span
          key={id}
          title={words.sets.holds(name, members.length)}
          className="flex items-center gap-1 rounded border border-rule bg-sheet pl-1.5"
        >
          <span
            className="size-3 flex-none rounded-full border border-ink/30"
            style={{ backgroundColor: house.area(i + 1).fill }}
          />
          <input
            dir="auto"
            key={name}
            aria-label={words.sets.rename(name)}
            className="field-sizing-content min-h-[26px] max-w-[150px] min-w-8 bg-transparent text-[13px]"
            defaultValue={name}
            maxLength={200}
            onBlur={(event) => {
              renameTo(id, event.target.value);
              // As it is called now, where it could not be called so.
              event.target.value = useEditor.getState().chart.sets[id]?.name ?? name;
            }}
            onKeyDown={(event) => {
              if (event.key === 'Escape') event.currentTarget.value = name;
              if (event.key === 'Enter' || event.key === 'Escape') event.currentTarget.blur();
            }}
          />
          <button
            type="button"
            aria-label={words.sets.remove(name)}
            title={words.sets.remove(name)}
            className="min-h-[24px] min-w-[24px] rounded text-quiet hover:bg-tint hover:text-wrong"
            onClick={() => {
              if (change({ type: 'set-sets', put: [], remove: [id] })) say(words.sets.removed(name), true);
            }}
          >
            ×
          </button>
        </span>
      ))}
      <form
        className="flex items-center gap-1"
        onSubmit={(event) => {
          event.preventDefault();
          add();
        }}
      >
        <input
          dir="auto"
          aria-label={words.sets.fresh}
          placeholder={words.sets.fresh}
          className="field min-h-[28px] w-24 text-[13px]"
          maxLength={200}
          value={fresh}
          onChange={(event) => setFresh(event.target.value)}
        />
        <Button type="submit" disabled={fresh.trim() === ''}>
          {words.sets.add}
        </Button>
      </form>
    </section>
  );
}
