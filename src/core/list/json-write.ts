import { type Chart, setsOf, treeOf, walk } from '../chart';

/** The list of a chart with everything that a list holds. */
export const listAsJson = (chart: Chart) => ({
  title: chart.title,
  kind: chart.kind,
  items: walk(treeOf(chart.items)).map(({ id, depth }) => ({
    id,
    level: depth + 1,
    parent: chart.items[id]!.parent,
    fields: chart.items[id]!.fields,
  })),
  links: Object.values(chart.links),
  sets: setsOf(chart),
  arrangement: chart.arrangement,
});
