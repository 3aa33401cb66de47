import type { Chart } from '../../chart';
import { listed, nameIn } from '../saying';
import { graphOf } from './graph';

/** Propositions that are said whole. */
const MOST_SAID = 12;

export function says(chart: Chart): string[] {
  const { propositions, crossLinks } = graphOf(chart);
  const name = (id: string) => nameIn(chart, id, 'an idea without a name');
  const { focus } = chart.arrangement;
  const said = propositions.map(({ from, phrase, to }) => `${name(from)} ${phrase ? `${phrase} ` : '- '}${name(to)}`);
  return [
    ...(typeof focus === 'string' && focus !== '' ? [`It answers: ${focus}${/[?!.]$/.test(focus) ? '' : '?'}`] : []),
    ...(said.length > 0
      ? [`${said.length} ${said.length === 1 ? 'proposition' : 'propositions'}: ${listed(said, MOST_SAID)}.`]
      : []),
    ...(crossLinks.size > 0 ? [`${crossLinks.size} ${crossLinks.size === 1 ? 'link runs' : 'links run'} across.`] : []),
  ];
}
