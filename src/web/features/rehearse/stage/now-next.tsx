import { memo, useRef } from 'react';
import { styled } from 'styled-components';
import { formatChordSymbol } from '../../../../core/harmony/chord-symbol.ts';
import { beatsUntil, nowAndNext, type Standing } from '../../../../core/rehearse/standing.ts';
import type { Finger } from '../../../../core/shapes/shape.ts';
import { type PlayedBar, slotEntryTick } from '../../../../core/song/played/played-bars.ts';
import { sayNextIn, sayStaying } from '../../../../core/words/rehearse/stage-words.ts';
import { useChordName } from '../../../api/settings.tsx';
import { ShapeBox } from '../../../painters/shape-box.tsx';
import { type Sounding, useSounding } from '../../../sound/sounding.ts';
import { colour, nameFace } from '../../../theme/tokens.ts';
import { Signed } from '../../../ui/signed.tsx';
import type { StageSight } from '../use-stage.ts';

/** The chord that is held and the one that comes, large; each with its box, and the fingers that stay. For a class only names and the count. */
export function NowNext({ stage, isForClass }: { readonly stage: StageSight; readonly isForClass: boolean }) {
  const { guitar, index, ahead, place } = stage;
  const isCounting = place.kind !== 'bar';
  const tick = useChordTick(stage);
  const { now, next, dueTick, staying } = nowAndNext(guitar, ahead, isCounting ? -1 : tick);
  const bar = index === null ? undefined : guitar.played[index];
  return (
    <Pair data-class={isForClass || undefined}>
      <Now>
        <small>{isCounting ? 'counting in' : 'now'}</small>
        {isCounting ? <LastCount /> : <Chord standing={now} isLarge hasBox={!isForClass} staying={NO_FINGERS} />}
      </Now>
      <Next>
        <small>{isCounting ? 'begins with' : <NextIn dueTick={dueTick} chordTick={tick} bar={bar ?? null} />}</small>
        <Chord standing={next} isLarge={false} hasBox={!isForClass} staying={isCounting ? NO_FINGERS : staying} />
        {isForClass && !isCounting && <LastCount isHidden />}
      </Next>
    </Pair>
  );
}

/** In how many beats the next chord comes: all that changes from beat to beat is drawn by itself. */
function NextIn(props: {
  readonly dueTick: number | null;
  readonly chordTick: number;
  readonly bar: PlayedBar | null;
}) {
  const { dueTick, chordTick, bar } = props;
  const beatTick = useTickOf(({ moment }) => moment?.counted !== null && moment?.counted !== undefined);
  const tick = Math.max(beatTick, chordTick);
  return sayNextIn(dueTick === null || bar === null ? null : beatsUntil(dueTick, tick, bar));
}

function LastCount({ isHidden = false }: { readonly isHidden?: boolean }) {
  const counted = useLastCount();
  return <Beat aria-hidden={isHidden || undefined}>{counted ?? '·'}</Beat>;
}

/** The tick at which the chord that stands was struck. The strums and beats between change nothing that is read here. */
function useChordTick({ guitar, index }: StageSight): number {
  const slots = index === null ? [] : (guitar.played[index]?.slots ?? []);
  const starts = slots.map((_, at) => slotEntryTick(slots, at));
  const next = index === null ? undefined : guitar.played[index + 1]?.slots[0];
  const early = index === null || next === undefined ? -1 : (guitar.played[index]?.lengthTicks ?? 0) - next.pushTicks;
  const ticks = [0, ...starts, early];
  return useTickOf(({ moment }) => moment !== null && ticks.includes(moment.tick));
}

/** The tick of the last moment that is told. */
function useTickOf(isTold: (sounding: Sounding) => boolean): number {
  const last = useRef(0);
  return useSounding((sounding) => {
    const { moment } = sounding;
    last.current = moment !== null && isTold(sounding) ? (moment.index === null ? 0 : moment.tick) : last.current;
    return last.current;
  });
}

/** What was counted last: between the beats it stands. */
function useLastCount(): number | null {
  const counted = useSounding(({ moment }) => moment?.counted ?? null);
  const last = useRef(counted);
  if (counted !== null) {
    last.current = counted;
  }
  return last.current;
}

