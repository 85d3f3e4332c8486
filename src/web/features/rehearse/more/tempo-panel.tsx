import { bpmOfRound, SPEED_LIMITS, withinLimits } from '../../../../core/rehearse/tempo.ts';
import type { Ramp } from '../../../../core/song/document/scene.ts';
import { sayTempoOf } from '../../../../core/words/rehearse/stage-words.ts';
import { Choice } from '../../../ui/choice.tsx';
import { Field } from '../../../ui/field.tsx';
import { Panel } from '../../../ui/panel.tsx';
import type { PlayAlong } from '../play-along.ts';
import { songBpmOf } from '../play-along-desk.ts';

const WAYS = [
  { value: 'steady', text: 'steady' },
  { value: 'ramp', text: 'rising by itself' },
  { value: 'counted', text: 'as rounds are clean' },
] as const;

/** How fast: steady, rising by itself, or as clean rounds are counted. */
export function TempoPanel({ playAlong }: { readonly playAlong: PlayAlong }) {
  const { bpm, ramp } = playAlong.use((state) => state.setup);
  const isCounted = playAlong.use((state) => state.isCounted);
  const songBpm = songBpmOf(playAlong.use((state) => state.song.document));
  const way = isCounted ? 'counted' : ramp === null ? 'steady' : 'ramp';
  const choose = (next: (typeof WAYS)[number]['value']): void => {
    playAlong.use.setState({ isCounted: next === 'counted' });
    playAlong.change({ ramp: next === 'ramp' ? plainRamp(songBpm) : null });
  };
  return (
    <Panel
      title="How fast"
      summary={`${Math.round(ramp === null ? bpm : bpmOfRound(ramp, 0))} ${sayTempoOf(songBpm, ramp, isCounted)}`}
    >
      <Choice label="Tempo" options={WAYS} value={way} onChange={choose} />
      {ramp === null ? (
        <>
          <NumberField
            label="Beats a minute"
            value={Math.round(bpm)}
            onCommit={(value) => playAlong.change({ bpm: value })}
            limits={limitsOf(songBpm)}
          />
          <NumberField
            label="or percent of the song"
            value={Math.round((bpm * 100) / songBpm)}
            onCommit={(value) => playAlong.change({ bpm: (songBpm * value) / 100 })}
            limits={[SPEED_LIMITS.slowest, SPEED_LIMITS.fastest]}
          />
        </>
      ) : (
        <RampFields ramp={ramp} songBpm={songBpm} onChange={(next) => playAlong.change({ ramp: next })} />
      )}
    </Panel>
  );
}

/** From three quarters of the tempo up to it, by three every second round. */
function plainRamp(songBpm: number): Ramp {
  return { startBpm: Math.round(songBpm * 0.75), stepBpm: 3, everyRounds: 2, goalBpm: Math.round(songBpm) };
}

function RampFields(props: { readonly ramp: Ramp; readonly songBpm: number; readonly onChange: (ramp: Ramp) => void }) {
  const { ramp, songBpm, onChange } = props;
  return (
    <>
      <NumberField
        label="Starts at"
        value={ramp.startBpm}
        limits={limitsOf(songBpm)}
        onCommit={(startBpm) => onChange({ ...ramp, startBpm })}
      />
      <NumberField
        label="Up by"
        value={ramp.stepBpm}
        limits={[1, 20]}
        onCommit={(stepBpm) => onChange({ ...ramp, stepBpm })}
      />
      <NumberField
        label="after so many rounds"
        value={ramp.everyRounds}
        limits={[1, 16]}
        onCommit={(everyRounds) => onChange({ ...ramp, everyRounds })}
      />
      <NumberField
        label="as far as"
        value={ramp.goalBpm}
        limits={limitsOf(songBpm)}
        onCommit={(goalBpm) => onChange({ ...ramp, goalBpm })}
      />
    </>
  );
}

function limitsOf(songBpm: number): readonly [number, number] {
  return [Math.ceil(withinLimits(0, songBpm)), Math.floor(withinLimits(Number.POSITIVE_INFINITY, songBpm))];
}

/** A whole number within limits; anything else is refused with what would do. */
function NumberField(props: {
  readonly label: string;
  readonly value: number;
  readonly limits: readonly [number, number];
  readonly onCommit: (value: number) => void;
}) {
  const { label, value, limits, onCommit } = props;
  const [least, most] = limits;
  return (
    <Field
      label={label}
      value={String(value)}
      onCommit={(text) => {
        const number = Number(text.trim());
        if (!Number.isInteger(number) || number < least || number > most) {
          return `Write a whole number from ${least} to ${most}.`;
        }
        onCommit(number);
        return null;
      }}
    />
  );
}
