import { useMemo } from 'react';
import { styled } from 'styled-components';
import { heldOn, listLevelNews } from '../../../core/arrange/levels/level-news.ts';
import type { PlayedLevel } from '../../../core/arrange/levels/levels.ts';
import { listStandIns } from '../../../core/arrange/levels/stand-ins.ts';
import { toBarPattern } from '../../../core/arrange/performance/bar-pattern.ts';
import { isEqual } from '../../../core/kernel/equal.ts';
import type { Pattern } from '../../../core/rhythm/pattern.ts';
import { formatCounts } from '../../../core/rhythm/pattern-counts.ts';
import { type Fingering, formatShape } from '../../../core/shapes/shape.ts';
import { songKeysOf } from '../../../core/song/chart/song-keys.ts';
import type { PlayedBar } from '../../../core/song/played/played-bars.ts';
import { sayStandIn } from '../../../core/words/hold-words.ts';
import { formatDifficulty, formatLevelNews, formatStartTempo, LEVEL_WORDS } from '../../../core/words/level-words.ts';
import { useChordName } from '../../api/settings.tsx';
import { BarLinked } from '../../editor/bar-links.tsx';
import { useDocument, usePart } from '../../editor/use-song.tsx';
import { ShapeBox } from '../../painters/shape-box.tsx';
import { StrokeRow } from '../../painters/stroke-row.tsx';
import { colour, nameFace } from '../../theme/tokens.ts';
import { Signed } from '../../ui/signed.tsx';

const MOST_BOXES = 10;

/** One level: what it holds, what the right hand mostly does, and what makes it hard. */
export function LevelRow(props: {
  readonly playedLevel: PlayedLevel;
  /** The level below; null for the easiest. */
  readonly below: PlayedLevel | null;
  readonly played: readonly PlayedBar[];
  readonly share: number;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
}) {
  const { playedLevel, below, played, share, isChosen, onChoose } = props;
  const nameOf = useChordName();
  const news = useMemo(() => (below === null ? null : listLevelNews(playedLevel, below)), [playedLevel, below]);
  const document = useDocument();
  const part = usePart();
  const { setup } = part;
  const standIns = useMemo(
    () => listStandIns(playedLevel.bars, songKeysOf(document, part).toShapeChord),
    [playedLevel, document, part],
  );
  const held = heldOn(playedLevel.bars);
  const isNew = ({ shape }: Fingering): boolean =>
    news?.shapes.some(({ fingering }) => isEqual(fingering.shape, shape)) === true;
  const pattern = usualPattern(playedLevel, played);
  const start = formatStartTempo(playedLevel.difficulty, nameOf);
  return (
    <Row data-chosen={isChosen || undefined}>
      <button type="button" aria-pressed={isChosen} onClick={onChoose}>
        <b>
          {playedLevel.levels.length > 1
            ? `${playedLevel.levels[0]}–${playedLevel.levels.at(-1)}`
            : playedLevel.levels[0]}
        </b>
        <span>{playedLevel.levels.map((level) => LEVEL_WORDS[level]).join(', ')}</span>
        {playedLevel.levels.length > 1 && <small>these come out the same</small>}
      </button>
      <div>
        {news !== null && (
          <News>
            <Signed text={formatLevelNews(news, nameOf)} />
          </News>
        )}
        <Shapes>
          {held.slice(0, MOST_BOXES).map(({ chord, fingering }) => (
            <li key={formatShape(fingering.shape)} data-new={isNew(fingering) || undefined}>
              <Signed text={nameOf(chord)} />
              <ShapeBox
                fingering={fingering}
                capoFret={setup.capoFret}
                gridPx={30}
                label={`${nameOf(chord)}, frets ${formatShape(fingering.shape)}${isNew(fingering) ? ', new on this level' : ''}`}
              />
            </li>
          ))}
          {held.length > MOST_BOXES && <li>and {held.length - MOST_BOXES} more</li>}
        </Shapes>
        <small>
          <BarLinked text={formatDifficulty(playedLevel.difficulty, nameOf)} />
        </small>
        {start !== '' && <p>{start}</p>}
        {standIns.map((each) => (
          <p key={sayStandIn(each)}>
            <Signed text={sayStandIn(each, nameOf)} />
          </p>
        ))}
      </div>
      <div>
        <Effort>
          <i style={{ width: `${Math.round(share * 100)}%` }} />
        </Effort>
        <small>difficulty {playedLevel.difficulty.total.toFixed(1)}</small>
        {pattern !== null && <StrokeRow pattern={pattern} isSmall />}
      </div>
    </Row>
  );
}

/** What the right hand does in most bars. */
function usualPattern({ bars }: PlayedLevel, played: readonly PlayedBar[]): Pattern | null {
  const counts = new Map<string, { readonly pattern: Pattern; readonly count: number }>();
  for (const [index, bar] of bars.entries()) {
    const own = played[index];
    const pattern = own === undefined ? null : toBarPattern(own, bar.strokes);
    if (pattern !== null) {
      const key = `${pattern.cells.length} ${formatCounts(pattern)}`;
      counts.set(key, { pattern, count: (counts.get(key)?.count ?? 0) + 1 });
    }
  }
  return [...counts.values()].sort((a, b) => b.count - a.count)[0]?.pattern ?? null;
}

const Row = styled.li`
  display: grid; grid-template-columns: 112px minmax(0, 1fr) 226px; gap: 16px; padding: 10px 0; border-top: 1px solid ${colour.hairline};
  > button { display: grid; align-content: start; gap: 0; text-align: left; border: 0; border-left: 4px solid transparent; background: transparent; padding: 2px 8px; cursor: pointer; border-radius: 0; }
  > button:hover { background: ${colour.spruceSoft}; }
  > button b { font: 600 24px/1.1 ${nameFace}; }
  > button span { font-size: 14px; }
  &[data-chosen] > button { border-left-color: ${colour.brass}; background: ${colour.spruceSoft}; }
  > div:last-child { min-width: 0; overflow-x: auto; }
  > div:last-child > small { display: block; padding: 2px 0 4px; }
  small { color: ${colour.quiet}; font-size: 13px; }
  p { font-size: 14px; }
  @media (max-width: 900px) { grid-template-columns: 96px minmax(0, 1fr); > div:last-child { grid-column: 2; } }
`;
const News = styled.p`
  && { font-size: 16px; font-weight: 650; line-height: 1.35; padding-bottom: 4px; }
`;
const Shapes = styled.ul`
  list-style: none; margin: 0 0 4px; padding: 0; display: flex; flex-wrap: wrap; gap: 2px 10px; align-items: end;
  li { display: grid; justify-items: center; font: 600 14px/1.2 ${nameFace}; padding: 2px 4px; border: 2px solid transparent; }
  li[data-new] { border-color: ${colour.brass}; background: ${colour.brassSoft}; }
`;
const Effort = styled.div`
  height: 8px; background: ${colour.spruceSoft}; margin: 6px 0 2px;
  i { display: block; height: 100%; background: ${colour.spruce}; }
`;
