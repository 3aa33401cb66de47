import type { Chart } from '../../chart';
import type { Structure } from '../arrangement';
import { branchesSaid } from '../saying';
import { figures } from './figures';

export function says(chart: Chart, structure: Structure): string[] {
  const { vacant, span } = figures(chart, structure);
  return [
    ...branchesSaid(chart, 'a vacant post'),
    ...(span.most > 0 ? [`One post has up to ${span.most} directly under it, ${span.mean} on average.`] : []),
    ...(vacant > 0 ? [`${vacant} ${vacant === 1 ? 'post is' : 'posts are'} vacant.`] : []),
  ];
}
