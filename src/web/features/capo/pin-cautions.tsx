import { isSameChord } from '../../../core/harmony/chord-symbol.ts';
import { songKeysOf } from '../../../core/song/chart/song-keys.ts';
import { listSongChords } from '../../../core/song/played/song-chords.ts';
import { sayShapeTroubles } from '../../../core/words/hold-words.ts';
import { useChordName } from '../../api/settings.tsx';
import { usePlaceStyle } from '../../editor/use-place-style.ts';
import { useDocument, usePart } from '../../editor/use-song.tsx';
import { Caution } from '../../ui/caution.tsx';
import { Signed } from '../../ui/signed.tsx';

/** What hinders the teacher's shapes where the guitar stands now, for the chords that the song has there. */
export function PinCautions() {
  const document = useDocument();
  const part = usePart();
  const nameOf = useChordName();
  const { fretOffset } = usePlaceStyle();
  const { shape: shapeKey, toShapeChord } = songKeysOf(document, part);
  const chords = listSongChords(document).map(({ chord }) => toShapeChord(chord));
  const told = part.shapes
    .filter(({ origin, chord }) => origin !== 'accepted' && chords.some((each) => isSameChord(each, chord)))
    .flatMap((kept) =>
      sayShapeTroubles({ chord: kept.chord, fingering: kept.fingering, kept }, part, {
        shapeKey,
        nameOf,
        fretsAdded: fretOffset,
      }),
    );
  return [...new Set(told)].map((text) => (
    <Caution key={text}>
      <Signed text={text} />
    </Caution>
  ));
}
