import { useMemo } from 'react';
import { Bar, BarChart, Cell, LabelList, ReferenceLine, XAxis, YAxis } from 'recharts';
import type { PlayedLevel } from '../../core/arrange/levels/levels.ts';
import { listChangeTimes } from '../../core/arrange/time/change-times.ts';
import { hardnessByBar } from '../../core/arrange/time/hardness-by-bar.ts';
import type { Stage } from '../../core/shapes/change-time.ts';
import type { PlayedBar } from '../../core/song/played/played-bars.ts';
import { colour } from '../theme/tokens.ts';
import { Figure, useFigureWidth } from './figure.tsx';

/** How hard each level is, and where in the song the chosen one is tight. */
export function LevelFigures(props: {
  readonly playedLevels: readonly PlayedLevel[];
  readonly chosen: PlayedLevel;
  readonly played: readonly PlayedBar[];
  readonly stage: Stage;
}) {
  const { playedLevels, chosen, played, stage } = props;
  const width = useFigureWidth(640);
  const levels = playedLevels.map((level) => ({
    name: level.levels.join(', '),
    total: Number(level.difficulty.total.toFixed(1)),
    isChosen: level === chosen,
  }));
  const bars = useMemo(() => {
    const shares = hardnessByBar(chosen.bars, listChangeTimes(chosen.bars, played, stage));
    return shares.map((share, index) => ({
      bar: String(played[index]?.number ?? index + 1),
      place: played[index]?.section.name ?? '',
      percent: Math.round(100 * share),
    }));
  }, [chosen, played, stage]);
  return (
    <>
      <Figure
        title="Difficulty of the levels"
        table={{ head: ['Level', 'Difficulty'], rows: levels.map(({ name, total }) => [name, total.toFixed(1)]) }}
      >
        <BarChart
          accessibilityLayer={false}
          width={width}
          height={150}
          data={levels}
          margin={{ top: 18, right: 8, bottom: 0, left: 8 }}
        >
          <XAxis dataKey="name" tickLine={false} stroke={colour.quiet} />
          <Bar dataKey="total" isAnimationActive={false}>
            {levels.map(({ name, isChosen }) => (
              <Cell key={name} fill={isChosen ? colour.brass : colour.spruceMid} />
            ))}
            <LabelList dataKey="total" position="top" />
          </Bar>
        </BarChart>
      </Figure>
      <Figure
        title={`Where level ${chosen.levels.join(', ')} is tight: how much of its time the hardest change into each bar takes, in percent; above 100 it is quick`}
        table={{
          head: ['Bar', 'Section', 'Percent'],
          rows: bars
            .filter(({ percent }) => percent > 0)
            .map(({ bar, place, percent }) => [bar, place, `${percent} %`]),
        }}
      >
        <BarChart
          accessibilityLayer={false}
          width={width}
          height={150}
          data={bars}
          margin={{ top: 8, right: 8, bottom: 0, left: 0 }}
          barGap={0}
          barCategoryGap={1}
        >
          <XAxis dataKey="bar" tickLine={false} stroke={colour.quiet} minTickGap={24} />
          <YAxis width={44} tickLine={false} stroke={colour.quiet} />
          <ReferenceLine y={100} stroke={colour.rosewood} strokeDasharray="4 3" />
          <Bar dataKey="percent" isAnimationActive={false}>
            {bars.map(({ bar, percent }) => (
              <Cell key={bar} fill={percent > 100 ? colour.rosewood : colour.spruceMid} />
            ))}
          </Bar>
        </BarChart>
      </Figure>
    </>
  );
}
