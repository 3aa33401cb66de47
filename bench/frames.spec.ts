/** How much script a frame takes while a chart of thousands is moved and zoomed, from a trace of Chromium. */

import { newChart } from '../tests/browser/support';
import { expect, test } from '../tests/browser/test';
import { ms, section, table } from './figures/report';
import { staffList } from './staff';

interface TraceEvent {
  readonly name: string;
  readonly ph: string;
  readonly ts: number;
  readonly dur?: number;
  readonly pid: number;
  readonly tid: number;
}

/** What runs script or is run by it. */
const SCRIPT = new Set([
  'FunctionCall',
  'EvaluateScript',
  'TimerFire',
  'FireAnimationFrame',
  'EventDispatch',
  'RunMicrotasks',
  'V8.GC_MC_COMPLETE',
  'MinorGC',
  'MajorGC',
]);

/** What begins the work of a frame on a page's main thread; versions of Chromium name it differently. */
const FRAMES = ['BeginMainThreadFrame', 'ProxyMain::BeginMainFrame', 'ThreadProxy::BeginMainFrame'];

/** Milliseconds of script in each frame of the page's main thread, sorted. */
function scriptOfFrames(events: readonly TraceEvent[]): number[] {
  const mark = FRAMES.find((own) => events.some(({ name }) => name === own));
  // Of the threads that make frames the busiest is the page's.
  const calls = new Map<string, { pid: number; tid: number; frames: number }>();
  for (const { name, pid, tid } of events) {
    if (name !== mark) continue;
    const known = calls.get(`${pid} ${tid}`) ?? { pid, tid, frames: 0 };
    known.frames++;
    calls.set(`${pid} ${tid}`, known);
  }
  const main = [...calls.values()].sort((x, y) => y.frames - x.frames)[0];
  if (!main)
    throw new Error(
      `the trace has no frames, but ${[...new Set(events.map(({ name }) => name))].slice(0, 60).join(', ')}`,
    );
  const own = events.filter(({ pid, tid }) => pid === main.pid && tid === main.tid).sort((a, b) => a.ts - b.ts);
  const frames = own.filter(({ name }) => name === mark).map(({ ts }) => ts);
  const sums = frames.map(() => 0);
  let busyTo = 0;
  let frame = 0;
  for (const { name, ph, ts, dur } of own) {
    if (ph !== 'X' || dur === undefined || !SCRIPT.has(name) || ts < busyTo) continue;
    // What lies within another is counted with it.
    busyTo = ts + dur;
    while (frame + 1 < frames.length && frames[frame + 1]! <= ts) frame++;
    if (frames[0]! <= ts) sums[frame]! += dur / 1_000;
  }
  // Frames in which no script ran would only flatter the figures.
  return sums.filter((time) => time > 0.05).sort((a, b) => a - b);
}

test('moving and zooming', async ({ page, request, browserName }) => {
  test.setTimeout(300_000);
  expect(browserName).toBe('chromium');
  const rows: string[][] = [];
  for (const count of [500, 5_000, 10_000]) {
    const id = await newChart(request, staffList(count));
    const start = Date.now();
    await page.goto(`/chart/${id}`);
    await page.locator('svg.scene[role=tree] path').first().waitFor();
    const opened = Date.now() - start;
    await page.waitForTimeout(2_500);
    const box = (await page.locator('svg.scene[role=tree]').boundingBox())!;
    const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
    const session = await page.context().newCDPSession(page);
    const events: TraceEvent[] = [];
    session.on('Tracing.dataCollected', ({ value }) => events.push(...(value as unknown as TraceEvent[])));
    const ended = new Promise<void>((resolve) => session.on('Tracing.tracingComplete', () => resolve()));
    await session.send('Tracing.start', {
      transferMode: 'ReportEvents',
      traceConfig: { includedCategories: ['cc', 'devtools.timeline', 'disabled-by-default-devtools.timeline', 'v8'] },
    });
    await page.mouse.move(middle.x, middle.y);
    for (let i = 0; i < 40; i++) {
      await page.mouse.wheel(0, -90);
      await page.waitForTimeout(16);
    }
    await page.mouse.down({ button: 'middle' });
    for (let i = 0; i < 90; i++) {
      await page.mouse.move(middle.x + 260 * Math.sin(i / 8), middle.y + 160 * Math.cos(i / 11));
      await page.waitForTimeout(16);
    }
    await page.mouse.up({ button: 'middle' });
    for (let i = 0; i < 40; i++) {
      await page.mouse.wheel(0, 90);
      await page.waitForTimeout(16);
    }
    await session.send('Tracing.end');
    await ended;
    const script = scriptOfFrames(events);
    const at = (part: number) => script[Math.min(script.length - 1, Math.floor(script.length * part))]!;
    rows.push([
      count.toLocaleString('en'),
      `${(opened / 1_000).toFixed(1)} s`,
      String(script.length),
      `${ms(at(0.5))} ms`,
      `${ms(at(0.95))} ms`,
      `${ms(at(1))} ms`,
      `${Math.round((100 * script.filter((time) => time < 8).length) / script.length)} %`,
    ]);
  }
  section(
    'Big charts on screen',
    `Zooming in, moving about and zooming out with the mouse in a window of 1280 by 800, Chromium without a graphics card: script on the page's main thread in each frame that has any, from a trace.\n\n${table(['posts', 'picture there after', 'frames', 'script, median', '95 %', 'most', 'under 8 ms'], rows)}`,
  );
});
