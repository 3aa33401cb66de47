/** The editor's state. The chart is changed by changes only; all else here is how it is looked at. */
import { useMemo } from 'react';
import { create } from 'zustand';
import {
  apply,
  type Change,
  type Chart,
  emptyChart,
  type LookPatch,
  type Stands,
  type View,
} from '../../../core/chart';
import type { Shown } from '../../../workers/shown';
import type { AtWork } from '../../class/at-work';
import type { Before, SaveState, Sync, SyncView } from './sync';

export const STAGES = ['list', 'arrange', 'style', 'check', 'deliver', 'views', 'trial', 'history'] as const;
export type Stage = (typeof STAGES)[number];

/** The stages that whoever works here has: of a task those that it leaves open, and checking what was made. */
export const stagesFor = (me: Me | null): readonly Stage[] =>
  STAGES.filter((stage) => !me?.at || stage === 'check' || (me.at.parts as readonly Stage[]).includes(stage));

/** What a newer list would do to an item. */
export type Mark = 'joined' | 'left' | 'moved' | 'renamed' | 'changed';

/** A wish to have the keyboard in a line of the list: in a field, or on the line as a whole. */
export interface FocusWish {
  readonly item: string;
  readonly field: string | null;
  readonly caret: 'start' | 'end';
}

export type ListView = 'outline' | 'table';

export interface Message {
  readonly text: string;
  readonly undo: boolean;
  /** Something else to do about it. */
  readonly offer?: { readonly label: string; readonly change: Change } | undefined;
}

/** Who works here, where people have accounts. */
export interface Me {
  readonly id: string;
  readonly name: string;
  /** The chart is theirs: they share it. */
  readonly owns: boolean;
  /** It is a learner's work on a task. */
  readonly at?: AtWork | undefined;
}

/** Another chart in place of the one that is worked on, to be looked at: a moment, or two compared. */
export interface Beside {
  readonly chart: Chart;
  readonly said: string;
}

/** A view that is open: the chart as it has it, how it is told to who draws, and where changes go. */
export interface OpenView {
  readonly chart: Chart;
  readonly view: View;
  readonly through: (what: Change) => Change;
}

export interface EditorState {
  readonly id: string;
  /** Null where whoever works here is alone. */
  readonly me: Me | null;
  /** With a view open as that has it; its list is always the whole one. */
  readonly chart: Chart;
  /** The open view, without how it is drawn: that is in the chart. */
  readonly view: View | null;
  readonly beside: Beside | null;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly save: SaveState;
  readonly unsent: number;
  readonly savedAt: Date | null;
  /** The chart as it is. */
  readonly composition: Shown | null;
  /** The chart with what is tried out, for the sheet only: lists of problems must not move under the pointer. */
  readonly tried: Shown | null;
  /** Tried on hover or focus, shown on the sheet only. */
  readonly preview: Change | null;
  readonly stage: Stage;
  readonly selected: string | null;
  /** The selected line of the picture, by its key; no item is selected then. */
  readonly edge: string | null;
  /** Lines selected together, in list order, the selected one among them; empty where it is one at the most. */
  readonly chosen: readonly string[];
  /** Lines whose branches are folded away in the list. */
  readonly folded: ReadonlySet<string>;
  readonly listView: ListView;
  /** Whether the stage's panel is in view. */
  readonly panel: boolean;
  /** Items marked on the sheet and in the list. */
  readonly marks: Readonly<Record<string, Mark>>;
  readonly openTier: number | null;
  readonly litTier: number | null;
  /** The selected item, where the way from it up to the top is lit. */
  readonly way: string | null;
  readonly focusWish: FocusWish | null;
  /** A look that was picked up: items that are clicked get it. */
  readonly taken: LookPatch | null;
  /** A note whose words are to be written. */
  readonly openNote: string | null;
  /** What of the help is open: the command field, the keys of the screen, the guide. */
  readonly help: 'command' | 'keys' | 'guide' | null;
  /** An item whose words are to be written on the sheet. */
  readonly writeHere: string | null;
  /** Said once, in a strip at the foot, with a way to take it back where that makes sense. */
  readonly message: Message | null;
}

