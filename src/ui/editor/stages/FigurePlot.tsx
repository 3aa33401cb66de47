/** Numbers as a chart. */
import { Bar, BarChart, CartesianGrid, Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import type { FigureChart } from '../../../core/kinds';

const HEIGHT = 210;
/** Bars with names lie on their side, where the names have room. */
const BAR = { height: 26, room: 46, names: 118 };
const AXIS = { fontSize: 11, fill: 'var(--color-quiet)' };
const GRID = { stroke: 'var(--color-rule)', strokeDasharray: '2 3' };
const FILL = 'var(--color-good)';

export default function FigurePlot({ figure }: { figure: FigureChart }) {
  const { across, up, form } = figure;
  const data = [...figure.data];
  const lying = form === 'bars' && data.length > 3;
  const tip = <Tooltip cursor={{ fill: 'var(--color-tint)' }} isAnimationActive={false} />;
  return (
    <figure className="rounded border border-rule p-2" aria-label={`${figure.label}. ${figure.about}`}>
      <figcaption className="pb-1 text-[13px]">
        <span className="font-semibold">{figure.label}</span>
        <span className="block text-xs text-quiet">{figure.about}</span>
      </figcaption>
      <ResponsiveContainer width="100%" height={lying ? data.length * BAR.height + BAR.room : HEIGHT}>
        {lying ? (
          <BarChart data={data} layout="vertical" margin={{ top: 4, right: 10, bottom: 0, left: 0 }}>
            <CartesianGrid horizontal={false} {...GRID} />
            <XAxis type="number" tick={AXIS} tickLine={false} allowDecimals={false} height={24} />
            <YAxis type="category" dataKey="name" width={BAR.names} tick={AXIS} tickLine={false} interval={0} />
            {tip}
            <Bar dataKey="value" name={up} fill={FILL} isAnimationActive={false} maxBarSize={18} />
          </BarChart>
        ) : form === 'bars' ? (
          <BarChart data={data} margin={{ top: 6, right: 6, bottom: 0, left: 0 }}>
            <CartesianGrid vertical={false} {...GRID} />
            <XAxis dataKey="name" interval={0} tick={AXIS} tickLine={false} />
            <YAxis width={34} tick={AXIS} tickLine={false} axisLine={false} allowDecimals={false} />
            {tip}
            <Bar dataKey="value" name={up} fill={FILL} isAnimationActive={false} maxBarSize={44} />
          </BarChart>
        ) : (
          <LineChart data={data} margin={{ top: 6, right: 6, bottom: 0, left: 0 }}>
            <CartesianGrid vertical={false} {...GRID} />
            <XAxis dataKey="name" tick={AXIS} tickLine={false} />
            <YAxis width={34} tick={AXIS} tickLine={false} axisLine={false} allowDecimals={false} />
            {tip}
            <Line type="stepAfter" dataKey="value" name={up} stroke={FILL} dot={false} isAnimationActive={false} />
          </LineChart>
        )}
      </ResponsiveContainer>
      <p className="text-center text-xs text-quiet">
        {up} by {across.toLowerCase()}
      </p>
    </figure>
  );
}
