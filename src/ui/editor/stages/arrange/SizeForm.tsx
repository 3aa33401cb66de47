/** The page that the chart is for: its size, which way it lies, how large its words should print, and over how many sheets. */
import { OWN_SIZE, PAGE_SIZES, type Page } from '../../../../core/chart';
import { MM, paperPoints, wantedSize } from '../../../../core/layout';
import { Button, Choices, NumberField, Row, Select } from '../../../shared/controls';
import { change, tryOut, useEditor } from '../../state/store';
import { words } from '../../words';
import { type PagePatch, SheetsForm } from './SheetsForm';

/** Those that most people look for stand first. */
const COMMON: readonly Page['size'][] = ['A4', 'A3', 'A2', 'A1', 'A0', 'A5', 'Letter', 'Legal', 'Tabloid'];

export function SizeForm() {
  const page = useEditor((state) => state.chart.page);
  const set = (patch: PagePatch, mergeAs?: string) => change({ type: 'set-page', page: patch }, mergeAs);
  const slides = PAGE_SIZES.filter((size) => size.startsWith('Slide'));
  const rest = PAGE_SIZES.filter(
    (size) => !COMMON.includes(size) && !slides.includes(size) && size !== 'own' && size !== 'picture',
  );
  const sizes = [
    ...[...COMMON, ...slides].map((size) => ({ value: size, label: size })),
    { value: 'picture' as const, label: words.arrange.asPicture },
    { value: 'own' as const, label: words.arrange.ownSize },
    ...rest.map((size) => ({ value: size, label: size })),
  ];
  const takeSize = (size: Page['size']) => {
    const now = paperPoints(page);
    // A size of one's own starts from the page as it is.
    set(size === 'own' && now ? { size, width: now.width, height: now.height } : { size });
  };
  const length = (label: string, key: 'width' | 'height') => (
    <Row label={label}>
      {(id) => (
        <NumberField
          id={id}
          value={(page[key] ?? 0) / MM}
          least={OWN_SIZE.least / MM}
          most={1_500}
          unit="mm"
          onChange={(mm) => set({ [key]: mm * MM }, `page ${key}`)}
        />
      )}
    </Row>
  );
  return (
    <>
      <h3 className="pt-2 font-semibold">{words.arrange.page}</h3>
      <Row label={words.arrange.size}>
        {(id) => <Select id={id} value={page.size} options={sizes} onChange={takeSize} />}
      </Row>
      {page.size === 'own' && (
        <>
          {length(words.arrange.pageWidth, 'width')}
          {length(words.arrange.pageHeight, 'height')}
        </>
      )}
      {page.size !== 'picture' && page.size !== 'own' && (
        <Choices
          legend={words.arrange.orientation}
          value={page.orientation}
          options={[
            { value: 'landscape', label: words.arrange.landscape },
            { value: 'portrait', label: words.arrange.portrait },
          ]}
          onChoose={(orientation) => set({ orientation })}
          onTry={(orientation) => tryOut(orientation === null ? null : { type: 'set-page', page: { orientation } })}
        />
      )}
      {page.size !== 'picture' && (
        <Row
          label={words.arrange.wanted}
          hint={
            page.wanted !== undefined && (
              <Button tone="quiet" onClick={() => set({ wanted: null })}>
                {words.arrange.byPaper}
              </Button>
            )
          }
        >
          {(id) => (
            <NumberField
              id={id}
              value={wantedSize(page)}
              least={4}
              most={72}
              step={0.5}
              unit="pt"
              onChange={(wanted) => set({ wanted }, 'page wanted')}
            />
          )}
        </Row>
      )}
      {page.size !== 'picture' && <SheetsForm page={page} set={set} />}
    </>
  );
}
