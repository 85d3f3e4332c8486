import { formatChordSymbol } from '../../core/harmony/chord-symbol.ts';
import { listBookShapes } from '../../core/shapes/familiar.ts';
import { formatShape } from '../../core/shapes/shape.ts';
import { type GuitarClass, newClass } from '../../core/song/document/guitar-class.ts';
import type { ClassService } from '../classes/service.ts';

/** What an invented evening class of beginners can hold. */
const KNOWN = ['C x32010', 'D xx0232', 'E 022100', 'G 320003', 'A x02220', 'Am x02210', 'Dm xx0231', 'Em 022000'];

/** The class a new library starts with. */
export function createDemoClass(): GuitarClass {
  const plain = newClass('Wednesday class');
  const shapes = listBookShapes().map(({ chord, fingering }) => ({ chord, shape: fingering.shape }));
  return {
    ...plain,
    hand: { ...plain.hand, playsBarres: false },
    known: shapes.filter(({ chord, shape }) => KNOWN.includes(`${formatChordSymbol(chord)} ${formatShape(shape)}`)),
  };
}

/** Adds the class to a library that has none. */
export async function addDemoClass(classes: ClassService): Promise<void> {
  if ((await classes.list()).length === 0) {
    await classes.create(createDemoClass());
  }
}
