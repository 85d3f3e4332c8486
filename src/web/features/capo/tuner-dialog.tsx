import { useState } from 'react';
import { Label, Radio, RadioGroup, Slider, SliderThumb, SliderTrack } from 'react-aria-components';
import { styled } from 'styled-components';
import { formatStringName } from '../../../core/fretboard/string-names.ts';
import {
  CONCERT_A_HZ,
  detune,
  hzOfString,
  IN_TUNE_CENTS,
  RISKY_CENTS,
  readTuner,
  referenceHz,
  SLACKEST_CENTS,
  type TunedString,
  turnPeg,
} from '../../../core/fretboard/tuner.ts';
import { formatOpenString, STANDARD_TUNING } from '../../../core/fretboard/tuning.ts';
import { formatTunerSign } from '../../../core/words/tuner-words.ts';
import { useSettings } from '../../api/settings.tsx';
import { useDocument, usePart } from '../../editor/use-song.tsx';
import { HeadphoneNote } from '../../sound/headphone-note.tsx';
import { hearString } from '../../sound/hear-notes.ts';
import { useSounding } from '../../sound/sounding.ts';
import { colour, nameFace } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { Caution } from '../../ui/caution.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { Signed } from '../../ui/signed.tsx';

const NOTE_SECONDS = 2.5;
const SHOWN_CENTS = 50;
const TURNS = [-100, -10, -1, 1, 10, 100] as const;

/** A tuner with strings of its own: retuning can be practised with no guitar and no microphone. */
export function TunerDialog({ onClose }: { readonly onClose: () => void }) {
  const { tuning } = usePart().setup;
  const { recordCents } = useDocument().facts;
  const { stringNaming } = useSettings();
  const aHz = referenceHz(recordCents);
  const [strings, setStrings] = useState(() => detune(STANDARD_TUNING, tuning, Math.random));
  const [chosen, setChosen] = useState(0);
  const problem = useSounding((state) => state.problem);
  const current = strings[chosen];
  if (current === undefined) {
    return null;
  }
  const set = (next: TunedString): void =>
    setStrings(strings.map((string) => (string.stringIndex === next.stringIndex ? next : string)));
  const play = (string: TunedString): void => hearString(hzOfString(string, aHz), NOTE_SECONDS);
  const done = strings.filter((string) => readTuner(string) === 'in tune').length;
  return (
    <Dialog title={`Tune to ${tuning.name}`} isOpen onClose={onClose}>
      <p>
        The strings as they may come out of the case, none of them real. Turn each until it agrees with its note: a
        little too low first, then up to it, so that it stays.
        {aHz !== CONCERT_A_HZ && ` The tuner follows the record: A = ${aHz.toFixed(1)} Hz.`}
      </p>
      <Strings
        aria-label="String"
        value={String(chosen)}
        orientation="horizontal"
        onChange={(index) => setChosen(Number(index))}
      >
        {strings.map((string) => (
          <StringChoice key={string.stringIndex} value={String(string.stringIndex)}>
            <b>{formatOpenString(string.targetMidi)}</b>
            <small>{formatStringName(string.stringIndex, tuning, stringNaming)}</small>
            <span aria-hidden="true">{readTuner(string) === 'in tune' ? '✓' : '·'}</span>
          </StringChoice>
        ))}
      </Strings>
      <Dial cents={current.cents} />
      <Reading role="status">
        <Signed text={formatTunerSign(current)} />
      </Reading>
      <Peg
        value={current.cents}
        minValue={-SLACKEST_CENTS}
        maxValue={RISKY_CENTS}
        step={1}
        onChange={(cents) => set(turnPeg(current, (cents as number) - current.cents))}
      >
        <Label>Peg, looser to tighter</Label>
        <SliderTrack>
          <SliderThumb />
        </SliderTrack>
      </Peg>
      <Row>
        {TURNS.map((cents) => (
          <Button key={cents} onPress={() => set(turnPeg(current, cents))}>
            {cents > 0 ? `+${cents}` : `−${-cents}`}
          </Button>
        ))}
      </Row>
      <Row>
        <Button weight="strong" onPress={() => play(current)}>
          Pluck the string
        </Button>
        <Button onPress={() => play({ ...current, cents: 0 })}>Hear the note</Button>
        <span>
          {done} of {strings.length} in tune
        </span>
      </Row>
      {problem !== '' && <p role="alert">{problem}</p>}
      <HeadphoneNote />
      <Caution>On a real guitar a string above its usual pitch can break: tune down, or move the capo.</Caution>
    </Dialog>
  );
}

/** The needle: half a semitone either way; beyond it stands at the end. */
function Dial({ cents }: { readonly cents: number }) {
  const shown = Math.max(-SHOWN_CENTS, Math.min(SHOWN_CENTS, cents));
  const x = (at: number): number => 220 + at * 4;
  return (
    <svg viewBox="0 0 440 62" width="100%" height="62" aria-hidden="true">
      {[-50, -40, -30, -20, -10, 0, 10, 20, 30, 40, 50].map((at) => (
        <line
          key={at}
          x1={x(at)}
          x2={x(at)}
          y1={at === 0 ? 6 : 14}
          y2={30}
          stroke={colour.quiet}
          strokeWidth={at === 0 ? 3 : 1}
        />
      ))}
      <rect
        x={x(-IN_TUNE_CENTS)}
        y={34}
        width={x(IN_TUNE_CENTS) - x(-IN_TUNE_CENTS)}
        height={5}
        fill={colour.spruceMid}
      />
      <path
        d={`M ${x(shown)} 34 l -8 20 h 16 z`}
        fill={Math.abs(cents) <= IN_TUNE_CENTS ? colour.spruce : colour.rosewood}
      />
    </svg>
  );
}

const Strings = styled(RadioGroup)`
  display: flex; gap: 6px; flex-wrap: wrap;
`;
const StringChoice = styled(Radio)`
  display: grid; justify-items: center; min-width: 52px; padding: 6px 6px 2px; border-bottom: 3px solid ${colour.hairline}; cursor: pointer;
  b { font: 650 18px/1.2 ${nameFace}; }
  small { font-size: 12px; color: ${colour.quiet}; }
  &[data-selected] { border-bottom-color: ${colour.brass}; background: ${colour.brassSoft}; }
  &[data-focus-visible] { outline: 3px solid ${colour.spruce}; }
`;
const Reading = styled.p`
  font-weight: 650; min-height: 24px;
`;
const Peg = styled(Slider)`
  width: 100%; display: grid; gap: 6px;
  label, [slot="label"] { font-size: 13px; color: ${colour.quiet}; }
  .react-aria-SliderTrack { height: 30px; position: relative; border-bottom: 3px solid ${colour.hairline}; }
  .react-aria-SliderThumb { width: 26px; height: 26px; border-radius: 13px; background: ${colour.neck}; top: 15px; }
  .react-aria-SliderThumb[data-focus-visible] { outline: 3px solid ${colour.brass}; outline-offset: 2px; }
`;
const Row = styled.div`
  display: flex; gap: 8px; flex-wrap: wrap; align-items: center;
`;
