import { useEffect, useState } from 'react';
import { styled } from 'styled-components';
import { freeName } from '../../../../core/arrange/recogniser/map-proposals.ts';
import { type ChordSymbol, parseChordSymbol } from '../../../../core/harmony/chord-symbol.ts';
import { transposeChord } from '../../../../core/harmony/spelling.ts';
import { formatCount } from '../../../../core/kernel/plural.ts';
import { stepsOfNotes } from '../../../../core/rehearse/loose-notes.ts';
import { beatTicks, formatMetre, type Metre, usualPulseTicks } from '../../../../core/rhythm/metre.ts';
import { LEAST_TAPS, type TapFit } from '../../../../core/rhythm/tap-fit.ts';
import { isTempo } from '../../../../core/rhythm/tempo.ts';
import { songKeysOf } from '../../../../core/song/chart/song-keys.ts';
import { placeChanges, writeTappedBars } from '../../../../core/song/chart/tapped-bars.ts';

import { useDocument, usePart } from '../../../editor/use-song.tsx';
import { HeadphoneNote } from '../../../sound/headphone-note.tsx';
import { hear, stopHearing, useSounding } from '../../../sound/sounding.ts';
import { colour } from '../../../theme/tokens.ts';
import { Button } from '../../../ui/button.tsx';
import { Dialog } from '../../../ui/dialog.tsx';
import { Field } from '../../../ui/field.tsx';
import { type KeyScope, useKeyedActions } from '../../../ui/keys.tsx';
import { linesOfBars } from '../acts/bar-typing.ts';
import { runCommands } from '../acts/map-stores.ts';
import { useMapStores } from '../use-map.tsx';
import { recordNotes } from './record-sound.ts';
import { type Tapping, useTaps } from './use-taps.ts';

/** Tapping bars and changes while a record plays beside: no file is needed, and nothing is listened to. */
export function TapDialog({ onClose }: { readonly onClose: () => void }) {
  return (
    <Dialog title="Tap the song in" isOpen isWide onClose={onClose}>
      <Tap onDone={onClose} />
    </Dialog>
  );
}

function Tap({ onDone }: { readonly onDone: () => void }) {
  const { metre } = useDocument().facts;
  const tapping = useTaps(metre);
  const [chords, setChords] = useState<readonly string[]>([]);
  const [problem, setProblem] = useState('');
  const write = useWriteTaps();
  useTapKeys(tapping);
  const { taps, fit } = tapping;
  const onWrite = (): void => {
    const refusal = fit.ok ? write(fit.value, taps.changes, chords) : 'Tap a few bars first.';
    setProblem(refusal ?? '');
    if (refusal === null) {
      onDone();
    }
  };
  return (
    <Frame>
      <p>
        Play a record beside, and tap <kbd>Space</kbd> where each bar of {formatMetre(metre)} begins. Where a chord
        changes, tap <kbd>J</kbd> with the other hand; without any, each bar takes the next chord.
      </p>
      <Field
        label="The chords, in the order in which they change (after the last the list begins anew)"
        value={chords.join(' ')}
        hint="G D Em7 Cadd9"
        onCommit={(text) => {
          const words = text.split(/[\s,|]+/).filter((word) => word !== '');
          const bad = words.find((word) => !parseChordSymbol(word).ok);
          if (bad === undefined) {
            setChords(words);
          }
          return bad === undefined ? null : `“${bad}” is no chord known here.`;
        }}
      />
      <Pads>
        <button type="button" onPointerDown={(event) => tapping.tap('bars', event.timeStamp)}>
          Bar<small>{formatCount(taps.bars.length, 'tap')}</small>
        </button>
        <button type="button" onPointerDown={(event) => tapping.tap('changes', event.timeStamp)}>
          Change<small>{formatCount(taps.changes.length, 'tap')}</small>
        </button>
      </Pads>
      <Record />
      <Found tapping={tapping} metre={metre} />
      {problem !== '' && <p role="alert">{problem}</p>}
      <Acts>
        <Button weight="strong" isDisabled={!fit.ok || chords.length === 0} onPress={onWrite}>
          Write the bars
        </Button>
        <Button onPress={tapping.clear}>Start again</Button>
      </Acts>
    </Frame>
  );
}

/** Space taps a bar and J a change, wherever the focus is but in the field; a button that has it is not pressed. */
function useTapKeys({ tap }: Tapping): void {
  const tapAt = (kind: 'bars' | 'changes') => (event: KeyboardEvent) => {
    if (!event.repeat) {
      tap(kind, event.timeStamp);
    }
  };
  useKeyedActions(
    'Tapping',
    [
      { key: ' ', label: 'A bar begins', run: tapAt('bars') },
      { key: 'j', label: 'The chord changes', run: tapAt('changes') },
      { key: 'J', label: '', run: tapAt('changes') },
    ],
    WHILE_TAPPING,
  );
}

const WHILE_TAPPING: KeyScope = { holdsAt: () => true, isBeforeControls: true };

const RECORD = 'The made-up record';

