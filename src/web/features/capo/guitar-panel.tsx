import { useState } from 'react';
import {
  findLowerSetup,
  formatRetuningStep,
  listRetuningSteps,
  tunesAboveStandard,
} from '../../../core/fretboard/retuning.ts';
import { formatStringName } from '../../../core/fretboard/string-names.ts';
import { STANDARD_TUNING, type Tuning } from '../../../core/fretboard/tuning.ts';
import type { Part } from '../../../core/song/document/document.ts';
import { sayCommandError } from '../../../core/words/command-error-words.ts';
import { useSettings } from '../../api/settings.tsx';
import { TuningSelect } from '../../editor/fact-fields.tsx';
import { usePart, useSongEditor } from '../../editor/use-song.tsx';
import { Button } from '../../ui/button.tsx';
import { Caution } from '../../ui/caution.tsx';
import { Field } from '../../ui/field.tsx';
import { Panel } from '../../ui/panel.tsx';
import { Signed } from '../../ui/signed.tsx';
import { TunerDialog } from './tuner-dialog.tsx';

/** The guitar of this part: its tuning with the steps to it, scale length, and highest fret. */
export function GuitarPanel({ isWaiting }: { readonly isWaiting: boolean }) {
  const editor = useSongEditor();
  const part = usePart();
  const { tuning } = part.setup;
  const [isTuning, setTuning] = useState(false);
  const setInstrument = (text: string, name: keyof Part['instrument']): string | null => {
    const error = editor.run({ kind: 'set-instrument', partId: part.id, instrument: { [name]: Number(text) } });
    return error === null ? null : sayCommandError(error);
  };
  return (
    <Panel
      title="The guitar"
      summary={`${tuning.name}, ${part.instrument.scaleLengthMm} mm, up to fret ${part.instrument.highestNeckFret}`}
    >
      <TuningSelect isDisabled={isWaiting} />
      <Retuning tuning={tuning} capoFret={part.setup.capoFret} />
      <Button onPress={() => setTuning(true)}>Tune it</Button>
      {isTuning && <TunerDialog onClose={() => setTuning(false)} />}
      <Field
        label="Scale length in mm"
        value={String(part.instrument.scaleLengthMm)}
        onCommit={(text) => setInstrument(text, 'scaleLengthMm')}
      />
      <Field
        label="Highest fret that is reached, from the nut"
        value={String(part.instrument.highestNeckFret)}
        onCommit={(text) =>
          /^\d+$/.test(text.trim()) ? setInstrument(text, 'highestNeckFret') : 'Write a whole number of frets.'
        }
      />
    </Panel>
  );
}

/** From standard tuning to this one, string by string; with a way round where a string would go up. */
function Retuning({ tuning, capoFret }: { readonly tuning: Tuning; readonly capoFret: number }) {
  const { stringNaming } = useSettings();
  const steps = listRetuningSteps(STANDARD_TUNING, tuning);
  const lower = findLowerSetup({ tuning, capoFret });
  if (steps === null) {
    return <p>{tuning.openMidi.length} strings: shapes are searched for these, not for six.</p>;
  }
  return (
    <>
      {steps.length > 0 && (
        <ol aria-label="Steps from standard tuning">
          {steps.map((step) => (
            <li key={step.stringIndex}>
              <Signed
                text={`${formatStringName(step.stringIndex, tuning, stringNaming)}: ${formatRetuningStep(step)}`}
              />
            </li>
          ))}
        </ol>
      )}
      {steps.length > 0 && capoFret > 0 && <p>Tune without the capo, put it on, then tune again with it on.</p>}
      {tunesAboveStandard(tuning) && (
        <Caution>
          A string above its usual pitch can break.{' '}
          {lower === null
            ? 'Tune down and move the capo instead.'
            : `${lower.tuning.name} with the capo at fret ${lower.capoFret} sounds the same.`}
        </Caution>
      )}
    </>
  );
}
