/** What is known of an item, the way up from it, and the list of all. */
import { useMemo, useState } from 'react';
import { folded } from '../../core/list';
import { itemsUnder, type SceneItem } from '../../core/scene';
import { cellText, fieldLabel, fieldOptions, itemName } from '../shared/fields';
import type { Pinnable } from '../together/pins';
import { words } from './words';

/** Found items that are listed. */
const MOST = 200;

function Item({ at, item, onSelect }: { at: Pinnable; item: string; onSelect: (id: string) => void }) {
  const { chart } = at;
  const way: string[] = [];
  for (
    let up = chart.items[item]?.parent ?? null;
    up !== null && !way.includes(up);
    up = chart.items[up]?.parent ?? null
  )
    way.unshift(up);
  const known = fieldOptions(chart).flatMap(({ value }) => {
    const text = value === 'name' || chart.columns?.[value]?.hidden ? '' : cellText(chart, item, value);
    return text === '' ? [] : [{ field: value, text }];
  });
  return (
    <section aria-label={words.about(itemName(chart, item))} className="border-b border-rule p-3">
      {way.length > 0 && (
        <ol aria-label={words.up} className="flex flex-wrap gap-x-1.5 text-[13px]">
          {way.map((id) => (
            <li key={id}>
              <button type="button" dir="auto" className="min-h-[24px] underline" onClick={() => onSelect(id)}>
                {itemName(chart, id)}
              </button>{' '}
              <span aria-hidden>›</span>
            </li>
          ))}
        </ol>
      )}
      <h2 className="text-lg" dir="auto">
        {itemName(chart, item)}
      </h2>
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 text-[14px]">
        {known.map(({ field, text }) => (
          <div key={field} className="contents">
            <dt className="text-quiet">{fieldLabel(chart.kind, field)}</dt>
            <dd dir="auto" className="break-words">
              {text}
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

function Lines({
  under,
  parent,
  item,
  onSelect,
}: {
  under: ReadonlyMap<string | null, readonly SceneItem[]>;
  parent: string | null;
  item: string | null;
  onSelect: (id: string) => void;
}) {
  return (
    <ul>
      {under.get(parent)?.map(({ id, label }) => {
        const name = (
          <button
            type="button"
            dir="auto"
            aria-current={id === item || undefined}
            className={`min-h-[24px] max-w-full rounded px-1 text-left text-[14px] hover:bg-tint ${id === item ? 'bg-tint font-semibold' : ''}`}
            onClick={() => onSelect(id)}
          >
            {label}
          </button>
        );
        return (
          <li key={id} className="relative pl-[24px]">
            {name}
            {under.has(id) && (
              <details open>
                <summary
                  aria-label={words.fold(label)}
                  className="absolute top-0 left-0 size-[24px] cursor-pointer leading-[24px]"
                />
                <Lines under={under} parent={id} item={item} onSelect={onSelect} />
              </details>
            )}
          </li>
        );
      })}
    </ul>
  );
}

export function About({ at, item, onSelect }: { at: Pinnable; item: string | null; onSelect: (id: string) => void }) {
  const { chart, scene } = at;
  const [q, setQ] = useState('');
  const under = useMemo(() => itemsUnder(scene.items), [scene]);
  const found = useMemo(() => {
    const wanted = folded(q);
    return wanted === ''
      ? null
      : Object.values(chart.items)
          .filter(({ fields }) => folded(Object.values(fields).join(' ')).includes(wanted))
          .slice(0, MOST);
  }, [chart, q]);
  return (
    <aside
      aria-label={words.list}
      className="flex h-full min-h-0 flex-col border-l border-rule bg-sheet max-[760px]:border-t max-[760px]:border-l-0"
    >
      <div className="p-2">
        <input
          dir="auto"
          type="search"
          aria-label={words.findAbout}
          placeholder={words.find}
          className="field w-full"
          value={q}
          onChange={({ target }) => setQ(target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Enter' && found?.[0]) onSelect(found[0].id);
          }}
        />
      </div>
      <div className="min-h-0 flex-1 overflow-auto">
        {item !== null && chart.items[item] && <Item at={at} item={item} onSelect={onSelect} />}
        <nav aria-label={words.list} className="p-3">
          {found === null ? (
            <Lines under={under} parent={null} item={item} onSelect={onSelect} />
          ) : (
            <ul>
              {found.map(({ id }) => (
                <li key={id}>
                  <button
                    type="button"
                    dir="auto"
                    className="min-h-[24px] rounded px-1 text-left text-[14px] hover:bg-tint"
                    onClick={() => onSelect(id)}
                  >
                    {itemName(chart, id)}
                  </button>
                </li>
              ))}
              {found.length === 0 && <li className="text-quiet">{words.none}</li>}
            </ul>
          )}
        </nav>
      </div>
    </aside>
  );
}
