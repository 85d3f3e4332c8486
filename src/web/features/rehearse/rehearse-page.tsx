import { type ReactNode, useState } from 'react';
import { styled } from 'styled-components';
import { listPlayedBars } from '../../../core/song/played/played-bars.ts';
import { useDocument } from '../../editor/use-song.tsx';
import { HeadphoneNote } from '../../sound/headphone-note.tsx';
import { useSounding } from '../../sound/sounding.ts';
import { colour, frame } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { Caution } from '../../ui/caution.tsx';
import { Choice } from '../../ui/choice.tsx';
import { EmptyStep } from '../../ui/empty-state.tsx';
import { useKeyedActions } from '../../ui/keys.tsx';
import { useView } from '../../ui/use-view.ts';
import { doAct, REHEARSE_ACTS } from './acts.ts';
import { DrillsView } from './drills/drills-view.tsx';
import { BandPanel } from './more/band-panel.tsx';
import { FilesPanel } from './more/files-panel.tsx';
import { LoopPanel } from './more/loop-panel.tsx';
import { RangePanel } from './more/range-panel.tsx';
import { ScenesPanel } from './more/scenes-panel.tsx';
import { TempoPanel } from './more/tempo-panel.tsx';
import { PedalsPanel } from './pedals/pedals-panel.tsx';
import { usePedals } from './pedals/use-pedals.ts';
import type { PlayAlong } from './play-along.ts';
import { Controls } from './stage/controls.tsx';
import { Stage } from './stage/stage.tsx';
import { TuneView } from './tune/tune-view.tsx';
import { sayInsecure, useAwake } from './use-awake.ts';
import { useFullScreen } from './use-full-screen.ts';
import { usePlayAlong } from './use-play-along.ts';

/** Step 8: the song is played through, slow to fast, with a band that does not wait. */
export function RehearsePage() {
  return listPlayedBars(useDocument()).length === 0 ? (
    <EmptyStep title="Nothing to play yet" text="The band plays what stands in the song; it has no bars yet." />
  ) : (
    <Views />
  );
}

const VIEWS = [
  { value: 'play', text: 'Play along' },
  { value: 'drills', text: 'Drills' },
  { value: 'tune', text: 'Tune the room' },
] as const;

function Views() {
  const [view, setView] = useView('of', ['play', 'drills', 'tune']);
  useKeyedActions('Rehearse', [
    { key: 'b', label: 'Play along, drills, or tuning', run: () => setView(NEXT_VIEW[view]) },
  ]);
  const switcher = <Choice label="Show" options={VIEWS} value={view} onChange={setView} />;
  if (view === 'drills') {
    return <DrillsView switcher={switcher} />;
  }
  return view === 'tune' ? <TuneView switcher={switcher} /> : <PlayAlongView switcher={switcher} />;
}

const NEXT_VIEW = { play: 'drills', drills: 'tune', tune: 'play' } as const;

const FOR_WHOM = [
  { value: 'player', text: 'for a player' },
  { value: 'class', text: 'for a class' },
] as const;

function PlayAlongView({ switcher }: { readonly switcher: ReactNode }) {
  const playAlong = usePlayAlong();
  const [forWhom, setForWhom] = useView('stage', ['player', 'class']);
  const [isMoreOpen, setMoreOpen] = useState(false);
  const { isFull, toggle } = useFullScreen();
  const pedals = usePedals((act) => doAct(playAlong, act));
  const isPlaying = playAlong.use((state) => state.place !== null);
  useAwake(isPlaying);
  useKeyedActions('Rehearse', [
    ...REHEARSE_ACTS.map(({ act, key, label }) => ({ key, label, run: () => doAct(playAlong, act) })),
    { key: 'm', label: 'More, or less', run: () => setMoreOpen(!isMoreOpen) },
    { key: 'f', label: 'The stage alone, or in its frame', run: toggle },
  ]);
  return (
    <Page data-full={isFull || undefined} data-more={isMoreOpen || undefined}>
      <div>
        <Stage playAlong={playAlong} isForClass={forWhom === 'class'} />
        <Controls
          playAlong={playAlong}
          more={{ isOpen: isMoreOpen, toggle: () => setMoreOpen(!isMoreOpen) }}
          idle={isMoreOpen ? undefined : switcher}
        />
        <SoundProblem />
        <HeadphoneNote />
      </div>
      {isMoreOpen && (
        <aside aria-label="More">
          {switcher}
          <Row>
            <Choice label="The stage" options={FOR_WHOM} value={forWhom} onChange={setForWhom} />
            <Button onPress={toggle}>{isFull ? 'Back into the frame' : 'The stage alone'}</Button>
          </Row>
          <More playAlong={playAlong} />
          <PedalsPanel pedals={pedals} />
          {sayInsecure() !== '' && <p>{sayInsecure()}</p>}
        </aside>
      )}
    </Page>
  );
}

function More({ playAlong }: { readonly playAlong: PlayAlong }) {
  return (
    <>
      <RangePanel playAlong={playAlong} />
      <TempoPanel playAlong={playAlong} />
      <BandPanel playAlong={playAlong} />
      <LoopPanel playAlong={playAlong} />
      <ScenesPanel playAlong={playAlong} />
      <FilesPanel playAlong={playAlong} />
    </>
  );
}

function SoundProblem() {
  const problem = useSounding((state) => state.problem);
  return problem === '' ? null : <Caution role="alert">{problem}</Caution>;
}

const Page = styled.div`
  display: grid; grid-template-columns: minmax(0, 1fr); min-height: calc(100vh - ${frame.stripPx + 1}px); background: ${colour.paper};
  &[data-more] { grid-template-columns: minmax(0, 1fr) ${frame.asidePx + 60}px; }
  > div { padding: 18px 32px; display: grid; grid-template-rows: minmax(0, 1fr) auto; min-width: 0; align-content: space-between; }
  > aside { border-left: 1px solid ${colour.hairline}; padding: 16px 20px; overflow: auto; max-height: calc(100vh - ${frame.stripPx + 1}px); display: grid; gap: 8px; align-content: start; position: sticky; top: ${frame.stripPx + 1}px; }
  &[data-full] { position: fixed; inset: 0; z-index: 20; overflow: auto; }
  &[data-full] > aside { top: 0; max-height: 100vh; }
  @media (max-width: 1000px) {
    &[data-more] { grid-template-columns: minmax(0, 1fr); }
    > div { padding: 12px 14px; }
    > aside { border-left: 0; border-top: 1px solid ${colour.hairline}; position: static; max-height: none; }
  }
`;
const Row = styled.div`
  display: flex; flex-wrap: wrap; gap: 10px; align-items: end;
`;
