import { sayRange } from '../../../../core/words/rehearse/scene-words.ts';
import { Panel } from '../../../ui/panel.tsx';
import { Select } from '../../../ui/select.tsx';
import { Tick } from '../../../ui/tick.tsx';
import type { PlayAlong } from '../play-along.ts';
import { useSongChordName } from '../use-song-chord-name.ts';
import { RangeFields } from './range-fields.tsx';

/** What is rehearsed, whether it goes round, and how it is counted in. */
export function RangePanel({ playAlong }: { readonly playAlong: PlayAlong }) {
  const setup = playAlong.use((state) => state.setup);
  const { document } = playAlong.use((state) => state.song);
  const nameOf = useSongChordName();
  const { range, isLooped, hasRest, roundsPerStage, countInBars } = setup;
  return (
    <Panel title="What is played" summary={sayRange(document, range, nameOf)} isOpenAtFirst>
      <RangeFields label="Range" range={range} onChange={(next) => playAlong.change({ range: next })} />
      {range.kind === 'joined' ? (
        <Select
          label="The next section joins"
          options={JOINING}
          value={roundsPerStage === null ? 'asked' : String(roundsPerStage)}
          onChange={(value) => playAlong.change({ roundsPerStage: value === 'asked' ? null : Number(value) })}
        />
      ) : (
        <Tick text="over and over" isOn={isLooped} onChange={(isOn) => playAlong.change({ isLooped: isOn })} />
      )}
      <Tick
        text="a bar of rest between rounds"
        isOn={hasRest}
        onChange={(isOn) => playAlong.change({ hasRest: isOn })}
      />
      <Select
        label="Counted in"
        options={COUNTING}
        value={String(countInBars)}
        onChange={(value) => playAlong.change({ countInBars: value === '0' ? 0 : value === '1' ? 1 : 2 })}
      />
    </Panel>
  );
}

const JOINING = [
  { value: 'asked', text: 'when it is asked for' },
  { value: '1', text: 'after one round' },
  { value: '2', text: 'after two rounds' },
  { value: '3', text: 'after three rounds' },
] as const;

const COUNTING = [
  { value: '0', text: 'not at all' },
  { value: '1', text: 'one bar' },
  { value: '2', text: 'two bars, for a class' },
] as const;
