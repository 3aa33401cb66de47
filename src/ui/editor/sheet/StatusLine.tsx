import { kindOnPage } from '../../../core/kinds';
import { LEAST_INITIAL } from '../../../core/pages';
import { matterFor } from '../../shared/fields';
import { TRUE_SIZE, type ViewControls } from '../../shared/view';
import { shown, useEditor } from '../state/store';
import { words } from '../words';

/** From here down to amber, and from there to red: what prints too small (common practice). */
const GOOD_PT = 8;
const LEAST_PT = 6;
const STEP = 1.25;

export function StatusLine({ controls }: { controls: ViewControls }) {
  const composition = useEditor(shown);
  const page = useEditor((state) => state.chart.page);
  const kind = useEditor((state) => kindOnPage(state.chart.kind));
  const matter = useEditor((state) => matterFor(state.chart));
  const items = composition?.tiers.reduce((sum, tier) => sum + tier.count, 0) ?? 0;
  const widest = composition?.tiers.reduce((most, tier) => Math.max(most, tier.count), 0) ?? 0;
  const booklet = page.over === 'booklet' && kind?.branches !== undefined && page.size !== 'picture';
  const printed = composition?.page.smallestText;
  const least = page.least ?? LEAST_INITIAL;
  const smallest = booklet && printed != null ? Math.max(printed, least) : printed;
  const tone =
    smallest == null ? '' : smallest >= GOOD_PT ? 'text-good' : smallest >= LEAST_PT ? 'text-caution' : 'text-wrong';
  const zoom = 'min-h-[24px] min-w-[24px] rounded px-1.5 hover:bg-tint';
  return (
    <footer className="flex h-[30px] min-w-0 items-center gap-5 overflow-hidden border-t border-rule bg-sheet px-3.5 text-[13px] whitespace-nowrap">
      {composition && items > 0 && (
        <span className="min-w-0 truncate">
          {items} {items === 1 ? matter.item : matter.items} · {words.status.tiers(composition.tiers.length)} ·{' '}
          {words.status.widest(widest)}
        </span>
      )}
      <span className="min-w-0 truncate">
        {words.status.page}:{' '}
        {page.size === 'picture' ? words.arrange.asPicture.toLowerCase() : `${page.size} ${page.orientation}`}
      </span>
      {smallest != null && (
        <span className={`flex-none font-semibold ${tone}`}>
          {booklet ? words.status.booklet(least) : words.status.smallest(smallest)}
        </span>
      )}
      <span className="ml-auto flex flex-none items-center gap-1">
        <button type="button" className={zoom} title={words.sheet.wholeAbout} onClick={() => controls.showAll()}>
          {words.sheet.whole[controls.whole]}
        </button>
        <button
          type="button"
          className={zoom}
          aria-label={words.sheet.zoomOut}
          onClick={() => controls.zoomBy(1 / STEP)}
        >
          −
        </button>
        <button
          type="button"
          className={`${zoom} min-w-12 text-center tabular-nums`}
          title={words.sheet.trueSize}
          onClick={() => controls.zoomTo(TRUE_SIZE)}
        >
          {Math.round((controls.view.k / TRUE_SIZE) * 100)}%
        </button>
        <button type="button" className={zoom} aria-label={words.sheet.zoomIn} onClick={() => controls.zoomBy(STEP)}>
          +
        </button>
      </span>
    </footer>
  );
}
