/* Ornaments of a part: what may be written at all, and putting them into bars and taking them out. */
import { uniqueBy } from '../../kernel/list.ts';
import { err, ok, type Result } from '../../kernel/result.ts';
import { barTicks } from '../../rhythm/metre.ts';
import { HIGHEST_SHAPE_FRET } from '../../shapes/shape.ts';
import { writtenBarsOf } from '../chart/pass-lines.ts';
import type { NoteJoin, Ornament, OrnamentNote, Part, SongDocument } from '../document/document.ts';
import { changePart, findPart } from '../document/parts.ts';
import type { Detached } from './attachments.ts';

/** Most notes of an ornament. */
export const ORNAMENT_NOTES = 64;

/** A bar that an ornament is written into, and the passes that play it there (null: every one). */
export type OrnamentSpot = Pick<Ornament, 'barId' | 'passIds'>;

/** Writes an ornament into some bars, in the place of those named; frets are from the capo as it stands. */
export type PutOrnaments = {
  readonly kind: 'put-ornaments';
  readonly partId: number;
  readonly replaces: readonly number[];
  readonly spots: readonly OrnamentSpot[];
  readonly ornament: Pick<Ornament, 'kind' | 'level' | 'notes'>;
};

/** Takes ornaments away. */
export type RemoveOrnaments = {
  readonly kind: 'remove-ornaments';
  readonly partId: number;
  readonly ornamentIds: readonly number[];
};

/** Why notes are no ornament of their kind. */
export type OrnamentFault =
  | { readonly kind: 'no-notes' }
  | { readonly kind: 'too-many-notes'; readonly most: number }
  | { readonly kind: 'no-such-string'; readonly stringNumber: number; readonly strings: number }
  | { readonly kind: 'no-such-fret'; readonly fret: number; readonly highest: number }
  | { readonly kind: 'past-the-bar' }
  | { readonly kind: 'twice-on-a-string'; readonly stringNumber: number }
  | { readonly kind: 'not-on-one-string' }
  | { readonly kind: 'not-rising' }
  | { readonly kind: 'not-falling' }
  | { readonly kind: 'slide-from-open' }
  | { readonly kind: 'joined-to-nothing' }
  | { readonly kind: 'bend-from-open' };

/** Why an ornament cannot be put or taken. */
export type OrnamentError =
  | { readonly kind: 'no-such-part'; readonly partId: number }
  | { readonly kind: 'no-such-place' }
  | { readonly kind: 'bad-ornament'; readonly fault: OrnamentFault };

/** What the open strings of a part sound behind its capo, lowest string first. */
export function openMidiOf({ setup }: Pick<Part, 'setup'>): readonly number[] {
  return setup.tuning.openMidi.map((midi) => midi + setup.capoFret);
}

/** Carries out the writing of an ornament. */
export function putOrnaments(document: SongDocument, command: PutOrnaments): Result<Detached, OrnamentError> {
  const { partId, replaces, spots, ornament } = command;
  const part = findPart(document, partId);
  if (part === null) {
    return err({ kind: 'no-such-part', partId });
  }
  const bars = new Set(writtenBarsOf(document).map(({ id }) => id));
  const passes = new Set(document.map.form.map(({ id }) => id));
  const isThere = ({ barId, passIds }: OrnamentSpot): boolean =>
    bars.has(barId) && (passIds === null || (passIds.length > 0 && passIds.every((id) => passes.has(id))));
  if (spots.length === 0 || !spots.every(isThere)) {
    return err({ kind: 'no-such-place' });
  }
  const fault = findOrnamentFault(ornament, part, longestBarTicks(document));
  if (fault !== null) {
    return err({ kind: 'bad-ornament', fault });
  }
  const written = uniqueBy(spots, ({ barId }) => String(barId)).map(
    (spot, index): Ornament => ({ ...ornament, ...spot, id: document.nextId + index, openMidi: openMidiOf(part) }),
  );
  const changed = changePart(document, partId, (each) => ({
    ...each,
    ornaments: [...each.ornaments.filter(({ id }) => !replaces.includes(id)), ...written],
  }));
  return ok({ document: { ...changed, nextId: document.nextId + written.length }, lost: [] });
}

/** The longest bar there may be: a bar that says `same` takes its length from the one before, wherever that is. */
function longestBarTicks(document: SongDocument): number {
  return Math.max(
    barTicks(document.facts.metre),
    ...writtenBarsOf(document).map(({ metre }) => (metre === null ? 0 : barTicks(metre))),
  );
}

/** Carries out the taking away of ornaments. */
export function removeOrnaments(document: SongDocument, command: RemoveOrnaments): Result<Detached, OrnamentError> {
  const { partId, ornamentIds } = command;
  if (findPart(document, partId) === null) {
    return err({ kind: 'no-such-part', partId });
  }
  const next = changePart(document, partId, (part) => {
    const ornaments = part.ornaments.filter(({ id }) => !ornamentIds.includes(id));
    return ornaments.length === part.ornaments.length ? part : { ...part, ornaments };
  });
  return ok({ document: next, lost: [] });
}

/**
 * What is wrong with the notes of an ornament on a part's guitar, in a bar of so many ticks; null for a sound one. A fret that this guitar
 * does not reach is no fault: it is kept, and said (see part/reach).
 */
