import { setsOf } from '../../core/chart';
import { compose } from '../../core/compose';
import { cutOut, revealScenes } from '../../core/reveal';
import type { Scene } from '../../core/scene';
import { asAnswer, pageAsked, partAsked, scenesOf } from '../api';
import { getChart, getHead } from '../charts';
import { type Handler, json, paramOf, wrongValue } from '../http';
import { kindFor } from '../lists';
import { fonts, inPages, picture } from '../pictures';
import { pictureAsked, tagOf } from '../pictures/asked';

/** @throws 422 where none of the items is in the picture */
function someOf(scene: Scene, items: readonly string[]): Scene {
  const part = cutOut(scene, new Set(items));
  if (part) return part;
  throw wrongValue('items', 'None of these items is in the picture.');
}

/** A stored chart as a picture, or as its figures. */
export const pictureRequest: Handler = async (context, who) => {
  const asked = pictureAsked(context);
  const { type, dots, page, branch, downTo, save, outlined, carrying, slide, text, steps, items, fontless } = asked;
  const id = paramOf(context, 'id');
  const head = await getHead(who, id);
  const stored = await getChart(who, id, head);
  const part = branch !== null || downTo !== null;
  const chart = part ? partAsked(kindFor(stored.chart.kind), stored.chart, { branch, downTo }) : stored.chart;
  const composed = () => compose(chart, fonts());
  const response =
    type === 'application/json'
      ? json(asAnswer(composed(), 'stored'))
      : await picture(
          who,
          pageAsked(
            items
              ? [someOf(composed().scene, items)]
              : steps
                ? revealScenes(composed().scene, steps, setsOf(chart))
                : scenesOf(chart, page !== null || inPages(type), () => composed().scene),
            page,
          ),
          type,
          { chart, dots, save, outlined, fontless, carrying, slide, text },
        );
  response.headers.set('etag', tagOf(asked, { ...head, revision: stored.revision }));
  return response;
};
