import { styled } from 'styled-components';
import type { SingerFit } from '../../../core/arrange/setup/singer-fit.ts';
import type { Key } from '../../../core/harmony/key.ts';
import type { PitchRange } from '../../../core/pitch/midi.ts';
import { formatPitchIn } from '../../../core/words/setup-words.ts';
import { colour } from '../../theme/tokens.ts';
import { SignedInPicture } from '../../ui/signed.tsx';

const WIDTH = 248;
const SPARE_SEMITONES = 3;

/** A voice as a bar, the tune in it as a thinner one; the ends are named, and what sticks out is rosewood. */
export function SingerBar(props: { readonly fit: SingerFit; readonly singer: PitchRange; readonly soundingKey: Key }) {
  const { fit, singer, soundingKey } = props;
  const low = Math.min(singer.lowMidi, fit.sung.lowMidi) - SPARE_SEMITONES;
  const high = Math.max(singer.highMidi, fit.sung.highMidi) + SPARE_SEMITONES;
  const x = (midi: number): number => ((midi - low) / (high - low)) * WIDTH;
  const isOut = fit.below < 0 || fit.above < 0;
  const name = (midi: number): string => formatPitchIn(midi, soundingKey);
  return (
    <Svg viewBox={`0 0 ${WIDTH} 54`} width={WIDTH} height={54} aria-hidden="true">
      <rect x={0} y={24} width={WIDTH} height={6} rx={3} fill={colour.hairline} />
      <rect
        x={x(singer.lowMidi)}
        y={22}
        width={x(singer.highMidi) - x(singer.lowMidi)}
        height={10}
        rx={5}
        fill={colour.spruce}
      />
      <rect
        x={x(fit.sung.lowMidi)}
        y={25}
        width={x(fit.sung.highMidi) - x(fit.sung.lowMidi)}
        height={4}
        rx={2}
        fill={isOut ? colour.rosewood : colour.brassSoft}
        stroke={isOut ? colour.paper : 'none'}
      />
      <text x={x(fit.sung.lowMidi)} y={15} textAnchor="start">
        <SignedInPicture text={`tune ${name(fit.sung.lowMidi)}`} />
      </text>
      <text x={x(fit.sung.highMidi)} y={15} textAnchor="end">
        <SignedInPicture text={name(fit.sung.highMidi)} />
      </text>
      <text x={x(singer.lowMidi)} y={48} textAnchor="start">
        <SignedInPicture text={`voice ${name(singer.lowMidi)}`} />
      </text>
      <text x={x(singer.highMidi)} y={48} textAnchor="end">
        <SignedInPicture text={name(singer.highMidi)} />
      </text>
    </Svg>
  );
}

const Svg = styled.svg`
  display: block; max-width: 100%;
  text { font-size: 12px; fill: ${colour.quiet}; }
`;
