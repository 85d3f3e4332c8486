/* What can be done to one part: what is asked of it, where its capo goes, which shapes it holds, and whether it is there. */
import { HIGHEST_CAPO_FRET, type Setup } from '../../fretboard/capo.ts';
import type { Tuning } from '../../fretboard/tuning.ts';
import { type ChordSymbol, isSameChord } from '../../harmony/chord-symbol.ts';
import { isEqual } from '../../kernel/equal.ts';
import { itemAt } from '../../kernel/list.ts';
import { err, ok, type Result } from '../../kernel/result.ts';
import type { Fingering } from '../../shapes/shape.ts';
import { type Detached, slotIdsOf, targetIdsOf } from '../attachments/attachments.ts';
import type { Handlers } from '../attachments/handlers.ts';
import type { Part, SongDocument, StoredShape } from '../document/document.ts';
import type { Level } from '../document/level.ts';
import { changePart, findPart } from '../document/parts.ts';
import { INSTRUMENT_LIMITS, SONG_LIMITS } from '../document/song-limits.ts';
import { WISH_LIMITS, type Wishes } from '../document/wishes.ts';
import { moveKey } from './move-key.ts';
import { retune } from './retuned-shapes.ts';
import { FOUND, isEverywhere, isSamePlace, keepEverywhere } from './stored-shapes.ts';

/** What can be done to a part. */
export type PartCommand =
  | { readonly kind: 'set-capo'; readonly partId: number; readonly capoFret: number }
  | { readonly kind: 'set-tuning'; readonly partId: number; readonly tuning: Tuning }
  | { readonly kind: 'set-instrument'; readonly partId: number; readonly instrument: Partial<Part['instrument']> }
  | { readonly kind: 'set-wishes'; readonly partId: number; readonly wishes: Partial<Wishes> }
  /** Takes a setup as it was planned: tuning and capo, the song moved to its key, and the shapes found for it. */
  | {
      readonly kind: 'take-setup';
      readonly partId: number;
      readonly setup: Setup;
      readonly keyShift: number;
      readonly shapes: readonly Pick<StoredShape, 'chord' | 'fingering'>[];
    }
  /**
   * Keeps a fingering for a shape chord: wherever it comes, or in a place (`targetId`, `before`), from a level on; null lets go of it there,
   * and the program chooses again.
   */
  | {
      readonly kind: 'store-shape';
      readonly partId: number;
      readonly chord: ChordSymbol;
      readonly targetId?: number | null;
      readonly before?: ChordSymbol | null;
      readonly stored: {
        readonly fingering: Fingering;
        readonly origin: 'chosen' | 'pinned';
        readonly fromLevel?: Level | null;
      } | null;
    }
  /** Pins fingerings wherever their shape chords come, all at once. */
  | {
      readonly kind: 'pin-shapes';
      readonly partId: number;
      readonly shapes: readonly Pick<StoredShape, 'chord' | 'fingering'>[];
    }
  | { readonly kind: 'rename-part'; readonly partId: number; readonly name: string }
  | { readonly kind: 'add-part'; readonly name: string; readonly setup: Setup }
  | { readonly kind: 'remove-part'; readonly partId: number };

/** Why a command for a part cannot be carried out. */
export type PartCommandError =
  | { readonly kind: 'no-such-part'; readonly partId: number }
  | { readonly kind: 'instrument-out-of-bounds'; readonly value: keyof Part['instrument'] }
  | { readonly kind: 'capo-out-of-reach'; readonly capoFret: number; readonly highest: number }
  | { readonly kind: 'range-upside-down' }
  | { readonly kind: 'too-many-wishes'; readonly wish: 'pins' | 'forbidden'; readonly most: number }
  | { readonly kind: 'shape-of-other-strings'; readonly strings: number; readonly wanted: number }
  | { readonly kind: 'no-such-place' }
  | { readonly kind: 'bad-part-name'; readonly most: number }
  | { readonly kind: 'last-part' };

type Outcome = Result<Detached, PartCommandError>;

/** Whether a number is a fret that a capo can be put on; 0 = none. */
function isCapoFret(capoFret: number): boolean {
  return Number.isInteger(capoFret) && capoFret >= 0 && capoFret <= HIGHEST_CAPO_FRET;
}

