/** Files to hand over: the picture and the list. */
import { Fragment, useState } from 'react';
import { listFormats, XLSX } from '../../../core/write';
import { Button, Choices } from '../../shared/controls';
import { kindFor } from '../../shared/fields';
import { saveFile } from '../../shared/save-file';
import { printChart } from '../Print';
import { flush, say, useEditor } from '../state/store';
import { words } from '../words';

const DPIS = ['96', '150', '300'] as const;
type Dpi = (typeof DPIS)[number];

export function DeliverStage() {
  const id = useEditor((state) => state.id);
  const away = useEditor((state) => state.save === 'away');
  const page = useEditor((state) => state.composition?.page);
  const kind = useEditor((state) => kindFor(state.chart.kind));
  const [dpi, setDpi] = useState<Dpi>('150');
  const [busy, setBusy] = useState<string | null>(null);

  /** Files are made on the server from what is saved: first send what is left. */
  const get = async (name: string, address: string) => {
    setBusy(name);
    const sent = await flush();
    if (!sent) say(words.deliver.unsaved);
    else {
      const file = await fetch(`/api/charts/${id}/${address}`).catch(() => undefined);
      if (file?.ok) saveFile(await file.blob(), nameOf(file));
      else
        say(
          words.deliver.failed(
            file
              ? (((await file.json().catch(() => ({}))) as { detail?: string }).detail ?? file.statusText)
              : words.deliver.unsaved,
          ),
        );
    }
    setBusy(null);
  };
  /** The picture into the clipboard: asked for within the click, as browsers demand, and kept once it is made. */
  const copy = async () => {
    setBusy(words.deliver.copy);
    const picture = (async () => {
      if (!(await flush())) throw new Error(words.deliver.unsaved);
      const file = await fetch(`/api/charts/${id}/picture?as=png&dpi=${dpi}`);
      if (!file.ok) throw new Error(file.statusText);
      return file.blob();
    })();
    try {
      await navigator.clipboard.write([new ClipboardItem({ 'image/png': picture })]);
      say(words.deliver.copied);
    } catch (error) {
      say(words.deliver.failed((error as Error).message));
    }
    setBusy(null);
  };
  const row = (name: string, about: string, address: string) => (
    <div className="flex items-start gap-3 py-2">
      <Button
        tone="strong"
        className="w-40 flex-none justify-center"
        disabled={busy !== null}
        onClick={() => void get(name, address)}
      >
        {busy === name ? '...' : name}
      </Button>
      <p className="text-[13px] text-quiet">{about}</p>
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
        <Button tone="strong" title={words.deliver.copyAbout} disabled={busy !== null} onClick={() => void copy()}>
          {busy === words.deliver.copy ? '...' : words.deliver.copy}
        </Button>
      </div>
      {row(words.deliver.pdf, words.deliver.pdfAbout, 'picture?as=pdf&save=1')}
      {row(words.deliver.png, words.deliver.pngAbout, `picture?as=png&dpi=${dpi}&save=1`)}
      <div className="pl-[172px]">
        <Choices
          legend={words.deliver.dpi}
          value={dpi}
          options={DPIS.map((value) => ({ value, label: value }))}
          onChoose={setDpi}
        />
        {page && (
          <p className="text-xs text-quiet">
            {words.deliver.dots(
              Math.round((page.width / 72) * Number(dpi)),
              Math.round((page.height / 72) * Number(dpi)),
            )}
          </p>
        )}
      </div>
      {row(words.deliver.svg, words.deliver.svgAbout, 'picture?as=svg&save=1')}
      <h3 className="pt-4 font-semibold">{words.deliver.list}</h3>
      {row(XLSX.label, XLSX.about, 'list?as=xlsx&save=1')}
      {Object.entries(listFormats(kind)).map(([format, { label, about }]) => (
        <Fragment key={format}>{row(label, about, `list?as=${format}&save=1`)}</Fragment>
      ))}
    </div>
  );
}

const nameOf = (file: Response) =>
  decodeURIComponent(/filename\*=UTF-8''([^;]+)/.exec(file.headers.get('content-disposition') ?? '')?.[1] ?? 'chart');
