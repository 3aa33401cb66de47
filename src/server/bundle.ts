/** Many files of a chart as one archive, each made when it is its turn, so that whoever stops listening stops the work. */
import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import {
  BUNDLE_FORMS,
  BUNDLE_PARTS,
  type BundleFile,
  type BundleForm,
  type BundleParts,
  bundleOf,
} from '../core/bundle';
import { getChart } from './charts';
import { inNameOf } from './db';
import { answerError, type Handler, json, paramOf, wrongValue } from './http';
import { heavy } from './jobs';
import { kindFor } from './lists';
import { disposition } from './pictures';

const [picture, list] = [heavy('picture', 5), heavy('write-list', 5)];

function asked(params: URLSearchParams) {
  const forms = (params.get('forms') ?? 'pdf,svg,png,xlsx').split(',').filter((form) => form !== '');
  const other = forms.find((form) => !(BUNDLE_FORMS as readonly string[]).includes(form));
  if (forms.length === 0 || other !== undefined)
    throw wrongValue('forms', `forms names some of ${BUNDLE_FORMS.join(', ')}, with commas between them.`);
  const parts = params.get('parts') ?? 'whole';
  if (!(BUNDLE_PARTS as readonly string[]).includes(parts))
    throw wrongValue('parts', `parts is one of ${BUNDLE_PARTS.join(', ')}.`);
  return { forms: forms as BundleForm[], parts: parts as BundleParts, bare: params.get('data') === 'none' };
}

/** Forms that are packed already. */
const PACKED = /\.(?:pptx|docx|xlsx|png|webp|pdf)$/;
/** Bytes that go into the archive at a time: others are served in between. */
const PIECE = 256 * 1024;

interface Made {
  readonly name: string;
  readonly bytes: Uint8Array;
}

/** The archive, file after file. @param make one of them */
function zipped(files: readonly BundleFile[], make: (file: BundleFile) => Promise<Made>): ReadableStream<Uint8Array> {
  let next = 0;
  let zip: Zip | undefined;
  return new ReadableStream<Uint8Array>(
    {
      start(controller) {
        zip = new Zip((error, chunk, final) => {
          if (error) controller.error(error);
          else controller.enqueue(chunk);
          if (final && !error) controller.close();
        });
      },
      async pull() {
        const file = files[next++];
        if (!file) {
          zip!.end();
          return;
        }
        const { name, bytes } = await make(file);
        const entry = PACKED.test(name) ? new ZipPassThrough(name) : new ZipDeflate(name, { level: 6 });
        zip!.add(entry);
        for (let at = 0; at < bytes.length; at += PIECE)
          entry.push(bytes.subarray(at, at + PIECE), at + PIECE >= bytes.length);
        if (bytes.length === 0) entry.push(bytes, true);
      },
      cancel() {
        next = files.length;
        zip?.terminate();
      },
    },
    { highWaterMark: 1 },
  );
}

/** All the files that are asked for, as one; `plan=1` says what they are and where each is had. */
export const bundleRequest: Handler = async (context, who) => {
  const { request, url, params } = context;
  const { chart } = await getChart(who, paramOf(context, 'id'));
  const files = bundleOf(kindFor(chart.kind), chart, asked(url.searchParams));
  if (url.searchParams.get('plan') === '1') return json({ files });
  const body = zipped(files, async ({ name, address }) => {
    const own = new URL(address, new URL(`${url.pathname.replace(/bundle$/, '')}`, url));
    const made = new Request(own, { signal: request.signal });
    const handler = address.startsWith('list') ? list : picture;
    const answer = await inNameOf(who, () => handler({ request: made, url: own, params }, who)).catch(answerError);
    const bytes = new Uint8Array(await answer.arrayBuffer());
    if (answer.ok) return { name, bytes };
    // The others are made all the same; in its place stands why it is not there.
    const { detail } = JSON.parse(new TextDecoder().decode(bytes)) as { detail?: string };
    return { name: `${name}.not-made.txt`, bytes: new TextEncoder().encode(`${detail ?? answer.status}\n`) };
  });
  return new Response(body, {
    headers: {
      'content-type': 'application/zip',
      'content-disposition': disposition(chart.title, 'zip', true),
      'cache-control': 'no-store',
    },
  });
};
