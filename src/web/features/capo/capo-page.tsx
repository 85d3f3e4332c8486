import { type ComponentProps, memo, useCallback, useEffect, useMemo, useState } from 'react';
import { Link, useLocation, useNavigate, useNavigation, useSearchParams } from 'react-router';
import { styled } from 'styled-components';
import { MOST_PLANNED_CHORDS } from '../../../core/arrange/setup/setup-plan.ts';
import type { Tuning } from '../../../core/fretboard/tuning.ts';
import { plural } from '../../../core/kernel/plural.ts';
import { bestWords } from '../../../core/words/capo-row-words.ts';
import { joinWords } from '../../../core/words/sentence.ts';
import { formatCapo } from '../../../core/words/setup-words.ts';
import { useChordName } from '../../api/settings.tsx';
import { LaterDocument, usePart } from '../../editor/use-song.tsx';
import { hearPressed, hearShapes } from '../../sound/hear-notes.ts';
import { colour, frame } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { EmptyStep } from '../../ui/empty-state.tsx';
import { useKeyedActions } from '../../ui/keys.tsx';
import { SideSheet } from '../../ui/side-sheet.tsx';
import { Signed } from '../../ui/signed.tsx';
import { Tick } from '../../ui/tick.tsx';
import { CapoReasons } from './capo-reasons.tsx';
import { ChosenBand } from './chosen-band.tsx';
import { ClassPanel } from './class-panel.tsx';
import { CompareDialog, type HeldSetup } from './compare-dialog.tsx';
import { EffortLegend } from './effort-bar.tsx';
import { GuitarPanel } from './guitar-panel.tsx';
import { GuitarsPanel } from './guitars-panel.tsx';
import { KeyLiftPanel } from './key-lift-panel.tsx';
import { KeyPanel } from './key-panel.tsx';
import { Ladder } from './ladder.tsx';
import { PinCautions } from './pin-cautions.tsx';
import { NothingLeft, PinsPanel } from './pins-panel.tsx';
import { TwoCaposPanel } from './two-capos-panel.tsx';
import { type CapoStep, rowAt, useCapoStep, useTakeSetup } from './use-capo-step.ts';

const MOST_HELD = 3;
/** The widest window in which what is said of the chosen fret comes from below, in px. */
const NARROW_PX = 1000;

/** Step 2: the neck as a ladder, and on every rung what the song would need there. */
export function CapoPage() {
  const step = useCapoStep();
  const { document, plan, part, isWorking, failure, easiest, keys } = step;
  const isWaiting = document.chart.draftText !== null;
  const takeSetup = useTakeSetup();
  const { setup } = part;
  const take = useCallback(
    (capoFret: number) => takeSetup({ tuning: setup.tuning, capoFret }, rowAt(plan.rows, capoFret)),
    [takeSetup, setup.tuning, plan.rows],
  );
  const heardAt = useHeardAt(plan, setup.tuning);
  const { press, pass } = useHeardPress(heardAt, take);
  const comparing = useComparing(step);
  useBestFret(isWaiting ? null : (easiest[0] ?? null), take);
  const [golden] = easiest;
  useKeyedActions('Capo', [
    { key: '↑ ↓', label: 'On the frets: the capo a fret higher or lower' },
    {
      key: 'h',
      label: 'Hear the first chords at this fret',
      run: () => heardAt(setup.capoFret, FIRST_CHORDS, hearShapes),
    },
    { key: 'c', label: 'Tick this fret, to lay it beside others', run: () => comparing.tick(setup.capoFret) },
    { key: 'i', label: 'The ticked frets side by side', run: comparing.open },
    ...(golden === undefined || isWaiting
      ? []
      : [{ key: 'g', label: 'Put the capo on the best fret', run: () => take(golden) }]),
  ]);
  // While the first rungs are worked out the neck stands already, with every rung in its place.
  const isComing = isWorking && failure === null && document.map.sections.length > 0;
  if (plan.rows.length === 0 && plan.loosenings.length === 0 && !isComing) {
    return <NoRungs plan={plan} failure={failure} />;
  }
  return (
    <Page>
      <section aria-label="Where the capo goes" aria-busy={isWorking}>
        {part.wishes.isKeyFree ? <FreeKey step={step} /> : <Sounding step={step} />}
        {isWaiting && (
          <Waiting role="status">
            The chart has lines that cannot be read, and its text holds the capo too. <Link to="../song">Mend it</Link>{' '}
            to move the capo here.
          </Waiting>
        )}
        {plan.loosenings.length > 0 && <NothingLeft plan={plan} />}
        <LargeChosen step={step} />
        <Ladder
          plan={plan}
          soundingKey={keys.sounding}
          capoFret={setup.capoFret}
          strings={setup.tuning.openMidi.length}
          easiest={easiest}
          isDisabled={isWaiting}
          showsKey={part.wishes.isKeyFree}
          onTake={press}
          onPass={pass}
          ticked={comparing.ticked}
          onTick={comparing.tick}
        />
        <Compared comparing={comparing} />
        <EffortLegend />
      </section>
      <SideSheet
        label="The chosen fret"
        title={setup.capoFret === 0 ? 'No capo: why, and what else' : `Capo ${setup.capoFret}: why, and what else`}
        chosen={String(setup.capoFret)}
        narrowPx={NARROW_PX}
      >
        <Chosen step={step} comparing={comparing} />
        <Margin plan={plan} isWorking={isWorking} isWaiting={isWaiting} />
      </SideSheet>
      <CompareDialog
        held={comparing.held}
        isOpen={comparing.isOpen}
        isWaiting={isWaiting}
        onTake={({ tuning, row }) => takeSetup({ tuning, capoFret: row.capoFret }, row)}
        onDrop={comparing.drop}
        onClose={comparing.close}
      />
    </Page>
  );
}

