/** What is arranged or styled while a view is open is set in that view; what is written is written in the one list. */
import type { Change, Chart, SingleChange, View } from '../chart';

const merged = <T extends object>(record: T | undefined, patch: object): T | undefined => {
  const next = new Map<string, unknown>(Object.entries(record ?? {}));
  for (const [key, value] of Object.entries(patch)) if (value !== undefined) next.set(key, value);
  return next.size > 0 ? (Object.fromEntries(next) as T) : undefined;
};
/** A record with some keys gone, or none where all are. */
const without = <T extends object>(record: T | undefined, key: string): T | undefined => {
  const left = Object.entries(record ?? {}).filter(([own]) => own !== key);
  return left.length > 0 ? (Object.fromEntries(left) as T) : undefined;
};

type ItemPatch = Omit<Extract<SingleChange, { type: 'set-item' }>, 'type' | 'id'>;

/** A view with what is set on an item there; undefined where some of it is of the list, such as a picture. */
function withItem(chart: Chart, view: View, id: string, patch: ItemPatch): View | undefined {
  const { folded, style, leaves, nudge, ...rest } = patch;
  if (Object.keys(rest).length > 0) return undefined;
  let next = view;
  if (folded !== undefined)
    next = { ...next, shows: { ...next.shows, folded: merged(next.shows.folded, { [id]: folded === true })! } };
  let own = next.exceptions?.[id];
  if (style !== undefined) {
    // What the item has in the whole chart is not said again.
    const whole: Readonly<Record<string, unknown>> = chart.items[id]?.style ?? {};
    const differs = Object.fromEntries(Object.entries(style ?? {}).filter(([key, value]) => whole[key] !== value));
    own = Object.keys(differs).length > 0 ? merged(own, { style: differs }) : without(own, 'style');
  }
  if (leaves !== undefined) own = leaves === null ? without(own, 'leaves') : merged(own, { leaves });
  if (nudge !== undefined) own = nudge === null ? without(own, 'nudge') : merged(own, { nudge });
  if (own === next.exceptions?.[id]) return next;
  return patchedView(next, {
    exceptions: own ? merged(next.exceptions, { [id]: own }) : without(next.exceptions, id),
  });
}

/**
 * A view with a change taken on, where it is one of how things are drawn; undefined where it is one of the list.
 * What is set back to how it would be by itself is set back to how the chart has it.
 */
function taken(chart: Chart, view: View, change: SingleChange): View | undefined {
  switch (change.type) {
    case 'set-arrangement': {
      let arrangement = view.arrangement;
      for (const [key, value] of Object.entries(change.arrangement))
        arrangement = value === null ? without(arrangement, key) : merged(arrangement, { [key]: value });
      return patchedView(view, { arrangement });
    }
    case 'set-page': {
      let page = view.page as Record<string, unknown> | undefined;
      for (const [key, value] of Object.entries(change.page))
        page = value === null ? without(page, key) : merged(page, { [key]: value });
      return patchedView(view, { page: page as View['page'] });
    }
    case 'rename':
      return patchedView(view, { title: change.title });
    case 'set-house':
      // A colour or font of one's own is the chart's.
      return change.brand === undefined && change.font === undefined
        ? patchedView(view, { house: change.house })
        : undefined;
    case 'set-face':
      return change.tier === undefined ? patchedView(view, { face: change.face ?? undefined }) : undefined;
    case 'set-item': {
      const { type: _, id, ...patch } = change;
      return withItem(chart, view, id, patch);
    }
    case 'set-items': {
      let next: View | undefined = view;
      for (const [id, patch] of Object.entries(change.items)) next = next && withItem(chart, next, id, patch);
      return next;
    }
    default:
      return undefined;
  }
}

/** A view with some of its keys set, or gone where they are undefined. */
export function patchedView(view: View, patch: { readonly [K in keyof View]?: View[K] | undefined }): View {
  const next = new Map<string, unknown>(Object.entries(view));
  for (const [key, value] of Object.entries(patch)) {
    if (value === undefined) next.delete(key);
    else next.set(key, value);
  }
  return Object.fromEntries(next) as View;
}

/** A change made while a view is open. */
export function forView(chart: Chart, view: View, change: Change): Change {
  const rest: Change[] = [];
  let at = view;
  const take = (one: Change) => {
    if (one.type === 'group') {
      for (const part of one.changes) take(part);
      return;
    }
    const next = taken(chart, at, one);
    if (next) at = next;
    else rest.push(one);
  };
  take(change);
  if (at === view) return change;
  const own: Change = { type: 'set-views', put: [at], remove: [] };
  return rest.length === 0 ? own : { type: 'group', changes: [...rest, own] };
}
