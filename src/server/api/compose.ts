/** A chart of a request, and its composition as the API's JSON. */

import type { z } from 'zod';
import { apply, type Chart, defaultPage } from '../../core/chart';
import { type Composition, compose } from '../../core/compose';
import { definedOf } from '../../core/defined';
import { arrangementProblems, type Kind } from '../../core/kinds';
import { own } from '../../core/own';
import { chartOfList } from '../../core/read';
import { houses } from '../../core/style';
import { ApiError } from '../http';
import { readRequest } from '../lists';
import { fonts } from '../pictures';
import { fitted } from './fitted';
import { fitAsked } from './pages';
import { partAsked } from './part';
import type { ComposeAnswer, composeRequest } from './schemas';

function checkChoices(kind: Kind, house: string | undefined, arrangement: Chart['arrangement']): void {
  const problems = arrangementProblems(kind.choices, arrangement).map(({ key, message }) => ({
    code: 'wrong-choice',
    message,
    field: `arrangement.${key}`,
  }));
  if (house !== undefined && !houses.some((h) => h.id === house))
    problems.push({
      code: 'unknown-house',
      message: `There is no house style "${house}"; choose one of ${houses.map((h) => h.id).join(', ')}.`,
      field: 'house',
    });
  if (problems[0]) throw new ApiError(422, problems[0].code, problems[0].message, problems);
}

export interface Composed {
  readonly chart: Chart;
  readonly composition: Composition;
  readonly answer: ComposeAnswer;
}

export function composeList(request: z.infer<typeof composeRequest>): Composed {
  const { kind, list } = readRequest(request);
  checkChoices(kind, request.house, request.arrangement ?? {});
  const read = partAsked(kind, chartOfList(kind, request.title ?? kind.words.name, list), request);
  const plain: Chart = {
    ...read,
    ...(request.house && { house: request.house }),
    ...(request.font !== undefined && { font: request.font }),
    ...(request.brand !== undefined && { brand: request.brand }),
    ...(request.tiers && { tiers: request.tiers }),
    ...(request.rules && { rules: request.rules }),
    ...(request.pictures && { pictures: request.pictures }),
    arrangement: { ...read.arrangement, ...request.arrangement },
    page: {
      ...defaultPage,
      showTitle: request.title !== undefined,
      ...(request.page === null ? { size: 'picture' as const } : definedOf(request.page ?? {})),
    },
  };
  const { chart, fit } = fittedAs(plain, request.fit);
  const composition = compose(chart, fonts(), {
    lineOf: (id) => own(list.lines, id),
    figures: { between: request.between },
  });
  const answer = asAnswer({ ...composition, problems: [...list.problems, ...composition.problems] }, list.form);
  return { chart, composition, answer: { ...answer, ...(fit && { fit }) } };
}

/** The chart as it fits its page, with the figures of that; as it is where that is not asked for or there is no page. */
function fittedAs(chart: Chart, asked: z.infer<typeof composeRequest>['fit']) {
  if (!asked) return { chart };
  const found = fitted(chart, fitAsked(asked === true ? {} : asked));
  if (!found) return { chart };
  const { change, candidates: _, best: __, ...fit } = found;
  const changed = change && apply(chart, change);
  return { chart: changed?.ok ? changed.chart : chart, fit };
}

export function asAnswer(composition: Composition, form: string): ComposeAnswer {
  const { kind, items, links, sets, enclosures, regions, tiers, page, problems, figures } = composition;
  return {
    kind,
    form,
    items: items.map(({ id, name, fields, tier, box, set, look }) => ({
      id,
      name,
      fields: { ...fields },
      tier,
      box,
      text: { size: (set.lines[0]?.size ?? 0) * page.scale, lines: set.lines.map((line) => line.text) },
      style: { fill: look.fill, ink: look.ink, edge: look.edge, shape: look.shape },
    })),
    links: links.map(({ fields, ...link }) => ({
      ...link,
      points: link.points.map(([x, y]) => [x, y]),
      ...(fields && { fields: { ...fields } }),
    })),
    sets: [...sets],
    enclosures: enclosures.map(({ items: held, ...own }) => ({ ...own, items: [...held] })),
    regions: regions.map(({ sets: within, count, items: held, at }) => ({
      sets: [...within],
      count,
      items: [...held],
      at: [...at],
    })),
    tiers: tiers.map(({ tier, name, count }) => ({ tier, name, count })),
    page,
    problems: problems.map((problem) => ({ ...problem, repairs: problem.repairs.map((repair) => repair.label) })),
    figures,
  };
}
