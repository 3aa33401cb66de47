import { useMemo, useRef, useState } from 'react';
import { folded } from '../../core/list';
import { cellText, lineColumns } from '../shared/fields';
import { focusLine, goTo, useEditor } from './state/store';
import { words } from './words';

const MOST = 8;

/** Finds an item by any of its words and selects it. */
export function Find() {
  const chart = useEditor((state) => state.chart);
  const { items } = chart;
  const [q, setQ] = useState('');
  const [at, setAt] = useState(0);
  const [open, setOpen] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const found = useMemo(() => {
    const wanted = folded(q);
    if (wanted === '') return [];
    return Object.values(items)
      .filter((item) => folded(Object.values(item.fields).join(' ')).includes(wanted))
      .sort((a, b) => ((a.fields['name'] ?? '') < (b.fields['name'] ?? '') ? -1 : 1))
      .slice(0, MOST);
  }, [items, q]);
  const take = (id: string | undefined) => {
    if (!id) return;
    setQ('');
    setOpen(false);
    const { stage, listView } = useEditor.getState();
    if (stage === 'list' && listView === 'outline') focusLine(id);
    else document.querySelector<SVGElement>('svg.scene[role=tree]')?.focus();
    goTo(id);
  };
  return (
    <div className="relative">
      <input
        dir="auto"
        ref={input}
        id="find"
        type="search"
        role="combobox"
        aria-expanded={open && q !== ''}
        aria-controls="found"
        aria-activedescendant={found[at] ? `found-${at}` : undefined}
        aria-label={words.findPlaceholder}
        placeholder={`${words.find}  ( / )`}
        className="field w-36 text-[13px] focus:w-56"
        value={q}
        onChange={(event) => {
          setQ(event.target.value);
          setAt(0);
          setOpen(true);
        }}
        onBlur={() => setOpen(false)}
        onKeyDown={(event) => {
          if (event.key === 'Enter') {
            event.preventDefault();
            take(found[at]?.id);
          } else if (event.key === 'Escape') {
            setQ('');
            input.current?.blur();
          } else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
            event.preventDefault();
            setAt((found.length + at + (event.key === 'ArrowDown' ? 1 : -1)) % Math.max(1, found.length));
          }
        }}
      />
      {open && q.trim() !== '' && (
        <div
          id="found"
          role="listbox"
          aria-label={words.find}
          className="absolute top-9 right-0 z-30 w-72 rounded border border-rule bg-sheet py-1 shadow-sm"
        >
          {found.length === 0 && <p className="px-3 py-1 text-quiet">{words.findNone}</p>}
          {found.map((item, i) => (
            <div
              key={item.id}
              id={`found-${i}`}
              role="option"
              tabIndex={-1}
              aria-selected={i === at}
              className={`cursor-pointer px-3 py-1 ${i === at ? 'bg-tint' : ''}`}
              onMouseEnter={() => setAt(i)}
              onMouseDown={(event) => {
                event.preventDefault();
                take(item.id);
              }}
            >
              <span className="font-semibold">{item.fields['name']}</span>{' '}
              <span className="text-quiet">
                {lineColumns(chart)
                  .filter((field) => field !== 'name')
                  .map((field) => cellText(chart, item.id, field))
                  .filter(Boolean)
                  .join(', ')}
              </span>
            </div>
          ))}
        </div>
      )}
    </div>
  );
}
