import { useState } from 'react';
import { styled } from 'styled-components';
import { type Setup, soundingShiftOf, toSoundingKey } from '../../core/fretboard/capo.ts';
import { TUNINGS } from '../../core/fretboard/tuning.ts';
import { shiftKey } from '../../core/harmony/key.ts';
import { range } from '../../core/kernel/list.ts';
import { songKeysOf } from '../../core/song/chart/song-keys.ts';
import type { SongCommand } from '../../core/song/commands.ts';
import { keepShapes, transposeSong } from '../../core/song/part/keep-shapes.ts';
import { sayCommandError } from '../../core/words/command-error-words.ts';
import { sayRecordCapo } from '../../core/words/page/setup-sentences.ts';
import { formatKeyWords, sayShift } from '../../core/words/setup-words.ts';
import { useDocument, usePart, useSongEditor } from '../editor/use-song.tsx';
import { colour } from '../theme/tokens.ts';
import { Button } from '../ui/button.tsx';
import { Caution } from '../ui/caution.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { Signed } from '../ui/signed.tsx';

const HIGHEST_KEPT_CAPO = 9;

/** The song elsewhere: in another key with the capo where it is, or in the same shapes with another capo or strings tuned together. */
export function MoveDialog({ isOpen, onClose }: { readonly isOpen: boolean; readonly onClose: () => void }) {
  return (
    <Dialog title="Move the song" isOpen={isOpen} onClose={onClose} isWide>
      <Moves onDone={onClose} />
    </Dialog>
  );
}

function Moves({ onDone }: { readonly onDone: () => void }) {
  const document = useDocument();
  const part = usePart();
  const editor = useSongEditor();
  const [problem, setProblem] = useState<string | null>(null);
  const { sounding, shape } = songKeysOf(document, part);
  const isWaiting = document.chart.draftText !== null;
  const run = (command: SongCommand): void => {
    const error = editor.run(command);
    setProblem(error === null ? null : sayCommandError(error));
    if (error === null) {
      onDone();
    }
  };
  const record = sayRecordCapo(part, document.facts.recordShift);
  return (
    <>
      {isWaiting && <Caution role="status">The chart has lines that cannot be read: mend it first.</Caution>}
      {problem !== null && <Caution role="alert">{problem}</Caution>}
      <section>
        <h3>To another key, the capo stays</h3>
        <Row>
          {range(-5, 7).map((shift) => (
            <Button
              key={shift}
              isDisabled={isWaiting || shift === 0}
              onPress={() => run(transposeSong(part, shift))}
              aria-label={`Transpose to ${formatKeyWords(shiftKey(sounding, shift))}, ${sayShift(shift)}`}
            >
              <Signed text={formatKeyWords(shiftKey(sounding, shift))} />
              <small>{sayShift(shift)}</small>
            </Button>
          ))}
        </Row>
      </section>
      <section>
        <h3>
          <Signed text={`The same shapes elsewhere: ${formatKeyWords(shape)} shapes, all that sounds moves`} />
        </h3>
        <Row>
          {listSetups(part.setup).map(({ setup, text }) => {
            const shift = soundingShiftOf(setup) - soundingShiftOf(part.setup);
            const key = formatKeyWords(toSoundingKey(shape, setup));
            return (
              <Button
                key={text}
                isDisabled={isWaiting || shift === 0}
                onPress={() => run(keepShapes(part, setup))}
                aria-label={`Same shapes, ${text}: sounds in ${key}, ${sayShift(shift)}`}
              >
                <span>{text}</span>
                <small>
                  <Signed text={`${key}, ${sayShift(shift)}`} />
                </small>
              </Button>
            );
          })}
        </Row>
        {record !== '' && <p>{record}</p>}
      </section>
    </>
  );
}

/** The frets of the capo, and the tunings in which all strings are moved alike. */
function listSetups({ tuning, capoFret }: Setup): readonly { readonly setup: Setup; readonly text: string }[] {
  const together = TUNINGS.filter(
    ({ name, openMidi }) =>
      name !== tuning.name &&
      openMidi.length === tuning.openMidi.length &&
      new Set(openMidi.map((midi, string) => midi - (tuning.openMidi[string] ?? 0))).size === 1,
  );
  return [
    ...range(0, HIGHEST_KEPT_CAPO + 1).map((fret) => ({
      setup: { tuning, capoFret: fret },
      text: fret === 0 ? 'no capo' : `capo ${fret}`,
    })),
    ...together.map((each) => ({ setup: { tuning: each, capoFret }, text: each.name })),
  ];
}

const Row = styled.div`
  display: flex; flex-wrap: wrap; gap: 8px; padding-top: 8px;
  button { display: grid; justify-items: center; min-width: 104px; }
  small { font-size: 12.5px; color: ${colour.quiet}; font-weight: 400; }
`;
