import { type ChordSymbol, formatChordSymbol, isSameChord } from '../../harmony/chord-symbol.ts';
import { isEqual } from '../../kernel/equal.ts';
import { range, uniqueBy } from '../../kernel/list.ts';
import { partOfSteps, runSteps, type Steps } from '../../kernel/steps.ts';
import { AVERAGE_HAND, type Hand } from '../../shapes/hand.ts';
import { findFingering, type Instrument } from '../../shapes/rank-shapes.ts';
import type { Fingering, Shape } from '../../shapes/shape.ts';
import { soundsOnly } from '../../shapes/sounding.ts';
import { chordsOfBars } from '../../song/chart/chart.ts';
import type { FingerPin } from '../../song/chart/chart-pins.ts';
import { writtenBarsOf } from '../../song/chart/pass-lines.ts';
import { songKeysOf } from '../../song/chart/song-keys.ts';
import type { Part, SongDocument, StoredShape } from '../../song/document/document.ts';
import { changePart } from '../../song/document/parts.ts';
import { FOUND, isEverywhere, keepEverywhere } from '../../song/part/stored-shapes.ts';
import { fingeringOf, type ShapeRule } from '../problem/candidates.ts';
import { toSetupPlace } from '../problem/chord-options.ts';
import type { Planner, Players } from '../problem/planner.ts';
import { PLAIN_QUESTION, type SetupQuestion } from '../problem/setup-question.ts';
import { toSongProblem } from '../problem/song-problem.ts';
import { solveSetup, solveSetupInSteps } from '../setup/setup-solution.ts';

/** The guitar of a part, as the shape search asks for it. */
function instrumentOf(part: Part, hand: Hand): Instrument {
  return { setup: part.setup, ...part.instrument, hand };
}

/** The document with a stored shape for every chord of every part, as far as one is found. */
export function fillShapes(document: SongDocument, planner: Planner): SongDocument {
  return runSteps(fillShapesInSteps(document, planner));
}

/** The same, in steps: a chord's shapes are looked for in each. */
export function* fillShapesInSteps(document: SongDocument, planner: Planner): Steps<SongDocument> {
  const chords = uniqueBy(chordsOfBars(writtenBarsOf(document)), formatChordSymbol);
  const parts = document.arrangements.flatMap((arrangement) => arrangement.parts);
  let filled = document;
  for (const [index, part] of parts.entries()) {
    const work = fillPart(document, part, chords, planner);
    const own = yield* partOfSteps(work, index / parts.length, (index + 1) / parts.length);
    filled = changePart(filled, part.id, () => own);
  }
  return filled;
}

function* fillPart(
  document: SongDocument,
  part: Part,
  sounding: readonly ChordSymbol[],
  planner: Planner,
): Steps<Part> {
  const { kept, missing } = sortShapes(document, part, sounding);
  const isSettled = missing.length === 0 && !kept.some(isUnfingered);
  if (isSettled) {
    return kept.length === part.shapes.length ? part : { ...part, shapes: kept };
  }
  return { ...part, shapes: yield* acceptShapes(document, { ...part, shapes: kept }, missing, planner) };
}

/** Whether a part of a document lacks a shape for one of its chords, or holds one that nothing asks for any more. */
export function needsShapes(document: SongDocument): boolean {
  const chords = uniqueBy(chordsOfBars(writtenBarsOf(document)), formatChordSymbol);
  return document.arrangements
    .flatMap(({ parts }) => parts)
    .some((part) => {
      const { kept, missing } = sortShapes(document, part, chords);
      return missing.length > 0 || kept.some(isUnfingered) || kept.length < part.shapes.length;
    });
}

/** Whether nobody has chosen the fingers of a shape yet. */
function isUnfingered({ fingersBy }: StoredShape): boolean {
  return fingersBy === 'nobody';
}

/** What a part's shapes come to for the chords of its song: those that stay, and the shape chords without one. */
function sortShapes(
  document: SongDocument,
  part: Part,
  sounding: readonly ChordSymbol[],
): { readonly kept: readonly StoredShape[]; readonly missing: readonly ChordSymbol[] } {
  const { toShapeChord } = songKeysOf(document, part);
  const wanted = sounding.map(toShapeChord);
  const kept = part.shapes.filter(
    (stored) =>
      stored.origin !== 'accepted' ||
      (wanted.some((chord) => isSameChord(chord, stored.chord)) &&
        !isForbidden(stored, part) &&
        soundsOnly(stored.fingering.shape, stored.chord, part.setup.tuning)),
  );
  const missing = wanted.filter(
    (chord) => !kept.some((stored) => isEverywhere(stored) && isSameChord(stored.chord, chord)),
  );
  return { kept, missing };
}

/** The shapes of each part, as fillShapes leaves them. */
export type FilledShapes = readonly { readonly partId: number; readonly shapes: readonly StoredShape[] }[];

