/** The keys of the screen one is on. */
import { Dialog } from '../../shared/Dialog';
import { kindFor } from '../../shared/fields';
import { useEditor } from '../state/store';
import { words } from '../words';

export function Keys({ onClose }: { onClose: () => void }) {
  const stage = useEditor((state) => state.stage);
  const view = useEditor((state) => state.listView);
  const kind = useEditor((state) => kindFor(state.chart.kind));
  const parts = [...(stage === 'list' ? [view] : []), 'sheet', 'rail', 'everywhere'] as const;
  const rows = (list: readonly (readonly [string, string])[]) => (
    <dl className="grid grid-cols-[150px_1fr] gap-x-3 gap-y-1 text-[13px]">
      {list.map(([keys, does]) => (
        <div key={keys} className="contents">
          <dt className="font-semibold">{keys}</dt>
          <dd>{does}</dd>
        </div>
      ))}
    </dl>
  );
  return (
    <Dialog title={words.keys.title} onClose={onClose}>
      <div
        className="relative flex flex-col gap-4 overflow-auto p-5"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: what can be scrolled must be reached by keys (WCAG 2.1.1)
        tabIndex={0}
        role="region"
        aria-label={words.keys.title}
        data-first
      >
        {parts.map((part) => (
          <section key={part}>
            <h3 className="pb-1 font-semibold text-plum">{words.keys.partNames[part]}</h3>
            {rows(words.keys.parts[part])}
          </section>
        ))}
        <section>
          <h3 className="pb-1 font-semibold text-plum">{words.keys.adds(kind.words.name)}</h3>
          {rows(kind.additions.map(({ key, label }) => [words.list.addKey(key), label] as const))}
        </section>
      </div>
    </Dialog>
  );
}
