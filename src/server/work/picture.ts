import { type Chart, setsOf } from '../../core/chart';
import { type Composition, compose } from '../../core/compose';
import { own } from '../../core/own';
import { viewScenes } from '../../core/pages';
import { type WrittenRemark, withRemarks } from '../../core/remarks';
import { cutOut, revealScenes } from '../../core/reveal';
import type { Scene } from '../../core/scene';
import { asAnswer, pageAsked, partAsked, scenesOf } from '../api';
import { getHead } from '../charts';
import { type Handler, json, paramOf, wrongValue } from '../http';
import { kindFor } from '../lists';
import { shownChart, viewsAsked } from '../moments';
import { fonts, inPages, picture } from '../pictures';
import { pictureAsked, tagOf } from '../pictures/asked';
import { listRemarks, type Remark } from '../remarks';

/** @throws 422 where none of the items is in the picture */
function someOf(scene: Scene, items: readonly string[]): Scene {
  const part = cutOut(scene, new Set(items));
  if (part) return part;
  throw wrongValue('items', 'None of these items is in the picture.');
}

/** A remark as it stands in a file. */
function writtenOf(chart: Chart, { number, on, name, text, answers }: Remark): WrittenRemark {
  const said = (id: string) => own(chart.items, id)?.fields['name'] ?? '';
  const where =
    'item' in on
      ? said(on.item)
      : 'branch' in on
        ? `the branch of ${said(on.branch)}`
        : 'region' in on
          ? on.region.map((id) => own(chart.sets, id)?.name ?? '').join(', ')
          : 'edge' in on
            ? 'a line'
            : 'the sheet';
  return { number, on, name, text, where, answers: answers.map(({ name, text }) => ({ name, text })) };
}

/** A stored chart as a picture, or as its figures. */
export const pictureRequest: Handler = async (context, who) => {
  const asked = pictureAsked(context);
  const { type, dots, page, branch, downTo, views, save, outlined, carrying, slide, text, steps, items, fontless } =
    asked;
  const id = paramOf(context, 'id');
  const head = await getHead(who, id);
  const stored = await shownChart(who, id, context.url.searchParams, head);
  const part = branch !== null || downTo !== null;
  const chart = part ? partAsked(kindFor(stored.chart.kind), stored.chart, { branch, downTo }) : stored.chart;
  const composed = () => compose(chart, fonts());
  const remarked = (scenes: readonly Scene[], regions: () => Composition['regions']): readonly Scene[] => {
    const open = remarks.filter(({ settled, gone }) => settled === null && !gone);
    if (open.length === 0) return scenes;
    const whole = { chart, fonts: fonts(), regions: regions(), remarks: open.map((one) => writtenOf(chart, one)) };
    return withRemarks(scenes, whole, inPages(type));
  };
  // Remarks change without the chart.
  const remarks = asked.remarks ? await listRemarks(who, id) : [];
  const response =
    type === 'application/json'
      ? json(asAnswer(composed(), 'stored'))
      : await picture(
          who,
          pageAsked(
            remarked(
              items
                ? [someOf(composed().scene, items)]
                : steps
                  ? revealScenes(composed().scene, steps, setsOf(chart))
                  : views !== null && inPages(type)
                    ? viewScenes(kindFor(chart.kind), chart, viewsAsked(chart, views), fonts())
                    : scenesOf(chart, page !== null || inPages(type), () => composed().scene),
              () => composed().regions,
            ),
            page,
          ),
          type,
          { chart, dots, save, outlined, fontless, carrying, slide, text },
        );
  if (!asked.remarks) response.headers.set('etag', tagOf(asked, { ...head, revision: stored.revision }));
  return response;
};
