/** What of a stored chart's picture a request asks for: read alike by whoever answers from memory and whoever draws. */

import { createHash } from 'node:crypto';
import {
  type DocumentAsked,
  DRAWN_AS,
  type DrawnAs,
  LISTS,
  type ListAs,
  PLACES,
  type Place,
} from '../../core/in-documents';
import { REVEALS, type RevealBy } from '../../core/reveal';
import { SLIDE_SIZES, type SlideSize } from '../../core/scene';
import type { ChartHead } from '../access';
import { dpiOf } from '../api/dpi';
import { ApiError, negotiate, wrongValue } from '../http';
import type { Asked } from '../http/endpoint';
import { build } from '../version';
import type { DotOptions } from './png';
import { DPI, inPages, type PictureType, pictureTypes, WIDTH } from './types';

export interface PictureAsked {
  readonly type: PictureType | 'application/json';
  readonly dots: DotOptions;
  readonly page: string | null;
  readonly branch: string | null;
  readonly downTo: string | null;
  /** Which of its views are the pages of the file; `all`, or their ids. */
  readonly views: string | null;
  /** At which moment, on which day, as which view it is shown. */
  readonly shown: readonly (string | null)[];
  /** Only these items, as they stand. */
  readonly items?: readonly string[] | undefined;
  /** A page for each step by which it is shown. */
  readonly steps?: RevealBy | undefined;
  /** How it stands in a document. */
  readonly text?: DocumentAsked | undefined;
  /** Open remarks are numbered on it, and listed. */
  readonly remarks?: boolean | undefined;
  readonly save: boolean;
  readonly outlined: boolean;
  /** Its fonts are only named: for programs that have them. */
  readonly fontless?: boolean | undefined;
  /** The chart is in the file: always in those that are opened as files, in others where they are saved. */
  readonly carrying: boolean;
  /** Size of slides; that of the pages where absent. */
  readonly slide?: SlideSize | undefined;
  /** The picture as cards and other sites show it: all of it, to be looked at. */
  readonly plain: boolean;
}

const PLAIN: PictureAsked = {
  type: pictureTypes.svg,
  dots: { dpi: DPI.initial },
  page: null,
  branch: null,
  downTo: null,
  views: null,
  shown: [],
  save: false,
  outlined: false,
  carrying: false,
  plain: true,
};

function typeOf(request: Request, as: string | null): PictureAsked['type'] {
  if (as === null) {
    const accept = request.headers.get('accept');
    // Browsers name pages first whatever they ask for; whoever wants one names nothing else.
    const types = Object.values(pictureTypes).filter((type) => type !== pictureTypes.html || accept === type);
    return negotiate(accept, ['application/json', ...types]);
  }
  const type = Object.entries(pictureTypes).find(([name]) => name === as)?.[1];
  if (!type) throw new ApiError(406, 'no-such-format', `A picture is one of ${Object.keys(pictureTypes).join(', ')}.`);
  return type;
}

const digest = (text: string) => createHash('sha256').update(text).digest('base64url');

/** Widths of pictures in a document that can be asked for, in centimetres. */
const WIDE = { least: 1, most: 60 };

/** Most items that a picture of some can be asked for. */
const MOST_ITEMS = 500;

function itemsAsked(items: string | null): readonly string[] | undefined {
  if (items === null) return undefined;
  const ids = items.split(',').filter((id) => id !== '');
  if (ids.length >= 1 && ids.length <= MOST_ITEMS) return ids;
  throw wrongValue('items', `items names 1 to ${MOST_ITEMS} items by their ids, commas between them.`);
}

function stepsAsked(steps: string | null): RevealBy | undefined {
  if (steps === null) return undefined;
  if ((REVEALS as readonly string[]).includes(steps)) return steps as RevealBy;
  throw wrongValue('steps', `steps is one of ${REVEALS.join(', ')}; left out, there is a page for each page.`);
}

function textAsked(params: URLSearchParams): DocumentAsked {
  const [place, list, wide] = [params.get('place') ?? 'full', params.get('list') ?? 'none', params.get('wide')];
  const drawn = params.get('drawn') ?? 'picture';
  if (!(DRAWN_AS as readonly string[]).includes(drawn))
    throw wrongValue('drawn', `drawn is one of ${DRAWN_AS.join(', ')}.`);
  if (!(PLACES as readonly string[]).includes(place))
    throw wrongValue('place', `place is one of ${PLACES.join(', ')}.`);
  if (!(LISTS as readonly string[]).includes(list)) throw wrongValue('list', `list is one of ${LISTS.join(', ')}.`);
  if (wide !== null && !(Number(wide) >= WIDE.least && Number(wide) <= WIDE.most))
    throw wrongValue('wide', `wide is a number of centimetres from ${WIDE.least} to ${WIDE.most}.`);
  return {
    place: place as Place,
    list: list as ListAs,
    drawn: drawn as DrawnAs,
    ...(wide !== null && { wide: Number(wide) }),
  };
}

