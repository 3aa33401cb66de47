/** Two windows and a server in memory: whatever is changed, whatever fails, all end with the same chart. */
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import {
  advance,
  apply,
  type Change,
  type Chart,
  type Entry,
  emptyChart,
  firstOrders,
  treeOf,
} from '../../../core/chart';
import { type Sync, type SyncView, startSync } from './sync';

const kept = new Map<string, unknown>();
vi.mock('idb-keyval', () => ({
  createStore: () => undefined,
  set: async (key: string, value: unknown) => void kept.set(key, structuredClone(value)),
  delMany: async (keys: string[]) => keys.forEach((key) => void kept.delete(key)),
  entries: async () => [...kept],
}));

const ITEMS = 6;
function garden(): Chart {
  const orders = firstOrders(ITEMS);
  const items = Array.from({ length: ITEMS }, (_, i) => ({
    id: `n${i}`,
    parent: i === 0 ? null : 'n0',
    order: orders[i]!,
    fields: { name: `N${i}` },
  }));
  return { ...emptyChart('org', 'Garden'), items: Object.fromEntries(items.map((item) => [item.id, item])) };
}

/** The server's side of the contract: revisions, changes on top of what came meanwhile, 409 where one fits no more, keys. */
class Server {
  chart = garden();
  log: (Entry & { revision: number; key: string; inverse: Change })[] = [];
  answers = new Map<string, { body: string; revision: number }>();
  fails: ('refuse' | 'lose answer' | 'break')[] = [];
  /** How much of what led there is told along with a revision, and with a refusal. */
  tells: 'all' | 'nothing' = 'all';
  streams = new Set<{ onmessage: ((event: { data: string }) => void) | null }>();

  private reply = (status: number, body: unknown) => new Response(JSON.stringify(body), { status });

  fetch = async (address: string, init: RequestInit = {}): Promise<Response> => {
    await Promise.resolve();
    if (init.method === 'GET') {
      const since = Number(new URL(address, 'http://t').searchParams.get('since'));
      return this.reply(200, { changes: this.log.filter((entry) => entry.revision > since) });
    }
    const failure = this.fails.shift();
    if (failure === 'refuse') throw new TypeError('no connection');
    if (failure === 'break') return this.reply(500, { detail: 'Something went wrong here.' });
    const key = (init.headers as Record<string, string>)['idempotency-key']!;
    const answer = this.carryOut(key, init.body as string);
    if (failure === 'lose answer') throw new TypeError('connection lost');
    return answer;
  };

  private carryOut(key: string, body: string): Response {
    const { base, changes, origin } = JSON.parse(body) as { base: number; changes: Change[]; origin: Entry['origin'] };
    const known = this.answers.get(key);
    const same = JSON.stringify([changes, origin]);
    if (known && known.body !== same) return this.reply(422, { detail: 'the key was used for another request' });
    if (known) return this.reply(200, known);
    const entry = { change: changes[0]!, origin };
    const step = advance({ chart: this.chart, undo: [], redo: [] }, entry);
    if (!step.ok && base < this.log.length)
      return this.reply(409, { missed: this.tells === 'all' ? this.log.slice(base) : [] });
    if (!step.ok) return this.reply(422, { detail: step.problem.message });
    const undone = apply(this.chart, entry.change);
    if (!undone.ok) return this.reply(422, { detail: undone.problem.message });
    this.chart = step.timeline.chart;
    this.log.push({ ...entry, key, inverse: undone.inverse, revision: this.log.length + 1 });
    this.answers.set(key, { body: same, revision: this.log.length });
    this.tell();
    return this.reply(200, { revision: this.log.length });
  }

  tell() {
    const news = { revision: this.log.length, ...(this.tells === 'all' && { changes: this.log.slice(-1) }) };
    for (const stream of this.streams) stream.onmessage?.({ data: JSON.stringify(news) });
  }
}

let server: Server;
const opened: Sync[] = [];
/** Locks held by windows that are open. */
const windows = new Set<string>();
interface OpenWindow {
  readonly sync: Sync;
  view: SyncView;
  readonly said: string[];
}
function openWindow(knows = false): OpenWindow {
  const window: { sync?: Sync; view?: SyncView; said: string[] } = { said: [] };
  window.sync = startSync(
    {
      id: 'c',
      chart: server.chart,
      revision: server.log.length,
      steps: knows ? server.log.map(({ origin, key, inverse }) => ({ origin, key, inverse })) : [],
    },
    (view) => {
      window.view = view;
    },
    (text) => window.said.push(text),
  );
  opened.push(window.sync);
  return window as OpenWindow;
}

