/* The strings that a picked pattern strikes under a chord, where the teacher says so once for the song. */
import { type ChordSymbol, isSameChord } from '../../harmony/chord-symbol.ts';
import { err, ok, type Result } from '../../kernel/result.ts';
import type { PickRole } from '../../rhythm/pattern.ts';
import type { Part, PickedStrings, SongDocument } from '../document/document.ts';
import { changePart, findPart } from '../document/parts.ts';
import type { Detached } from './attachments.ts';

/** Says which string (1 = thinnest) a role strikes wherever a shape chord is picked; null leaves it to the chord. */
export type PickString = {
  readonly kind: 'pick-string';
  readonly partId: number;
  readonly chord: ChordSymbol;
  readonly role: PickRole;
  readonly stringNumber: number | null;
};

/** Why a string cannot be picked. */
export type PickStringError =
  | { readonly kind: 'no-such-part'; readonly partId: number }
  | { readonly kind: 'no-string-to-pick'; readonly stringNumber: number; readonly strings: number };

/** The strings chosen for a shape chord; none where all are left to it. */
export function chosenStrings(part: Pick<Part, 'pickedStrings'>, chord: ChordSymbol): PickedStrings['strings'] {
  return part.pickedStrings.find((each) => isSameChord(each.chord, chord))?.strings ?? NONE;
}

const NONE: PickedStrings['strings'] = [];

/** Carries out the choice of a string. */
export function pickString(document: SongDocument, command: PickString): Result<Detached, PickStringError> {
  const { partId, chord, role, stringNumber } = command;
  const part = findPart(document, partId);
  if (part === null) {
    return err({ kind: 'no-such-part', partId });
  }
  const strings = part.setup.tuning.openMidi.length;
  if (stringNumber !== null && (stringNumber < 1 || stringNumber > strings)) {
    return err({ kind: 'no-string-to-pick', stringNumber, strings });
  }
  const before = chosenStrings(part, chord);
  if ((before.find((each) => each.role === role)?.stringNumber ?? null) === stringNumber) {
    return ok({ document, lost: [] });
  }
  const kept = before.filter((each) => each.role !== role);
  const own = stringNumber === null ? kept : [...kept, { role, stringNumber }];
  const others = part.pickedStrings.filter((each) => !isSameChord(each.chord, chord));
  const pickedStrings = own.length === 0 ? others : [...others, { chord, strings: own }];
  return ok({ document: changePart(document, partId, (each) => ({ ...each, pickedStrings })), lost: [] });
}
