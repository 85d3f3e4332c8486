import { useCallback, useMemo } from 'react';
import { type CapoRow, easiestFrets, NO_CAPO_PLAN } from '../../../core/arrange/capo/capo-rows.ts';
import type { Setup } from '../../../core/fretboard/capo.ts';
import { nearestMove } from '../../../core/pitch/pitch-class.ts';
import { songKeysOf } from '../../../core/song/chart/song-keys.ts';
import type { ReasonNames } from '../../../core/words/reason-words.ts';
import { useChordName } from '../../api/settings.tsx';
import { usePlayers } from '../../editor/use-players.ts';
import { useDocument, usePart, useSongEditor } from '../../editor/use-song.tsx';
import { useCapoRows } from './use-capo-rows.ts';

/** What the Capo step shows. */
export type CapoStep = ReturnType<typeof useCapoStep>;

/** Everything that the Capo step shows of the rungs. */
export function useCapoStep() {
  const document = useDocument();
  const part = usePart();
  const nameOf = useChordName();
  const { players, guitarClass } = usePlayers();
  const { plan, isWorking, failure } = useCapoRows(document, part, players);
  const { rows } = plan ?? NO_CAPO_PLAN;
  const isSettled = rows.length > 0 && rows.every(({ isRough }) => !isRough);
  const easiest = useMemo(() => (isSettled ? easiestFrets(rows) : []), [rows, isSettled]);
  const names: ReasonNames = {
    chord: nameOf,
    who: guitarClass?.value.name ?? 'the class',
    singer: part.wishes.singer?.name || 'the singer',
  };
  return {
    document,
    part,
    plan: plan ?? NO_CAPO_PLAN,
    isWorking,
    failure,
    easiest,
    names,
    guitarClass,
    keys: songKeysOf(document, part),
    row: rowAt(rows, part.setup.capoFret),
    best: easiest[0] === undefined ? null : rowAt(rows, easiest[0]),
  };
}

/** The row of a fret; null where nothing is planned. */
export function rowAt(rows: readonly CapoRow[], capoFret: number): CapoRow | null {
  return rows.find((row) => row.capoFret === capoFret) ?? null;
}

/** Puts the capo where a row says, with the key and the shapes that were planned for it; nothing is planned anew. */
export function useTakeSetup(): (setup: Setup, row: CapoRow | null) => void {
  const editor = useSongEditor();
  const part = usePart();
  const { recordShift } = useDocument().facts;
  return useCallback(
    (setup, row) => {
      if (row === null) {
        editor.run({ kind: 'set-capo', partId: part.id, capoFret: setup.capoFret });
        return;
      }
      editor.run({
        kind: 'take-setup',
        partId: part.id,
        setup,
        keyShift: nearestMove(row.recordShift - recordShift),
        shapes: row.chords.flatMap(({ shapeChord, rated }) =>
          rated === null ? [] : [{ chord: shapeChord, fingering: rated.fingering }],
        ),
      });
    },
    [editor, part.id, recordShift],
  );
}
