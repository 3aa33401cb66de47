/** Which parts of the work a change is about: what a task may leave open or keep as it is. */
import type { Change, SingleChange } from './changes';

/** The list, how it is arranged, how it looks; what is none of these is not for whoever works on a task. */
export const WORK_PARTS = ['list', 'arrange', 'style'] as const;
export type WorkPart = (typeof WORK_PARTS)[number];
type Touched = WorkPart | 'other' | 'free';

/** Of changes that are about one part only; `free`: nobody minds. */
const OF: Readonly<Partial<Record<SingleChange['type'], Touched>>> = {
  'set-face': 'style',
  settle: 'free',
  stand: 'free',
  'set-enclosures': 'style',
  'set-notes': 'style',
  'set-kind': 'other',
  rename: 'other',
  'set-house': 'style',
  'set-style': 'style',
  'set-role': 'style',
  'set-rules': 'style',
  'set-pictures': 'style',
  'set-page': 'arrange',
  'set-arrangement': 'arrange',
  'set-views': 'other',
  'set-entries': 'other',
  'set-trial': 'other',
};
const OF_ITEM: Readonly<Record<string, WorkPart>> = {
  nudge: 'arrange',
  leaves: 'arrange',
  folded: 'arrange',
  line: 'arrange',
  holds: 'arrange',
  style: 'style',
  tone: 'style',
  face: 'style',
  picture: 'style',
};
const OF_TIER: Readonly<Record<string, WorkPart>> = { leaves: 'arrange', gap: 'arrange', name: 'style', look: 'style' };

const inKeys = (record: object, of: Readonly<Record<string, WorkPart>>): WorkPart[] =>
  Object.keys(record).flatMap((key) => of[key] ?? []);

/** What stands by lines, and comes back with them where they were taken out. */
const BY_LINES: ReadonlySet<string> = new Set(['set-notes', 'set-enclosures']);

function add(change: Change, touched: Set<Touched>): void {
  if (change.type === 'group') {
    const lines = change.changes.some(({ type }) => type === 'add-items');
    for (const one of change.changes) {
      if (lines && BY_LINES.has(one.type)) touched.add('list');
      else add(one, touched);
    }
  } else if (change.type === 'set-item') for (const part of inKeys(change, OF_ITEM)) touched.add(part);
  else if (change.type === 'set-items')
    for (const patch of Object.values(change.items)) for (const part of inKeys(patch, OF_ITEM)) touched.add(part);
  else if (change.type === 'set-tier') for (const part of inKeys(change, OF_TIER)) touched.add(part);
  // All others say what stands in the list.
  else touched.add(OF[change.type] ?? 'list');
}

/** The first part that a change is about and that is not open; undefined where all of it may be done. */
export function closedTo(change: Change, open: readonly WorkPart[]): WorkPart | 'other' | undefined {
  const touched = new Set<Touched>();
  add(change, touched);
  for (const part of touched) if (part !== 'free' && (part === 'other' || !open.includes(part))) return part;
  return undefined;
}