/** What can be opened beside the frets; it follows the capo a moment later, so that the capo itself is never waited for. */
const Margin = memo(function Margin(props: {
  readonly plan: CapoStep['plan'];
  readonly isWorking: boolean;
  readonly isWaiting: boolean;
}) {
  return (
    <LaterDocument>
      <Panels {...props} />
    </LaterDocument>
  );
});

function Panels({ plan, isWorking, isWaiting }: ComponentProps<typeof Margin>) {
  const { capoFret } = usePart().setup;
  const row = rowAt(plan.rows, capoFret);
  return (
    <>
      <PinCautions />
      <KeyPanel isWaiting={isWaiting} />
      <GuitarPanel isWaiting={isWaiting} />
      <PinsPanel plan={plan} />
      <ClassPanel row={row} />
      <GuitarsPanel isWaiting={isWaiting} />
      <TwoCaposPanel rows={plan.rows} isWorking={isWorking} isWaiting={isWaiting} />
      <KeyLiftPanel lifts={row?.lifts ?? []} />
    </>
  );
}

/** So many chords of a song tell how a fret sounds. */
const FIRST_CHORDS = 4;

/** Strums the first chords of the song as a fret would have them. */
function useHeardAt({ rows }: CapoStep['plan'], tuning: Tuning) {
  return useCallback(
    (capoFret: number, count: number, heard: typeof hearShapes): void => {
      const chords = rowAt(rows, capoFret)?.chords ?? [];
      const shapes = chords.flatMap(({ rated }) => (rated === null ? [] : [rated.fingering.shape]));
      heard(formatCapo(capoFret), { tuning, capoFret }, shapes.slice(0, count));
    },
    [rows, tuning],
  );
}

/** The same as a fret is pressed, and as the capo is dragged over it. */
function useHeardPress(heardAt: ReturnType<typeof useHeardAt>, take: (capoFret: number) => void) {
  const press = useCallback(
    (capoFret: number): void => {
      take(capoFret);
      heardAt(capoFret, FIRST_CHORDS, hearPressed);
    },
    [take, heardAt],
  );
  const pass = useCallback((capoFret: number): void => heardAt(capoFret, 1, hearPressed), [heardAt]);
  return { press, pass };
}

/** Puts the capo on the best fret once it is known, where the way here asks for it and nobody is on the way elsewhere. */
function useBestFret(best: number | null, take: (capoFret: number) => void): void {
  const [asked] = useSearchParams();
  const navigate = useNavigate();
  const { state, pathname } = useLocation();
  const isStaying = useNavigation().state === 'idle';
  const isAsked = asked.has('best');
  useEffect(() => {
    // The address is ahead of what is drawn: a screen that has been left may still stand for a moment.
    if (isAsked && isStaying && best !== null && isAskedByAddress(pathname)) {
      take(best);
      void navigate(pathname, { replace: true, state });
    }
  }, [isAsked, isStaying, best, take, navigate, pathname, state]);
}

function isAskedByAddress(path: string): boolean {
  const { pathname, search } = window.location;
  return pathname === path && new URLSearchParams(search).has('best');
}

/** Why there are no rungs. */
function NoRungs({ plan, failure }: Pick<CapoStep, 'plan' | 'failure'>) {
  if (failure !== null) {
    return <EmptyStep title="The frets could not be worked out" text={failure} />;
  }
  if (plan.tooManyChords !== null) {
    const text = `The song has ${plan.tooManyChords} different chords; at most ${MOST_PLANNED_CHORDS} can be planned together. Divide it into several songs.`;
    return <EmptyStep title="Too many chords for one plan" text={text} />;
  }
  return <EmptyStep title="No chords yet" text="The rungs fill when the song has chords." />;
}

