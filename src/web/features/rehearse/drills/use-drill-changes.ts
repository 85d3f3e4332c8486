import { useMemo } from 'react';
import { type DrillChange, listDrillChanges } from '../../../../core/rehearse/drill-changes.ts';
import { isBarreChord } from '../../../../core/shapes/shape.ts';
import { usePlayers } from '../../../editor/use-players.ts';
import { useDocument, usePart } from '../../../editor/use-song.tsx';
import { useSongChordName } from '../use-song-chord-name.ts';

/** A change that can be chosen: with its name, and whether there is a barre in it. */
export type NamedChange = DrillChange & { readonly name: string; readonly hasBarre: boolean };

/** The changes of the open song that can be drilled, the hardest first. */
export function useDrillChanges(): readonly NamedChange[] {
  const document = useDocument();
  const part = usePart();
  const { players } = usePlayers();
  const nameOf = useSongChordName();
  const { stage } = players.hand;
  return useMemo(
    () =>
      listDrillChanges(document, part, stage).map((change) => ({
        ...change,
        name: `${nameOf(change.from)} to ${nameOf(change.to)}`,
        hasBarre: change.held.some(({ fingering }) => isBarreChord(fingering)),
      })),
    [document, part, stage, nameOf],
  );
}
