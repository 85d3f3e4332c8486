import { styled } from 'styled-components';
import type { LevelBar, LevelSlot } from '../../../core/arrange/levels/level.ts';
import type { PlayedLevel } from '../../../core/arrange/levels/levels.ts';
import { toBarPattern } from '../../../core/arrange/performance/bar-pattern.ts';
import { formatShape } from '../../../core/shapes/shape.ts';
import type { Level } from '../../../core/song/document/level.ts';
import type { PlayedBar } from '../../../core/song/played/played-bars.ts';
import { ORNAMENT_WORDS } from '../../../core/words/ornament-words.ts';
import { useChordName } from '../../api/settings.tsx';
import { StrokeRow } from '../../painters/stroke-row.tsx';
import { useSounding } from '../../sound/sounding.ts';
import { colour, nameFace, textFace } from '../../theme/tokens.ts';
import { Signed } from '../../ui/signed.tsx';

/** A chord of a level in a bar of the song. */
export type ChosenChord = { readonly level: Level; readonly barIndex: number; readonly slotId: number };

/** One line of the song on every level, under each other, the hardest on top. */
export function LineTable(props: {
  readonly playedLevels: readonly PlayedLevel[];
  readonly played: readonly PlayedBar[];
  readonly barIndexes: readonly number[];
  readonly chosen: ChosenChord | null;
  readonly onChoose: (chord: ChosenChord) => void;
}) {
  const { playedLevels, played, barIndexes, chosen, onChoose } = props;
  const sounding = useSounding(({ moment }) => moment?.index ?? null);
  return (
    <Scroll>
      <table>
        <thead>
          <tr>
            <th scope="col">Level</th>
            {barIndexes.map((index) => (
              <th key={index} scope="col" data-lit={index === sounding || undefined}>
                bar {played[index]?.number}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {[...playedLevels].reverse().map((playedLevel) => (
            <tr key={playedLevel.levels[0]}>
              <th scope="row">{playedLevel.levels.join(', ')}</th>
              {barIndexes.map((index) => (
                <td key={index}>
                  <BarOnLevel
                    bar={playedLevel.bars[index]}
                    played={played[index]}
                    level={playedLevel.levels[0] ?? 1}
                    isChosen={(slotId) =>
                      chosen?.level === playedLevel.levels[0] && chosen?.barIndex === index && chosen.slotId === slotId
                    }
                    onChoose={(slotId) => onChoose({ level: playedLevel.levels[0] ?? 1, barIndex: index, slotId })}
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </Scroll>
  );
}

function BarOnLevel(props: {
  readonly bar: LevelBar | undefined;
  readonly played: PlayedBar | undefined;
  readonly level: Level;
  readonly isChosen: (slotId: number) => boolean;
  readonly onChoose: (slotId: number) => void;
}) {
  const { bar, played, level, isChosen, onChoose } = props;
  if (bar === undefined || played === undefined) {
    return null;
  }
  const pattern = toBarPattern(played, bar.strokes);
  return (
    <>
      <Chords>
        {bar.slots.map((each) => (
          <ChordButton
            key={each.slot.id}
            slot={each}
            place={`Level ${level}, bar ${played.number}`}
            isChosen={isChosen(each.slot.id)}
            onChoose={() => onChoose(each.slot.id)}
          />
        ))}
      </Chords>
      {pattern === null ? <small>silent</small> : <StrokeRow pattern={pattern} isSmall />}
      {bar.ornaments.map(({ ornament }) => (
        <small key={ornament.id}>{ORNAMENT_WORDS[ornament.kind]}</small>
      ))}
    </>
  );
}

/** A chord as a level holds it; one that is merged goes on from the chord before. */
function ChordButton(props: {
  readonly slot: LevelSlot;
  readonly place: string;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
}) {
  const { slot, place, isChosen, onChoose } = props;
  const nameOf = useChordName();
  const { held, isMerged } = slot;
  if (slot.slot.chord === null) {
    return <small>no chord</small>;
  }
  const frets = held === null ? (isMerged ? 'goes on' : 'no shape') : formatShape(held.fingering.shape);
  const name = held === null ? '' : nameOf(held.chord);
  return (
    <button type="button" aria-pressed={isChosen} aria-label={`${place}: ${name} ${frets}`} onClick={onChoose}>
      {held !== null && <Signed text={name} />}
      <small>{frets}</small>
    </button>
  );
}

const Scroll = styled.div`
  overflow-x: auto;
  table { border-collapse: collapse; }
  th { font-size: 13px; font-weight: 400; color: ${colour.quiet}; text-align: left; padding: 2px 14px 2px 0; white-space: nowrap; }
  th[data-lit] { color: ${colour.brassText}; box-shadow: inset 0 -3px 0 ${colour.brass}; }
  tbody th { font: 600 18px/1 ${nameFace}; color: ${colour.ink}; vertical-align: top; padding-top: 14px; }
  td { vertical-align: top; padding: 8px 18px 8px 0; border-top: 1px solid ${colour.hairline}; }
  small { display: block; font-size: 12px; color: ${colour.quiet}; }
`;
const Chords = styled.div`
  display: flex; gap: 6px; min-height: 42px;
  button { border: 0; border-bottom: 2px solid transparent; background: transparent; padding: 2px 4px; min-width: 28px; text-align: left; cursor: pointer; border-radius: 0; font: 600 16px/1.1 ${nameFace}; }
  button small { font: 400 12px/1.3 ${textFace}; }
  button:hover { background: ${colour.spruceSoft}; }
  button[aria-pressed='true'] { border-bottom-color: ${colour.brass}; background: ${colour.spruceSoft}; }
`;
