/** Names of sets where they stand on the sheet and in the key: a double click or Enter renames one. */
import { useState } from 'react';
import type { Scene } from '../../../core/scene';
import { type LiveView, useLive } from '../../shared/view';
import { renameTo } from '../list/Sets';
import { words } from '../words';

const LEAST_TARGET = 24;

export function AreaNames({ scene, live }: { scene: Scene; live: LiveView }) {
  const view = useLive(live);
  const [open, setOpen] = useState<string | null>(null);
  return scene.areas.flatMap(({ id, name, labels = [] }) =>
    labels.map((box, i) => {
      const key = `${id} ${i}`;
      const width = Math.max(LEAST_TARGET, box.width * view.k);
      const height = Math.max(LEAST_TARGET, box.height * view.k);
      const place = {
        left: view.x + (box.x + box.width / 2) * view.k - width / 2,
        top: view.y + (box.y + box.height / 2) * view.k - height / 2,
        width,
        height,
      };
      if (open === key)
        return (
          <input
            dir="auto"
            key={key}
            // biome-ignore lint/a11y/noAutofocus: the person has just asked to write here
            autoFocus
            aria-label={words.sets.rename(name)}
            className="field absolute z-10 text-center font-semibold"
            style={{ ...place, left: place.left - 20, width: width + 40 }}
            defaultValue={name}
            maxLength={200}
            onFocus={(event) => event.target.select()}
            onBlur={(event) => {
              setOpen(null);
              renameTo(id, event.target.value);
            }}
            onKeyDown={(event) => {
              event.stopPropagation();
              if (event.key === 'Escape') event.currentTarget.value = name;
              if (event.key === 'Enter' || event.key === 'Escape') event.currentTarget.blur();
            }}
          />
        );
      return (
        <button
          key={key}
          type="button"
          title={words.sets.renameHelp}
          aria-label={words.sets.rename(name)}
          className="absolute cursor-text rounded border border-transparent hover:border-plum"
          style={place}
          onDoubleClick={() => setOpen(key)}
          onKeyDown={(event) => {
            if (event.key !== 'Enter' && event.key !== 'F2') return;
            event.preventDefault();
            setOpen(key);
          }}
        />
      );
    }),
  );
}