/** A handler of a command that names the part it is for. */
function onPart<Command extends { readonly partId: number }>(
  change: (document: SongDocument, part: Part, command: Command) => Outcome,
): (document: SongDocument, command: Command) => Outcome {
  return (document, command) => {
    const part = findPart(document, command.partId);
    return part === null ? err({ kind: 'no-such-part', partId: command.partId }) : change(document, part, command);
  };
}

/** How each kind of command for a part is carried out. */
export const PART_HANDLERS: Handlers<PartCommand, PartCommandError> = {
  'set-capo': onPart((document, part, { capoFret }) => setCapo(document, part, capoFret)),
  'set-tuning': onPart((document, part, { tuning }) => setTuning(document, part, tuning)),
  'set-instrument': onPart((document, part, { instrument }) => setInstrument(document, part, instrument)),
  'set-wishes': onPart((document, part, { wishes }) => setWishes(document, part, wishes)),
  'take-setup': onPart(takeSetup),
  'store-shape': onPart(storeShape),
  'pin-shapes': onPart(pinShapes),
  'rename-part': onPart((document, part, { name }) =>
    isPartName(name)
      ? changed(document, part, { ...part, name })
      : err({ kind: 'bad-part-name', most: SONG_LIMITS.sectionNameCharacters }),
  ),
  'add-part': addPart,
  'remove-part': onPart(removePart),
};

function changed(document: SongDocument, part: Part, next: Part): Outcome {
  return ok({ document: isEqual(part, next) ? document : changePart(document, part.id, () => next), lost: [] });
}

/** A name of a part is one line that says something. */
function isPartName(name: string): boolean {
  return (
    name === name.trim() &&
    name !== '' &&
    name.length <= SONG_LIMITS.sectionNameCharacters &&
    !/[\n\r\u0000]/.test(name)
  );
}

function setCapo(document: SongDocument, part: Part, capoFret: number): Outcome {
  return isCapoFret(capoFret)
    ? changed(document, part, { ...part, setup: { ...part.setup, capoFret } })
    : err({ kind: 'capo-out-of-reach', capoFret, highest: HIGHEST_CAPO_FRET });
}

/** A new tuning; shapes for another number of strings cannot be held on it and are lost. */
function setTuning(document: SongDocument, part: Part, tuning: Tuning): Outcome {
  if (isEqual(part.setup.tuning, tuning)) {
    return ok({ document, lost: [] });
  }
  const fits = ({ fingering }: StoredShape): boolean => fingering.shape.length === tuning.openMidi.length;
  const lost = part.shapes.filter((stored) => !fits(stored) && stored.origin !== 'accepted');
  const setup = { ...part.setup, tuning };
  const next: Part = { ...part, setup, shapes: part.shapes.filter(fits).map((stored) => retune(stored, part, setup)) };
  return ok({
    document: changePart(document, part.id, () => next),
    lost: lost.map((stored) => ({ kind: 'shape', stored })),
  });
}

function setInstrument(document: SongDocument, part: Part, change: Partial<Part['instrument']>): Outcome {
  for (const value of ['scaleLengthMm', 'highestNeckFret'] as const) {
    const number = change[value];
    const { least, most } = INSTRUMENT_LIMITS[value];
    if (number !== undefined && !(number >= least && number <= most)) {
      return err({ kind: 'instrument-out-of-bounds', value });
    }
  }
  return changed(document, part, { ...part, instrument: { ...part.instrument, ...change } });
}

function setWishes(document: SongDocument, part: Part, change: Partial<Wishes>): Outcome {
  const wishes = { ...part.wishes, ...change };
  const range = wishes.singer?.range ?? null;
  if (range !== null && range.lowMidi > range.highMidi) {
    return err({ kind: 'range-upside-down' });
  }
  for (const wish of ['pins', 'forbidden'] as const) {
    if (wishes[wish].length > WISH_LIMITS[wish]) {
      return err({ kind: 'too-many-wishes', wish, most: WISH_LIMITS[wish] });
    }
  }
  return changed(document, part, { ...part, wishes });
}