function dotsAsked(params: URLSearchParams): DotOptions {
  const dpi = dpiOf(params.get('dpi'));
  const asked = params.get('width');
  const width = asked === null ? undefined : Number(asked);
  if (width !== undefined && !(Number.isInteger(width) && width >= WIDTH.least && width <= WIDTH.most))
    throw wrongValue('width', `width is a whole number of dots from ${WIDTH.least} to ${WIDTH.most}.`);
  return {
    dpi,
    ...(width !== undefined && { width }),
    ...(params.get('background') === 'none' && { clear: true }),
    ...(params.get('crop') === '1' && { cropped: true }),
  };
}

function slideAsked(size: string | null): SlideSize | undefined {
  if (size === null) return undefined;
  if (Object.hasOwn(SLIDE_SIZES, size)) return size as SlideSize;
  throw wrongValue(
    'slide',
    `slide is one of ${Object.keys(SLIDE_SIZES).join(', ')}; left out, slides are as large as the pages.`,
  );
}

/** @throws 406 for a format that is none, 422 for a resolution that can't be drawn */
export function pictureAsked({ request, url }: Pick<Asked, 'request' | 'url'>): PictureAsked {
  const { searchParams } = url;
  const type = typeOf(request, searchParams.get('as'));
  const [page, branch, downTo] = ['page', 'branch', 'downTo'].map((name) => searchParams.get(name)) as [
    string | null,
    string | null,
    string | null,
  ];
  const svg = type === pictureTypes.svg;
  const outlined = svg && searchParams.get('outlines') === '1';
  const fontless = svg && !outlined && searchParams.get('fonts') === 'none';
  const save = searchParams.get('save') === '1';
  const steps =
    type === pictureTypes.pdf || type === pictureTypes.pptx ? stepsAsked(searchParams.get('steps')) : undefined;
  const text = type === pictureTypes.docx ? textAsked(searchParams) : undefined;
  const items = itemsAsked(searchParams.get('items'));
  const remarks = searchParams.get('remarks') === '1' && !items && !steps && type !== 'application/json';
  const slide = type === pictureTypes.pptx ? slideAsked(searchParams.get('slide')) : undefined;
  const shown = ['at', 'on', 'view'].map((name) => searchParams.get(name));
  return {
    type,
    dots: dotsAsked(searchParams),
    page,
    branch,
    downTo,
    views: searchParams.get('views'),
    shown,
    ...(items && { items }),
    ...(remarks && { remarks }),
    save,
    outlined,
    ...(fontless && { fontless }),
    carrying: searchParams.get('data') !== 'none' && !items && (save || inPages(type) || type === pictureTypes.html),
    ...(slide && { slide }),
    ...(text && { text }),
    ...(steps && { steps }),
    plain:
      svg &&
      !items &&
      !remarks &&
      !outlined &&
      !fontless &&
      !save &&
      page === null &&
      branch === null &&
      downTo === null &&
      shown.every((one) => one === null),
  };
}

/**
 * The picture follows from the value, the program, and what is kept from whoever asks alone: the same of them, the same
 * picture (RFC 9110, 8.8.3).
 * @param without fields that are kept back
 */
export function tagOf(
  {
    type,
    dots,
    page,
    branch,
    downTo,
    views,
    shown,
    outlined,
    carrying,
    slide,
    text,
    steps,
    items,
    fontless,
  }: PictureAsked,
  { revision, without }: Pick<ChartHead, 'revision' | 'without'>,
): string {
  // Whatever was asked for, it is written in letters that a header may have.
  const rest = [
    page,
    branch,
    downTo,
    views && digest(views),
    shown.some((one) => one !== null) && digest(JSON.stringify(shown)),
    outlined ? 'outlines' : '',
    fontless ? 'fontless' : '',
    carrying ? 'chart' : '',
    slide,
    dots.width && `w${dots.width}`,
    dots.clear && 'clear',
    dots.cropped && 'crop',
    text && Object.values(text).join(' '),
    steps,
    // However many they are, a tag is short.
    items && digest(items.join()),
    without.length > 0 && `without ${digest(JSON.stringify([...without].sort()))}`,
  ]
    .map((asked) => asked || '')
    .join(' ');
  // Weak: packed or not, it is the same picture.
  return `W/"${build}-${revision}-${type}-${dots.dpi}-${encodeURIComponent(rest)}"`;
}

/** By which the whole picture of a chart, as it is looked at, is kept. */
export const plainKey = (id: string, head: Pick<ChartHead, 'revision' | 'without'>): string =>
  `${id} ${tagOf(PLAIN, head)}`;

/** Whether an `If-None-Match` names a tag (RFC 9110, 13.1.2): one of several, also as a weak one, or any. */
export function isNamed(tag: string, header: string | null): boolean {
  if (header === null) return false;
  return (
    header.trim() === '*' || header.split(',').some((one) => one.trim().replace(/^W\//, '') === tag.replace(/^W\//, ''))
  );
}
