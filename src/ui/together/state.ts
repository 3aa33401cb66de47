/** What people do at one chart together: who is here and where, and their remarks. */
import { nanoid } from 'nanoid';
import { create } from 'zustand';
import type { May } from '../../core/may';
import type { Pin } from '../../core/remarks';
import type { Here } from '../../server/charts/told';
import type { Remark, Answer as RemarkAnswer } from '../../server/remarks';
import { call } from '../shared/api';

export type { Here, Pin, Remark, RemarkAnswer };

export interface TogetherState {
  readonly id: string;
  /** The account; empty for whoever came by a link. */
  readonly account: string;
  readonly may: May;
  /** Undefined until they are here, or where whoever works here is alone. */
  readonly remarks: readonly Remark[] | undefined;
  readonly here: readonly Here[];
  /** Whether remarks are in view beside the picture. */
  readonly open: boolean;
  /** The remark that is lit. */
  readonly chosen: string | null;
  /** What went wrong last. */
  readonly wrong: string;
  /** How often it was said that it was handed in, marked or returned, where it is somebody's work on a task. */
  readonly worked: number;
  /** Whoever works here finds and mentions nobody: a learner. */
  readonly learner: boolean;
  /** The chart is not shared with whoever looks at it any more. */
  readonly gone: boolean;
}

const initial: TogetherState = {
  id: '',
  account: '',
  may: 'look',
  remarks: undefined,
  here: [],
  open: false,
  chosen: null,
  wrong: '',
  worked: 0,
  learner: false,
  gone: false,
};
export const useTogether = create<TogetherState>(() => initial);
const set = useTogether.setState;
const get = useTogether.getState;

/** Names this window among those that are here. */
const WINDOW = nanoid(12);
/** How often a window says that it still is here, and after how long others take it for gone, in milliseconds. */
const SAY_MS = 15_000;
const GONE_MS = 45_000;
/** Whoever walks through a picture is told of where they stop. */
const PAUSE_MS = 250;

let item: string | null = null;
let timer: ReturnType<typeof setTimeout> | undefined;
const seen = new Map<string, { readonly here: Here; readonly at: number }>();

const showHere = () => {
  const now = Date.now();
  for (const [window, { at }] of seen) if (now - at > GONE_MS) seen.delete(window);
  set({ here: [...seen.values()].map(({ here }) => here) });
};

const say = (left = false) =>
  fetch(`/api/charts/${get().id}/here`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ window: WINDOW, item, ...(left && { left }) }),
    // Also while the page goes away.
    keepalive: true,
  }).catch(() => undefined);

/** Says what is selected here. */
export function sayWhere(at: string | null): void {
  if (item === at || get().id === '') return;
  item = at;
  clearTimeout(timer);
  timer = setTimeout(() => void say(), PAUSE_MS);
}

export async function loadRemarks(): Promise<void> {
  const { id } = get();
  const answer = await call<{ remarks: Remark[] }>('GET', `/api/charts/${id}/remarks`);
  if (answer.ok && get().id === id) set({ remarks: answer.value.remarks });
}

/** @returns the function that leaves */
export function beginTogether(
  of: Pick<TogetherState, 'id' | 'account' | 'may'> & { readonly learner?: boolean },
): () => void {
  seen.clear();
  item = null;
  set({ ...initial, ...of });
  void loadRemarks();
  void say();
  const beat = setInterval(() => {
    void say();
    showHere();
  }, SAY_MS);
  const leave = () => void say(true);
  window.addEventListener('pagehide', leave);
  return () => {
    clearInterval(beat);
    clearTimeout(timer);
    window.removeEventListener('pagehide', leave);
    leave();
    set(initial);
  };
}

export interface TogetherNews {
  readonly remarks?: true;
  readonly work?: true;
  readonly here?: Here;
  readonly gone?: true;
  readonly may?: May;
}

/** Takes what the chart's stream tells beside its changes. */
export function hearTogether({ remarks, work, here, gone, may }: TogetherNews): void {
  if (get().id === '') return;
  if (gone) set({ gone: true });
  if (may) set({ may });
  if (work) set({ worked: get().worked + 1 });
  if (remarks) void loadRemarks();
  if (!here || here.window === WINDOW) return;
  if (here.left) seen.delete(here.window);
  else seen.set(here.window, { here, at: Date.now() });
  showHere();
}

/** One call that changes remarks, then all of them anew. @returns whether it was done */
async function act(method: string, path: string, body?: unknown): Promise<{ readonly id: string } | undefined> {
  const answer = await call<{ id: string }>(method, `/api/charts/${get().id}/remarks${path}`, body);
  set({ wrong: answer.ok ? '' : answer.detail });
  await loadRemarks();
  return answer.ok ? (answer.value ?? { id: '' }) : undefined;
}

export interface NewRemark {
  readonly text: string;
  readonly mentions?: readonly string[];
  readonly name?: string;
}
export const addRemark = async (on: Pin, remark: NewRemark): Promise<boolean> => {
  const made = await act('POST', '', { on, ...remark });
  if (made) set({ chosen: made.id });
  return made !== undefined;
};
export const answerRemark = async (answerTo: string, remark: NewRemark): Promise<boolean> =>
  (await act('POST', '', { answerTo, ...remark })) !== undefined;
export const changeRemark = async (id: string, what: { text?: string; settled?: boolean }): Promise<boolean> =>
  (await act('PATCH', `/${id}`, what)) !== undefined;
export const removeRemark = async (id: string): Promise<boolean> => (await act('DELETE', `/${id}`)) !== undefined;

export const openRemarks = (open: boolean) => set({ open });
export const chooseRemark = (chosen: string | null) => set({ chosen, ...(chosen !== null && { open: true }) });

/** Fills on which white words can be read (contrast 4.5 and more), apart from each other and from what is selected. */
const COLOURS = ['#1f6b8f', '#8a4b08', '#3d6b1f', '#8b2f5f', '#4b4a9c', '#9c2f23', '#0f6f62', '#6b5212'];

/** The same somebody always has the same colour. */
export function colourOf(of: string): string {
  let sum = 0;
  for (const letter of of) sum = (sum * 31 + letter.charCodeAt(0)) % 9_973;
  return COLOURS[sum % COLOURS.length]!;
}
