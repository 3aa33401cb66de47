/** Published pages and live pictures: a chart at a lasting address, as it is now. */
import { createHash } from 'node:crypto';
import type { Chart } from '../../core/chart';
import { compose } from '../../core/compose';
import { ownFields } from '../../core/list';
import { own } from '../../core/own';
import { walkThroughOf } from '../../core/walk-through';
import { type ChartHead, chartFor } from '../access';
import { partAsked, scenesOf } from '../api';
import { getChart } from '../charts';
import { type Asked, wrongValue } from '../http';
import { published } from '../links';
import { kindFor } from '../lists';
import { asView } from '../moments/shown';
import { originOf } from '../sign-in-routes';
import type { Who } from '../who';
import { pictureAsked, tagOf } from './asked';
import { fonts } from './fonts';
import { svgOf } from './index';
import { pageOf, scriptOf } from './page';

/** What is known of items beside their names, by labels that people read; hidden columns are not. */
function fieldsOf(chart: Chart): Record<string, (readonly [string, string])[]> {
  const { columns } = kindFor(chart.kind);
  const labels = [
    ...columns.map(({ field, label }) => [field, label] as const),
    ...ownFields(chart, columns).map((field) => [field, field] as const),
  ].filter(([field]) => field !== 'name' && !own(chart.columns, field)?.hidden);
  return Object.fromEntries(
    Object.values(chart.items).map(({ id, fields }) => [
      id,
      labels.flatMap(([field, label]) => {
        const value = own(fields, field);
        return value ? [[label, value] as const] : [];
      }),
    ]),
  );
}

/** Forms in which a published picture is had. */
export const FORMS = [
  ['pdf', 'PDF'],
  ['png', 'PNG'],
  ['svg', 'SVG'],
  ['pptx', 'Slides (PPTX)'],
  ['docx', 'Document (DOCX)'],
] as const;

export interface Publication {
  readonly head: ChartHead;
  readonly chart: string;
  /** The one view of it that is published; null: the whole chart. */
  readonly view: string | null;
  readonly listed: boolean;
  readonly who: Who;
}

/** Whoever looks at a published page looks at it as everybody does, whoever they are. @throws 404 */
export async function publication(address: string, asking: Who): Promise<Publication> {
  const { id, chart, view, listed } = await published(address);
  const who: Who = { account: '', caller: asking.caller, request: asking.request, links: [id] };
  return { head: await chartFor(who, chart), chart, view, listed, who };
}

/**
 * How long what is published may be kept on the way to a reader: everywhere, but no longer than a second without being asked for
 * again, so that taking it back takes effect; where fields are kept out, nowhere. Source: RFC 9111, 5.2.2.
 */
export const cacheControlOf = ({ head }: Pick<Publication, 'head'>): string =>
  head.without.length > 0 ? 'private, no-store' : 'public, max-age=0, s-maxage=1, must-revalidate';

/** The branch that a page shows. */
export const branchOf = ({ url }: Pick<Asked, 'url'>): string | undefined =>
  url.searchParams.get('branch') ?? undefined;

/** The page follows from the same as its picture does, and from whether it is listed. */
export function pageTag(context: Pick<Asked, 'url'>, { head, view, listed }: Publication): string {
  const url = new URL('?as=html', context.url);
  const branch = branchOf(context);
  if (branch !== undefined) url.searchParams.set('branch', branch);
  if (view !== null) url.searchParams.set('view', view);
  const asked = pictureAsked({ request: new Request(url), url });
  return tagOf(asked, head).replace(/"$/, listed ? '-listed"' : '"');
}

export const embedOf = (origin: string, address: string): string =>
  `${origin}/api/oembed?url=${encodeURIComponent(origin + address)}`;

const hashOf = (text: string) => `'sha256-${createHash('sha256').update(text).digest('base64')}'`;

/** The styles of a page, those of its picture among them. */
const stylesIn = (page: string): string =>
  [...page.matchAll(/<style>([^<]*)<\/style>/g)].map(([, text]) => hashOf(text!)).join(' ');

/** @throws 404; 422 for a branch that is not there */
export async function publishedPage(
  context: Asked,
  { head, chart: id, view, listed, who }: Publication,
): Promise<Response> {
  const { chart: all } = await getChart(who, id, head);
  const whole = view === null ? all : asView(all, view);
  const kind = kindFor(whole.kind);
  const branch = branchOf(context);
  if (branch !== undefined && !Object.hasOwn(whole.items, branch))
    throw wrongValue('branch', 'There is nothing of this name in the chart any more.');
  const chart = branch === undefined ? whole : partAsked(kind, whole, { branch });
  const scene = scenesOf(chart, false, () => compose(chart, fonts()).scene)[0]!;
  const address = context.url.pathname;
  const walk = walkThroughOf(kind, chart, scene);
  const page = pageOf(scene, {
    svg: await svgOf(who, scene, { named: true }),
    walk,
    fields: fieldsOf(chart),
    served: { address, branch, forms: FORMS, listed, embed: embedOf(originOf(context), address) },
  });
  return new Response(page, {
    headers: {
      'content-type': 'text/html; charset=utf-8',
      'cache-control': 'no-cache',
      'content-security-policy': `default-src 'none'; style-src ${stylesIn(page)}; style-src-attr 'unsafe-inline'; script-src ${hashOf(scriptOf(walk !== undefined))}; font-src data:; img-src data:; base-uri 'none'; form-action 'none'; frame-ancestors *`,
      ...(!listed && { 'x-robots-tag': 'noindex' }),
    },
  });
}
