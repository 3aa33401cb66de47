/** Over the picture while a view is open. */
import { useEditor } from '../editor/state/store';
import { Button } from '../shared/controls';
import { openView } from './open-view';
import { words } from './words';

export function OpenViewBand() {
  const name = useEditor((state) => state.view?.name ?? '');
  return (
    <div
      role="status"
      className="flex h-[34px] min-w-0 items-center gap-3 border-b border-rule bg-tint px-3 text-[13px]"
    >
      <b className="truncate font-semibold" dir="auto">
        {words.views.band(name)}
      </b>
      <span className="min-w-0 flex-1 truncate text-quiet">{words.views.bandAbout}</span>
      <Button onClick={() => openView(null)}>{words.views.close}</Button>
    </div>
  );
}
