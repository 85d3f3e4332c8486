import { type ChordSymbol, formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { uniqueBy } from '../../kernel/list.ts';
import type { Stage } from '../../shapes/change-time.ts';
import { AVERAGE_HAND, type Hand } from '../../shapes/hand.ts';
import { formatShape, type Shape } from '../../shapes/shape.ts';
import type { SongDocument } from './document.ts';
import { type HandoutOptions, PLAIN_HANDOUT, type Stand } from './handout-options.ts';

/** A shape that a class can hold, by the chord it is held for. */
export type KnownShape = { readonly chord: ChordSymbol; readonly shape: Shape };

/**
 * A student of a class, who reads a handout in a way of their own; `stand` is null for the page as it is arranged, `stage` for one who has
 * played as long as the class.
 */
export type Student = {
  readonly id: number;
  readonly name: string;
  readonly stand: Stand | null;
  readonly stage: Stage | null;
  readonly handout: HandoutOptions;
};

/**
 * A class: its hand, its level (1 to 5, as those of a song), the shapes it knows, the songs it was taught, by their ids, how its handouts
 * are made, and the students whose handouts differ.
 */
export type GuitarClass = {
  readonly name: string;
  readonly hand: Hand;
  readonly level: ClassLevel;
  readonly known: readonly KnownShape[];
  readonly taughtSongIds: readonly string[];
  readonly handout: HandoutOptions;
  readonly students: readonly Student[];
};

/** Levels of a class, as those of a song. */
export type ClassLevel = 1 | 2 | 3 | 4 | 5;

/** Bounds of a class. */
export const CLASS_LIMITS = { nameCharacters: 60, known: 1000, taughtSongs: 2000, students: 100 } as const;

/** A class of which nothing is known but its name. */
export function newClass(name: string): GuitarClass {
  return { name, hand: AVERAGE_HAND, level: 2, known: [], taughtSongIds: [], handout: PLAIN_HANDOUT, students: [] };
}

/** "G 320033": a known shape as the planner looks it up. */
export function formatKnown({ chord, shape }: KnownShape): string {
  return `${formatChordSymbol(chord)} ${formatShape(shape)}`;
}

/** The shapes a class knows, as the planner looks them up. */
export function knownSetOf({ known }: GuitarClass): ReadonlySet<string> {
  return new Set(known.map(formatKnown));
}

/** The class after a song was taught: it knows every shape that the song's parts hold. */
export function learnSong(guitarClass: GuitarClass, songId: string, document: SongDocument): GuitarClass {
  const held = document.arrangements
    .flatMap(({ parts }) => parts)
    .flatMap(({ shapes }) => shapes.map(({ chord, fingering }): KnownShape => ({ chord, shape: fingering.shape })));
  return {
    ...guitarClass,
    known: uniqueBy([...guitarClass.known, ...held], formatKnown).slice(0, CLASS_LIMITS.known),
    taughtSongIds: [...new Set([...guitarClass.taughtSongIds, songId])],
  };
}

/** The class with one shape ticked or no longer ticked. */
export function setKnown(guitarClass: GuitarClass, shape: KnownShape, isKnown: boolean): GuitarClass {
  const others = guitarClass.known.filter((each) => formatKnown(each) !== formatKnown(shape));
  return { ...guitarClass, known: isKnown ? [...others, shape] : others };
}

/** The class with one more student, who reads as the class does; the name is not checked for being there twice. */
export function addStudent(guitarClass: GuitarClass, name: string): GuitarClass {
  const id = Math.max(0, ...guitarClass.students.map((student) => student.id)) + 1;
  const student: Student = { id, name, stand: null, stage: null, handout: guitarClass.handout };
  return { ...guitarClass, students: [...guitarClass.students, student] };
}

/** The class with one student changed. */
export function changeStudent(guitarClass: GuitarClass, id: number, change: Partial<Omit<Student, 'id'>>): GuitarClass {
  return {
    ...guitarClass,
    students: guitarClass.students.map((student) => (student.id === id ? { ...student, ...change } : student)),
  };
}

/** The class without one of its students. */
export function removeStudent(guitarClass: GuitarClass, id: number): GuitarClass {
  return { ...guitarClass, students: guitarClass.students.filter((student) => student.id !== id) };
}
