/** What can be done at an item, at a line or on the empty sheet: one list for the menu, the strip and the command field. */
import { nanoid } from 'nanoid';
import { CAPTION_SIDES, type Change, type Chart, type Face, mirrored, SHAPES, treeOf } from '../../core/chart';
import { faceOf, tierLooks } from '../../core/compose';
import type { SceneEdge } from '../../core/scene';
import { houseFor } from '../../core/style';
import { itemName, kindFor } from '../shared/fields';
import { deliverFile, fileAddress } from './deliver';
import { freeLine, lineOf, setBend, setLine } from './line-by-hand';
import { addAt, moveAlong, moveIn, moveOut, remove } from './list/lines';
import { addNote } from './notes';
import { foldChange } from './sheet/hand';
import { change, openStage, useEditor } from './state/store';
import { words } from './words';

export interface Action {
  readonly id: string;
  readonly label: string;
  /** As it is pressed, such as "Alt B". */
  readonly keys?: string;
  readonly run?: () => void;
  /** A choice of several. */
  readonly of?: readonly Action[];
  readonly colour?: string;
  /** It is so now. */
  readonly on?: boolean;
  /** Goes with those before it no more. */
  readonly apart?: boolean;
}

/** Where something new is written once it is there. */
export type Write = (id: string) => void;

export const additionsAt = (chart: Chart, item: string | null, write: Write): Action[] =>
  kindFor(chart.kind).additions.map((addition) => ({
    id: `add ${addition.id}`,
    label: addition.label,
    keys: words.list.addKey(addition.key),
    run: () => addAt(addition, item, write),
  }));

/** Fills to choose from: those of the tiers, then those of the areas. */
function fillsOf(chart: Chart): string[] {
  const house = houseFor(chart);
  const lookOf = tierLooks(kindFor(chart.kind), chart, house);
  const tiers = [1, 2, 3, 4, 5, 6].map((tier) => lookOf(tier).fill);
  return [...new Set([...tiers, ...[1, 2, 3, 4].map((place) => house.area(place).fill), '#ffffff'])];
}

const styled = (chart: Chart, ids: readonly string[], style: Record<string, unknown>): Change => ({
  type: 'set-items',
  items: Object.fromEntries(
    ids.map((id) => [id, { style: { ...chart.items[id]!.style, ...style }, ...('fill' in style && { tone: null }) }]),
  ),
});

/** The words of items inside their shapes, or on a side of them. */
function wordsPlaced(chart: Chart, ids: readonly string[], tierOf: (id: string) => number, out: Face[number]['out']) {
  const kind = kindFor(chart.kind);
  return {
    type: 'set-items' as const,
    items: Object.fromEntries(
      ids.map((id) => {
        const item = chart.items[id]!;
        const face = faceOf(chart, kind, tierOf(id), item).map(({ out: _, dx: _x, dy: _y, ...line }) => ({
          ...line,
          fields: [...line.fields],
          ...(out && { out }),
        }));
        return [id, { face }];
      }),
    ),
  };
}

