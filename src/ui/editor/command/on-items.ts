/** What can be done with items, sets and lines of the list that the words name, without selecting them first. */
import { nanoid } from 'nanoid';
import { apply, asOne, type Change, type Chart, SIDES, setsOf, treeOf } from '../../../core/chart';
import { remembered } from '../../../core/remember';
import { symbolIds, symbols } from '../../../core/symbols';
import { cellText, itemName, kindFor, matterFor, writeCell } from '../../shared/fields';
import { type Action, itemActions, mirror } from '../actions';
import { deliverFile, fileAddress } from '../deliver';
import { lineOf, linesTo, setLine } from '../line-by-hand';
import { renameTo } from '../list/Sets';
import { keepLook } from '../own-styles';
import { pictured } from '../pictures';
import { emphasisedWhole } from '../sheet/emphasis';
import { change, goTo, say, select, useEditor } from '../state/store';
import { words } from '../words';
import type { Entry } from './entry';
import { named } from './score';
import { joinings, keptAs, meant, renamings } from './sentences';

/** As many items are looked at for what can be done with them. */
const MOST = { named: 6, meant: 4 };

const write = (id: string) => useEditor.setState({ selected: id, writeHere: id });

const ALSO: Readonly<Record<string, string>> = {
  [words.sheet.wordsStand]: 'text outside the shape caption',
};

/** Actions that lead to somewhere else, as something is written or made there. */
const LEADS = new Set(['edit', 'note']);

const flat = (actions: readonly Action[], name: string, before?: Action): Entry[] =>
  actions.flatMap((action) =>
    action.of
      ? flat(action.of, name, action)
      : [
          {
            id: `do ${before?.id ?? ''} ${action.id}`,
            label: before ? words.command.value(before.label, action.label) : action.label,
            where: name,
            also: (before && ALSO[before.label]) ?? '',
            done: !LEADS.has(action.id) && before?.id !== 'add',
            ...(action.keys && { keys: action.keys }),
            run: () => action.run?.(),
          },
        ],
  );

/** Changes that write a field of items, each as its kind writes it. */
function written(chart: Chart, id: string, text: string): Change | undefined {
  const done = writeCell(chart, id, 'name', text);
  if ('wrong' in done) say(done.wrong);
  return 'wrong' in done ? undefined : done.change;
}

const EMPHASES = [
  { sign: '*', label: words.command.slanted, also: 'italic slant cursive' },
  { sign: '**', label: words.command.strong, also: 'bold heavy' },
] as const;

/** What the menu at an item has no room for: its picture, its sets, how its name is written, the sides of its line. */
function moreOf(chart: Chart, id: string): Entry[] {
  const where = itemName(chart, id);
  const entry = (key: string, label: string, run: () => void, also = ''): Entry => ({
    part: true,
    id: `more ${key}`,
    label,
    where,
    also,
    done: true,
    run,
  });
  return [
    ...EMPHASES.map(({ sign, label, also }) =>
      entry(
        `emphasis ${sign}`,
        label,
        () => {
          const { chart: now } = useEditor.getState();
          const what = written(now, id, emphasisedWhole(cellText(now, id, 'name'), sign));
          if (what) change(what);
        },
        also,
      ),
    ),
    ...(kindFor(chart.kind).draws.tree && treeOf(chart.items).childrenOf(id).length > 0
      ? [
          entry(
            'only',
            `${words.command.onlyBranch} PDF`,
            () => void deliverFile(fileAddress.branch(id, 'pdf')),
            'part of the chart',
          ),
          entry('mirror', words.command.mirrorBranch, () => mirror(id), 'left right order flip turn round'),
        ]
      : []),
    ...(kindFor(chart.kind).draws.sets
      ? setsOf(chart).map((set) => {
          const within = set.members.includes(id);
          return entry(
            `set ${set.id}`,
            within ? words.command.outOfSet(set.name) : words.command.intoSet(set.name),
            () => void change({ type: 'set-membership', item: id, sets: { [set.id]: !within } }),
          );
        })
      : []),
    ...linesTo(id).flatMap((edge) =>
      SIDES.map((side) =>
        entry(
          `line ${edge.from} ${side}`,
          words.command.value(
            words.arrange.lineFrom(itemName(chart, edge.from)),
            `${words.arrange.lineEnd.to} ${words.arrange.sides[side]}`,
          ),
          () => void setLine(edge, { to: { side, at: lineOf(useEditor.getState().chart, edge).to?.at ?? 0.5 } }),
          'side of the line',
        ),
      ),
    ),
    ...symbolIds.map((symbol) =>
      entry(
        `picture ${symbol}`,
        words.command.value(words.command.picture, symbols[symbol].name),
        () => void change(pictured([id], { symbol })),
        'symbol image',
      ),
    ),
  ];
}

