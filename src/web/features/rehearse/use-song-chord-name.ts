import { useCallback } from 'react';
import type { ChordSymbol } from '../../../core/harmony/chord-symbol.ts';
import { songKeysOf } from '../../../core/song/chart/song-keys.ts';
import { useChordName } from '../../api/settings.tsx';
import { useDocument, usePart } from '../../editor/use-song.tsx';

/** Names a chord of the song as the hand plays it behind the capo. */
export function useSongChordName(): (sounding: ChordSymbol) => string {
  const document = useDocument();
  const part = usePart();
  const nameOf = useChordName();
  return useCallback((chord) => nameOf(songKeysOf(document, part).toShapeChord(chord)), [document, part, nameOf]);
}