function takeSetup(
  document: SongDocument,
  part: Part,
  { setup, keyShift, shapes }: Extract<PartCommand, { kind: 'take-setup' }>,
): Outcome {
  if (!isCapoFret(setup.capoFret)) {
    return err({ kind: 'capo-out-of-reach', capoFret: setup.capoFret, highest: HIGHEST_CAPO_FRET });
  }
  const strings = setup.tuning.openMidi.length;
  const own = part.shapes.filter((stored) => stored.origin !== 'accepted' || !isEverywhere(stored));
  const kept = own
    .filter(({ fingering }) => fingering.shape.length === strings)
    .map((stored) => retune(stored, part, setup));
  const accepted = shapes
    .filter(({ chord }) => !kept.some((stored) => isEverywhere(stored) && isSameChord(stored.chord, chord)))
    .map(({ chord, fingering }) => keepEverywhere(chord, fingering, FOUND));
  const lost = own
    .filter(({ fingering }) => fingering.shape.length !== strings)
    .map((stored) => ({ kind: 'shape' as const, stored }));
  const moved = moveKey(document, keyShift);
  const outcome = changePart(moved, part.id, (current) => {
    const next = { ...current, setup, shapes: [...kept, ...accepted] };
    return isEqual(current, next) ? current : next;
  });
  return ok({ document: outcome, lost });
}

/** Each as if it were pinned by itself; all of them or none. */
function pinShapes(
  document: SongDocument,
  _: Part,
  { partId, shapes }: Extract<PartCommand, { kind: 'pin-shapes' }>,
): Outcome {
  let done: Outcome = ok({ document, lost: [] });
  for (const { chord, fingering } of shapes) {
    const current = done.ok ? findPart(done.value.document, partId) : null;
    if (done.ok && current !== null) {
      const stored = { fingering, origin: 'pinned' as const };
      done = storeShape(done.value.document, current, { kind: 'store-shape', partId, chord, stored });
    }
  }
  return done;
}

function storeShape(
  document: SongDocument,
  part: Part,
  command: Extract<PartCommand, { kind: 'store-shape' }>,
): Outcome {
  const { chord, stored, targetId = null, before = null } = command;
  const wanted = part.setup.tuning.openMidi.length;
  const strings = stored?.fingering.shape.length ?? wanted;
  if (strings !== wanted) {
    return err({ kind: 'shape-of-other-strings', strings, wanted });
  }
  if (targetId !== null && !slotIdsOf(document).has(targetId) && !targetIdsOf(document).has(targetId)) {
    return err({ kind: 'no-such-place' });
  }
  const place = { chord, targetId, before };
  const others = part.shapes.filter((each) => !isSamePlace(each, place));
  const kept =
    stored === null ? [] : [{ ...place, fromLevel: null, fingersBy: 'teacher' as const, written: null, ...stored }];
  const shapes = [...others, ...kept];
  return changed(document, part, { ...part, shapes });
}

/** A second guitar stands in the first arrangement, on the first guitar's instrument, with shapes of its own to come. */
function addPart(document: SongDocument, { name, setup }: Extract<PartCommand, { kind: 'add-part' }>): Outcome {
  if (!isCapoFret(setup.capoFret)) {
    return err({ kind: 'capo-out-of-reach', capoFret: setup.capoFret, highest: HIGHEST_CAPO_FRET });
  }
  const [first, ...rest] = document.arrangements;
  const model = itemAt(first?.parts ?? [], 0);
  const { id: _, ...like } = model;
  const added: Part = {
    ...like,
    id: document.nextId,
    name,
    setup,
    shapes: [],
    patterns: [],
    ornaments: [],
    levelEdits: [],
    wishes: { ...model.wishes, pins: [], forbidden: [] },
  };
  const arrangements = first === undefined ? rest : [{ ...first, parts: [...first.parts, added] }, ...rest];
  return ok({ document: { ...document, nextId: document.nextId + 1, arrangements }, lost: [] });
}

function removePart(document: SongDocument, part: Part): Outcome {
  const arrangements = document.arrangements.map((arrangement) => ({
    ...arrangement,
    parts: arrangement.parts.filter(({ id }) => id !== part.id),
  }));
  return arrangements.some(({ parts }) => parts.length === 0)
    ? err({ kind: 'last-part' })
    : ok({ document: { ...document, arrangements }, lost: [] });
}
