import { type ReactNode, useEffect, useState } from 'react';
import { styled } from 'styled-components';
import { formatStringName } from '../../../../core/fretboard/string-names.ts';
import {
  CONCERT_A_HZ,
  frequencyOf,
  hearAsString,
  readTuner,
  referenceHz,
  type TunedString,
} from '../../../../core/fretboard/tuner.ts';
import { formatOpenString } from '../../../../core/fretboard/tuning.ts';
import { formatTunerSign } from '../../../../core/words/tuner-words.ts';
import { useSettings } from '../../../api/settings.tsx';
import { useDocument, usePart } from '../../../editor/use-song.tsx';
import { HeadphoneNote } from '../../../sound/headphone-note.tsx';
import { hearString } from '../../../sound/hear-notes.ts';
import { stopHearing, useSounding } from '../../../sound/sounding.ts';
import { useMicrophone } from '../../../sound/use-microphone.ts';
import { colour, nameFace } from '../../../theme/tokens.ts';
import { Button } from '../../../ui/button.tsx';
import { Caution } from '../../../ui/caution.tsx';
import { useKeyedActions } from '../../../ui/keys.tsx';
import { Signed } from '../../../ui/signed.tsx';
import { Needle } from './needle.tsx';

/** How long a note is heard at a time, and when it is plucked again, in seconds. */
const NOTE_SECONDS = 6;
const AGAIN_MS = 3500;

/** Tuning the room: string by string, a note that goes on, its name large, and a tuner that hears one string. */
export function TuneView({ switcher }: { readonly switcher: ReactNode }) {
  const { tuning } = usePart().setup;
  const { recordCents } = useDocument().facts;
  const { stringNaming } = useSettings();
  const aHz = referenceHz(recordCents);
  const [chosen, setChosen] = useState(0);
  const { isSounding, toggle } = useLongNote(frequencyOf(tuning.openMidi[chosen] ?? 40, aHz));
  const microphone = useMicrophone();
  const heard = microphone.hz === null ? null : hearAsString(microphone.hz, tuning.openMidi, aHz);
  const go = (by: number): void => setChosen((chosen + by + tuning.openMidi.length) % tuning.openMidi.length);
  useKeyedActions('Tuning', [
    { key: ' ', label: 'The note, or quiet', run: toggle },
    { key: 'ArrowRight', label: 'The next string', run: () => go(1) },
    { key: 'ArrowLeft', label: 'The string before', run: () => go(-1) },
  ]);
  const problem = useSounding((state) => state.problem);
  return (
    <Page>
      {switcher}
      <Strings aria-label="Strings">
        {tuning.openMidi.map((midi, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: strings are their places
          <li key={index}>
            <button type="button" aria-pressed={index === chosen} onClick={() => setChosen(index)}>
              <b>{formatOpenString(midi)}</b>
              <small>{formatStringName(index, tuning, stringNaming)}</small>
            </button>
          </li>
        ))}
      </Strings>
      <Large aria-live="polite">
        <b>{formatOpenString(tuning.openMidi[chosen] ?? 40)}</b>
        <span>{formatStringName(chosen, tuning, stringNaming)}</span>
      </Large>
      <p>
        Go below the note, then tighten up to it, so that it stays.
        {aHz !== CONCERT_A_HZ && ` All follows the record: A = ${aHz.toFixed(1)} Hz.`}
      </p>
      <Row>
        <Button weight="strong" onPress={toggle}>
          {isSounding ? 'Quiet' : 'The note'}
        </Button>
        <Button onPress={() => go(1)}>Next string</Button>
        <Button onPress={() => (microphone.isOn ? microphone.stop() : microphone.start())}>
          {microphone.isOn ? 'Stop listening' : 'Listen to a string'}
        </Button>
      </Row>
      {microphone.isOn && <Heard heard={heard} />}
      <HeadphoneNote />
      {[microphone.problem, problem].filter(Boolean).map((text) => (
        <Caution key={text} role="alert">
          {text}
        </Caution>
      ))}
      <Caution>A string above its usual pitch can break: tune down, or move the capo.</Caution>
    </Page>
  );
}

/** What the tuner hears, in words and as a needle. */
function Heard({ heard }: { readonly heard: TunedString | null }) {
  return (
    <>
      <Needle cents={heard?.cents ?? null} />
      <Reading role="status" data-sign={heard === null ? 'none' : readTuner(heard)}>
        {heard === null ? 'Pluck one string, let it ring.' : <Signed text={formatTunerSign(heard)} />}
      </Reading>
    </>
  );
}

/** A string's note that is plucked again before it dies away; another string sounds at once. */
function useLongNote(hz: number) {
  const [isSounding, setSounding] = useState(false);
  useEffect(() => {
    if (!isSounding) {
      return;
    }
    hearString(hz, NOTE_SECONDS);
    const timer = setInterval(() => hearString(hz, NOTE_SECONDS), AGAIN_MS);
    return () => {
      clearInterval(timer);
      stopHearing();
    };
  }, [isSounding, hz]);
  return { isSounding, toggle: () => setSounding(!isSounding) };
}

const Page = styled.section`
  padding: 18px 32px; display: grid; gap: 14px; justify-items: start; align-content: start;
  p { font-size: 20px; }
  @media (max-width: 700px) { padding: 12px 14px; }
`;
const Strings = styled.ul`
  list-style: none; margin: 0; padding: 0; display: flex; gap: 8px; flex-wrap: wrap;
  button { display: grid; justify-items: center; min-width: 84px; min-height: 64px; padding: 6px 10px; background: transparent; border: 0; border-bottom: 4px solid ${colour.hairline}; cursor: pointer; color: ${colour.ink}; border-radius: 0; }
  button[aria-pressed='true'] { border-bottom-color: ${colour.brass}; background: ${colour.brassSoft}; }
  b { font: 650 26px/1.2 ${nameFace}; }
  small { font-size: 13px; color: ${colour.quiet}; }
`;
const Large = styled.div`
  display: flex; gap: 30px; align-items: baseline;
  b { font: 650 clamp(120px, 24vw, 260px)/1 ${nameFace}; }
  span { font-size: 30px; color: ${colour.quiet}; }
`;
const Row = styled.div`
  display: flex; flex-wrap: wrap; gap: 12px;
  button { min-height: 56px; font-size: 20px; padding: 8px 22px; }
`;
const Reading = styled.p`
  && { font-size: 30px; font-weight: 650; min-height: 44px; }
  &[data-sign='in tune'] { color: ${colour.spruce}; }
`;