const initial: EditorState = {
  id: '',
  me: null,
  chart: emptyChart('', '-'),
  view: null,
  beside: null,
  canUndo: false,
  canRedo: false,
  save: 'saved',
  unsent: 0,
  savedAt: null,
  composition: null,
  tried: null,
  preview: null,
  stage: 'list',
  selected: null,
  edge: null,
  chosen: [],
  folded: new Set(),
  listView: 'outline',
  panel: true,
  marks: {},
  openTier: null,
  litTier: null,
  way: null,
  focusWish: null,
  taken: null,
  openNote: null,
  help: null,
  writeHere: null,
  message: null,
};

export const useEditor = create<EditorState>(() => initial);
const set = useEditor.setState;
const get = useEditor.getState;

let sync: Sync | undefined;
let lens: ((chart: Chart) => OpenView | null) | null = null;
let seen: OpenView | null = null;
/** The chart without any view. */
let whole: Chart = initial.chart;
const through = (chart: Chart): Pick<EditorState, 'chart' | 'view'> => {
  whole = chart;
  seen = lens?.(chart) ?? null;
  if (!seen) lens = null;
  return { chart: seen?.chart ?? chart, view: seen?.view ?? null };
};

/** Opens a view, or none. @param as finds it in a chart, also once that was changed; null where it is gone */
export function lookThrough(as: typeof lens): void {
  lens = as;
  set({ ...through(whole), preview: null, tried: null });
}
export const wholeChart = (): Chart => whole;
/** Shows another chart in place of the one that is worked on. */
export const showBeside = (beside: Beside | null) => set({ beside });

let steps: { readonly undo: readonly Change[]; readonly redo: readonly Change[] } = { undo: [], redo: [] };

/** Opens a chart: state starts anew and follows what `start` shows. @returns the function that leaves it */
export function connect(
  start: (show: (view: SyncView) => void, say: (text: string, offer?: Message['offer']) => void) => Sync,
  { id, chart, me }: Pick<EditorState, 'id' | 'chart' | 'me'>,
): () => void {
  lens = null;
  set({ ...initial, id, ...through(chart), me, stage: stagesFor(me)[0]! });
  const show = ({ timeline, ...view }: SyncView) => {
    steps = timeline;
    const { selected, chosen } = get();
    const left = chosen.filter((id) => timeline.chart.items[id]);
    set({
      ...through(timeline.chart),
      canUndo: timeline.undo.length > 0,
      canRedo: timeline.redo.length > 0,
      selected: selected !== null && timeline.chart.items[selected] ? selected : null,
      ...(left.length !== chosen.length && { chosen: left.length > 1 ? left : [] }),
      ...view,
    });
  };
  sync = start(show, (text, offer) => set({ message: { text, undo: false, offer } }));
  return () => sync?.stop();
}

/** Says something in the strip at the foot. */
export const say = (text: string, undo = false) => set({ message: { text, undo } });
export const unsay = () => set({ message: null });

let guard: ((what: Change) => string | undefined) | undefined;
/** Changes that it says something of are not carried out: a task may leave parts of a chart as they are. */
export const guardChanges = (by: typeof guard): void => {
  guard = by;
};

/**
 * Carries out a change; says why where it can't be.
 * @param mergeAs changes in a row with the same name, such as letters typed into one field, are one undo step
 * @param before a save point is made before it, called by what it is
 */
export function change(what: Change, mergeAs?: string, before?: Before): boolean {
  const own = seen?.through(what) ?? what;
  const problem = guard?.(what) ?? sync?.change(own, 'do', own === what ? mergeAs : undefined, before);
  // What was said last is about something earlier now, and so would be its way back.
  set(
    problem === undefined ? { preview: null, tried: null, message: null } : { message: { text: problem, undo: false } },
  );
  return problem === undefined;
}

