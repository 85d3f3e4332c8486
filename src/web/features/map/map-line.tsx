import { styled } from 'styled-components';
import type { ChordSymbol } from '../../../core/harmony/chord-symbol.ts';
import { sumOf } from '../../../core/kernel/list.ts';
import { barChangeWords, markWords } from '../../../core/page/handout-content.ts';
import type { Metre } from '../../../core/rhythm/metre.ts';
import type { Bar, Line } from '../../../core/song/document.ts';
import { useChordName } from '../../api/settings.tsx';
import { colour, nameFace } from '../../theme/tokens.ts';
import { Signed } from '../../ui/signed.tsx';

type Naming = { readonly metre: Metre; readonly toShapeChord: (chord: ChordSymbol) => ChordSymbol };

/** A line of the map: its bars, endings, rounds, and the words under it. */
export function MapLine(props: {
  readonly line: Line;
  readonly cues: readonly string[];
  readonly number: number;
  readonly naming: Naming;
}) {
  const { line, cues, number, naming } = props;
  return (
    <Row>
      <LineNumber aria-hidden="true">{number}</LineNumber>
      <div>
        <Bars
          bars={line.bars}
          naming={naming}
          end={[line.times > 1 ? `× ${line.times}` : '', line.note].filter(Boolean).join(' ')}
        />
        {line.endings.map((ending) => (
          <Ending key={ending.id}>
            <span>{ending.rounds.join(', ')}.</span>
            <Bars bars={ending.bars} naming={naming} end="" />
          </Ending>
        ))}
        {cues
          .filter((cue) => cue !== '')
          .map((cue) => (
            <Cue key={cue}>{cue}</Cue>
          ))}
      </div>
    </Row>
  );
}

function Bars({ bars, naming, end }: { readonly bars: readonly Bar[]; readonly naming: Naming; readonly end: string }) {
  return (
    <BarRow>
      {bars.map((bar) => (
        <BarCell key={bar.id} bar={bar} naming={naming} />
      ))}
      <End>{end}</End>
    </BarRow>
  );
}

function BarCell({ bar, naming }: { readonly bar: Bar; readonly naming: Naming }) {
  const nameOf = useChordName();
  const metre = bar.metre ?? naming.metre;
  const changes = barChangeWords(bar, metre);
  let start = 0;
  return (
    <Cell $share={sumOf(bar.slots, ({ ticks }) => ticks)}>
      {changes !== '' && (
        <Change>
          <Signed text={changes} />
        </Change>
      )}
      {bar.same && <Same>same</Same>}
      {bar.slots.map((slot) => {
        const mark = markWords(slot, start, metre);
        start += slot.ticks;
        return (
          <Chord key={slot.id} $ticks={slot.ticks}>
            <b data-marked={mark !== '' || undefined}>
              <Signed text={slot.chord === null ? 'no chord' : nameOf(naming.toShapeChord(slot.chord))} />
            </b>
            <small>
              <Signed text={[slot.chord === null ? '' : nameOf(slot.chord), mark].filter(Boolean).join(' · ')} />
            </small>
          </Chord>
        );
      })}
    </Cell>
  );
}

const Row = styled.li`
  display: grid; grid-template-columns: 26px minmax(0, 1fr); padding: 6px 0;
`;
const LineNumber = styled.span`
  font-size: 13px; color: ${colour.quiet}; padding-top: 12px;
`;
const BarRow = styled.div`
  display: grid; grid-template-columns: repeat(4, minmax(0, 1fr)) 84px; row-gap: 8px;
  @media (max-width: 760px) { grid-template-columns: repeat(2, minmax(0, 1fr)) 44px; }
`;
const Cell = styled.div<{ readonly $share: number }>`
  display: flex; position: relative; min-height: 44px; padding: 2px 4px 0 9px; border-left: 1px solid ${colour.quiet};
  align-items: start;
  &:first-child { border-left: 3px solid ${colour.ink}; }
`;
const Chord = styled.span<{ readonly $ticks: number }>`
  flex: ${({ $ticks }) => $ticks} 1 0; min-width: 0; overflow-wrap: anywhere;
  b { font: 650 19px/1.2 ${nameFace}; }
  b[data-marked] { border-bottom: 3px solid ${colour.brass}; }
  small { display: block; font-size: 12.5px; color: ${colour.quiet}; padding-top: 2px; }
`;
const Same = styled.i`
  color: ${colour.quiet}; font-size: 14px; padding-top: 3px;
`;
const Change = styled.span`
  align-self: start; background: ${colour.brassSoft}; color: ${colour.brassText}; font-weight: 650; font-size: 12.5px; padding: 1px 5px; margin-right: 8px; border-radius: 2px;
`;
const End = styled.span`
  border-left: 3px solid ${colour.ink}; padding: 8px 0 0 10px; font: 650 16px/1.2 ${nameFace}; min-height: 44px; overflow-wrap: anywhere;
`;
const Ending = styled.div`
  display: grid; grid-template-columns: 44px 1fr; padding-top: 8px;
  > span { font-weight: 650; border-top: 2px solid ${colour.ink}; padding-left: 4px; }
`;
const Cue = styled.p`
  font-style: italic; color: ${colour.quiet}; padding: 3px 0 2px 10px;
`;