/** The made-up record, for trying it out. */
function Record() {
  const isPlaying = useSounding(({ name }) => name === RECORD);
  const problem = useSounding((state) => state.problem);
  useEffect(() => stopHearing, []);
  const start = (): void => void hear({ name: RECORD, steps: stepsOfNotes(recordNotes()) });
  return (
    <div>
      <Button onPress={() => (isPlaying ? stopHearing() : start())}>
        {isPlaying ? 'Stop the record' : 'Play a made-up record'}
      </Button>{' '}
      {problem !== '' && <span role="alert">{problem}</span>}
      <HeadphoneNote />
    </div>
  );
}

/** What the taps come to so far, and how sure that is. */
function Found({ tapping, metre }: { readonly tapping: Tapping; readonly metre: Metre }) {
  const { taps, fit } = tapping;
  if (!fit.ok) {
    return (
      <p role="status">
        {fit.error.kind === 'too-few-taps'
          ? `${formatCount(taps.bars.length, 'bar')} tapped; from ${LEAST_TAPS} on the tempo shows.`
          : 'These taps have no steady beat. Start again, one tap a bar.'}
      </p>
    );
  }
  const { bars, slips, jitterMs, beatMs, beatErrorMs, sureness } = fit.value;
  const tempo = tempoOf(fit.value, metre);
  const filled = bars.filter(({ isFilled }) => isFilled).length;
  const unsure = bars.flatMap(({ isSure }, index) => (isSure ? [] : [index + 1]));
  return (
    <p role="status">
      {formatCount(bars.length, 'bar')} at {tempo.toFixed(1)} (± {((tempo * beatErrorMs) / beatMs).toFixed(1)}); taps
      lie {Math.round(jitterMs)} ms from the beat. {filled > 0 && `${formatCount(filled, 'tap')} missing, filled in. `}
      {slips.length > 0 && `${formatCount(slips.length, 'tap')} too many, left out. `}
      {unsure.length > 0 && `Not sure of the length of bar ${unsure.join(', ')}. `}
      {sureness > SURE
        ? 'No other reading comes near.'
        : 'Another reading is nearly as good: tap on, or look at the bars.'}
    </p>
  );
}

const SURE = 0.9;

/** The tempo in the metre's usual pulse. */
function tempoOf({ beatMs }: TapFit, metre: Metre): number {
  return (60_000 / beatMs) * (beatTicks(metre) / usualPulseTicks(metre));
}

/** Writes what was tapped as a section of its own, and the tempo; answers what is wrong, or null. */
function useWriteTaps(): (fit: TapFit, changes: readonly number[], names: readonly string[]) => string | null {
  const stores = useMapStores();
  const document = useDocument();
  const keys = songKeysOf(document, usePart());
  return (fit, changes, names) => {
    const chords = readNames(names);
    if (chords === null) {
      return 'Name the chords first, in the order in which they change.';
    }
    const { metre, tempo: known } = document.facts;
    const tempo = { tempoBpm: Math.round(tempoOf(fit, metre) * 10) / 10, pulseTicks: usualPulseTicks(metre) };
    if (!isTempo(tempo)) {
      return `That would be ${Math.round(tempo.tempoBpm)} a minute: tap once for each bar of ${formatMetre(metre)}.`;
    }
    const isShapes = document.chart.chords === 'shapes';
    const sounding = isShapes ? chords.map((each) => transposeChord(each, keys.shape, keys.sounding)) : chords;
    const bars = writeTappedBars(fit.bars, placeChanges(changes, fit.bars, metre), sounding, metre);
    const { sections, form } = document.map;
    const name = freeName('Tapped', new Set(sections.map((section) => section.name.toLowerCase())));
    const lines = linesOfBars(bars);
    if (!runCommands(stores, [{ kind: 'add-section', at: sections.length, name, lines, playAt: form.length }])) {
      return stores.session.getState().problem;
    }
    if (known === null) {
      stores.editor.run(
        { kind: 'set-facts', facts: { tempo } },
        stores.editor.store.getState().history.group ?? undefined,
      );
    }
    return null;
  };
}

/** The chords by their names; null where there is none, or one that cannot be read. */
function readNames(names: readonly string[]): readonly ChordSymbol[] | null {
  const chords = names.flatMap((name): readonly ChordSymbol[] => {
    const read = parseChordSymbol(name);
    return read.ok ? [read.value] : [];
  });
  return chords.length === 0 || chords.length < names.length ? null : chords;
}

const Frame = styled.div`
  display: grid; gap: 12px; width: 100%; justify-items: start;
  kbd { border: 1px solid ${colour.spruceMid}; border-radius: 3px; padding: 0 6px; font-weight: 650; }
  > :nth-child(2) { width: 100%; }
`;
const Pads = styled.div`
  display: grid; grid-template-columns: 3fr 2fr; gap: 12px; width: 100%;
  button { min-height: 92px; border: 2px solid ${colour.spruce}; background: ${colour.spruceSoft}; border-radius: 4px; font-weight: 650; font-size: 18px; cursor: pointer; touch-action: manipulation; }
  button:active { background: ${colour.spruceMid}; }
  small { display: block; font-weight: 400; font-size: 13px; color: ${colour.quiet}; }
`;
const Acts = styled.div`
  display: flex; gap: 12px;
`;
