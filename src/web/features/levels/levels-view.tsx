import { lazy, Suspense, useMemo, useState } from 'react';
import { styled } from 'styled-components';
import { listPasses } from '../../../core/arrange/form/form-summary.ts';
import type { PlayedLevel } from '../../../core/arrange/levels/levels.ts';
import type { SongCommand } from '../../../core/song/commands.ts';
import type { Level } from '../../../core/song/document/level.ts';
import type { PlayedBar } from '../../../core/song/played/played-bars.ts';
import { usePlayers } from '../../editor/use-players.ts';
import { useRun } from '../../editor/use-run.ts';
import { useDocument, usePart } from '../../editor/use-song.tsx';
import { HeadphoneNote } from '../../sound/headphone-note.tsx';
import { sayPlaying, useAudition } from '../../sound/use-audition.ts';
import { colour, frame } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { Caution } from '../../ui/caution.tsx';
import { Choice } from '../../ui/choice.tsx';
import { useKeyedActions } from '../../ui/keys.tsx';
import { Select } from '../../ui/select.tsx';
import { HandEdits } from './hand-edits.tsx';
import { LeftHandOfLevel, RightHandOfLevel } from './level-hands.tsx';
import { LevelRow } from './level-row.tsx';
import { type ChosenChord, LineTable } from './line-table.tsx';
import { StudentPart } from './student-part.tsx';

const LevelFigures = lazy(async () => ({ default: (await import('../../charts/level-figures.tsx')).LevelFigures }));

/** The levels of a song with each with its hands beside them. */
export function LevelsView({
  playedLevels,
  played,
}: {
  readonly playedLevels: readonly PlayedLevel[];
  readonly played: readonly PlayedBar[];
}) {
  const { run, problem } = useRun();
  const { players } = usePlayers();
  const lines = useLines(played);
  const [lineKey, setLine] = useState('');
  const [chosen, setChosen] = useState<ChosenChord | null>(null);
  const [chosenLevel, setLevel] = useState(4);
  const line = lines.find(({ key }) => key === lineKey) ?? lines[0];
  const playedLevel =
    playedLevels.find(({ levels }) => levels.some((level) => level === chosenLevel)) ?? playedLevels[0];
  const most = Math.max(1, ...playedLevels.map(({ difficulty }) => difficulty.total));
  const { audition, hear, hearAll } = useHearing({ playedLevels, playedLevel }, played, line);
  useKeyedActions('Levels', [
    { key: 'h', label: 'Hear the line on the chosen level, or stop', run: hear },
    { key: 'a', label: 'Hear the line on every level, one after the other', run: hearAll },
  ]);
  return (
    <Page>
      <div>
        <h2>One song, five levels</h2>
        <Ladder aria-label="Levels, the hardest first">
          {[...playedLevels].reverse().map((each, place, all) => (
            <LevelRow
              key={each.levels[0]}
              playedLevel={each}
              below={all[place + 1] ?? null}
              played={played}
              share={each.difficulty.total / most}
              isChosen={each === playedLevel}
              onChoose={() => {
                setLevel(each.levels[0] ?? 1);
                setChosen(null);
              }}
            />
          ))}
        </Ladder>
        {playedLevel !== undefined && (
          <Suspense>
            <LevelFigures playedLevels={playedLevels} chosen={playedLevel} played={played} stage={players.hand.stage} />
          </Suspense>
        )}
        <h2>Side by side</h2>
        {line !== undefined && (
          <>
            <Select
              label="The line"
              options={lines.map(({ key, text }) => ({ value: key, text }))}
              value={line.key}
              onChange={setLine}
            />
            <LineTable
              playedLevels={playedLevels}
              played={played}
              barIndexes={line.bars}
              chosen={chosen}
              onChoose={(chord) => {
                setChosen(chord);
                setLevel(chord.level);
              }}
            />
          </>
        )}
      </div>
      <Beside>
        {[problem, audition.problem].filter(Boolean).map((text) => (
          <Caution key={text} role="alert">
            {text}
          </Caution>
        ))}
        <h2>Level {playedLevel?.levels.join(', ')}</h2>
        <Row>
          <Button onPress={hear}>{audition.playing === null ? `Hear ${line?.text ?? ''}` : 'Stop'}</Button>
          <Button onPress={hearAll}>On every level in a row</Button>
        </Row>
        {audition.playing !== null && <p role="status">{sayPlaying(audition)}</p>}
        {playedLevel !== undefined && (
          <LevelDetails
            playedLevels={playedLevels}
            playedLevel={playedLevel}
            played={played}
            chosen={chosen}
            line={line}
            run={run}
          />
        )}
        <StudentPart played={played} bars={line?.bars ?? []} onHear={audition.playBars} />
        <HandEdits played={played} run={run} />
        <HeadphoneNote />
      </Beside>
    </Page>
  );
}

