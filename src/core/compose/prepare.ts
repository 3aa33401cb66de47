/** The first half of the pipeline: all that an arrangement starts from, and where its picture comes to stand. */
import { type Chart, type Look, setsOf } from '../chart';
import { definedOf } from '../defined';
import { type ArrangeInput, type KindDrawn, kindDrawn, kindsDrawn, type Structure } from '../kinds';
import { boundByArea, largestScale, wantedSize } from '../layout';
import { once } from '../remember';
import { finish, type Steps } from '../steps';
import { between, type House, houseOnPage, isClear, itemLook, tiersBefore } from '../style';
import { type Fonts, inLanguage } from '../text';
import { withRoom } from './captions';
import { type Dressed, dressed, type Sized } from './dress';
import { enclosedOf } from './enclosed';
import { heldOf, withHeld } from './held';
import { setWordsIn } from './measure';
import { type KeyEntry, pictureRoom } from './page';
import { smallestSet } from './place';
import { ruleEntries } from './ruled';
import { keptTo, type Settled, settledByTrying } from './settle';
import { shownOf } from './stands';
import { isUpright } from './upright';
import { alike, FULL } from './widths';

/** What the key of a chart explains: its tiers and sets, what rules say, and the lines that are not those of the tree. */
function keyOf(
  kind: KindDrawn,
  chart: Chart,
  structure: Structure,
  names: readonly string[],
  lookOf: (tier: number) => Look,
  house: House,
): KeyEntry[] {
  const [, ...roles] = kind.draws.roles;
  const second = roles.filter((role) => Object.values(chart.links).some((link) => link.role === role));
  return [
    ...names
      .map((name, i) => ({ name, box: lookOf(i + 1) }))
      // Of plain words there is nothing to explain.
      .filter(({ box }) => !isClear(box) || box.edgeWidth > 0),
    ...(kind.draws.sets ? setsOf(chart) : []).map(({ id, name }, i) => {
      const { fill, opacity, ...edge } = house.area(i + 1);
      return { name, set: id, box: { ...edge, fill: between(house.sheet, fill, opacity), shape: 'ellipse' as const } };
    }),
    ...ruleEntries(kind, chart, structure).map(({ name, look }) => ({
      name,
      box: itemLook(lookOf(names.length), undefined, [look], {}),
    })),
    ...second.map((role) => ({
      name: role.replaceAll('-', ' '),
      line: { ...lookOf(1), lineDash: 'dashed' as const, ...definedOf(chart.roles?.[role] ?? {}) },
    })),
  ];
}

function tierNames(kind: KindDrawn, chart: Chart, structure: Structure): string[] {
  return Array.from(
    { length: structure.tiers },
    (_, i) => chart.tiers[String(i + 1)]?.name || kind.tierName(chart, structure, i + 1 + tiersBefore(chart)),
  );
}

export interface Prepared extends Sized, Pick<Dressed, 'looks' | 'lookOf' | 'worded'> {
  /** The whole chart; that of `input` is without what containers hold. */
  readonly chart: Chart;
  readonly kind: KindDrawn;
  readonly house: House;
  readonly structure: Structure;
  readonly names: readonly string[];
  readonly key: readonly KeyEntry[];
  readonly input: ArrangeInput;
  /** What was found for what the chart leaves to itself; undefined where there is nothing to find. */
  readonly settled: Settled | undefined;
}

/** The closest that boxes come to stand, in points. */
const LEAST_GAP = 4;
/** Words stand closer to the edges of their boxes only where the whole then prints this much larger. */
const CLEARLY = 1.02;
/** Where that is shown, or is not, it stays so up to this much. */
const STAYING = 1.05;

export interface PrepareOptions {
  /** Not settled: widths, gaps and branches as they are set. For who searches by itself. */
  readonly asIs?: boolean;
  /** Not searched for, but kept to; new lines are set as others of their tier are. */
  readonly settled?: Settled | undefined;
}

/** Names of a chart, by which the language of its signs is told. */
function* namesIn({ items }: Chart): Generator<string> {
  for (const id in items) yield items[id]!.fields['name'] ?? '';
}

/** A chart of a kind that is not known here is taken as the first kind; callers that must not check `kindDrawn` first. */
export const prepare = (chart: Chart, fonts: Fonts, options: PrepareOptions = {}): Prepared =>
  finish(preparing(chart, fonts, options));

