import { styled } from 'styled-components';
import { range } from '../../../core/kernel/list.ts';
import type { Change, FingerStep } from '../../../core/shapes/change.ts';
import { useSettings } from '../../api/settings.tsx';
import { usePlaceStyle } from '../../editor/use-place-style.ts';
import { colour } from '../../theme/tokens.ts';
import { changeFrame, drawFinger, fretsOfChange, type Stage } from './change-geometry.ts';

const RADIUS = 14;

/** The hand on the neck at one stage of a change: fingers that stay are brass, those in the air are hollow. */
export function ChangePicture({ change, stage }: { readonly change: Change; readonly stage: Stage }) {
  const { isLeftHanded } = useSettings();
  const { tuning, fretOffset } = usePlaceStyle();
  const strings = tuning.openMidi.length;
  const { first, count } = fretsOfChange(change.steps);
  const frame = changeFrame(strings, count, isLeftHanded);
  return (
    <Svg
      viewBox={`0 0 ${frame.widthPx} ${frame.heightPx}`}
      width={frame.widthPx}
      height={frame.heightPx}
      aria-hidden="true"
    >
      {range(0, count + 1).map((wire) => (
        <line
          key={wire}
          x1={frame.left}
          x2={frame.right}
          y1={frame.yOfWire(wire)}
          y2={frame.yOfWire(wire)}
          stroke={colour.quiet}
          strokeWidth={wire === 0 && first === 1 ? 4 : 1}
        />
      ))}
      {range(0, strings).map((string) => (
        <line
          key={string}
          x1={frame.xOf(string)}
          x2={frame.xOf(string)}
          y1={frame.yOfWire(0)}
          y2={frame.yOfWire(count)}
          stroke={colour.quiet}
          strokeWidth={1}
        />
      ))}
      {range(0, count).map((place) => (
        <text key={place} x={frame.left - 20} y={frame.yOfFret(place) + 5} textAnchor="end">
          {first + place + fretOffset}
        </text>
      ))}
      {change.steps.map((step) => (
        <FingerMark key={String(step.finger)} step={step} stage={stage} firstFret={first} frame={frame} />
      ))}
    </Svg>
  );
}

function FingerMark(props: {
  readonly step: FingerStep;
  readonly stage: Stage;
  readonly firstFret: number;
  readonly frame: ReturnType<typeof changeFrame>;
}) {
  const { step, stage, firstFret, frame } = props;
  const drawn = drawFinger(step, stage);
  if (drawn === null) {
    return null;
  }
  const { place, isPressing } = drawn;
  const [a, b] = [frame.xOf(place.lowString), frame.xOf(place.highString)];
  const stays = step.action === 'anchor';
  const fill = isPressing ? (stays ? colour.brass : colour.ink) : colour.sheet;
  return (
    <Moving
      style={{ transform: `translate(${Math.min(a, b)}px, ${frame.yOfFret(place.fret - firstFret)}px)` }}
      $isUp={!isPressing}
    >
      <rect
        x={-RADIUS}
        y={-RADIUS}
        width={Math.abs(b - a) + RADIUS * 2}
        height={RADIUS * 2}
        rx={RADIUS}
        fill={fill}
        stroke={stays ? colour.brass : colour.ink}
        strokeWidth={2}
        strokeDasharray={isPressing ? 'none' : '4 3'}
      />
      <text x={Math.abs(b - a) / 2} y={5} textAnchor="middle" fill={isPressing && !stays ? colour.sheet : colour.ink}>
        {step.finger}
      </text>
    </Moving>
  );
}

const Svg = styled.svg`
  display: block; max-width: 100%;
  text { font-size: 14px; }
  > text { fill: ${colour.quiet}; }
`;
const Moving = styled.g<{ readonly $isUp: boolean }>`
  transition: transform 0.45s ease-in-out, opacity 0.3s; opacity: ${({ $isUp }) => ($isUp ? 0.55 : 1)};
  @media (prefers-reduced-motion: reduce) { transition: none; }
`;
