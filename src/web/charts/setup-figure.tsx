import { Bar, BarChart, Legend, XAxis, YAxis } from 'recharts';
import type { SetupEffort } from '../../core/arrange/setup/setup-plan.ts';
import { colour } from '../theme/tokens.ts';
import { Figure, useFigureWidth } from './figure.tsx';

/** A part of an effort: what it is called and drawn in. */
export type EffortPart = {
  readonly name: string;
  readonly of: Exclude<keyof SetupEffort, 'total'>;
  readonly fill: string;
};

const ROW_PX = 44;

/** The efforts of setups, one below the other, each taken apart. */
export function SetupFigure(props: {
  readonly setups: readonly { readonly name: string; readonly effort: SetupEffort }[];
  readonly parts: readonly EffortPart[];
}) {
  const { setups, parts } = props;
  const width = useFigureWidth(720);
  const data = setups.map(({ name, effort }) => ({ name, ...effort }));
  return (
    <Figure
      title="Effort, in easy fingers"
      table={{
        head: ['Setup', ...parts.map(({ name }) => name), 'all'],
        rows: setups.map(({ name, effort }) => [
          name,
          ...parts.map(({ of }) => effort[of].toFixed(1)),
          effort.total.toFixed(1),
        ]),
      }}
    >
      <BarChart
        accessibilityLayer={false}
        layout="vertical"
        width={width}
        height={data.length * ROW_PX + 70}
        data={data}
        margin={{ left: 8, right: 16 }}
      >
        <XAxis type="number" tickLine={false} />
        <YAxis type="category" dataKey="name" width={150} tickLine={false} />
        <Legend iconType="square" formatter={(name) => <span style={{ color: colour.ink }}>{String(name)}</span>} />
        {parts.map(({ name, of, fill }) => (
          <Bar key={of} dataKey={of} name={name} stackId="effort" fill={fill} isAnimationActive={false} />
        ))}
      </BarChart>
    </Figure>
  );
}
