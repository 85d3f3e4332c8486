import type { ReactNode } from 'react';
import { styled } from 'styled-components';
import { sayHeardLayers, sayLevels } from '../../../../core/words/rehearse/scene-words.ts';
import { CLICK_WORDS } from '../../../../core/words/rehearse/stage-words.ts';
import { colour } from '../../../theme/tokens.ts';
import { Button } from '../../../ui/button.tsx';
import { STEP_BPM } from '../acts.ts';
import type { PlayAlong } from '../play-along.ts';

/** The four controls of a rehearsal, and the way to all others. */
export function Controls(props: {
  readonly playAlong: PlayAlong;
  /** How all other controls are opened; without it there are none. */
  readonly more?: { readonly isOpen: boolean; readonly toggle: () => void };
  /** Whether only what a drill needs is there: no ways through the song. */
  readonly isDrill?: boolean;
  /** What stands at the end of the row while nothing plays. */
  readonly idle?: ReactNode;
}) {
  const { playAlong, more, isDrill = false, idle } = props;
  const place = playAlong.use((state) => state.place);
  const isStarting = playAlong.use((state) => state.isStarting);
  const isLooped = playAlong.use((state) => state.before !== null);
  const isCounted = playAlong.use((state) => state.isCounted);
  const range = playAlong.use((state) => state.setup.range);
  const isPlaying = place !== null;
  return (
    <Bar role="toolbar" aria-label="Rehearsing">
      <Button
        weight="strong"
        isDisabled={isStarting}
        onPress={() => (isPlaying ? playAlong.stop() : playAlong.start())}
      >
        {isPlaying ? 'Stop' : 'Start'}
      </Button>
      <Button onPress={() => playAlong.faster(-STEP_BPM)}>Slower</Button>
      {!isDrill && (
        <Button onPress={playAlong.loopLine} aria-pressed={isLooped}>
          {isLooped ? 'Leave the loop' : 'Loop this line'}
        </Button>
      )}
      {(!isDrill || range.kind === 'joined') && (
        <Button onPress={playAlong.next}>{range.kind === 'joined' ? 'Join the next' : 'Next section'}</Button>
      )}
      {isCounted && (
        <>
          <Button onPress={() => playAlong.countRound(true)}>Clean</Button>
          <Button onPress={() => playAlong.countRound(false)}>Miss</Button>
          <Counted playAlong={playAlong} />
        </>
      )}
      {more !== undefined && (
        <Button weight="word" aria-expanded={more.isOpen} onPress={more.toggle}>
          More
        </Button>
      )}
      {isPlaying || idle === undefined ? <SetUp playAlong={playAlong} /> : <Idle>{idle}</Idle>}
    </Bar>
  );
}

/** What is set up, in a few words: the level, the click, and who plays. */
function SetUp({ playAlong }: { readonly playAlong: PlayAlong }) {
  const { left, right, click, silent, loop } = playAlong.use((state) => state.setup);
  const hasSecond = playAlong.use((state) => state.song.second !== null);
  return (
    <small>
      {[
        sayLevels(left, right),
        click === 'off' || silent.includes('click') ? 'no click' : `click ${CLICK_WORDS[click]}`,
        sayHeardLayers(silent, loop !== null, hasSecond),
      ]
        .filter((text) => text !== '')
        .join(' · ')}
    </small>
  );
}

function Counted({ playAlong }: { readonly playAlong: PlayAlong }) {
  const { clean, misses } = playAlong.use((state) => state.count);
  return (
    <span role="status">
      {clean} clean, {misses} missed in a row
    </span>
  );
}

const Idle = styled.div`
  margin-left: auto;
  && button { min-width: 0; }
`;
const Bar = styled.div`
  display: flex; flex-wrap: wrap; gap: 10px 14px; align-items: center; padding: 12px 0;
  position: sticky; bottom: 0; background: ${colour.paper};
  @media (max-width: 760px) { bottom: 52px; }
  button { min-height: 56px; min-width: 96px; font-size: 20px; padding: 8px 22px; }
  button[aria-pressed='true'] { border-color: ${colour.brass}; box-shadow: inset 0 -3px 0 ${colour.brass}; }
  small { margin-left: auto; color: ${colour.quiet}; font-size: 16px; }
  span { color: ${colour.quiet}; }
  @media (max-height: 520px) { padding: 4px 0; && button { min-height: 44px; } }
  @media (max-width: 700px) { gap: 8px; padding: 6px 0; button { min-height: 50px; min-width: 0; font-size: 17px; padding: 6px 12px; } }
`;
