/** Files of the chart and its picture on the clipboard, made on the server from what is saved. */
import type { ListAs, Place } from '../../core/in-documents';
import type { RevealBy } from '../../core/reveal';
import { saveFile } from '../shared/save-file';
import { flush, say, useEditor } from './state/store';
import { words } from './words';

const nameOf = (file: Response) =>
  decodeURIComponent(/filename\*=UTF-8''([^;]+)/.exec(file.headers.get('content-disposition') ?? '')?.[1] ?? 'chart');

const whyNot = async (file: Response) =>
  ((await file.json().catch(() => ({}))) as { detail?: string }).detail ?? file.statusText;

/** Saves a file of the chart, once what is left is sent; says why where that can't be. */
export const deliverFile = (address: string): Promise<void> => deliver(address);

/** The same for a file that takes more to ask for than an address. */
export const deliverMade = (address: string, asked: object): Promise<void> =>
  deliver(address, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(asked),
  });

async function deliver(address: string, request: RequestInit = {}): Promise<void> {
  if (!(await flush())) return say(words.deliver.unsaved);
  const file = await fetch(`/api/charts/${useEditor.getState().id}/${address}`, request).catch(() => undefined);
  if (file?.ok) saveFile(await file.blob(), nameOf(file));
  else say(words.deliver.failed(file ? await whyNot(file) : words.deliver.unsaved));
}

/** The picture into the clipboard: asked for within the click, as browsers demand, and kept once it is made. */
export async function copyPicture(dpi: string): Promise<void> {
  const picture = (async () => {
    if (!(await flush())) throw new Error(words.deliver.unsaved);
    const file = await fetch(`/api/charts/${useEditor.getState().id}/picture?as=png&dpi=${dpi}`);
    if (!file.ok) throw new Error(await whyNot(file));
    return file.blob();
  })();
  try {
    await navigator.clipboard.write([new ClipboardItem({ 'image/png': picture })]);
    say(words.deliver.copied);
  } catch (error) {
    say(words.deliver.failed((error as Error).message));
  }
}

/** Size of slides: that of the pages, or one that projectors have. */
export const SLIDES = ['page', 'wide', 'square', 'a4'] as const;
export type Slides = (typeof SLIDES)[number];

/** An address for a file with nothing of the chart inside but what is seen. */
export const withoutChart = (address: string): string => `${address}&data=none`;

export const fileAddress = {
  docx: (place: Place = 'full', list: ListAs = 'none') => `picture?as=docx&place=${place}&list=${list}&save=1`,
  html: () => 'picture?as=html&save=1',
  pdf: () => 'picture?as=pdf&save=1',
  pptx: (slides: Slides = 'page', steps?: RevealBy) =>
    `picture?as=pptx${slides === 'page' ? '' : `&slide=${slides}`}${steps ? `&steps=${steps}` : ''}&save=1`,
  branch: (id: string, as: 'pdf' | 'png' | 'svg') => `picture?as=${as}&branch=${encodeURIComponent(id)}&save=1`,
  dots: (as: 'png' | 'webp', dpi: string, { clear = false, cropped = false } = {}) =>
    `picture?as=${as}&dpi=${dpi}${clear ? '&background=none' : ''}${cropped ? '&crop=1' : ''}&save=1`,
  svg: (outlines = false) => `picture?as=svg${outlines ? '&outlines=1' : ''}&save=1`,
  list: (format: string, mark = false) => `list?as=${format}${mark ? '&mark=1' : ''}&save=1`,
};