export function findOrnamentFault(
  { kind, notes }: Pick<Ornament, 'kind' | 'notes'>,
  part: Pick<Part, 'setup'>,
  lengthTicks: number,
): OrnamentFault | null {
  const strings = part.setup.tuning.openMidi.length;
  if (notes.length === 0 || notes.length > ORNAMENT_NOTES) {
    return notes.length === 0 ? { kind: 'no-notes' } : { kind: 'too-many-notes', most: ORNAMENT_NOTES };
  }
  const off = notes.find(({ stringNumber }) => stringNumber < 1 || stringNumber > strings);
  const far = notes.find(({ fret }) => fret > HIGHEST_SHAPE_FRET);
  if (off !== undefined || far !== undefined) {
    return off !== undefined
      ? { kind: 'no-such-string', stringNumber: off.stringNumber, strings }
      : { kind: 'no-such-fret', fret: far?.fret ?? 0, highest: HIGHEST_SHAPE_FRET };
  }
  if (notes.some((note) => note.startTick + note.lengthTicks > lengthTicks)) {
    return { kind: 'past-the-bar' };
  }
  const twice = notes.find((note, index) =>
    notes.some(
      (other, at) => at < index && other.startTick === note.startTick && other.stringNumber === note.stringNumber,
    ),
  );
  return twice === undefined
    ? (slurFault(kind, notes) ?? joinFault(notes))
    : { kind: 'twice-on-a-string', stringNumber: twice.stringNumber };
}

/** The note that sounds on the string of a joined one until it comes; null where none does. */
export function joinedFrom(
  notes: readonly OrnamentNote[],
  { stringNumber, startTick }: OrnamentNote,
): OrnamentNote | null {
  return (
    notes.find((note) => note.stringNumber === stringNumber && note.startTick + note.lengthTicks === startTick) ?? null
  );
}

/** A note that is not struck, the one it comes from, and how. */
export type JoinedNote = { readonly from: OrnamentNote; readonly to: OrnamentNote; readonly join: NoteJoin };

/** What joins the notes of an ornament to each other, in the order of time: a slur as a whole, or where a note says so itself. */
export function listJoins({ kind, notes }: Pick<Ornament, 'kind' | 'notes'>): readonly JoinedNote[] {
  const sorted = [...notes].sort((a, b) => a.startTick - b.startTick);
  return sorted.flatMap((note, index): readonly JoinedNote[] => {
    const before = sorted[index - 1];
    const own = note.join === undefined ? null : joinedFrom(notes, note);
    if (note.join !== undefined && own !== null) {
      return [{ from: own, to: note, join: note.join }];
    }
    return isSlur(kind) && before !== undefined ? [{ from: before, to: note, join: kind }] : [];
  });
}

/** A note that is not struck goes on from one on its string: up for a hammer-on or a bend, down for a pull-off (common practice). */
function joinFault(notes: readonly OrnamentNote[]): OrnamentFault | null {
  for (const note of notes.filter(({ join }) => join !== undefined)) {
    const from = joinedFrom(notes, note);
    const step = from === null ? null : note.fret - from.fret;
    if (from === null || step === null) {
      return { kind: 'joined-to-nothing' };
    }
    const fault = faultOfJoin(note, from, step);
    if (fault !== null) {
      return fault;
    }
  }
  return null;
}

function faultOfJoin({ join, fret }: OrnamentNote, from: OrnamentNote, step: number): OrnamentFault | null {
  switch (join) {
    case 'hammer-on':
      return step > 0 ? null : { kind: 'not-rising' };
    case 'pull-off':
      return step < 0 ? null : { kind: 'not-falling' };
    case 'slide':
      return fret > 0 && from.fret > 0 && step !== 0 ? null : { kind: 'slide-from-open' };
    case 'bend':
      return from.fret > 0 && step > 0 ? null : { kind: 'bend-from-open' };
    default:
      return null;
  }
}

/** Whether a kind is played on one string by the left hand alone after its first note. */
export function isSlur(kind: Ornament['kind']): kind is Extract<NoteJoin, Ornament['kind']> {
  return kind === 'hammer-on' || kind === 'pull-off' || kind === 'slide';
}

/** A hammer-on goes up, a pull-off down, a slide from one stopped note to another, each on one string (common practice). */
function slurFault(kind: Ornament['kind'], notes: readonly OrnamentNote[]): OrnamentFault | null {
  if (!isSlur(kind)) {
    return null;
  }
  const isOnOneString = uniqueBy(notes, ({ stringNumber }) => String(stringNumber)).length === 1;
  if (notes.length < 2 || !isOnOneString) {
    return { kind: 'not-on-one-string' };
  }
  const frets = [...notes].sort((a, b) => a.startTick - b.startTick).map(({ fret }) => fret);
  const steps = frets.slice(1).map((fret, index) => fret - (frets[index] ?? 0));
  if (kind === 'hammer-on' && steps.some((step) => step <= 0)) {
    return { kind: 'not-rising' };
  }
  if (kind === 'pull-off' && steps.some((step) => step >= 0)) {
    return { kind: 'not-falling' };
  }
  return kind === 'slide' && (frets.includes(0) || steps.includes(0)) ? { kind: 'slide-from-open' } : null;
}
