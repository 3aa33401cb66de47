/** What the lines of a chart are about: the word for one and for several, by choice. */
import type { Chart, MATTERS } from '../chart';
import type { CompareOptions } from '../list';
import type { Kind } from './kind';

export const MATTER_WORDS: Readonly<
  Record<(typeof MATTERS)[number], { readonly item: string; readonly items: string; readonly unnamed: string }>
> = {
  posts: { item: 'post', items: 'posts', unnamed: 'Vacant post' },
  people: { item: 'person', items: 'people', unnamed: 'Unknown' },
  things: { item: 'thing', items: 'things', unnamed: '?' },
  ideas: { item: 'idea', items: 'ideas', unnamed: '?' },
  places: { item: 'place', items: 'places', unnamed: '?' },
  topics: { item: 'topic', items: 'topics', unnamed: '?' },
};

/** The words for the lines of a chart: as was chosen, else as the kind has them. */
export const matterOf = (kind: Pick<Kind, 'words'>, { matter }: Pick<Chart, 'matter'>) =>
  matter === undefined ? kind.words : MATTER_WORDS[matter];

/** What comparing a newer list with a chart has to know of the kind. */
export const comparing = (
  kind: Pick<Kind, 'words' | 'cell' | 'linkFields' | 'mutual'> & Partial<Pick<Kind, 'sameRecords'>>,
  chart: Chart,
): CompareOptions => ({
  unnamed: matterOf(kind, chart).unnamed,
  cell: kind.cell && ((item, field) => kind.cell!(chart, item, field)),
  linkFields: kind.linkFields,
  mutual: kind.mutual,
  same: kind.sameRecords && (({ carried }) => kind.sameRecords!(chart.carried, carried)),
});