const NO_FINGERS: readonly Finger[] = [];

const Chord = memo(
  function Chord(props: {
    readonly standing: Standing | null;
    readonly isLarge: boolean;
    readonly hasBox: boolean;
    readonly staying: readonly Finger[];
  }) {
    const { standing, isLarge, hasBox, staying } = props;
    const nameOf = useChordName();
    const chord = standing?.held?.chord ?? standing?.chord ?? null;
    const name = standing === null ? '–' : chord === null ? 'silence' : nameOf(chord);
    const held = chord === null ? null : (standing?.held ?? null);
    return (
      <Body>
        <div>
          <Name $letters={Math.max(3, name.length)} data-large={isLarge || undefined}>
            <Signed text={name} />
          </Name>
          <p>{hasBox ? sayStaying(staying) : ''}</p>
        </div>
        {hasBox && held !== null && (
          <ShapeBox
            fingering={held.fingering}
            capoFret={0}
            gridPx={isLarge ? 150 : 116}
            detail="fingers"
            {...(staying.length > 0 ? { dark: new Set(staying) } : {})}
          />
        )}
      </Body>
    );
  },
  (a, b) =>
    a.isLarge === b.isLarge &&
    a.hasBox === b.hasBox &&
    a.staying.join() === b.staying.join() &&
    isSameLook(a.standing, b.standing),
);

function isSameLook(a: Standing | null, b: Standing | null): boolean {
  const nameOf = (each: Standing | null): string => (each?.chord == null ? '' : formatChordSymbol(each.chord));
  return (a === null) === (b === null) && nameOf(a) === nameOf(b) && a?.held === b?.held;
}

/** Heights are kept whatever stands here, so that nothing below moves while it is read; they follow the height of the window. */
const Pair = styled.div`
  display: grid; grid-template-columns: minmax(0, 11fr) minmax(0, 9fr); gap: 0 28px; height: clamp(150px, 31vh, 420px); overflow: hidden; contain: layout paint style;
  small { font-size: clamp(14px, 2.3vh, 22px); color: ${colour.quiet}; }
  &[data-class] { height: clamp(180px, 46vh, 620px); }
  @media (max-width: 700px) { height: clamp(160px, 25vh, 230px); gap: 0 10px; }
  @media (max-height: 520px) { height: 132px; }
`;
const Side = styled.div`
  min-width: 0; container-type: inline-size; display: flex; flex-direction: column;
`;
const Now = styled(Side)`
  border-left: 6px solid ${colour.brass}; padding-left: 22px;
  @media (max-width: 700px) { padding-left: 10px; }
`;
const Next = styled(Side)`
  color: ${colour.ink};
`;
const Body = styled.div`
  display: grid; grid-template-columns: minmax(0, 1fr) auto; column-gap: 14px; align-items: start;
  > div { min-width: 0; container-type: inline-size; }
  p { font-size: clamp(15px, 2.6vh, 26px); color: ${colour.brassText}; margin: 6px 0 0; }
  svg { max-width: 44cqi; height: clamp(96px, 27vh, 340px); width: auto; }
  @media (max-width: 700px) { grid-template-columns: minmax(0, 1fr); svg { max-width: 90cqi; height: clamp(80px, 13vh, 120px); } }
`;
/** As large as its letters and the window leave room for; a name is never broken. */
const Name = styled.b<{ readonly $letters: number }>`
  display: block; white-space: nowrap; font: 650 min(11vh, calc(150cqi / ${({ $letters }) => $letters}))/1.1 ${nameFace};
  &[data-large] { font-size: min(21vh, calc(150cqi / ${({ $letters }) => $letters})); }
  [data-class] & { font-size: min(16vh, calc(150cqi / ${({ $letters }) => $letters})); }
  [data-class] &[data-large] { font-size: min(36vh, calc(150cqi / ${({ $letters }) => $letters})); }
  @media (max-width: 700px) { &[data-large] { font-size: min(9vh, calc(150cqi / ${({ $letters }) => $letters})); } font-size: min(6vh, calc(150cqi / ${({ $letters }) => $letters})); }
`;
const Beat = styled.i`
  font: 650 min(26vh, 34cqi)/1 ${nameFace}; color: ${colour.brassText}; font-style: normal;
`;