/** The filled shapes of a document, part by part. */
export function listShapes(document: SongDocument): FilledShapes {
  const parts = document.arrangements.flatMap((arrangement) => arrangement.parts);
  return parts.map(({ id, shapes }) => ({ partId: id, shapes }));
}

/** A document with shapes that were found for it elsewhere. */
export function withShapes(document: SongDocument, filled: FilledShapes): SongDocument {
  return filled.reduce(
    (current, { partId, shapes }) => changePart(current, partId, (part) => ({ ...part, shapes })),
    document,
  );
}

/** Whether a stored shape was ruled out since; one that was pinned or chosen by hand stays all the same. */
function isForbidden({ chord, fingering }: StoredShape, { wishes }: Part): boolean {
  return wishes.forbidden.some((rule) => isSameChord(rule.chord, chord) && isEqual(rule.shape, fingering.shape));
}

/**
 * The shapes of a part with those that suit the song best where it stands, for chords without one; those it has stay as they are, but for
 * fingers that nobody gave: the song chooses them.
 */
function* acceptShapes(
  document: SongDocument,
  part: Part,
  missing: readonly ChordSymbol[],
  planner: Planner,
): Steps<readonly StoredShape[]> {
  const problem = toSongProblem(document, part);
  const question = fillingQuestionOf(part, planner);
  const place = toSetupPlace(problem.key, part.setup, 0);
  const solution =
    (yield* solveSetupInSteps(problem, place, question, planner.memory)) ??
    solveSetup(problem, place, { ...question, pins: [] }, planner.memory);
  const solvedFor = ({
    chord,
    shape,
  }: {
    readonly chord: ChordSymbol;
    readonly shape: Shape | null;
  }): Fingering | null => {
    const solved = (solution?.chords ?? []).flatMap(({ shapeChord, candidate }) =>
      candidate !== null && isSameChord(shapeChord, chord) ? [fingeringOf(candidate)] : [],
    );
    return solved.find((fingering) => shape === null || isEqual(fingering.shape, shape)) ?? null;
  };
  const fingered = part.shapes.map((stored): StoredShape => {
    const { origin, fingersBy, chord, fingering } = stored;
    return origin === 'accepted' || fingersBy === 'teacher'
      ? stored
      : { ...stored, fingering: solvedFor({ chord, shape: fingering.shape }) ?? fingering, fingersBy: 'song' };
  });
  return [
    ...fingered,
    ...missing.flatMap((chord) => {
      const found = solvedFor({ chord, shape: null });
      return found === null ? [] : [keepEverywhere(chord, found, FOUND)];
    }),
  ];
}

/** What is asked where shapes are filled in: fingers of pins that nobody gave are free. */
function fillingQuestionOf(part: Part, planner: Players): SetupQuestion {
  const question = questionOf(part, planner);
  const accepted = part.shapes.filter((stored) => isEverywhere(stored) && stored.origin === 'accepted');
  return {
    ...question,
    pinnedShapes: [...pinsOf(part), ...accepted.map((stored) => toRule(stored, part.setup))],
  };
}

/** A key that is free without a singer stays near the record's (common practice: a step or so); a voice may need any. */
const NEAR_KEYS = range(-3, 4);
const ALL_KEYS = range(-5, 7);

/** What is asked of the planner for a part as it stands: its guitar, the shapes it holds, and its wishes. */
export function questionOf(part: Part, { hand, known }: Players): SetupQuestion {
  const everywhere = part.shapes.filter(isEverywhere);
  const { isKeyFree, singer, pins, forbidden } = part.wishes;
  return {
    ...PLAIN_QUESTION,
    tunings: [part.setup.tuning],
    keyShifts: !isKeyFree ? PLAIN_QUESTION.keyShifts : singer === null ? NEAR_KEYS : ALL_KEYS,
    singer: singer?.range ?? null,
    known,
    pins,
    forbiddenShapes: forbidden,
    guitar: { ...part.instrument, hand },
    // Where the part stands, all is held as it is held; elsewhere the fingers of a pin that nobody gave are free.
    pinnedShapes: [
      ...everywhere.filter(({ origin }) => origin !== 'accepted').map((stored) => toRule(stored, part.setup)),
      ...pinsOf(part),
      ...everywhere.map((stored) => toRule(stored, part.setup)),
    ],
  };
}

/** The shapes that the teacher wants held wherever their chords come, in every setup. */
export function pinsOf({ shapes }: Pick<Part, 'shapes'>): readonly ShapeRule[] {
  return shapes
    .filter((stored) => isEverywhere(stored) && stored.origin !== 'accepted')
    .map((stored) => ({ ...toRule(stored, null), hasFreeFingers: stored.fingersBy !== 'teacher' }));
}

function toRule({ chord, fingering }: StoredShape, onlyAt: ShapeRule['onlyAt']): ShapeRule {
  return { chord, fingering, onlyAt };
}

/** Gives a shape without fingers its easiest ones until the song chooses; null where no hand can hold it. */
export const fingerPin: FingerPin = (shape, part) => findFingering(shape, instrumentOf(part, AVERAGE_HAND));