/** Setups laid aside to be compared; they go when the map changes under them. */
function useComparing({ plan, part, document }: CapoStep) {
  const [aside, setAside] = useState<readonly HeldSetup[]>([]);
  const [isOpen, setOpen] = useState(false);
  const { tuning } = part.setup;
  const { map } = document;
  const { rows } = plan;
  const held = useMemo(() => aside.filter((each) => each.map === map), [aside, map]);
  /** The frets that are ticked in the tuning that is shown. */
  const ticked = useMemo(
    () => held.flatMap((each) => (each.tuning === tuning ? [each.row.capoFret] : [])),
    [held, tuning],
  );
  const tick = useCallback(
    (fret: number): void => {
      const row = rowAt(rows, fret);
      const others = held.filter((each) => each.tuning !== tuning || each.row.capoFret !== fret);
      const isTicked = others.length < held.length;
      setAside(isTicked || row === null ? others : [...others, { tuning, row, map }].slice(-MOST_HELD));
    },
    [held, rows, tuning, map],
  );
  return {
    held,
    isOpen,
    ticked,
    tick,
    open: (): void => setOpen(true),
    clear: (): void => setAside([]),
    drop: (setup: HeldSetup): void => setAside(held.filter((each) => each !== setup)),
    close: (): void => setOpen(false),
  };
}

function LargeChosen({ step: { row, easiest } }: { readonly step: CapoStep }) {
  return row === null ? null : <ChosenBand row={row} mark={easiest.includes(row.capoFret) ? bestWords(easiest) : ''} />;
}

/** What is ticked, and the way to see it side by side. */
function Compared({ comparing }: { readonly comparing: ReturnType<typeof useComparing> }) {
  const { held, open, clear } = comparing;
  return (
    <Ticked role="status">
      {held.length === 0 ? (
        <span>Tick frets to see their shapes and lay them side by side, three at most.</span>
      ) : (
        <>
          <span>
            {joinWords(held.map(({ row }) => formatCapo(row.capoFret)))} {plural(held.length, 'is', 'are')} ticked.
          </span>
          <Button isDisabled={held.length < 2} onPress={open}>
            Side by side
          </Button>
          <Button weight="word" onPress={clear}>
            Clear the ticks
          </Button>
        </>
      )}
    </Ticked>
  );
}

/** The chosen rung in sentences. */
function Chosen(props: { readonly step: CapoStep; readonly comparing: ReturnType<typeof useComparing> }) {
  const { step, comparing } = props;
  const { row, best, easiest, part, names } = step;
  const { capoFret } = part.setup;
  if (row === null && step.isWorking) {
    return <p>The frets are worked out …</p>;
  }
  if (row === null) {
    return <p>The capo is on fret {capoFret}, where nothing is planned.</p>;
  }
  return (
    <>
      <CapoReasons
        row={row}
        best={easiest.includes(capoFret) ? null : best}
        names={names}
        singer={part.wishes.singer}
      />
      <Tick
        text="lay this fret beside others"
        isOn={comparing.ticked.includes(capoFret)}
        onChange={() => comparing.tick(capoFret)}
      />
    </>
  );
}

function Sounding({ step }: { readonly step: CapoStep }) {
  const nameOf = useChordName();
  const sounding = step.plan.rows[0]?.chords.map((chord) => nameOf(chord.sounding)) ?? [];
  return (
    <Above>
      What sounds, at every fret:{' '}
      <b>
        <Signed text={sounding.join('   ')} />
      </b>
    </Above>
  );
}

function FreeKey({ step }: { readonly step: CapoStep }) {
  return (
    <Above>
      The key is free: each fret has the key that is easiest there
      {step.part.wishes.singer === null ? ', near the record’s.' : `, and that ${step.names.singer} can sing.`}
      {step.plan.isUnsingable && ' No key holds the whole tune; these come nearest.'}
    </Above>
  );
}

const Page = styled.div`
  display: grid; grid-template-columns: minmax(0, 1fr) ${frame.asidePx}px;
  > section { padding: 10px 14px 20px 20px; min-width: 0; }
  aside { border-left: 1px solid ${colour.hairline}; background: ${colour.sheet}; padding: 22px 22px; min-width: 0; }
  @media (max-width: ${NARROW_PX}px) {
    grid-template-columns: minmax(0, 1fr);
    aside { border-left: 0; border-top: 1px solid ${colour.hairline}; }
  }
  @media (max-width: 760px) { > section { padding: 10px; } aside { padding: 18px 14px; } }
`;
const Above = styled.p`
  font-size: 14px; color: ${colour.quiet}; padding: 0 0 6px 8px;
  b { color: ${colour.ink}; white-space: pre-wrap; }
`;
const Waiting = styled.p`
  border-left: 4px solid ${colour.rosewood}; padding: 4px 10px; margin: 0 0 8px 8px; font-size: 14px;
`;
const Ticked = styled.div`
  display: flex; flex-wrap: wrap; gap: 6px 14px; align-items: center; min-height: 44px; padding: 4px 8px; font-size: 14px; color: ${colour.quiet};
`;
