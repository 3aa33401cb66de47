/** The words in a box: the kind's own, or the fields that a person chose for the chart or the tier. */
import type { Chart, Face, Item } from '../chart';
import { definedOf } from '../defined';
import { cellOf } from '../edit';
import type { FaceLine, ItemFace, KindOnPage, Structure } from '../kinds';
import { fieldTypeOf, showField } from '../list';

/** Stands between fields of one line. */
const BETWEEN = ' · ';

/** The fields that items of a tier show, or one of them where it shows others. */
export const faceOf = (chart: Pick<Chart, 'face' | 'tiers'>, kind: KindOnPage, tier: number, item?: Item): Face =>
  item?.face ?? chart.tiers[String(tier)]?.face ?? chart.face ?? kind.face0;

export function shownFace(chart: Chart, kind: KindOnPage, structure: Structure, id: string): ItemFace {
  const tier = structure.tierOf.get(id)!;
  const item = chart.items[id]!;
  const own = kind.face(item, chart, structure);
  const chosen = item.face ?? chart.tiers[String(tier)]?.face ?? chart.face;
  if (!chosen) return own;
  const text = (field: string) =>
    own.lines.find((line) => line.field === field)?.text ??
    showField(
      cellOf(kind, chart, id, field),
      { ...chart.columns?.[field], type: fieldTypeOf(chart, kind.columns, field) },
      chart.language,
    );
  const lines = chosen.flatMap(({ fields, ...rest }) => {
    const words = fields
      .map(text)
      .filter((word) => word !== '')
      .join(BETWEEN);
    return words === '' ? [] : [{ text: words, ...definedOf(rest) } as FaceLine];
  });
  // An item that has none of the fields still shows what it is.
  return { ...own, lines: lines.length > 0 ? lines : own.lines.slice(0, 1) };
}
