/** Two people at one chart: what the other did is theirs to take back, and who wrote at the same moment is told. */
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { type Change, emptyChart, firstOrders } from '../../../core/chart';
import { type Sync, type SyncView, startSync, type TwoWrote } from './sync';

vi.mock('idb-keyval', () => ({
  createStore: () => undefined,
  set: async () => undefined,
  delMany: async () => undefined,
  entries: async () => [],
}));
vi.mock('../../together/state', () => ({ hearTogether: () => undefined }));

const [order] = firstOrders(1);
const chart = {
  ...emptyChart('org', 'Garden'),
  items: { n: { id: 'n', parent: null, order: order!, fields: { name: 'N' } } },
};
const write = (fields: Record<string, string>): Change => ({ type: 'edit-fields', id: 'n', fields });

let hear: (news: object) => void;
let sent: { base: number; changes: Change[] }[] = [];
let away = false;
let revision = 0;
let sync: Sync;
let view: SyncView;
let said: { text: string; offer?: TwoWrote['offer'] | undefined }[] = [];

beforeEach(() => {
  vi.useFakeTimers();
  [sent, said, away, revision] = [[], [], false, 0];
  vi.stubGlobal('fetch', async (_: string, init: RequestInit = {}) => {
    if (init.method === 'GET') return new Response(JSON.stringify({ changes: [] }));
    if (away) throw new TypeError('no connection');
    sent.push(JSON.parse(init.body as string));
    return new Response(JSON.stringify({ revision: ++revision }));
  });
  const locks = { request: async () => undefined, query: async () => ({ held: [] }) };
  vi.stubGlobal('navigator', { locks });
  vi.stubGlobal('window', { addEventListener: () => undefined, removeEventListener: () => undefined });
  vi.stubGlobal(
    'EventSource',
    class {
      set onmessage(told: (event: { data: string }) => void) {
        hear = (news) => told({ data: JSON.stringify(news) });
      }
      close() {}
    },
  );
  sync = startSync(
    { id: 'c', me: { id: 'me' }, chart, revision: 0, steps: [] },
    (now) => {
      view = now;
    },
    (text, offer) => said.push({ text, offer }),
  );
});
afterEach(() => {
  sync.stop();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const settle = () => vi.advanceTimersByTimeAsync(2_000);
/** What somebody else did, as the server's log has it. @param base the revision that they had seen */
const others = async (change: Change, base: number) => {
  revision++;
  hear({ revision, changes: [{ revision, base, change, origin: 'do', key: `k${revision}`, of: 'maud', by: 'Maud' }] });
  await settle();
};
const nameNow = () => view.timeline.chart.items['n']!.fields['name'];

it('what others do is shown, and is nothing for oneself to undo', async () => {
  await others(write({ name: 'Theirs' }), 0);
  expect(nameNow()).toBe('Theirs');
  expect(view.timeline.undo).toEqual([]);
  sync.change(write({ post: 'Lead' }));
  await settle();
  await others(write({ name: 'Theirs again' }), 2);
  expect(view.timeline.undo).toHaveLength(1);
  sync.change(view.timeline.undo[0]!, 'undo');
  expect(view.timeline.chart.items['n']!.fields).toEqual({ name: 'Theirs again' });
  expect(said).toEqual([]);
});

it('whoever wrote last without knowing has the last word, and is told; theirs is offered', async () => {
  away = true;
  sync.change(write({ name: 'Mine' }));
  await vi.advanceTimersByTimeAsync(50);
  await others(write({ name: 'Theirs' }), 0);
  expect(nameNow()).toBe('Mine');
  expect(said[0]?.text).toContain('Maud wrote "Theirs"');
  expect(said[0]?.offer).toMatchObject({ label: 'Take theirs', change: write({ name: 'Theirs' }) });
  away = false;
  await vi.advanceTimersByTimeAsync(20_000);
  // It says on what it was made, so that the other window can tell.
  expect(sent.at(-1)).toMatchObject({ base: 0, changes: [write({ name: 'Mine' })] });
});

it('whoever was written over without being seen is told too; who wrote after having seen it says nothing', async () => {
  sync.change(write({ name: 'Mine' }));
  await settle();
  await others(write({ name: 'Theirs' }), 0);
  expect(nameNow()).toBe('Theirs');
  expect(said[0]?.text).toContain('over your "Mine"');
  expect(said[0]?.offer).toMatchObject({ label: 'Take mine', change: write({ name: 'Mine' }) });
  said = [];
  sync.change(write({ name: 'Mine again' }));
  await settle();
  await others(write({ name: 'Theirs, knowingly' }), 3);
  await others(write({ post: 'Another field' }), 0);
  expect(said).toEqual([]);
});