beforeEach(() => {
  vi.useFakeTimers();
  kept.clear();
  server = new Server();
  vi.stubGlobal('fetch', server.fetch);
  windows.clear();
  const locks = {
    request: async (name: string) => void windows.add(name),
    query: async () => ({ held: [...windows].map((name) => ({ name })) }),
  };
  vi.stubGlobal('navigator', { locks });
  vi.stubGlobal('window', { addEventListener: () => undefined, removeEventListener: () => undefined });
  vi.stubGlobal(
    'EventSource',
    class {
      onmessage: ((event: { data: string }) => void) | null = null;
      constructor() {
        server.streams.add(this);
      }
      close() {
        server.streams.delete(this);
      }
    },
  );
});
afterEach(() => {
  for (const sync of opened.splice(0)) sync.stop();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

/** Lets all waiting and retrying happen. */
const settle = () => vi.advanceTimersByTimeAsync(120_000);
const rename = (id: string, name: string): Change => ({ type: 'edit-fields', id, fields: { name } });

describe('keeping in step', () => {
  it('shows a change at once and sends it', async () => {
    const window = openWindow();
    expect(window.sync.change(rename('n1', 'Ann'))).toBeUndefined();
    expect(window.view.timeline.chart.items['n1']!.fields['name']).toBe('Ann');
    expect(window.view.save).toBe('saving');
    await settle();
    expect(window.view).toMatchObject({ save: 'saved', unsent: 0 });
    expect(server.chart.items['n1']!.fields['name']).toBe('Ann');
  });

  it('keeps the chart the value that it is when told of its own change before the answer', async () => {
    const window = openWindow();
    for (const name of ['Ann', 'Bea']) window.sync.change(rename('n1', name));
    const { chart } = window.view.timeline;
    await settle();
    expect(window.view).toMatchObject({ save: 'saved', unsent: 0 });
    expect(window.view.timeline.chart).toBe(chart);
  });

  it('sends letters typed in a row as one change, one undo step', async () => {
    const window = openWindow();
    for (const name of ['A', 'An', 'Ann']) window.sync.change(rename('n1', name), 'do', 'n1 name');
    await settle();
    expect(server.log.length).toBe(1);
    window.sync.change(window.view.timeline.undo.at(-1)!, 'undo');
    expect(window.view.timeline.chart.items['n1']!.fields['name']).toBe('N1');
    expect(window.view.timeline.redo.length).toBe(1);
  });

  it('keeps work in the browser while the server is away, says so, and hands it to the next window', async () => {
    const window = openWindow();
    server.fails = Array.from({ length: 3 }, () => 'refuse');
    window.sync.change(rename('n1', 'Kept'));
    await vi.advanceTimersByTimeAsync(50);
    expect(window.view).toMatchObject({ save: 'away', unsent: 1 });
    window.sync.stop();
    windows.clear();
    server.fails = [];
    const next = openWindow();
    await settle();
    expect(next.view.timeline.chart.items['n1']!.fields['name']).toBe('Kept');
    expect(server.chart.items['n1']!.fields['name']).toBe('Kept');
    expect(kept.size).toBe(0);
  });

  it.each([true, false])(
    'does not do again what a window left that was closed before the answer, steps known: %s',
    async (knows) => {
      const window = openWindow();
      server.fails = ['lose answer', 'lose answer', 'lose answer'];
      // Nor is it told of it.
      server.streams.clear();
      window.sync.change(rename('n1', 'Done'));
      await vi.advanceTimersByTimeAsync(50);
      expect(server.log.length).toBe(1);
      expect(window.view.unsent).toBe(1);
      window.sync.stop();
      windows.clear();
      server.fails = [];
      const next = openWindow(knows);
      await settle();
      expect(next.view).toMatchObject({ save: 'saved', unsent: 0 });
      expect(server.log.length).toBe(1);
      expect(next.view.timeline.undo.length).toBe(knows ? 1 : 0);
      if (knows) {
        next.sync.change(next.view.timeline.undo.at(-1)!, 'undo');
        await settle();
      }
      expect(server.chart.items['n1']!.fields['name']).toBe(knows ? 'N1' : 'Done');
    },
  );

  it('counts what a person did, not how the chart stands by itself', async () => {
    const own = openWindow();
    server.fails = Array.from({ length: 20 }, () => 'refuse' as const);
    own.sync.change({ type: 'stand', stands: { by: [1] } });
    expect(own.view).toMatchObject({ unsent: 0, save: 'saved' });
    own.sync.change({ type: 'rename', title: 'Away' });
    await vi.waitFor(() => expect(own.view).toMatchObject({ unsent: 1, save: 'away' }));
    expect(own.view.timeline.undo).toHaveLength(1);
    server.fails = [];
    await own.sync.flush();
    await vi.waitFor(() => expect(server.chart).toMatchObject({ title: 'Away', stands: { by: [1] } }));
  });

  it('carries a change out once although its answer was lost', async () => {
    const window = openWindow();
    server.fails = ['lose answer', 'lose answer'];
    window.sync.change({ type: 'add-items', items: [{ id: 'x', parent: 'n0', fields: { name: 'X' } }] });
    await settle();
    expect(server.log.length).toBe(1);
    expect(window.view).toMatchObject({ save: 'saved', unsent: 0 });
  });

  it('leaves out and says what no longer fits what others did', async () => {
    const [a, b] = [openWindow(), openWindow()];
    server.fails = ['refuse'];
    b.sync.change(rename('n1', 'Gone'));
    await vi.advanceTimersByTimeAsync(50);
    a.sync.change({ type: 'remove-branch', id: 'n1' });
    await settle();
    expect(b.said.join()).toContain('no longer fits');
    expect(b.view.timeline.chart).toEqual(server.chart);
    expect(a.view.timeline.chart).toEqual(server.chart);
  });

  it('takes an entry once that a pull and a refusal bring at the same time', async () => {
    const [a, b] = [openWindow(), openWindow()];
    server.fails = ['refuse', 'refuse', 'lose answer'];
    a.sync.change({ type: 'move-in', id: 'n3' });
    a.sync.change({ type: 'move-branch', id: 'n0', parent: null });
    b.sync.change({ type: 'move-out', id: 'n3' });
    await settle();
    for (const { view } of [a, b]) expect(view.timeline.chart).toEqual(server.chart);
  });

  it('takes what others did from what is told, without asking for it', async () => {
    const [a, b] = [openWindow(), openWindow()];
    const asked = vi.fn(server.fetch);
    vi.stubGlobal('fetch', asked);
    a.sync.change(rename('n1', 'Ann'));
    await settle();
    expect(b.view.timeline.chart.items['n1']!.fields['name']).toBe('Ann');
    expect(asked.mock.calls.filter(([, init]) => init?.method === 'GET')).toEqual([]);
  });

  it('stops asking a server that breaks down over a change, says so and keeps the work', async () => {
    const window = openWindow();
    server.fails = Array.from({ length: 50 }, () => 'break');
    window.sync.change(rename('n1', 'Kept'));
    await settle();
    expect(server.fails.length).toBe(46);
    expect(window.said.join()).toContain('kept in this browser');
    expect(window.view).toMatchObject({ save: 'away', unsent: 1 });
    expect(window.view.timeline.chart.items['n1']!.fields['name']).toBe('Kept');
    // The next window tries again.
    window.sync.stop();
    windows.clear();
    server.fails = [];
    openWindow();
    await settle();
    expect(server.chart.items['n1']!.fields['name']).toBe('Kept');
  });

  it('says what is wrong with a change that can not be carried out, and changes nothing', () => {
    const window = openWindow();
    expect(window.sync.change({ type: 'move-branch', id: 'n0', parent: 'n1' })).toContain(
      "can't be moved under itself",
    );
    expect(window.view.timeline.chart).toEqual(garden());
  });

  const node = fc.integer({ min: 0, max: ITEMS - 1 }).map((i) => `n${i}`);
  const act = fc.record({
    who: fc.nat({ max: 1 }),
    wait: fc.constantFrom(0, 0, 30, 700),
    fail: fc.constantFrom(undefined, undefined, 'refuse' as const, 'lose answer' as const),
    change: fc.oneof(
      fc.record({
        type: fc.constant('edit-fields' as const),
        id: node,
        fields: fc.record({ name: fc.string({ maxLength: 3 }) }),
      }),
      fc.record({ type: fc.constant('move-branch' as const), id: node, parent: fc.option(node, { nil: null }) }),
      fc.record({ type: fc.constantFrom('move-in' as const, 'move-out' as const, 'remove-lift' as const), id: node }),
      fc.constant('undo' as const),
    ),
  });
  it('ends the same everywhere, whatever two windows do at once and whatever is lost on the way', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(act, { maxLength: 14 }),
        fc.constantFrom('all' as const, 'nothing' as const),
        async (acts, tells) => {
          server = new Server();
          server.tells = tells;
          vi.stubGlobal('fetch', server.fetch);
          const both = [openWindow(), openWindow()] as const;
          for (const { who, wait, fail, change } of acts) {
            const { sync, view } = both[who]!;
            if (fail) server.fails.push(fail);
            if (change !== 'undo')
              sync.change(change, 'do', 'id' in change ? `${change.type} ${change.id}` : undefined);
            else if (view.timeline.undo.length > 0) sync.change(view.timeline.undo.at(-1)!, 'undo');
            await vi.advanceTimersByTimeAsync(wait);
          }
          await settle();
          server.tell();
          await settle();
          for (const { view, said } of both) {
            expect(said.join()).not.toContain('key was used');
            expect(view).toMatchObject({ save: 'saved', unsent: 0 });
            expect(view.timeline.chart).toEqual(server.chart);
          }
          expect([...treeOf(server.chart.items).tops].length).toBeGreaterThan(
            Object.keys(server.chart.items).length > 0 ? 0 : -1,
          );
          for (const sync of opened.splice(0)) sync.stop();
        },
      ),
      { numRuns: 150 },
    );
  });
});
