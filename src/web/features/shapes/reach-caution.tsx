import type { Shape } from '../../../core/shapes/shape.ts';
import { findOutOfReach } from '../../../core/song/part/reach.ts';
import { sayOutOfReach } from '../../../core/words/reach-words.ts';
import { usePlaceStyle } from '../../editor/use-place-style.ts';
import { usePart } from '../../editor/use-song.tsx';
import { Caution } from '../../ui/caution.tsx';

/** Says where a shape lies past the last fret of the guitar; nothing where all of it is in reach. */
export function ReachCaution({ shape }: { readonly shape: Shape }) {
  const beyond = findOutOfReach(usePart(), shape);
  const { fretOffset } = usePlaceStyle();
  return beyond === null ? null : <Caution>{sayOutOfReach(beyond, fretOffset)}</Caution>;
}
