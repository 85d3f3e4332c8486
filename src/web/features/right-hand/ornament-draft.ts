/* An ornament while it is being written, as text in fields, and back. */
import { parseBarPlaces } from '../../../core/arrange/form/bar-places.ts';
import type { PassSummary } from '../../../core/arrange/form/form-summary.ts';
import { ornamentNeckOf, placeOrnament } from '../../../core/arrange/ornaments/ornament-places.ts';
import { uniqueBy } from '../../../core/kernel/list.ts';
import { err, ok, type Result } from '../../../core/kernel/result.ts';
import { beatTicks, type Metre } from '../../../core/rhythm/metre.ts';
import {
  formatBeatPlace,
  formatOrnamentNotes,
  type OrnamentTextError,
  parseBeatPlace,
  parseOrnamentNotes,
} from '../../../core/song/attachments/ornament-text.ts';
import { findOrnamentFault, type OrnamentSpot } from '../../../core/song/attachments/ornaments.ts';
import type { Ornament, OrnamentKind, OrnamentNote, Part, SongDocument } from '../../../core/song/document/document.ts';
import type { Level } from '../../../core/song/document/level.ts';
import { formatBarNumbers } from '../../../core/song/played/bar-numbers.ts';
import type { PlayedBar } from '../../../core/song/played/played-bars.ts';
import { sayBarPlacesError } from '../../../core/words/bar-place-words.ts';
import { formatOrnamentFault } from '../../../core/words/ornament-words.ts';

/** Steps to a beat. */
export const STEPS_TO_BEAT = ['1', '2', '3', '4'] as const;

/** Whether an ornament is played each time its bar comes, or only where it is named. */
export type DraftScope = 'every' | 'only';

/** What stands in the fields; `replaces` are the ornaments it is written in the place of. */
export type OrnamentDraft = {
  readonly replaces: readonly number[];
  readonly bars: string;
  readonly scope: DraftScope;
  readonly kind: OrnamentKind;
  readonly level: Level;
  readonly beat: string;
  readonly steps: (typeof STEPS_TO_BEAT)[number];
  readonly text: string;
};

/** Nothing written yet. */
export const EMPTY_DRAFT: OrnamentDraft = {
  replaces: [],
  bars: '1',
  scope: 'every',
  kind: 'riff',
  level: 5,
  beat: '1',
  steps: '2',
  text: '',
};

/** A draft that can be put in: its bars, where it is written, and its notes. */
export type ReadDraft = {
  readonly bars: readonly PlayedBar[];
  readonly spots: readonly OrnamentSpot[];
  readonly notes: readonly OrnamentNote[];
};

/** The song that a draft is written for; `fretsAdded` is the capo's fret where the class counts frets from the nut. */
export type DraftPlace = {
  readonly document: SongDocument;
  readonly part: Part;
  readonly played: readonly PlayedBar[];
  readonly passes: readonly PassSummary[];
  readonly fretsAdded: number;
};

/** Reads a draft; the reason in words where it cannot be. */
export function readDraft(draft: OrnamentDraft, place: DraftPlace): Result<ReadDraft, string> {
  const { document, part, played, passes, fretsAdded } = place;
  const bars = parseBarPlaces(draft.bars, played, passes);
  if (!bars.ok) {
    return err(sayBarPlacesError(bars.error));
  }
  const [bar] = bars.value;
  const startTick = bar === undefined ? null : parseBeatPlace(draft.beat, bar.metre);
  if (bar === undefined || startTick === null) {
    return err(`“${draft.beat}” is no beat of the bar; write 1, 3 or 2&.`);
  }
  const stepTicks = beatTicks(bar.metre) / Number(draft.steps);
  const notes = parseOrnamentNotes(draft.text, { startTick, stepTicks, fretsAdded });
  if (!notes.ok) {
    return err(sayTextError(notes.error));
  }
  const shortest = Math.min(...bars.value.map(({ lengthTicks }) => lengthTicks));
  const fault = findOrnamentFault({ kind: draft.kind, notes: notes.value }, part, shortest);
  const spots = toSpots(bars.value, draft.scope, document);
  return fault === null ? ok({ bars: bars.value, spots, notes: notes.value }) : err(formatOrnamentFault(fault));
}

/** The written bars of some played ones, each once, with the passes that are named where only those play it. */
function toSpots(bars: readonly PlayedBar[], scope: DraftScope, { map }: SongDocument): readonly OrnamentSpot[] {
  return uniqueBy(bars, ({ bar }) => String(bar.id)).map(({ bar: { id: barId } }) => {
    const passIds = bars.flatMap(({ bar, passIndex }) => (bar.id === barId ? (map.form[passIndex]?.id ?? []) : []));
    return { barId, passIds: scope === 'every' ? null : [...new Set(passIds)] };
  });
}

function sayTextError(error: OrnamentTextError): string {
  switch (error.kind) {
    case 'no-steps':
      return 'No note is written yet.';
    case 'nothing-to-ring':
      return 'A dash lets the note before ring on; there is none before it.';
    case 'behind-the-capo':
      return `Fret ${error.fret} lies behind the capo at fret ${error.capoFret}; frets count from the nut here.`;
    case 'bad-step':
      return `Step ${error.at}, “${error.found}”, is no string and fret; write 5/3 for string 5 at fret 3.`;
  }
}

/** Ornaments that are alike, written in several bars, as a draft; as they lie behind the capo now, where they have a place. */
export function toDraft(
  ornaments: readonly Ornament[],
  bars: readonly PlayedBar[],
  { part, fretsAdded }: DraftPlace,
): OrnamentDraft {
  const [first] = ornaments;
  const metre = bars[0]?.metre;
  if (first === undefined || metre === undefined) {
    return EMPTY_DRAFT;
  }
  const place = placeOrnament(first, ornamentNeckOf(part));
  const notes = place.kind === 'placed' ? place.notes : first.notes;
  return {
    replaces: ornaments.map(({ id }) => id),
    bars: formatBarNumbers(bars.map(({ number }) => number)),
    scope: first.passIds === null ? 'every' : 'only',
    kind: first.kind,
    level: first.level,
    ...toFields(notes, metre, fretsAdded),
  };
}

function toFields(
  notes: readonly OrnamentNote[],
  metre: Metre,
  fretsAdded: number,
): Pick<OrnamentDraft, 'beat' | 'steps' | 'text'> {
  const beat = beatTicks(metre);
  const { startTick, stepTicks, text } = formatOrnamentNotes(
    notes,
    STEPS_TO_BEAT.map((steps) => beat / Number(steps)),
    fretsAdded,
  );
  const steps = STEPS_TO_BEAT.find((each) => beat / Number(each) === stepTicks) ?? '4';
  return { beat: formatBeatPlace(startTick, metre), steps, text };
}
