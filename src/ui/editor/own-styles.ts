/** House styles of one's own, as they are kept: asked for, kept from the look of the chart, taken by it. */
import type { Chart } from '../../core/chart';
import { type HouseSpec, specOf, takeSpec } from '../../core/style';
import { call } from '../shared/api';
import { change, say, useEditor } from './state/store';
import { words } from './words';

export interface OwnStyle {
  readonly id: string;
  readonly name: string;
  readonly spec: HouseSpec;
  readonly charts: number;
  /** What may be done with it, where it is another's. */
  readonly may?: string;
}

/** All of them; says why where they can't be had. */
export async function ownStyles(): Promise<readonly OwnStyle[]> {
  const answer = await call<{ styles: OwnStyle[] }>('GET', '/api/house-styles');
  if (answer.ok) return answer.value.styles;
  say(answer.detail);
  return [];
}

/** Keeps one; says why where it can't be. */
export async function keepStyle(body: object): Promise<OwnStyle | undefined> {
  const answer = await call<OwnStyle>('POST', '/api/house-styles', body);
  if (answer.ok) return answer.value;
  say(answer.detail);
  return undefined;
}

/** Keeps the look of the chart under a name; the chart follows it from then on. */
export async function keepLook(name: string): Promise<OwnStyle | undefined> {
  const made = await keepStyle({ name: name.trim(), spec: specOf(useEditor.getState().chart) });
  if (made) {
    change({ type: 'set-style', style: { id: made.id, name: made.name } });
    say(words.own.kept(made.name));
  }
  return made;
}

/** The change that gives a chart such a style. */
export const taking = (chart: Chart, { id, name, spec }: OwnStyle) => takeSpec(chart, spec, { id, name });
