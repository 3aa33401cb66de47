/** Files to hand over: the picture and the list. */
import { Fragment, useState } from 'react';
import { DRAWN_AS, type DrawnAs, LISTS, type ListAs, PLACES, type Place } from '../../../../core/in-documents';
import { listFormats, XLSX } from '../../../../core/list-formats';
import type { RevealBy } from '../../../../core/reveal';
import { Button, Choices, Select } from '../../../shared/controls';
import { kindFor } from '../../../shared/fields';
import { useTogether } from '../../../together/state';
import { words as togetherWords } from '../../../together/words';
import {
  COPYING,
  type Copying,
  copyAs,
  deliverFile,
  fileAddress,
  LETTERINGS,
  type Letters,
  ofPart,
  type Part,
  SLIDES,
  type Slides,
  withoutChart,
} from '../../deliver';
import { printChart } from '../../Print';
import { useEditor } from '../../state/store';
import { words } from '../../words';
import { Bundle } from './Bundle';
import { Description } from './Description';
import { DragOut } from './DragOut';
import { InClass } from './InClass';
import { saidOnce, useLeftOut } from './left-out';
import { PartChoice } from './PartChoice';

const DPIS = ['96', '150', '300'] as const;
type Dpi = (typeof DPIS)[number];

/** Labels of lists that hold the chart whole. */
const WHOLE: readonly string[] = [XLSX.label, 'JSON'];