/** @param ids what is selected, the first of them at hand */
export function itemActions(ids: readonly string[], write: Write, edit: (id: string) => void): Action[] {
  const { chart, composition } = useEditor.getState();
  const [id] = ids;
  const item = id === undefined ? undefined : chart.items[id];
  if (!item) return [];
  const kind = kindFor(chart.kind);
  const tree = treeOf(chart.items);
  const branch = kind.draws.tree && tree.childrenOf(item.id).length > 0;
  const siblings = tree.childrenOf(item.parent);
  const tierOf = (one: string) => composition?.tierOf[one] ?? 1;
  const leaves = kind.choices.find((choice) => choice.type === 'choice' && choice.perBranch);
  const { sheet } = words;
  const actions: (Action | false | undefined)[] = [
    { id: 'edit', label: sheet.edit, keys: 'Enter', run: () => edit(item.id) },
    { id: 'add', label: sheet.add, of: additionsAt(chart, item.id, write) },
    {
      id: 'move',
      label: sheet.move,
      of: [
        { id: 'before', label: words.list.up, run: () => moveAlong(item.id, -1) },
        { id: 'after', label: words.list.down, run: () => moveAlong(item.id, 1) },
        ...(kind.draws.tree
          ? [
              { id: 'in', label: words.list.moveIn, run: () => void moveIn(item.id) },
              { id: 'out', label: words.list.moveOut, run: () => void moveOut(item.id) },
            ]
          : []),
      ].filter(({ id: way }) => siblings.length > 1 || (way !== 'before' && way !== 'after')),
    },
    branch &&
      kind.byHand && {
        id: 'fold',
        label: item.folded ? words.list.unfold : words.list.fold,
        keys: item.folded ? '+' : '-',
        run: () => {
          const what = foldChange(chart, item.id, !item.folded);
          if (what) change(what);
        },
      },
    branch &&
      leaves?.type === 'choice' && {
        id: 'arrange',
        label: sheet.arrangeBranch,
        of: leaves.options.map(({ value, label }) => ({
          id: value,
          label,
          on: (item.leaves ?? '').split(':')[0] === value,
          run: () => change({ type: 'set-item', id: item.id, leaves: value }),
        })),
      },
    {
      id: 'outside',
      label: sheet.wordsStand,
      apart: true,
      of: [
        {
          id: 'inside',
          label: words.face.inside,
          on: !item.face?.some(({ out }) => out),
          run: () => change(item.face ? setFaceBack(ids) : wordsPlaced(chart, ids, tierOf, undefined)),
        },
        ...CAPTION_SIDES.map((side) => ({
          id: side,
          label: words.face.sides[side],
          on: item.face?.some(({ out }) => out === side) === true,
          run: () => change(wordsPlaced(chart, ids, tierOf, side)),
        })),
      ],
    },
    {
      id: 'shape',
      label: words.style.shape,
      of: SHAPES.map((shape) => ({
        id: shape,
        label: words.style.shapes[shape],
        on: item.style?.shape === shape,
        run: () => change(styled(chart, ids, { shape })),
      })),
    },
    {
      id: 'colour',
      label: sheet.colour,
      of: [
        ...fillsOf(chart).map((fill, i) => ({
          id: fill,
          label: sheet.colourOf(i + 1, fill),
          colour: fill,
          on: item.style?.fill === fill,
          run: () => change(styled(chart, ids, { fill })),
        })),
      ],
    },
    (item.style || item.tone || item.face) && {
      id: 'as-tier',
      label: sheet.asTier,
      run: () =>
        change({
          type: 'set-items',
          items: Object.fromEntries(ids.map((one) => [one, { style: null, tone: null, face: null }])),
        }),
    },
    {
      id: 'enclose',
      label: branch ? words.enclosures.branch(itemName(chart, item.id)) : sheet.enclose,
      apart: true,
      run: () => {
        const around = branch && ids.length === 1 ? { branch: item.id } : { items: [...ids] };
        const place =
          Object.values(chart.enclosures ?? {}).reduce((most, { place: taken = 0 }) => Math.max(most, taken), 0) + 1;
        const name = branch ? item.fields['post'] || itemName(chart, item.id) : '';
        change({ type: 'set-enclosures', put: [{ id: nanoid(10), name, around, form: 'rounded', place }], remove: [] });
      },
    },
    {
      id: 'note',
      label: sheet.noteHere,
      run: () => {
        addNote(nanoid(10), 'note', item.id);
        openStage('style');
      },
    },
    branch &&
      kindFor(chart.kind).draws.tree && {
        id: 'mirror',
        label: words.command.mirrorBranch,
        apart: true,
        run: () => mirror(item.id),
      },
    branch &&
      kindFor(chart.kind).draws.tree && {
        id: 'only',
        label: words.command.onlyBranch,
        of: (['pdf', 'png', 'svg'] as const).map((as) => ({
          id: as,
          label: as.toUpperCase(),
          run: () => void deliverFile(fileAddress.branch(item.id, as)),
        })),
      },
    { id: 'remove', label: words.list.removeLine, keys: 'Delete', apart: true, run: () => remove(item.id, 'line') },
    branch && {
      id: 'remove-branch',
      label: words.list.removeBranch,
      keys: 'Shift Delete',
      run: () => remove(item.id, 'branch'),
    },
  ];
  return actions.filter((action): action is Action => Boolean(action) && (action as Action).of?.length !== 0);
}

/** Exchanges left and right of a branch, or of all: the order of the list follows. */
export function mirror(branch: string | null): void {
  const what = mirrored(useEditor.getState().chart, branch);
  if (what) change(what);
}

const setFaceBack = (ids: readonly string[]): Change => ({
  type: 'set-items',
  items: Object.fromEntries(ids.map((id) => [id, { face: null }])),
});

/** What can be done at a line of the picture. */
export function edgeActions(edge: SceneEdge): Action[] {
  const { chart } = useEditor.getState();
  const line = lineOf(chart, edge);
  const { lineEnds } = words.style;
  const look = (patch: NonNullable<typeof line.look>) => setLine(edge, { look: { ...line.look, ...patch } });
  const ends = (part: 'lineStart' | 'lineEnd'): Action[] =>
    (Object.keys(lineEnds) as (keyof typeof lineEnds)[]).map((end) => ({
      id: end,
      label: lineEnds[end],
      on: line.look?.[part] === end,
      run: () => look({ [part]: end }),
    }));
  return [
    {
      id: 'bend',
      label: words.arrange.addBend,
      run: () => setBend(edge, line.bends?.length ?? 0, { x: 0, y: 0 }, true),
    },
    { id: 'start', label: words.style.lineStart, of: ends('lineStart') },
    { id: 'end', label: words.style.lineEnd, of: ends('lineEnd') },
    {
      id: 'dash',
      label: words.style.lineDash,
      of: (Object.keys(words.style.dashes) as (keyof typeof words.style.dashes)[]).map((lineDash) => ({
        id: lineDash,
        label: words.style.dashes[lineDash],
        on: line.look?.lineDash === lineDash,
        run: () => look({ lineDash }),
      })),
    },
    ...(line.bends || line.from || line.to
      ? [{ id: 'free', label: words.arrange.lineBack, keys: 'Delete', run: () => void freeLine(edge) }]
      : []),
  ];
}

/** What can be done where nothing is. */
export function sheetActions(write: Write, showAll: () => void): Action[] {
  const { chart } = useEditor.getState();
  return [
    { id: 'add', label: words.list.add, run: () => additionsAt(chart, null, write)[0]!.run!() },
    {
      id: 'note',
      label: words.notes.addNote.replace('+ ', ''),
      run: () => {
        addNote(nanoid(10), 'note');
        openStage('style');
      },
    },
    {
      id: 'heading',
      label: words.notes.addHeading.replace('+ ', ''),
      run: () => {
        addNote(nanoid(10), 'heading');
        openStage('style');
      },
    },
    ...(kindFor(chart.kind).draws.tree ? [{ id: 'mirror', label: words.command.mirror, run: () => mirror(null) }] : []),
    { id: 'all', label: words.sheet.whole.page, apart: true, run: showAll },
  ];
}
