import { IN_TUNE_CENTS } from '../../../../core/fretboard/tuner.ts';
import { range } from '../../../../core/kernel/list.ts';
import { colour } from '../../../theme/tokens.ts';

const SHOWN_CENTS = 50;
const STEP_CENTS = 10;
const PX_A_CENT = 8;
const MIDDLE_PX = SHOWN_CENTS * PX_A_CENT + 20;

/** How far a string is off, half a semitone either way; beyond that the needle stands at the end. Without a pitch there is none. */
export function Needle({ cents }: { readonly cents: number | null }) {
  const x = (at: number): number => MIDDLE_PX + at * PX_A_CENT;
  const shown = cents === null ? null : Math.max(-SHOWN_CENTS, Math.min(SHOWN_CENTS, cents));
  return (
    <svg viewBox={`0 0 ${2 * MIDDLE_PX} 96`} width="100%" style={{ maxWidth: 2 * MIDDLE_PX }} aria-hidden="true">
      {range(-SHOWN_CENTS / STEP_CENTS, SHOWN_CENTS / STEP_CENTS + 1).map((step) => (
        <line
          key={step}
          x1={x(step * STEP_CENTS)}
          x2={x(step * STEP_CENTS)}
          y1={step === 0 ? 4 : 20}
          y2={48}
          stroke={colour.quiet}
          strokeWidth={step === 0 ? 5 : 2}
        />
      ))}
      <rect x={x(-IN_TUNE_CENTS)} y={54} width={2 * IN_TUNE_CENTS * PX_A_CENT} height={8} fill={colour.spruceMid} />
      {shown !== null && (
        <path
          d={`M ${x(shown)} 54 l -14 36 h 28 z`}
          fill={Math.abs(shown) <= IN_TUNE_CENTS ? colour.spruce : colour.rosewood}
        />
      )}
    </svg>
  );
}
