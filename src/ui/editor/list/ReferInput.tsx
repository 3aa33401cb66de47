/** A cell that names another line: typing offers the lines that fit, the nearest first. */
import { useCombobox } from 'downshift';
import { useMemo, useRef, useState } from 'react';
import { folded } from '../../../core/list';
import { useEditor } from '../state/store';
import { words } from '../words';

const MOST_OFFERED = 8;

export function ReferInput({
  initial,
  many,
  label,
  without,
  onDone,
}: {
  initial: string;
  /** Several, set apart by semicolons: what is offered is for the last. */
  many: boolean;
  label: string;
  /** The line itself is not offered. */
  without: string;
  /** @param text the words; null: leave the cell as it was */
  onDone: (text: string | null, how: 'enter' | 'tab' | 'leave') => void;
}) {
  const items = useEditor((state) => state.chart.items);
  const [text, setText] = useState(initial);
  const done = useRef(false);
  const people = useMemo(() => {
    const names = new Map<string, string>();
    for (const { id, fields } of Object.values(items)) {
      const name = fields['name'] ?? '';
      if (id !== without && name !== '' && !names.has(name)) names.set(name, fields['post'] ?? fields['born'] ?? '');
    }
    return [...names].map(([name, more]) => ({ name, more, key: folded(`${name} ${more}`) }));
  }, [items, without]);
  const before = many ? text.slice(0, text.lastIndexOf(';') + 1) : '';
  const wanted = folded(text.slice(before.length));
  const offered = useMemo(() => {
    if (wanted === '') return people.slice(0, MOST_OFFERED);
    const starts = people.filter(({ key }) => key.startsWith(wanted));
    const others = people.filter(({ key }) => !key.startsWith(wanted) && key.includes(wanted));
    return [...starts, ...others].slice(0, MOST_OFFERED);
  }, [people, wanted]);
  const finish = (next: string | null, how: 'enter' | 'tab' | 'leave') => {
    if (done.current) return;
    done.current = true;
    onDone(next, how);
  };
  const put = (name: string) => (many ? `${before}${before === '' ? '' : ' '}${name}` : name);
  const { getInputProps, getMenuProps, getItemProps, highlightedIndex } = useCombobox({
    items: offered,
    inputValue: text,
    initialIsOpen: true,
    defaultHighlightedIndex: initial === text ? -1 : 0,
    itemToString: (person) => person?.name ?? '',
    stateReducer: (_, { type, changes }) =>
      // The words in the field are ours: choosing puts in what belongs there.
      type === useCombobox.stateChangeTypes.InputBlur ? { ...changes, selectedItem: null, inputValue: text } : changes,
  });
  return (
    <div className="absolute inset-0">
      <input
        dir="auto"
        {...getInputProps({
          'aria-label': label,
          // Set at once: told through the list's own state, the caret would jump.
          onChange: (event) => setText((event.target as HTMLInputElement).value),
          onKeyDown: (event) => {
            if (!event.altKey) event.stopPropagation();
            const native = event.nativeEvent as KeyboardEvent & { preventDownshiftDefault?: boolean };
            if (event.key === 'Enter' || event.key === 'Tab') {
              native.preventDownshiftDefault = true;
              event.preventDefault();
              const chosen = text === initial && event.key === 'Tab' ? undefined : offered[highlightedIndex];
              finish(chosen ? put(chosen.name) : text, event.key === 'Enter' ? 'enter' : 'tab');
            } else if (event.key === 'Escape') {
              native.preventDownshiftDefault = true;
              event.preventDefault();
              finish(null, 'enter');
            }
          },
          onBlur: () => finish(text, 'leave'),
        })}
        // biome-ignore lint/a11y/noAutofocus: the cell was opened to be written in
        autoFocus
        className="h-full w-full bg-sheet px-2 text-[13px] outline-2 -outline-offset-2 outline-plum"
        onFocus={(event) => event.currentTarget.setSelectionRange(text.length, text.length)}
      />
      <ul
        {...getMenuProps({ 'aria-label': words.table.offered })}
        className="absolute top-full left-0 z-30 max-h-64 min-w-full overflow-auto rounded-b border border-plum bg-sheet text-[13px] shadow-sm"
      >
        {offered.map((person, index) => (
          <li
            key={person.name}
            {...getItemProps({
              item: person,
              index,
              // Before the field loses the keyboard.
              onMouseDown: (event) => {
                event.preventDefault();
                finish(put(person.name), 'enter');
              },
            })}
            className={`flex cursor-pointer gap-3 px-2 py-1 whitespace-nowrap ${index === highlightedIndex ? 'bg-tint' : ''}`}
          >
            <span>{person.name}</span>
            <span className="ml-auto text-quiet">{person.more}</span>
          </li>
        ))}
      </ul>
    </div>
  );
}
