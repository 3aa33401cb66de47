import { compose } from '../../core/compose';
import { withCompared } from '../../core/marking';
import { comparedWork } from '../classes';
import { outside } from '../db';
import { type Handler, paramOf, wrongValue } from '../http';
import { fonts, picture } from '../pictures';
import { pictureAsked } from '../pictures/asked';

/** A work on its picture, compared with the teacher's own chart. */
export const comparedRequest: Handler = (context, who) =>
  // Classes are known to the server alone; whose the work is, is asked there.
  outside(async () => {
    const { type, dots, save, outlined, fontless } = pictureAsked(context);
    const { chart, comparison } = await comparedWork(who, paramOf(context, 'work'));
    if (type === 'application/json') throw wrongValue('as', 'It is a picture: svg, png, webp, pdf, pptx or docx.');
    const scene = withCompared(compose(chart, fonts()).scene, chart, comparison, fonts());
    return picture(who, [scene], type, { chart, dots, save, outlined, fontless });
  });
