import { getChart, watch } from '../../../../server/charts';
import { endpoint, paramOf } from '../../../../server/http';

/** A comment now and then, so that neither side takes a quiet stream for a dead one. */
const BEAT_MS = 20_000;

export const ALL = endpoint({
  GET: async (context) => {
    const id = paramOf(context, 'id');
    await getChart(id);
    const text = new TextEncoder();
    let stop: () => void = () => undefined;
    // Watched before the revision is read, so that none falls between.
    const stream = new ReadableStream<Uint8Array>({
      async start(controller) {
        const send = (line: string) => controller.enqueue(text.encode(line));
        const beat = setInterval(() => send(': beat\n\n'), BEAT_MS);
        const end = () => {
          stop();
          controller.close();
        };
        const unwatch = await watch(id, (revision) =>
          revision < 0 ? end() : send(`data: ${JSON.stringify({ revision })}\n\n`),
        );
        stop = () => {
          clearInterval(beat);
          unwatch();
        };
        const { revision } = await getChart(id);
        send(`retry: 1000\ndata: ${JSON.stringify({ revision })}\n\n`);
      },
      cancel: () => stop(),
    });
    return new Response(stream, { headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store' } });
  },
});