/** Keeps how a chart stands by itself with it; never an undo step, and nothing that is said. */
export function keepStands(stands: Stands): void {
  sync?.change({ type: 'stand', stands });
}

function step(origin: 'undo' | 'redo') {
  const what = steps[origin].at(-1);
  if (!what) return;
  const problem = sync?.change(what, origin);
  if (problem !== undefined) say(`This can't be ${origin === 'undo' ? 'undone' : 'done again'} any more: ${problem}`);
  else unsay();
}
export const undo = () => step('undo');
export const redo = () => step('redo');

/** Sends what is left, before a file is asked of the server. */
export const flush = (): Promise<boolean> => sync?.flush() ?? Promise.resolve(true);

export const select = (item: string | null) =>
  set({
    selected: item,
    edge: null,
    way: get().way === item ? item : null,
    ...(get().chosen.length > 0 && { chosen: [] }),
  });
/** Selects a line of the picture. */
export const selectEdge = (edge: string | null) => set({ edge, selected: null, way: null, chosen: [] });
/** Goes to an item and lights the way from it up to the top. */
export const goTo = (item: string) => {
  select(item);
  set({ way: item });
};
/** Several lines at once; `item` is the one the keyboard is at. */
export const choose = (chosen: readonly string[], item: string) =>
  set({ selected: item, edge: null, chosen: chosen.length > 1 ? chosen : [] });
/** The lines that work on "what is selected" is for. */
export const selection = ({ selected, chosen }: Pick<EditorState, 'selected' | 'chosen'>): readonly string[] =>
  chosen.length > 0 ? chosen : selected === null ? [] : [selected];
/** The same, for a part of the screen that follows it. */
export function useSelection(): readonly string[] {
  const selected = useEditor((state) => state.selected);
  const chosen = useEditor((state) => state.chosen);
  return useMemo(() => selection({ selected, chosen }), [selected, chosen]);
}
export const fold = (folded: ReadonlySet<string>) => set({ folded });
export const showList = (listView: ListView) => set({ listView });
export const mark = (marks: EditorState['marks']) => set({ marks });
export const noteOpened = (openNote: string | null) => set({ openNote });
export const takeLook = (taken: LookPatch | null) => set({ taken });
export const openPanel = (panel: boolean) => set({ panel });
export const openStage = (stage: Stage) =>
  stagesFor(get().me).includes(stage) &&
  set({ stage, panel: true, preview: null, tried: null, marks: {}, taken: null });
export const openTier = (tier: number | null) => {
  if (stagesFor(get().me).includes('style')) set({ openTier: tier, stage: 'style', panel: true });
};
export const light = (tier: number | null) => set({ litTier: tier });
export const tryOut = (what: Change | null) => set(what === null ? { preview: null, tried: null } : { preview: what });
export const focusLine = (item: string, field = 'name', caret: FocusWish['caret'] = 'end') =>
  set({
    selected: item,
    edge: null,
    focusWish: { item, field, caret },
    ...(get().chosen.length > 0 && { chosen: [] }),
  });
/** The keyboard on a line as a whole. */
export const focusRow = (item: string) =>
  set({ selected: item, edge: null, focusWish: { item, field: null, caret: 'end' } });
export const focusDone = () => set({ focusWish: null });
/** What the sheet shows. */
export const shown = ({ composition, tried }: EditorState): Shown | null => tried ?? composition;

/** Something to compose: the chart, or the chart with what is tried out on top; as the open view shows it. */
export interface Wanted {
  readonly view: View | null;
  readonly chart: Chart;
  readonly preview: Change | null;
}

export function wanted({ chart, preview, view }: EditorState): Wanted {
  const tried = preview && apply(chart, preview);
  return tried?.ok ? { chart: tried.chart, preview, view } : { chart, preview: null, view };
}

/** Takes a composition; one of something that is tried no more comes too late. */
export function showComposition({ preview }: Wanted, result: Shown): void {
  if (preview === null) set({ composition: result });
  else if (get().preview === preview) set({ tried: result });
}