/** What can be done with an item, told apart from the same with another. */
const entriesOf = (chart: Chart, ids: readonly string[]): Entry[] => {
  const id = ids[0]!;
  return [...flat(itemActions(ids, write, write), itemName(chart, id)), ...moreOf(chart, id)].map((entry) => ({
    ...entry,
    id: `${entry.id} @${id}`,
    run: () => {
      if (useEditor.getState().selected !== id) select(id);
      entry.run();
    },
  }));
};

export const selectedEntries = (chart: Chart, ids: readonly string[]): Entry[] =>
  ids.length === 0 ? [] : entriesOf(chart, ids);

/** Asked for with every letter that is typed, by several at once. */
const namesOf = remembered((items: Chart['items']) =>
  Object.values(items).map(({ id, fields }) => ({ id, name: fields['name'] ?? '' })),
);

/** What can be done with items that some of the words name. */
export function namedEntries(chart: Chart, asked: readonly string[], but: readonly string[]): Entry[] {
  return named(namesOf(chart.items), asked, MOST.named)
    .filter(({ id }) => !but.includes(id))
    .flatMap(({ id }) => entriesOf(chart, [id]));
}

/** What a sentence asks for: a set or an item renamed, the look kept. */
export function sentenceEntries(chart: Chart, q: string): Entry[] {
  const where = words.command.where;
  const keep = keptAs(q);
  const items = namesOf(chart.items);
  const sets = kindFor(chart.kind).draws.sets ? setsOf(chart) : [];
  return [
    ...(keep === undefined
      ? []
      : [{ id: 'keep', label: words.command.keepAs(keep), where, done: true, run: () => void keepLook(keep) }]),
    ...renamings(q).flatMap(({ old, fresh }) => [
      ...meant(sets, old, MOST.meant).map((set) => ({
        id: `rename set ${set.id}`,
        label: words.command.rename(set.name, fresh),
        where: words.sets.title,
        done: true,
        run: () => renameTo(set.id, fresh),
      })),
      ...meant(items, old, MOST.meant).map(({ id, name }) => ({
        id: `rename item ${id}`,
        label: words.command.rename(name, fresh),
        where: matterFor(chart).items,
        done: true,
        run: () => {
          const what = written(useEditor.getState().chart, id, fresh);
          if (what && change(what)) goTo(id);
        },
      })),
    ]),
  ];
}

/** A line added somewhere, as a sentence says; whatever else the words find stands before it. */
export function additionEntries(chart: Chart, q: string): Entry[] {
  const items = namesOf(chart.items);
  return joinings(q, kindFor(chart.kind).additions).flatMap(({ way, fresh, at }) =>
    meant(items, at, MOST.meant).map(({ id, name }) => ({
      id: `add ${way.id} ${id}`,
      label: fresh === '' ? `${way.label}: ${way.joint} ${name}` : words.command.join(fresh, way.joint, name),
      where: way.label,
      done: true,
      run: () => {
        const { chart: now } = useEditor.getState();
        const done = way.add(now, id, nanoid(12));
        if (typeof done === 'string') return say(done);
        const added = apply(now, done.change);
        if (!added.ok) return say(added.problem.message);
        // What is written means what it means in the list.
        // Without a name of its own it is written next.
        if (fresh === '') {
          if (change(done.change)) goTo(done.write);
          return undefined;
        }
        const what =
          kindFor(now.kind).typed?.(added.chart, done.write, fresh) ?? written(added.chart, done.write, fresh);
        if (what && change(asOne([done.change, what])) && useEditor.getState().chart.items[done.write])
          goTo(done.write);
      },
    })),
  );
}
