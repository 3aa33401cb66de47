/** Carrying out changes: the only way a chart value becomes another. */
import { type Applied, fail, patched, unknown, unpatch } from './applied';
import { setEntries } from './apply-entries';
import { addItems, editLines, moveBranch, moveIn, moveOut, placeLines } from './apply-lines';
import { removeBranch, removeLift, removeLines } from './apply-removals';
import { orNone, replaced, setFace, setItem, setItems, setMembership, setTier, settle, sorted } from './apply-rest';
import type { Change } from './changes';
import type { Chart } from './model';
import { VIEW_LIMIT } from './view';

const tooMany = (what: string) => fail('too-many', `A chart holds at most ${what}.`);

function group(chart: Chart, changes: readonly Change[]): Applied {
  const inverse: Change[] = [];
  let at = chart;
  for (const change of changes) {
    const applied = apply(at, change);
    if (!applied.ok) return applied;
    at = applied.chart;
    inverse.push(applied.inverse);
  }
  return { ok: true, chart: at, inverse: { type: 'group', changes: inverse.reverse() } };
}

/**
 * Carries out one change.
 * @returns the new chart and the change that restores the very same value; or, where the change can't be carried out,
 * the problem. The given chart is never altered.
 */
export function apply(chart: Chart, change: Change): Applied {
  switch (change.type) {
    case 'group':
      return group(chart, change.changes);
    case 'add-items':
      return addItems(chart, change);
    case 'edit-fields': {
      const item = chart.items[change.id];
      if (!item) return unknown(change.id);
      const fields = patched(item.fields, change.fields);
      return {
        ok: true,
        chart: { ...chart, items: { ...chart.items, [item.id]: { ...item, fields } } },
        inverse: { type: 'edit-fields', id: item.id, fields: unpatch(item.fields, change.fields) },
      };
    }
    case 'edit-lines':
      return editLines(chart, change);
    case 'place-lines':
      return placeLines(chart, change);
    case 'remove-lines':
      return removeLines(chart, change.ids);
    case 'set-columns': {
      const columns = patched(chart.columns ?? {}, change.columns);
      return {
        ok: true,
        chart: patched(chart, { columns: orNone(columns) }),
        inverse: { type: 'set-columns', columns: unpatch(chart.columns ?? {}, change.columns) },
      };
    }
    case 'set-face':
      return setFace(chart, change);
    case 'settle':
      return settle(chart, change);
    case 'set-answers':
      return {
        ok: true,
        chart: patched(chart, { answers: orNone(patched(chart.answers ?? {}, change.answers)) }),
        inverse: { type: 'set-answers', answers: unpatch(chart.answers ?? {}, change.answers) },
      };
    case 'set-listed':
      return {
        ok: true,
        chart: patched(chart, { listed: change.day }),
        inverse: { type: 'set-listed', day: chart.listed ?? null },
      };
    case 'move-branch':
      return moveBranch(chart, change);
    case 'move-in':
      return moveIn(chart, change.id);
    case 'move-out':
      return moveOut(chart, change.id);
    case 'remove-branch':
      return removeBranch(chart, change.id);
    case 'remove-lift':
      return removeLift(chart, change.id);
    case 'set-item':
      return setItem(chart, change);
    case 'set-items':
      return setItems(chart, change);
    case 'set-links': {
      const missing = change.put.flatMap(({ from, to }) => [from, to]).find((id) => !chart.items[id]);
      if (missing !== undefined) return unknown(missing);
      const { record, back } = replaced(chart.links, change);
      return { ok: true, chart: { ...chart, links: record }, inverse: { type: 'set-links', ...back } };
    }
    case 'set-sets': {
      const put = change.put.map(sorted);
      const missing = put.flatMap(({ members }) => members).find((id) => !chart.items[id]);
      if (missing !== undefined) return unknown(missing);
      const { record, back } = replaced(chart.sets, { put, remove: change.remove });
      return { ok: true, chart: { ...chart, sets: record }, inverse: { type: 'set-sets', ...back } };
    }
    case 'set-enclosures': {
      const { record, back } = replaced(chart.enclosures ?? {}, change);
      return {
        ok: true,
        chart: patched(chart, { enclosures: orNone(record) }),
        inverse: { type: 'set-enclosures', ...back },
      };
    }
    case 'set-notes': {
      const { record, back } = replaced(chart.notes, change);
      return { ok: true, chart: { ...chart, notes: record }, inverse: { type: 'set-notes', ...back } };
    }
    case 'set-views': {
      const { record, back } = replaced(chart.views ?? {}, change);
      if (Object.keys(record).length > VIEW_LIMIT) return tooMany(`${VIEW_LIMIT} views`);
      return { ok: true, chart: patched(chart, { views: orNone(record) }), inverse: { type: 'set-views', ...back } };
    }
    case 'set-entries':
      return setEntries(chart, change);
    case 'set-trial':
      return {
        ok: true,
        chart: patched(chart, { trial: change.trial }),
        inverse: { type: 'set-trial', trial: chart.trial ?? null },
      };
    case 'set-membership':
      return setMembership(chart, change);
    case 'set-kind':
      return {
        ok: true,
        chart: { ...chart, kind: change.kind },
        inverse: { type: 'set-kind', kind: chart.kind },
      };
    case 'set-description':
      return {
        ok: true,
        chart: patched(chart, { description: change.description }),
        inverse: { type: 'set-description', description: chart.description ?? null },
      };
    case 'set-matter':
      return {
        ok: true,
        chart: patched(chart, { matter: change.matter }),
        inverse: { type: 'set-matter', matter: chart.matter ?? null },
      };
    case 'set-language':
      return {
        ok: true,
        chart: patched(chart, { language: change.language }),
        inverse: { type: 'set-language', language: chart.language ?? null },
      };
    case 'set-name-order':
      return {
        ok: true,
        chart: patched(chart, { nameOrder: change.nameOrder }),
        inverse: { type: 'set-name-order', nameOrder: chart.nameOrder ?? null },
      };
    case 'rename':
      return { ok: true, chart: { ...chart, title: change.title }, inverse: { type: 'rename', title: chart.title } };
    case 'set-tier':
      return setTier(chart, change);
    case 'set-house': {
      const { type, ...patch } = change;
      const inverse = { type, house: chart.house, ...unpatch(chart, patch) };
      return { ok: true, chart: patched(chart, patch), inverse };
    }
    case 'set-rules':
      return {
        ok: true,
        chart: patched(chart, { rules: change.rules?.length ? change.rules : null }),
        inverse: { type: 'set-rules', rules: chart.rules ?? null },
      };
    case 'set-role':
      return {
        ok: true,
        chart: patched(chart, { roles: orNone(patched(chart.roles ?? {}, { [change.role]: change.look })) }),
        inverse: { type: 'set-role', role: change.role, look: chart.roles?.[change.role] ?? null },
      };
    case 'set-style':
      return {
        ok: true,
        chart: patched(chart, { style: change.style }),
        inverse: { type: 'set-style', style: chart.style ?? null },
      };
    case 'set-pictures':
      return {
        ok: true,
        chart: patched(chart, { pictures: change.pictures }),
        inverse: { type: 'set-pictures', pictures: chart.pictures ?? null },
      };
    case 'stand':
      return {
        ok: true,
        chart: patched(chart, { stands: change.stands }),
        inverse: { type: 'stand', stands: chart.stands ?? null },
      };
    case 'carry': {
      const before = chart.carried ?? {};
      const gone = Object.keys(change.put).filter((key) => before[key] === undefined);
      const changed = [...Object.keys(change.put), ...change.remove].filter((key) => before[key] !== undefined);
      const carried = { ...before, ...change.put };
      for (const key of change.remove) delete carried[key];
      return {
        ok: true,
        chart: patched(chart, { carried: orNone(carried) }),
        inverse: {
          type: 'carry',
          put: Object.fromEntries(changed.map((key) => [key, before[key]!])),
          remove: gone,
        },
      };
    }
    case 'set-page': {
      const page = patched(chart.page, change.page);
      return {
        ok: true,
        chart: { ...chart, page },
        inverse: { type: 'set-page', page: unpatch(chart.page, change.page) },
      };
    }
    case 'set-arrangement':
      return {
        ok: true,
        chart: { ...chart, arrangement: patched(chart.arrangement, change.arrangement) },
        inverse: { type: 'set-arrangement', arrangement: unpatch(chart.arrangement, change.arrangement) },
      };
  }
}
