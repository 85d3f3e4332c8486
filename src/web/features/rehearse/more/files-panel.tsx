import { useMemo, useState } from 'react';
import { toMidiRehearsal } from '../../../../core/formats/midi/midi-rehearsal.ts';
import { fileNameOf } from '../../../../core/page/layout/file-name.ts';
import { BEGINNING } from '../../../../core/rehearse/itinerary.ts';
import { lengthOf, unrollRehearsal } from '../../../../core/rehearse/unrolled.ts';
import { formatMinutes } from '../../../../core/rhythm/clock.ts';
import { LAYER_WORDS } from '../../../../core/words/rehearse/stage-words.ts';
import { download } from '../../../library/download.ts';
import { Button } from '../../../ui/button.tsx';
import { Caution } from '../../../ui/caution.tsx';
import { Panel } from '../../../ui/panel.tsx';
import { Progress } from '../../../ui/progress.tsx';
import type { PlayAlong } from '../play-along.ts';
import { type PlayAlongSetup, toRehearsal } from '../play-along-desk.ts';

/** Bytes of a second of sound: 44,100 samples of 16 bits in one channel. */
const BYTES_A_SECOND = 88_200;

/** What is set up, as a file: the sound of it, or the notes; counted in as it is played. */
export function FilesPanel({ playAlong }: { readonly playAlong: PlayAlong }) {
  const setup = playAlong.use((state) => state.setup);
  const [share, setShare] = useState<number | null>(null);
  const [problem, setProblem] = useState('');
  const song = playAlong.use((state) => state.song);
  const unrolled = useMemo(
    () => unrollRehearsal(toRehearsal(playAlong.desk, { song, setup }), placeOf(setup)),
    [playAlong, song, setup],
  );
  const seconds = lengthOf(unrolled);
  const { title } = song.document.facts;
  const takeWav = async (): Promise<void> => {
    setProblem('');
    setShare(0);
    try {
      const { renderWav } = await import('../../../sound/render-wav.ts');
      download(await renderWav(unrolled, setup, setShare), 'audio/wav', fileNameOf(title, 'wav'));
    } catch {
      setProblem('The sound could not be rendered in this browser.');
    } finally {
      setShare(null);
    }
  };
  const takeMidi = async (): Promise<void> => {
    const { toMidiBytes } = await import('../../../../exchange/midi-bytes.ts');
    const midi = toMidiRehearsal(unrolled, { title, silent: setup.silent, names: LAYER_WORDS });
    download(toMidiBytes(midi), 'audio/midi', fileNameOf(title, 'mid'));
  };
  return (
    <Panel title="As a file" summary={`once through, ${formatMinutes(seconds)}`}>
      <Button isDisabled={share !== null || seconds === 0} onPress={() => void takeWav()}>
        Sound, WAV ({((seconds * BYTES_A_SECOND) / 1_000_000).toFixed(1)} MB)
      </Button>
      <Button isDisabled={seconds === 0} onPress={() => void takeMidi()}>
        Notes, MIDI
      </Button>
      {share !== null && <Progress label="Rendering the sound" share={share} />}
      {problem !== '' && <Caution role="alert">{problem}</Caution>}
    </Panel>
  );
}

function placeOf({ countInBars }: PlayAlongSetup) {
  return countInBars === 0 ? BEGINNING : ({ kind: 'count-in', bars: countInBars, to: BEGINNING } as const);
}
