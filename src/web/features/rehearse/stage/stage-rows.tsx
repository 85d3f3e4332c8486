import { memo } from 'react';
import { styled } from 'styled-components';
import type { Performed } from '../../../../core/arrange/performance/performance.ts';
import type { PlayedBar } from '../../../../core/song/played/played-bars.ts';
import { useChordName } from '../../../api/settings.tsx';
import { colour, nameFace } from '../../../theme/tokens.ts';
import { Signed } from '../../../ui/signed.tsx';
import type { StageSight } from '../use-stage.ts';

/**
 * The row that is played and the one after it, in two places that never move: the one that is played stays where it is, and the other place
 * takes the next row once this one has begun.
 */
export function StageRows({ stage }: { readonly stage: StageSight }) {
  const { guitar, shown, rows, row, indexes, index, place } = stage;
  return (
    <Rows>
      {shown.map((at, slot) => {
        const own = at === null ? undefined : rows[at];
        return (
          <Row
            // biome-ignore lint/suspicious/noArrayIndexKey: the two places are what stays
            key={slot}
            guitar={guitar}
            bars={own === undefined ? NONE : indexes.slice(own.from, own.to)}
            lit={at === row && place.kind === 'bar' ? index : null}
            isCurrent={at === row}
          />
        );
      })}
    </Rows>
  );
}

const NONE: readonly number[] = [];

const Row = memo(
  function Row(props: {
    readonly guitar: Performed;
    readonly bars: readonly number[];
    readonly lit: number | null;
    readonly isCurrent: boolean;
  }) {
    const { guitar, bars, lit, isCurrent } = props;
    const first = guitar.played[bars[0] ?? -1];
    return (
      <div data-current={isCurrent || undefined} data-row={bars[0] ?? ''}>
        <Bars $count={Math.max(4, bars.length)} data-empty={bars.length === 0 || undefined}>
          {bars.map((index) => (
            <Bar key={index} data-lit={index === lit || undefined} data-bar={guitar.played[index]?.number}>
              <Chords guitar={guitar} index={index} />
            </Bar>
          ))}
        </Bars>
        <Cue>{first === undefined ? '' : cueOf(first)}</Cue>
      </div>
    );
  },
  (a, b) => a.guitar === b.guitar && a.lit === b.lit && a.isCurrent === b.isCurrent && a.bars.join() === b.bars.join(),
);

function Chords({ guitar, index }: { readonly guitar: Performed; readonly index: number }) {
  const nameOf = useChordName();
  const slots = guitar.bars[index]?.slots ?? [];
  return slots.map(({ slot, held, isMerged }) => {
    const chord = held?.chord ?? slot.chord;
    const text = slot.isTied || isMerged ? '·' : chord === null ? '–' : nameOf(chord);
    return (
      <span key={slot.id}>
        <Signed text={text} />
      </span>
    );
  });
}

/** The first words of a line, in the repeat that is played. */
function cueOf({ section, bar, round, lineId }: PlayedBar): string {
  const line = section.lines.find(({ id }) => id === lineId);
  const own = bar.slots.flatMap(({ cue }) => (cue === null ? [] : [cue]));
  return line?.cues[round - 1] ?? own[0] ?? '';
}

const Rows = styled.div`
  display: grid; gap: clamp(2px, 1.2vh, 18px);
  container-type: inline-size; contain: layout paint style;
  > div { color: ${colour.quiet}; }
  > div[data-current] { color: ${colour.ink}; }
`;
const Bars = styled.div<{ readonly $count: number }>`
  display: grid; grid-template-columns: repeat(${({ $count }) => $count}, minmax(0, 1fr)); height: clamp(44px, 9vh, 120px); overflow: hidden;
  @media (max-width: 700px) { height: 46px; } border-right: 3px solid ${colour.quiet};
  &[data-empty] { border-right-color: transparent; }
`;
const Bar = styled.div`
  display: flex; gap: 14px; border-left: 3px solid ${colour.quiet}; padding: 8px 6px 4px 16px; font: 600 min(clamp(20px, 4.6vh, 60px), 5.4cqi)/1.15 ${nameFace}; min-width: 0; flex-wrap: wrap;
  &[data-lit] { background: ${colour.spruceSoft}; border-left-color: ${colour.brass}; }
  @media (max-width: 700px) { padding: 4px 2px 2px 6px; gap: 8px; }
`;
const Cue = styled.p`
  font-style: italic; font-size: clamp(16px, 3vh, 34px); line-height: 1.4; height: 1.4em; margin: 2px 0 0 18px; white-space: nowrap; overflow: hidden; text-overflow: ellipsis;
  @media (max-width: 700px) { font-size: 17px; }
`;
