import { memo } from 'react';
import { styled } from 'styled-components';
import type { ChordSymbol } from '../../../../core/harmony/chord-symbol.ts';
import { barChangeWords } from '../../../../core/page/handout/bar-signs.ts';
import type { Metre } from '../../../../core/rhythm/metre.ts';
import type { Bar, StoredPattern } from '../../../../core/song/document/document.ts';
import { STAR_SIGN, sayMarks } from '../../../../core/words/mark-words.ts';
import { useSounding } from '../../../sound/sounding.ts';
import { colour, nameFace } from '../../../theme/tokens.ts';
import { Signed } from '../../../ui/signed.tsx';

/** How the names of a map are written: the shapes large and what sounds small, or the other way round. */
export type MapNaming = {
  readonly metre: Metre;
  readonly large: (chord: ChordSymbol) => string;
  readonly small: (chord: ChordSymbol) => string;
  /** The right hand's patterns, by the place they are kept for; null is the song. */
  readonly hands: ReadonlyMap<number | null, StoredPattern>;
  /** The passes of the form, by their ids. */
  readonly passIds: readonly number[];
};

type BarCellProps = {
  readonly bar: Bar;
  readonly place: string;
  /** Its number in its line, from 1. */
  readonly number: number;
  /** Where it stands, in words: "Verse, line 2, bar 3". */
  readonly where: string;
  readonly naming: MapNaming;
  readonly isSelected: boolean;
  /** Whether the keyboard comes to the map at this bar. */
  readonly isEntry: boolean;
  /** Whether it is the one bar in which a line differs from the line it resembles. */
  readonly isOdd: boolean;
  /** Whether it says "same" after a held chord, which rings on through it. */
  readonly isRinging: boolean;
  /** The right hand's pattern where it changes, else empty. */
  readonly hand: string;
  readonly refused: string;
};

/** One bar: its chords large, what else they are called small, marks drawn and worded. */
export const BarCell = memo(function BarCell(props: BarCellProps) {
  const { bar, place, number, where, naming, isSelected, isEntry, isOdd, isRinging, hand, refused } = props;
  const metre = bar.metre ?? naming.metre;
  const isLit = useSounding(
    (state) => state.bar?.barId === bar.id && isInPass(place, naming.passIds[state.bar.passIndex]),
  );
  const changes = [barChangeWords(bar, metre), hand, bar.note].filter((text) => text !== '').join(', ');
  let start = 0;
  return (
    <Cell
      type="button"
      data-place={place}
      data-number={number}
      aria-label={`${where}: ${wordsOf(bar, naming, changes)}${refused === '' ? '' : `, ${refused}`}`}
      data-lit={isLit || undefined}
      data-odd={isOdd || undefined}
      data-refused={refused !== '' || undefined}
      aria-pressed={isSelected}
      tabIndex={isEntry ? 0 : -1}
    >
      {changes !== '' && (
        <Change>
          <Signed text={changes} />
        </Change>
      )}
      {bar.same && <Same>{isRinging ? 'same, rings on' : 'same'}</Same>}
      {bar.slots.map((slot) => {
        const mark = sayMarks({ ...slot, isStarred: false }, start, metre);
        start += slot.ticks;
        return (
          <Chord key={slot.id} $ticks={slot.ticks}>
            {slot.isTied ? (
              <Tie viewBox="0 0 40 12" aria-hidden="true">
                <path d="M1 11 Q20 -6 39 11" />
              </Tie>
            ) : (
              <b data-marked={mark !== '' || slot.isStarred || undefined}>
                <Signed text={slot.chord === null ? 'no chord' : naming.large(slot.chord)} />
                {slot.isStarred && <span title="marked">{STAR_SIGN}</span>}
              </b>
            )}
            <small>
              <Signed text={[slot.chord === null ? '' : naming.small(slot.chord), mark].filter(Boolean).join(' · ')} />
            </small>
            {slot.cue !== null && <i>{slot.cue}</i>}
          </Chord>
        );
      })}
      {refused !== '' && <Refused>{refused}</Refused>}
    </Cell>
  );
});

/** Whether a place shows a pass: its own where the song is shown as it is played, and every one where it is shown as written. */
function isInPass(place: string, passId: number | undefined): boolean {
  return !place.startsWith('pass ') || place.startsWith(`pass ${passId}/`);
}

/** What a bar says to those who hear the page: its chords with what is marked on them, and what changes in it. */
function wordsOf(bar: Bar, naming: MapNaming, changes: string): string {
  let start = 0;
  const slots = bar.slots.map((slot) => {
    const mark = sayMarks(slot, start, bar.metre ?? naming.metre);
    start += slot.ticks;
    const name = slot.isTied ? 'rings on' : slot.chord === null ? 'no chord' : naming.large(slot.chord);
    return [name, mark].filter((text) => text !== '').join(' ');
  });
  const said = bar.same ? ['same as the bar before'] : slots;
  return [...said, changes].filter((text) => text !== '').join(', ');
}

const Cell = styled.button`
  display: flex; position: relative; min-height: 48px; padding: 3px 4px 2px 9px; border: 0; border-left: 1px solid ${colour.quiet};
  align-items: start; flex-wrap: wrap; background: transparent; text-align: left; cursor: pointer; border-radius: 0; width: 100%;
  &::before { content: attr(data-number); position: absolute; right: 4px; top: 1px; font-size: 11px; color: ${colour.quiet}; }
  &:first-child { border-left: 3px solid ${colour.ink}; }
  &:hover { background: ${colour.spruceSoft}; }
  &[aria-pressed='true'] { background: ${colour.spruceSoft}; box-shadow: inset 0 0 0 2px ${colour.spruce}; }
  &[data-lit] { background: ${colour.brassSoft}; border-left: 4px solid ${colour.brass}; padding-left: 6px; }
  &[data-odd] { box-shadow: inset 0 -3px 0 ${colour.brass}; }
  &[data-odd][aria-pressed='true'] { box-shadow: inset 0 0 0 2px ${colour.spruce}, inset 0 -3px 0 ${colour.brass}; }
  &[data-refused] { box-shadow: inset 0 -2px 0 ${colour.rosewood}; }
  &:focus-visible { outline-offset: -1px; z-index: 1; }
`;
const Chord = styled.span<{ readonly $ticks: number }>`
  flex: ${({ $ticks }) => $ticks} 1 0; min-width: 0; overflow-wrap: anywhere;
  b { font: 650 19px/1.2 ${nameFace}; }
  b[data-marked] { border-bottom: 3px solid ${colour.brass}; }
  small { display: block; font-size: 12.5px; color: ${colour.quiet}; padding-top: 2px; }
  i { display: block; font-size: 12.5px; color: ${colour.quiet}; }
`;
const Tie = styled.svg`
  display: block; width: 40px; height: 12px; margin: 6px 0 4px -6px; fill: none; stroke: ${colour.ink}; stroke-width: 1.6;
`;
const Same = styled.i`
  color: ${colour.quiet}; font-size: 14px; padding-top: 3px;
`;
const Change = styled.span`
  align-self: start; background: ${colour.brassSoft}; color: ${colour.brassText}; font-weight: 650; font-size: 12.5px; padding: 1px 5px; margin-right: 8px; border-radius: 2px;
`;
const Refused = styled.small`
  flex-basis: 100%; color: ${colour.rosewood}; font-size: 12.5px; overflow-wrap: anywhere;
`;
