/** Org charts: who reports to whom. Tiers are ranks: the distance from the top. */

import { isNested, type ListRead } from '../../list';
import type { Fitness, Kind } from '../kind';
import { columns } from './columns';
import { orgDrawn } from './drawn';
import { graphmlWriter } from './files';
import { cell } from './lines';
import { forms } from './list';
import { withSecondLines } from './second';

/** Dotted lines, for each post. */
const MOST_SECOND = 0.3;

/** Of the letters of a text so many are in sentences. */
const MOST_PROSE = 0.5;
/** Words that go on to a full stop, a question or an exclamation mark. */
const SENTENCE = /^(?:\S{1,60}\s+){3,}\S{0,60}[.!?…。！？]["”»’)]?$/u;

const isProse = (items: ListRead['items']): boolean => {
  const names = items.map(({ fields }) => fields['name'] ?? '');
  const letters = (all: readonly string[]) => all.reduce((sum, name) => sum + name.length, 0);
  return letters(names.filter((name) => name.length < 3_000 && SENTENCE.test(name))) > letters(names) * MOST_PROSE;
};

function fits(list: ListRead): Fitness {
  const { items, columns: found } = list;
  const under = items.filter(({ parent }) => parent !== null).length;
  const share = under / Math.max(1, items.length - 1);
  const posts = items.filter(({ fields }) => fields['post']).length / items.length;
  if (!isNested(list) && found?.some(({ field }) => field === 'superior'))
    // With a second superior for many it is no tree but a net.
    return list.links.length > items.length * MOST_SECOND
      ? { sure: 0.3, why: 'A column says who reports to whom, but many report to several.' }
      : { sure: 0.9, why: 'A column says who reports to whom.' };
  if (under === 0 && !isNested(list))
    return posts > 0.5
      ? { sure: 0.3, why: 'Names and posts; nobody reports to anybody yet.' }
      : { sure: 0.12, why: 'Records without levels: all stand at the top. A column can say who is above whom.' };
  if (under === 0 && isProse(items))
    return { sure: 0, why: 'These lines are sentences, such as in a letter, and no list of people or posts.' };
  if (under === 0) return { sure: 0.15, why: 'A list of names without levels: all stand at the top.' };
  return posts > 0.5
    ? { sure: 0.75, why: 'Names with posts, indented under who they report to.' }
    : {
        sure: 0.3 + 0.2 * share,
        why: isNested(list)
          ? 'An indented list: each line reports to the line it stands under.'
          : 'Levels: each line stands under the one above it.',
      };
}

export const org: Kind = {
  ...orgDrawn,
  forms,
  fits,
  beside: withSecondLines,
  writers: { graphml: graphmlWriter(columns, cell) },
};
