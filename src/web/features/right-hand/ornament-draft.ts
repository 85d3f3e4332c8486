/* An ornament while it is being written, as text in fields, and back. */
import { ornamentNeckOf, placeOrnament } from '../../../core/arrange/ornaments/ornament-places.ts';
import { err, ok, type Result } from '../../../core/kernel/result.ts';
import { beatTicks, type Metre } from '../../../core/rhythm/metre.ts';
import {
  formatBeatPlace,
  formatOrnamentNotes,
  type OrnamentTextError,
  parseBeatPlace,
  parseOrnamentNotes,
} from '../../../core/song/attachments/ornament-text.ts';
import { findOrnamentFault } from '../../../core/song/attachments/ornaments.ts';
import type { Level, Ornament, OrnamentKind, OrnamentNote, Part } from '../../../core/song/document/document.ts';
import { formatBarNumbers, parseBarNumbers } from '../../../core/song/played/bar-numbers.ts';
import type { PlayedBar } from '../../../core/song/played/played-bars.ts';
import { formatOrnamentFault } from '../../../core/words/ornament-words.ts';

/** Steps to a beat. */
export const STEPS_TO_BEAT = ['1', '2', '3', '4'] as const;

/** What stands in the fields; `replaces` are the ornaments it is written in the place of. */
export type OrnamentDraft = {
  readonly replaces: readonly number[];
  readonly bars: string;
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
  kind: 'riff',
  level: 5,
  beat: '1',
  steps: '2',
  text: '',
};

/** A draft that can be put in: its bars and its notes. */
export type ReadDraft = { readonly bars: readonly PlayedBar[]; readonly notes: readonly OrnamentNote[] };

/** Reads a draft; the reason in words where it cannot be. */
export function readDraft(draft: OrnamentDraft, part: Part, played: readonly PlayedBar[]): Result<ReadDraft, string> {
  const bars = parseBarNumbers(draft.bars, played);
  if (!bars.ok) {
    return err(
      bars.error.kind === 'no-such-bar'
        ? `The song has bars up to ${bars.error.last}; there is no bar ${bars.error.number}.`
        : `“${bars.error.found}” is no bar number; write 5, or 1-4.`,
    );
  }
  const [bar] = bars.value;
  const startTick = bar === undefined ? null : parseBeatPlace(draft.beat, bar.metre);
  if (bar === undefined || startTick === null) {
    return err(`“${draft.beat}” is no beat of the bar; write 1, 3 or 2&.`);
  }
  const notes = parseOrnamentNotes(draft.text, { startTick, stepTicks: beatTicks(bar.metre) / Number(draft.steps) });
  if (!notes.ok) {
    return err(sayTextError(notes.error));
  }
  const shortest = Math.min(...bars.value.map(({ lengthTicks }) => lengthTicks));
  const fault = findOrnamentFault({ kind: draft.kind, notes: notes.value }, part, shortest);
  return fault === null ? ok({ bars: bars.value, notes: notes.value }) : err(formatOrnamentFault(fault));
}

function sayTextError(error: OrnamentTextError): string {
  switch (error.kind) {
    case 'no-steps':
      return 'No note is written yet.';
    case 'nothing-to-ring':
      return 'A dash lets the note before ring on; there is none before it.';
    case 'bad-step':
      return `Step ${error.at}, “${error.found}”, is no string and fret; write 5/3 for string 5 at fret 3.`;
  }
}

/** Ornaments that are alike, written in several bars, as a draft; as they lie behind the capo now, where they have a place. */
export function toDraft(ornaments: readonly Ornament[], bars: readonly PlayedBar[], part: Part): OrnamentDraft {
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
    kind: first.kind,
    level: first.level,
    ...toFields(notes, metre),
  };
}

function toFields(notes: readonly OrnamentNote[], metre: Metre): Pick<OrnamentDraft, 'beat' | 'steps' | 'text'> {
  const beat = beatTicks(metre);
  const { startTick, stepTicks, text } = formatOrnamentNotes(
    notes,
    STEPS_TO_BEAT.map((steps) => beat / Number(steps)),
  );
  const steps = STEPS_TO_BEAT.find((each) => beat / Number(each) === stepTicks) ?? '4';
  return { beat: formatBeatPlace(startTick, metre), steps, text };
}