/** What can be changed by hand on the chosen level. */
function LevelDetails(props: {
  readonly playedLevels: readonly PlayedLevel[];
  readonly playedLevel: PlayedLevel;
  readonly played: readonly PlayedBar[];
  readonly chosen: ChosenChord | null;
  readonly line: LinePlace | undefined;
  readonly run: (command: SongCommand) => void;
}) {
  const { playedLevels, playedLevel, played, chosen, line, run } = props;
  const [wanted, setWanted] = useState<Level | null>(null);
  const bar = played[chosen?.barIndex ?? line?.bars[0] ?? 0];
  const { levels } = playedLevel;
  const ownLevel = levels.find((level) => level === wanted) ?? levels[0] ?? 1;
  return (
    <>
      {levels.length > 1 && (
        <Choice
          label="They come out the same; a change parts them. Change"
          options={levels.map((level) => ({ value: String(level), text: `level ${level}` }))}
          value={String(ownLevel)}
          onChange={(value) => setWanted(levels.find((level) => String(level) === value) ?? null)}
        />
      )}
      {playedLevel.levels.includes(1) && <FirstLevelChoice run={run} />}
      {chosen === null ? (
        <p>Press a chord of the line to hold it otherwise on its level.</p>
      ) : (
        <LeftHandOfLevel
          chosen={levels.length > 1 ? { ...chosen, level: ownLevel } : chosen}
          playedLevels={playedLevels}
          played={played}
          run={run}
        />
      )}
      {bar !== undefined && <RightHandOfLevel level={ownLevel} bar={bar} run={run} />}
    </>
  );
}

/** Bass notes or triads, as the teacher chooses. */
function FirstLevelChoice({ run }: { readonly run: (command: SongCommand) => void }) {
  const { id: partId, firstLevel } = usePart();
  return (
    <Choice
      label="It plays"
      options={[
        { value: 'triads', text: 'whole triads' },
        { value: 'bass', text: 'bass notes' },
      ]}
      value={firstLevel}
      onChange={(value) => run({ kind: 'set-first-level', partId, firstLevel: value })}
    />
  );
}

/** A line of the song where it is played first. */
type LinePlace = { readonly key: string; readonly text: string; readonly bars: readonly number[] };

const MOST_BARS = 8;

function useLines(played: readonly PlayedBar[]): readonly LinePlace[] {
  const document = useDocument();
  return useMemo(() => {
    const passes = listPasses(document, played);
    const lines = new Map<number, LinePlace>();
    const counts = new Map<number, number>();
    for (const [index, bar] of played.entries()) {
      const before = lines.get(bar.lineId);
      if (before === undefined) {
        const number = (counts.get(bar.passIndex) ?? 0) + 1;
        counts.set(bar.passIndex, number);
        const label = passes.find(({ passIndex }) => passIndex === bar.passIndex)?.label ?? bar.section.name;
        lines.set(bar.lineId, { key: String(bar.lineId), text: `${label}, line ${number}`, bars: [index] });
      } else if (before.bars.at(-1) === index - 1 && before.bars.length < MOST_BARS && bar.round === 1) {
        lines.set(bar.lineId, { ...before, bars: [...before.bars, index] });
      }
    }
    return [...lines.values()];
  }, [document, played]);
}

/** Plays a line on a level, or on one after the other. */
function useHearing(
  {
    playedLevels,
    playedLevel,
  }: { readonly playedLevels: readonly PlayedLevel[]; readonly playedLevel: PlayedLevel | undefined },
  played: readonly PlayedBar[],
  line: LinePlace | undefined,
) {
  const part = usePart();
  const audition = useAudition();
  const roundOn = ({ bars }: PlayedLevel) => [{ part, played, bars }, line?.bars ?? []] as const;
  const hear = (): void => {
    if (audition.playing !== null) {
      audition.stop();
    } else if (playedLevel !== undefined && line !== undefined) {
      audition.playBars(`${line.text} on level ${playedLevel.levels.join(', ')}`, [roundOn(playedLevel)]);
    }
  };
  const hearAll = (): void =>
    audition.playBars(`${line?.text} from the first level to the last`, playedLevels.map(roundOn));
  return { audition, hear, hearAll };
}

const Page = styled.div`
  display: grid; grid-template-columns: minmax(0, 1fr) ${frame.asidePx + 20}px; min-height: calc(100vh - ${frame.stripPx + 1}px);
  > div { padding: 20px 24px 40px; min-width: 0; }
  > div > h2:not(:first-child) { margin-top: 26px; }
  @media (max-width: 900px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;
const Beside = styled.aside`
  border-left: 1px solid ${colour.hairline}; padding: 20px 24px; display: grid; gap: 14px; align-content: start; min-width: 0;
  position: sticky; top: ${frame.stripPx + 1}px; align-self: start; min-height: calc(100vh - ${frame.stripPx + 1}px); max-height: calc(100vh - ${frame.stripPx + 1}px); overflow: auto;
  p { font-size: 14px; }
  section { display: grid; gap: 8px; justify-items: start; }
  @media (max-width: 900px) { border-left: 0; border-top: 1px solid ${colour.hairline}; position: static; max-height: none; }
`;
const Row = styled.div`
  display: flex; flex-wrap: wrap; gap: 8px;
`;
const Ladder = styled.ul`
  list-style: none; margin: 0; padding: 0;
`;
