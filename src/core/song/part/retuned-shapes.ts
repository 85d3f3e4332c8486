/*
 * Shapes that the teacher decided on, when the strings are tuned otherwise: each string keeps what it sounds, so its fret moves against
 * the string. How the shape was written stays beside it, so the way back comes out the same.
 */
import type { Setup } from '../../fretboard/capo.ts';
import { namedOpenMidi } from '../../fretboard/tuning.ts';
import { isEqual } from '../../kernel/equal.ts';
import { itemAt } from '../../kernel/list.ts';
import { AVERAGE_HAND } from '../../shapes/hand.ts';
import { findFingering } from '../../shapes/rank-shapes.ts';
import { HIGHEST_SHAPE_FRET, type Shape } from '../../shapes/shape.ts';
import type { Part, StoredShape, WrittenShape } from '../document/document.ts';

/** A string whose fret moved with the tuning: strings from 1 = thinnest, frets from the capo; null: it cannot sound what it did and is muted. */
export type MovedFret = { readonly stringNumber: number; readonly from: number; readonly to: number | null };

/**
 * A shape of the teacher's as it lies in another setup of as many strings. One that the program found stays as it is: it is found anew.
 * A string that cannot go as low any more is muted; where that leaves nothing to hold, the fingers are those of the written shape.
 */
export function retune(stored: StoredShape, part: Pick<Part, 'setup' | 'instrument'>, setup: Setup): StoredShape {
  const from = namedOpenMidi(part.setup.tuning);
  const to = namedOpenMidi(setup.tuning);
  if (stored.origin === 'accepted' || isEqual(from, to)) {
    return stored;
  }
  const written = stored.written ?? { fingering: stored.fingering, openMidi: from };
  if (isEqual(written.openMidi, to)) {
    return { ...stored, fingering: written.fingering, written: null };
  }
  const shape = moveFrets(written, to);
  if (isEqual(shape, written.fingering.shape)) {
    return { ...stored, fingering: written.fingering, written };
  }
  const fingering = findFingering(shape, { setup, ...part.instrument, hand: AVERAGE_HAND }) ?? {
    shape,
    fingers: written.fingering.fingers.map((finger, string) => ((shape[string] ?? 0) > 0 ? (finger ?? 1) : null)),
  };
  return { ...stored, fingering, written };
}

function moveFrets({ fingering, openMidi }: WrittenShape, to: readonly number[]): Shape {
  return fingering.shape.map((fret, string) => {
    const moved = fret === null ? null : fret + itemAt(openMidi, string) - itemAt(to, string);
    return moved === null || moved < 0 || moved > HIGHEST_SHAPE_FRET ? null : moved;
  });
}

/** The strings of a shape that lie otherwise than it was pinned, the lowest first. */
export function listMovedFrets({ fingering, written }: StoredShape): readonly MovedFret[] {
  const strings = fingering.shape.length;
  return (written?.fingering.shape ?? []).flatMap((from, string) => {
    const to = fingering.shape[string] ?? null;
    return from === null || from === to ? [] : [{ stringNumber: strings - string, from, to }];
  });
}
