/** Files of the chart and its picture on the clipboard, made on the server from what is saved. */
import { branchOf, treeOf } from '../../core/chart';
import { COPIES, copied } from '../../core/copied';
import type { DrawnAs, ListAs, Place } from '../../core/in-documents';
import type { RevealBy } from '../../core/reveal';
import { kindFor } from '../shared/fields';
import { saveFile } from '../shared/save-file';
import { branchesCopied } from './list/clipboard';
import { topmost } from './list/lines';
import { flush, say, selection, useEditor } from './state/store';
import { words } from './words';

const nameOf = (file: Response) =>
  decodeURIComponent(/filename\*=UTF-8''([^;]+)/.exec(file.headers.get('content-disposition') ?? '')?.[1] ?? 'chart');

const whyNot = async (file: Response) =>
  ((await file.json().catch(() => ({}))) as { detail?: string }).detail ?? file.statusText;

/** Saves a file of the chart, once what is left is sent; says why where that can't be. */
export const deliverFile = (address: string): Promise<void> => deliver(inView(address));

/** With a view open it is that which is delivered, unless an address says which. */
function inView(address: string): string {
  const { view } = useEditor.getState();
  const of = /^(picture|list)\?/.test(address) && !/[?&]views?=/.test(address);
  return view && of ? `${address}&view=${encodeURIComponent(view.id)}` : address;
}

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

/** A file of the chart as it is saved. */
export async function fetchedFile(address: string, signal?: AbortSignal): Promise<Blob> {
  if (!(await flush())) throw new Error(words.deliver.unsaved);
  const file = await fetch(`/api/charts/${useEditor.getState().id}/${address}`, signal ? { signal } : {});
  if (!file.ok) throw new Error(await whyNot(file));
  return file.blob();
}

/** Onto the clipboard: asked for within the click, as browsers demand, and kept once it is made. */
async function copy(parts: Record<string, Promise<Blob> | Blob | string>, said: string): Promise<void> {
  const held = Object.entries(parts).map(([type, part]): [string, Promise<Blob> | Blob] => [
    type,
    typeof part === 'string' ? new Blob([part], { type }) : part,
  ]);
  try {
    await navigator.clipboard.write([new ClipboardItem(Object.fromEntries(held))]);
    say(said);
  } catch (error) {
    // Those that were not waited for have nobody else to hear of it.
    for (const [, part] of held) void Promise.resolve(part).catch(() => undefined);
    say(words.deliver.failed((error as Error).message));
  }
}

/** What can be put on the clipboard. */
export const COPYING = ['picture', 'svg', ...COPIES] as const;
export type Copying = (typeof COPYING)[number];

export function copyAs(what: Copying, dpi: string, part: Part = {}): Promise<void> {
  if (what === 'picture')
    return copy({ 'image/png': fetchedFile(inView(ofPart(`picture?as=png&dpi=${dpi}`, part))) }, words.deliver.copied);
  if (what === 'svg') {
    const text = fetchedFile(inView(ofPart('picture?as=svg', part))).then(
      async (svg) => new Blob([await svg.text()], { type: 'text/plain' }),
    );
    return copy({ 'text/plain': text }, words.deliver.copiedList);
  }
  const { chart } = useEditor.getState();
  const { plain, html } = copied(kindFor(chart.kind), chart, what);
  return copy({ 'text/plain': plain, ...(html && { 'text/html': html }) }, words.deliver.copiedList);
}

/** Dots an inch of what is copied from the sheet: sharp on paper. */
const SHARP = 220;
/** As many can be named in an address. */
const MOST_NAMED = 300;

/** What is selected, with what stands under it, as a picture and as its list; all of the chart where nothing is. */
export function copySelection(): Promise<void> {
  const state = useEditor.getState();
  const { chart } = state;
  const chosen = selection(state);
  const tops = chosen.length > 0 ? topmost(chart, chosen) : treeOf(chart.items).childrenOf(null);
  if (tops.length === 0) return Promise.resolve();
  const tree = treeOf(chart.items);
  const ids = tops.flatMap((id) => branchOf(tree, id));
  const { plain, html } = branchesCopied(chart, tops);
  const only = chosen.length === 0 ? '' : `&items=${ids.join(',')}`;
  const picture =
    only === '' || ids.length <= MOST_NAMED ? fetchedFile(inView(`picture?as=png&dpi=${SHARP}${only}`)) : undefined;
  return copy(
    { 'text/plain': plain, 'text/html': html, ...(picture && { 'image/png': picture }) },
    words.deliver.copiedLines(ids.length),
  );
}

/** Size of slides: that of the pages, or one that projectors have. */
export const SLIDES = ['page', 'wide', 'square', 'a4'] as const;
export type Slides = (typeof SLIDES)[number];

/** An address for a file with nothing of the chart inside but what is seen. */
export const withoutChart = (address: string): string => `${address}&data=none`;

/** How an SVG has its words: with their fonts inside, as shapes, or with fonts only named. */
const LETTERS = { inside: '', shapes: '&outlines=1', named: '&fonts=none' } as const;
export type Letters = keyof typeof LETTERS;
export const LETTERINGS = Object.keys(LETTERS) as readonly Letters[];

/** Part of the chart that files show: a branch by its item, the tiers down to one. */
export interface Part {
  readonly branch?: string;
  readonly downTo?: number;
}

/** An address for a picture of a part. */
export const ofPart = (address: string, { branch, downTo }: Part): string =>
  address +
  (branch === undefined ? '' : `&branch=${encodeURIComponent(branch)}`) +
  (downTo === undefined ? '' : `&downTo=${downTo}`);

export const fileAddress = {
  docx: (place: Place = 'full', list: ListAs = 'none', drawn: DrawnAs = 'picture') =>
    `picture?as=docx&place=${place}&list=${list}&drawn=${drawn}&save=1`,
  html: () => 'picture?as=html&save=1',
  pdf: () => 'picture?as=pdf&save=1',
  pptx: (slides: Slides = 'page', steps?: RevealBy) =>
    `picture?as=pptx${slides === 'page' ? '' : `&slide=${slides}`}${steps ? `&steps=${steps}` : ''}&save=1`,
  branch: (id: string, as: 'pdf' | 'png' | 'svg') => `picture?as=${as}&branch=${encodeURIComponent(id)}&save=1`,
  dots: (as: 'png' | 'webp', dpi: string, { clear = false, cropped = false } = {}) =>
    `picture?as=${as}&dpi=${dpi}${clear ? '&background=none' : ''}${cropped ? '&crop=1' : ''}&save=1`,
  svg: (letters: Letters = 'inside') => `picture?as=svg${LETTERS[letters]}&save=1`,
  list: (format: string, mark = false) => `list?as=${format}${mark ? '&mark=1' : ''}&save=1`,
};
