/** The page: its size, margins and words, and over how many sheets the chart goes. */
import { useState } from 'react';
import { OWN_SIZE, PAGE_SIZES, PATTERNS, type Page } from '../../../../core/chart';
import { MM, paperPoints } from '../../../../core/layout';
import { houseFor } from '../../../../core/style';
import { Button, Choices, ColourField, NumberField, Row, Select, Tick } from '../../../shared/controls';
import { change, tryOut, useEditor } from '../../state/store';
import { words } from '../../words';
import { type PagePatch, SheetsForm } from './SheetsForm';

/** Margins in millimetres (common practice for printers and binding). */
const MARGINS = { narrow: 5, normal: 10, wide: 20 };
type Margin = keyof typeof MARGINS | 'own';
/** Those that most people look for stand first. */
const COMMON: readonly Page['size'][] = ['A4', 'A3', 'A2', 'A1', 'A0', 'A5', 'Letter', 'Legal', 'Tabloid'];

export function PageForm() {
  const page = useEditor((state) => state.chart.page);
  const sheet = useEditor((state) => houseFor(state.chart).sheet);
  const [own, setOwn] = useState(false);
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
  const known = (Object.keys(MARGINS) as (keyof typeof MARGINS)[]).find(
    (name) => Math.abs(page.margin / MM - MARGINS[name]) < 0.05,
  );
  const margin: Margin = own || !known ? 'own' : known;
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
  const text = (label: string, key: 'dateLine' | 'subtitle' | 'footer', most: number, placeholder: string) => (
    <Row label={label}>
      {(id) => (
        <input
          id={id}
          className="field min-w-0 flex-1 text-[13px]"
          maxLength={most}
          placeholder={placeholder}
          value={page[key] ?? ''}
          onChange={(event) =>
            set({ [key]: event.target.value === '' && key !== 'dateLine' ? null : event.target.value }, `page ${key}`)
          }
        />
      )}
    </Row>
  );
  return (
    <>
      <h3 className="pt-4 pb-1 font-semibold">{words.arrange.page}</h3>
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
      <Row label={words.arrange.margins}>
        {(id) => (
          <Select
            id={id}
            value={margin}
            options={(['narrow', 'normal', 'wide', 'own'] as const).map((value) => ({
              value,
              label: words.arrange.marginOf[value](value === 'own' ? page.margin / MM : MARGINS[value]),
            }))}
            onChange={(value) => {
              setOwn(value === 'own');
              if (value !== 'own') set({ margin: MARGINS[value] * MM });
            }}
          />
        )}
      </Row>
      {margin === 'own' && (
        <Row label={words.arrange.margin}>
          {(id) => (
            <NumberField
              id={id}
              value={page.margin / MM}
              least={0}
              most={50}
              unit="mm"
              onChange={(mm) => set({ margin: mm * MM }, 'page margin')}
            />
          )}
        </Row>
      )}
      {page.size !== 'picture' && (
        <Choices
          legend={words.arrange.place}
          value={page.place ?? 'high'}
          options={(['high', 'middle', 'top'] as const).map((value) => ({ value, ...words.arrange.placeOf[value] }))}
          onChoose={(place) => set({ place: place === 'high' ? null : place })}
        />
      )}
      {text(words.arrange.subtitle, 'subtitle', 200, words.arrange.subtitlePlaceholder)}
      {text(words.arrange.dateLine, 'dateLine', 120, words.arrange.dateLinePlaceholder)}
      {text(words.arrange.footer, 'footer', 200, words.arrange.footerPlaceholder)}
      <Tick label={words.arrange.showTitle} value={page.showTitle} onChange={(showTitle) => set({ showTitle })} />
      <Tick
        label={words.arrange.headings}
        value={page.tierHeadings}
        onChange={(tierHeadings) => set({ tierHeadings })}
      />
      <Tick
        label={words.arrange.numbers}
        value={page.numbers === true}
        onChange={(to) => set({ numbers: to || null })}
      />
      <Tick label={words.arrange.key} value={page.key === true} onChange={(to) => set({ key: to || null })} />
      <Tick label={words.arrange.border} value={page.border === true} onChange={(to) => set({ border: to || null })} />
      <Row
        label={words.arrange.background}
        hint={
          page.background && (
            <Button tone="quiet" onClick={() => set({ background: null })}>
              {words.arrange.houseBackground}
            </Button>
          )
        }
      >
        {(id) => (
          <ColourField
            id={id}
            value={page.background ?? sheet}
            onChange={(background) => set({ background }, 'page background')}
          />
        )}
      </Row>
      <Row label={words.arrange.pattern}>
        {(id) => (
          <Select
            id={id}
            value={page.pattern ?? 'none'}
            options={(['none', ...PATTERNS] as const).map((value) => ({ value, label: words.arrange.patterns[value] }))}
            onChange={(to) => set({ pattern: to === 'none' ? null : to })}
          />
        )}
      </Row>
      {page.size !== 'picture' && <SheetsForm page={page} set={set} />}
    </>
  );
}
