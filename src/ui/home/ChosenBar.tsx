import { useId, useState } from 'react';
import { Button } from '../shared/controls';
import { words } from './words';

export interface Folder {
  readonly name: string;
  readonly charts: number;
}

/** What can be done with all charts that are chosen. */
export function ChosenBar({
  count,
  folders,
  onMove,
  onBin,
  onClear,
}: {
  count: number;
  folders: readonly Folder[];
  onMove: (folder: string | null) => void;
  onBin: () => void;
  onClear: () => void;
}) {
  const [name, setName] = useState('');
  const id = useId();
  return (
    <form
      className="sticky top-2 z-20 mt-3 flex flex-wrap items-center gap-2 rounded border border-plum bg-tint px-3 py-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (name.trim() !== '') onMove(name.trim());
      }}
    >
      <strong role="status">{words.chosen(count)}</strong>
      <label htmlFor={id} className="ml-2 text-[13px]">
        {words.toFolder}
      </label>
      <input
        dir="auto"
        id={id}
        list={`${id}-list`}
        className="field w-52"
        placeholder={words.newFolder}
        maxLength={80}
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <datalist id={`${id}-list`}>
        {folders.map((folder) => (
          <option key={folder.name} value={folder.name} />
        ))}
      </datalist>
      <Button type="submit" disabled={name.trim() === ''}>
        {words.move}
      </Button>
      <Button onClick={() => onMove(null)}>{words.outOfFolder}</Button>
      <Button onClick={onBin}>{words.toBin}</Button>
      <Button tone="quiet" className="ml-auto" onClick={onClear}>
        {words.clear}
      </Button>
    </form>
  );
}