/** The same in steps, between which it can be given up. */
export function* preparing(
  chart: Chart,
  anyFonts: Fonts,
  { asIs = false, settled: kept }: PrepareOptions = {},
): Steps<Prepared> {
  const fonts = inLanguage(anyFonts, chart.language, () => namesIn(chart));
  const kind = kindDrawn(chart.kind) ?? kindsDrawn[0]!;
  const house = houseOnPage(chart);
  const held = heldOf(chart, kind);
  const outer = held?.outer ?? chart;
  const outside = kind.structure(outer);
  const structure = held ? withHeld(outside, held, chart) : outside;
  const names = tierNames(kind, chart, structure);
  const undressed = { chart, kind, house, structure, sideways: !isUpright(kind, chart), held };
  const [loose, snug] = [false, true].map((closer) => once(() => dressed(undressed, fonts, closer))) as [Once, Once];
  const key = chart.page.key ? keyOf(kind, chart, structure, names, (tier) => loose().lookOf(tier), house) : [];
  const enclosed = enclosedOf(chart, structure);
  const pageRoom = pictureRoom(chart, names, key, fonts);
  const inputWith = ({ lookOf }: Dressed, { sizes, room }: Pick<Sized, 'sizes' | 'room'>): ArrangeInput => ({
    chart: outer,
    structure: outside,
    sizes: withRoom(sizes, room),
    lookOf,
    enclosed,
    room: pageRoom,
    setWords: (text, most, style) => setWordsIn(fonts, text, most, style, chart.font),
  });
  const preparedAs = (dressed: Dressed, settled: Settled | undefined): Prepared => {
    const own = (settled && dressed.sizedAt(settled.by)) ?? dressed.full;
    const input = inputWith(dressed, own);
    const arrangement = { ...settled?.lengths, ...outer.arrangement, ...settled?.choices };
    const { worded, looks, lookOf } = dressed;
    return {
      chart,
      kind,
      house,
      structure,
      names,
      looks,
      lookOf,
      worded,
      key,
      ...own,
      input: settled ? { ...input, chart: { ...outer, arrangement }, settled: settled.tree } : input,
      settled,
    };
  };
  if (kept && kept.order.length > 0) return preparedAs(kept.snug ? snug() : loose(), keptTo(kept, outside));
  if (asIs || !pageRoom) return preparedAs(loose(), undefined);

  const wanted = wantedSize(chart.page);
  const { stands } = chart;
  const settledIn = function* (dressed: Dressed, isShown: boolean): Steps<Settled | undefined> {
    const { order } = outside;
    const smallest = smallestSet(dressed.full);
    if (!kind.settle)
      return yield* settledByTrying(
        preparedAs(dressed, undefined),
        dressed.widths.map((part) => (part === 1 ? FULL : alike(part, outside.tiers))),
        (tried) => dressed.sizedAt(tried.by) && preparedAs(dressed, { ...tried, order, prints: 0, even: 0 }),
        fonts,
        isShown ? stands : undefined,
      );
    const found =
      smallest === null
        ? undefined
        : yield* kind.settle({
            widths: dressed.widths,
            at: (by) => {
              const own = dressed.sizedAt(by);
              return own && { ...inputWith(dressed, own), room: pageRoom };
            },
            smallest,
            most: largestScale(chart.page),
            wanted,
            shown: isShown ? shownOf(stands!, outside) : undefined,
          });
    return found && { ...found, order };
  };
  // Where the area of the boxes alone says that the wanted size is out of reach, only the closer ones are tried.
  const { full, isFixed } = loose();
  const bound = boundByArea([...full.sizes.values()], pageRoom, LEAST_GAP) * (smallestSet(full) ?? 0);
  const isSnug = stands?.snug === true;
  const found = isFixed || bound >= wanted ? yield* settledIn(loose(), stands !== undefined && !isSnug) : undefined;
  if (isFixed || (found && found.prints >= wanted * (isSnug ? STAYING : 1))) return preparedAs(loose(), found);
  const closer = yield* settledIn(snug(), isSnug);
  const clearly = stands === undefined ? CLEARLY : isSnug ? 1 / STAYING : STAYING;
  return closer && (!found || closer.prints > found.prints * clearly)
    ? preparedAs(snug(), { ...closer, snug: true })
    : preparedAs(loose(), found);
}

type Once = () => Dressed;
