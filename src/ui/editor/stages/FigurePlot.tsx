/** Numbers as a chart. */
import { Bar, BarChart, CartesianGrid, Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import type { FigureChart } from '../../../core/kinds';

const HEIGHT = 210;
const AXIS = { fontSize: 11, fill: 'var(--color-quiet)' };

export default function FigurePlot({ figure }: { figure: FigureChart }) {
  const { data, across, up, form } = figure;
  const axes = [
    <CartesianGrid key="grid" vertical={false} stroke="var(--color-rule)" strokeDasharray="2 3" />,
    <XAxis
      key="x"
      dataKey="name"
      interval={0}
      tick={AXIS}
      angle={data.length > 3 ? -28 : 0}
      textAnchor={data.length > 3 ? 'end' : 'middle'}
      height={data.length > 3 ? 62 : 30}
      tickLine={false}
    />,
    <YAxis key="y" width={34} tick={AXIS} tickLine={false} axisLine={false} allowDecimals={false} />,
    <Tooltip key="tip" cursor={{ fill: 'var(--color-tint)' }} isAnimationActive={false} />,
  ];
  return (
    <figure className="rounded border border-rule p-2" aria-label={`${figure.label}. ${figure.about}`}>
      <figcaption className="pb-1 text-[13px]">
        <span className="font-semibold">{figure.label}</span>
        <span className="block text-xs text-quiet">{figure.about}</span>
      </figcaption>
      <ResponsiveContainer width="100%" height={HEIGHT}>
        {form === 'bars' ? (
          <BarChart data={[...data]} margin={{ top: 6, right: 6, bottom: 0, left: 0 }}>
            {axes}
            <Bar dataKey="value" name={up} fill="var(--color-good)" isAnimationActive={false} maxBarSize={44} />
          </BarChart>
        ) : (
          <LineChart data={[...data]} margin={{ top: 6, right: 6, bottom: 0, left: 0 }}>
            {axes}
            <Line
              type="stepAfter"
              dataKey="value"
              name={up}
              stroke="var(--color-good)"
              dot={false}
              isAnimationActive={false}
            />
          </LineChart>
        )}
      </ResponsiveContainer>
      <p className="text-center text-xs text-quiet">
        {up} by {across.toLowerCase()}
      </p>
    </figure>
  );
}
