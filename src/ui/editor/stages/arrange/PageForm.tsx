/** What else is set for the page: its margins, its words, its paper. */
import { useState } from 'react';
import { PATTERNS } from '../../../../core/chart';
import { MM } from '../../../../core/layout';
import { houseFor } from '../../../../core/style';
import { Button, Choices, ColourField, NumberField, Row, Select, Tick } from '../../../shared/controls';
import { change, useEditor } from '../../state/store';
import { words } from '../../words';
import type { PagePatch } from './SheetsForm';
import { Topic } from './Topic';

/** Margins in millimetres (common practice for printers and binding). */
const MARGINS = { narrow: 5, normal: 10, wide: 20 };
type Margin = keyof typeof MARGINS | 'own';

export function PageForm() {
  const page = useEditor((state) => state.chart.page);
  const sheet = useEditor((state) => houseFor(state.chart).sheet);
  const [own, setOwn] = useState(false);
  const set = (patch: PagePatch, mergeAs?: string) => change({ type: 'set-page', page: patch }, mergeAs);
  const known = (Object.keys(MARGINS) as (keyof typeof MARGINS)[]).find(
    (name) => Math.abs(page.margin / MM - MARGINS[name]) < 0.05,
  );
  const margin: Margin = own || !known ? 'own' : known;
  const text = (label: string, key: 'dateLine' | 'subtitle' | 'footer', most: number, placeholder: string) => (
    <Row label={label}>
      {(id) => (
        <input
          dir="auto"
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
  const shown = (['showTitle', 'tierHeadings', 'numbers', 'key'] as const).filter((key) => page[key]);
  const marginNow = words.arrange.marginOf[margin](margin === 'own' ? page.margin / MM : MARGINS[margin]);
  return (
    <>
      <Topic
        name="margins"
        title={words.arrange.marginsAndPlace}
        now={[marginNow, ...(page.size === 'picture' ? [] : [words.arrange.placeOf[page.place ?? 'high'].label])].join(
          ', ',
        )}
      >
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
      </Topic>
      <Topic name="words" title={words.arrange.pageWords} now={words.arrange.pageWordsNow(shown)}>
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
      </Topic>
      <Topic
        name="paper"
        title={words.arrange.paper}
        now={[words.arrange.patterns[page.pattern ?? 'none'], ...(page.border ? [words.arrange.withBorder] : [])].join(
          ', ',
        )}
      >
        <Tick
          label={words.arrange.border}
          value={page.border === true}
          onChange={(to) => set({ border: to || null })}
        />
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
              options={(['none', ...PATTERNS] as const).map((value) => ({
                value,
                label: words.arrange.patterns[value],
              }))}
              onChange={(to) => set({ pattern: to === 'none' ? null : to })}
            />
          )}
        </Row>
      </Topic>
    </>
  );
}