export function DeliverStage() {
  const left = useLeftOut();
  const once = saidOnce(left);
  /** A form of the list that holds the chart itself as well. */
  const isWhole = (label: string) => !bare && WHOLE.includes(label);
  const others = (form: string) => left[form]?.filter((phrase) => !once.has(phrase));
  const away = useEditor((state) => state.save === 'away');
  const page = useEditor((state) => state.composition?.page);
  const kind = useEditor((state) => kindFor(state.chart.kind));
  const [copying, setCopying] = useState<Copying>('picture');
  const [dpi, setDpi] = useState<Dpi>('150');
  const [busy, setBusy] = useState<string | null>(null);
  const [letters, setLetters] = useState<Letters>('inside');
  const [mark, setMark] = useState(false);
  const [slides, setSlides] = useState<Slides>('page');
  const [place, setPlace] = useState<Place>('full');
  const [drawn, setDrawn] = useState<DrawnAs>('picture');
  const [listAs, setListAs] = useState<ListAs>('none');
  const [by, setBy] = useState<RevealBy>('tier');
  const [stepped, setStepped] = useState(false);
  const [bare, setBare] = useState(false);
  const [clear, setClear] = useState(false);
  const [cropped, setCropped] = useState(false);
  const cut = { clear, cropped };

  const [part, setPart] = useState<Part>({});
  const [remarks, setRemarks] = useState(false);
  const remarked = useTogether((state) => state.remarks?.some(({ settled }) => settled === null) ?? false);
  /** The address of a file as the choices for all files have it; lists are of the whole chart. */
  const asked = (address: string) => {
    const own = address.startsWith('picture') ? ofPart(address, part) : address;
    const told = remarks && address.startsWith('picture') ? `${own}&remarks=1` : own;
    return bare ? withoutChart(told) : told;
  };

  const work = async (name: string, doing: Promise<void>) => {
    setBusy(name);
    await doing;
    setBusy(null);
  };
  const row = (name: string, about: string, address: string, without: readonly string[] = []) => (
    <div className="flex items-start gap-3 py-2">
      <Button
        tone="strong"
        className="w-40 flex-none justify-center"
        disabled={busy !== null}
        onClick={() => void work(name, deliverFile(asked(address)))}
      >
        {busy === name ? '...' : name}
      </Button>
      <p className="text-[13px] text-quiet">
        {about}
        {without.length > 0 && <span className="block text-ink">{words.deliver.without(without)}</span>}
      </p>
    </div>
  );
  return (
    <div className="relative flex min-h-0 flex-1 flex-col overflow-auto px-3.5 pt-3 pb-6">
      <h2 className="text-lg">{words.stages.deliver}</h2>
      {away && <p className="pt-1 text-wrong">{words.deliver.unsaved}</p>}
      <h3 className="pt-2 font-semibold">{words.deliver.picture}</h3>
      <div className="flex gap-2 py-2">
        <Button
          tone="strong"
          title={words.deliver.printAbout}
          aria-keyshortcuts="Control+P"
          onClick={() => void printChart()}
        >
          {words.deliver.print}
        </Button>
        <Button
          tone="strong"
          title={words.deliver.copyAbout}
          disabled={busy !== null}
          onClick={() => void work(words.deliver.copy, copyAs(copying, dpi, part))}
        >
          {busy === words.deliver.copy ? '...' : words.deliver.copy}
        </Button>
        <Select
          label={words.deliver.copyWhat}
          value={copying}
          options={COPYING.map((value) => ({ value, label: words.deliver.copying[value] }))}
          onChange={setCopying}
        />
      </div>
      <PartChoice part={part} onPart={setPart} />
      {remarked && <Tick label={togetherWords.inFiles} checked={remarks} onTick={setRemarks} />}
      <DragOut address={asked(fileAddress.dots('png', dpi, cut))} />
      {row(words.deliver.pdf, words.deliver.pdfAbout, fileAddress.pdf())}
      {row(words.deliver.pptx, words.deliver.pptxAbout, fileAddress.pptx(slides, stepped ? by : undefined))}
      <div className="ps-3">
        <Choices
          legend={words.deliver.slides}
          value={slides}
          options={SLIDES.map((value) => ({ value, label: words.deliver.slideSizes[value] }))}
          onChoose={setSlides}
        />
      </div>
      <Tick label={words.reveal.slides} checked={stepped} onTick={setStepped} />
      {row(words.deliver.docx, words.deliver.docxAbout, fileAddress.docx(place, listAs, drawn))}
      <div className="ps-3">
        <Choices
          legend={words.deliver.place}
          value={place}
          options={PLACES.map((value) => ({ value, label: words.deliver.places[value] }))}
          onChoose={setPlace}
        />
        <Choices
          legend={words.deliver.listAs}
          value={listAs}
          options={LISTS.map((value) => ({ value, label: words.deliver.listsAs[value] }))}
          onChoose={setListAs}
        />
        <Choices
          legend={words.deliver.drawn}
          value={drawn}
          options={DRAWN_AS.map((value) => ({ value, ...words.deliver.drawnAs[value] }))}
          onChoose={setDrawn}
        />
      </div>
      {row(words.deliver.html, words.deliver.htmlAbout, fileAddress.html())}
      {row(words.deliver.png, words.deliver.pngAbout, fileAddress.dots('png', dpi, cut))}
      <div className="ps-3">
        <Choices
          legend={words.deliver.dpi}
          value={dpi}
          options={DPIS.map((value) => ({ value, label: value }))}
          onChoose={setDpi}
        />
        {page && !cropped && (
          <p className="text-xs text-quiet">
            {words.deliver.dots(
              Math.round((page.width / 72) * Number(dpi)),
              Math.round((page.height / 72) * Number(dpi)),
            )}
          </p>
        )}
      </div>
      <Tick label={words.deliver.clear} checked={clear} onTick={setClear} />
      <Tick label={words.deliver.cropped} checked={cropped} onTick={setCropped} />
      {row(words.deliver.webp, words.deliver.webpAbout, fileAddress.dots('webp', dpi, cut))}
      {row(words.deliver.svg, words.deliver.svgAbout, fileAddress.svg(letters))}
      <div className="ps-3">
        <Choices
          legend={words.deliver.letters}
          value={letters}
          options={LETTERINGS.map((value) => ({ value, ...words.deliver.lettering[value] }))}
          onChoose={setLetters}
        />
      </div>
      <p className="pt-2 text-[13px] text-quiet">{words.deliver.again}</p>
      <label className="flex items-start gap-2 pt-1 text-[13px]">
        <input type="checkbox" className="mt-1" checked={bare} onChange={(event) => setBare(event.target.checked)} />
        {words.deliver.leaveOut}
      </label>
      <Bundle bare={bare} />
      <InClass by={by} onBy={setBy} part={part} />
      <Description />
      <h3 className="pt-4 font-semibold">{words.deliver.list}</h3>
      {[...once].map(([phrase, holding]) => (
        <p key={phrase} className="text-[13px]">
          {words.deliver.withoutOnce(phrase, [
            ...(bare ? [] : WHOLE),
            ...holding.map((form) => listFormats(kind)[form]!.label).filter((label) => bare || !WHOLE.includes(label)),
          ])}
        </p>
      ))}
      {row(XLSX.label, XLSX.about, fileAddress.list('xlsx'), bare ? others('csv') : undefined)}
      {Object.entries(listFormats(kind)).map(([format, { label, about }]) => (
        <Fragment key={format}>
          {row(
            label,
            about,
            fileAddress.list(format, format === 'csv' && mark),
            isWhole(label) ? undefined : others(format),
          )}
          {format === 'csv' && <Tick label={words.deliver.mark} checked={mark} onTick={setMark} />}
        </Fragment>
      ))}
    </div>
  );
}

/** A choice about the file in the row above it. */
function Tick({ label, checked, onTick }: { label: string; checked: boolean; onTick: (checked: boolean) => void }) {
  return (
    <label className="flex items-start gap-2 ps-3 pb-1 text-[13px]">
      <input type="checkbox" className="mt-1" checked={checked} onChange={(event) => onTick(event.target.checked)} />
      {label}
    </label>
  );
}
