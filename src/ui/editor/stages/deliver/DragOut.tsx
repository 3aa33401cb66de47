/** The picture as something that can be dragged out of the page: into a document, onto the desktop. */
import { useEffect, useState } from 'react';
import { fileName } from '../../../../core/file-name';
import { useEditor } from '../../state/store';
import { words } from '../../words';

/** Of longer lists no picture is drawn just to be dragged. */
const MOST_SHOWN = 600;

export function DragOut({ address }: { address: string }) {
  const id = useEditor((state) => state.id);
  const title = useEditor((state) => state.chart.title);
  const chart = useEditor((state) => state.chart);
  const saved = useEditor((state) => state.save === 'saved');
  const [kept, setKept] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: each time another chart is saved its picture is another
  useEffect(() => {
    if (saved) setKept((before) => before + 1);
  }, [saved, chart]);
  const count = Object.keys(chart.items).length;
  if (count === 0 || count > MOST_SHOWN) return null;
  return (
    <div className="flex items-center gap-3 py-1">
      <img
        // What is seen is small; what is dragged is the file itself. Only what is saved can be had.
        src={kept > 0 ? `/api/charts/${id}/picture?as=svg&now=${kept}` : undefined}
        alt={words.deliver.dragged(title)}
        draggable
        className="h-[72px] w-[104px] flex-none cursor-grab rounded border border-rule bg-sheet object-contain"
        onDragStart={({ dataTransfer }) => {
          const url = new URL(`/api/charts/${id}/${address}`, location.href).href;
          // Chromium's own type: what is dropped outside becomes this file, by this name.
          dataTransfer.setData('DownloadURL', `image/png:${fileName(title, 'png')}:${url}`);
          dataTransfer.setData('text/uri-list', url);
          dataTransfer.effectAllowed = 'copy';
        }}
      />
      <p className="text-[13px] text-quiet">{words.deliver.drag}</p>
    </div>
  );
}
