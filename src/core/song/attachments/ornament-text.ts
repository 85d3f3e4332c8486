/*
 * Ornaments as they are typed: one step after the other, parted by spaces, each a string and a fret ("5/3"), several
 * struck together ("6/0+1/3"), or a dash where the note before rings on. All steps are equally long. A note that is not struck but comes
 * from the one before on its string is a letter and a fret, as a step of its own ("4/0 h2") or sharing the step ("4/0h2").
 */
import { fromWrittenFret, toNeckFret } from '../../fretboard/capo.ts';
import { greatestCommonDivisor } from '../../kernel/list.ts';
import { err, ok, type Result } from '../../kernel/result.ts';
import { beatTicks, type Metre } from '../../rhythm/metre.ts';
import { NOTE_JOINS, type NoteJoin, type OrnamentNote } from '../document/document.ts';

/**
 * Where the first step falls and how long each is, in ticks from the bar line; `fretsAdded` is the capo's fret where frets are typed from the
 * nut (left out or 0: from the capo).
 */
export type OrnamentSteps = { readonly startTick: number; readonly stepTicks: number; readonly fretsAdded?: number };

/** Why a text is no row of steps; `at` counts the steps from 1. */
export type OrnamentTextError =
  | { readonly kind: 'bad-step'; readonly at: number; readonly found: string }
  | { readonly kind: 'nothing-to-ring' }
  | { readonly kind: 'behind-the-capo'; readonly fret: number; readonly capoFret: number }
  | { readonly kind: 'no-steps' };

/** Reads steps. @example parseOrnamentNotes('6/0 - 5/3', { startTick: 0, stepTicks: 5040 }) */
export function parseOrnamentNotes(
  text: string,
  { startTick, stepTicks, fretsAdded = 0 }: OrnamentSteps,
): Result<readonly OrnamentNote[], OrnamentTextError> {
  const steps = text.split(/\s+/).filter((step) => step !== '');
  if (steps.length === 0) {
    return err({ kind: 'no-steps' });
  }
  const notes: OrnamentNote[] = [];
  for (const [index, step] of steps.entries()) {
    const tick = startTick + index * stepTicks;
    if (step === '-' && notes.length === 0) {
      return err({ kind: 'nothing-to-ring' });
    }
    if (step === '-') {
      ringOn(notes, stepTicks);
      continue;
    }
    const read = readStep(step, notes.at(-1) ?? null, { startTick: tick, stepTicks });
    if (read === null) {
      return err({ kind: 'bad-step', at: index + 1, found: step });
    }
    notes.push(...read);
  }
  return fromCapo(notes, fretsAdded);
}

/** Notes with their frets counted from the capo. */
function fromCapo(
  notes: readonly OrnamentNote[],
  fretsAdded: number,
): Result<readonly OrnamentNote[], OrnamentTextError> {
  const behind = notes.find(({ fret }) => fromWrittenFret(fret, fretsAdded) === null);
  return behind === undefined
    ? ok(notes.map((note) => ({ ...note, fret: fromWrittenFret(note.fret, fretsAdded) ?? 0 })))
    : err({ kind: 'behind-the-capo', fret: behind.fret, capoFret: fretsAdded });
}

/** What was played last goes on for a step more. */
function ringOn(notes: OrnamentNote[], stepTicks: number): void {
  const lastTick = notes.at(-1)?.startTick;
  for (const [index, note] of notes.entries()) {
    if (note.startTick === lastTick) {
      notes[index] = { ...note, lengthTicks: note.lengthTicks + stepTicks };
    }
  }
}

/** The letters of what is not struck (common practice: h, p, s and b). */
const JOIN_LETTERS: Readonly<Record<NoteJoin, string>> = { 'hammer-on': 'h', 'pull-off': 'p', slide: 's', bend: 'b' };
const JOINED = /([hpsb])(\d{1,2})/g;

function joinOf(letter: string): NoteJoin {
  return NOTE_JOINS.find((join) => JOIN_LETTERS[join] === letter) ?? 'hammer-on';
}

/** The notes of one step: struck together, or one after the other on one string, sharing the step. */
function readStep(
  step: string,
  before: OrnamentNote | null,
  { startTick, stepTicks }: OrnamentSteps,
): readonly OrnamentNote[] | null {
  const [, string, fret, joined] = /^(?:([1-8])\/(\d{1,2}))?((?:[hpsb]\d{1,2})*)$/.exec(step) ?? [];
  if (joined === undefined || joined === '') {
    return readStruck(step, startTick, stepTicks);
  }
  const stringNumber = string === undefined ? before?.stringNumber : Number(string);
  if (stringNumber === undefined) {
    return null;
  }
  const rest = [...joined.matchAll(JOINED)].map(([, letter = '', to = '']) => ({
    fret: Number(to),
    join: joinOf(letter),
  }));
  const all = [...(fret === undefined ? [] : [{ fret: Number(fret) }]), ...rest];
  const lengthTicks = stepTicks / all.length;
  return all.map((note, index) => ({ stringNumber, ...note, startTick: startTick + index * lengthTicks, lengthTicks }));
}

/** Notes at one moment: "6/0+4/h2" strikes one and hammers another on. */
function readStruck(step: string, startTick: number, lengthTicks: number): readonly OrnamentNote[] | null {
  const read = step.split('+').map((each) => /^([1-8])\/([hpsb]?)(\d{1,2})$/.exec(each));
  return read.every((match) => match !== null)
    ? read.flatMap((match): readonly OrnamentNote[] => {
        const [, string = '', letter = '', fret = ''] = match ?? [];
        const note = { stringNumber: Number(string), fret: Number(fret), startTick, lengthTicks };
        return [letter === '' ? note : { ...note, join: joinOf(letter) }];
      })
    : null;
}

/** Notes as they would be typed, in the longest of the steps given that fits them all; inverse of the reading. */
export function formatOrnamentNotes(
  notes: readonly OrnamentNote[],
  steps: readonly number[],
  fretsAdded = 0,
): OrnamentSteps & { readonly text: string } {
  const written = notes.map((note) => ({ ...note, fret: toNeckFret(note.fret, fretsAdded) }));
  const sorted = written.sort((a, b) => a.startTick - b.startTick);
  const startTick = sorted[0]?.startTick ?? 0;
  const endTick = Math.max(startTick, ...sorted.map((note) => note.startTick + note.lengthTicks));
  const marks = [...sorted.map((note) => note.startTick - startTick), endTick - startTick];
  const common = Math.max(
    1,
    marks.reduce((gcd, tick) => greatestCommonDivisor(gcd, tick), 0),
  );
  const stepTicks = steps.find((step) => common % step === 0) ?? common;
  const texts: string[] = [];
  for (let tick = startTick; tick < endTick; tick += stepTicks) {
    const struck = sorted.filter((note) => note.startTick === tick);
    const before = sorted.findLast((note) => note.startTick < tick)?.stringNumber ?? null;
    texts.push(struck.length === 0 ? '-' : formatStep(struck, before));
  }
  return { startTick, stepTicks, text: texts.join(' ') };
}

/** What is played at one moment; a note alone that comes from the last one before needs no string. */
function formatStep(notes: readonly OrnamentNote[], before: number | null): string {
  return notes
    .map(({ stringNumber, fret, join }) => {
      const letter = join === undefined ? '' : JOIN_LETTERS[join];
      const isNear = letter !== '' && notes.length === 1 && stringNumber === before;
      return `${isNear ? '' : `${stringNumber}/`}${letter}${fret}`;
    })
    .join('+');
}

/** Parts of a beat as they are counted (common practice). */
const BEAT_PARTS: Readonly<Record<string, number>> = { '': 0, e: 1 / 4, '&': 1 / 2, a: 3 / 4 };

/** Reads a place in a bar as it is counted, "3" or "2&", in ticks from the bar line; null where the bar has no such beat. */
export function parseBeatPlace(text: string, metre: Metre): number | null {
  const match = /^(\d{1,2}) ?([e&a]?)$/.exec(text.trim());
  const beat = Number(match?.[1] ?? 0);
  return match === null || beat < 1 || beat > metre.beats
    ? null
    : (beat - 1 + (BEAT_PARTS[match[2] ?? ''] ?? 0)) * beatTicks(metre);
}

/** A place in a bar as it is counted; inverse of the reading. */
export function formatBeatPlace(tick: number, metre: Metre): string {
  const beat = Math.floor(tick / beatTicks(metre));
  const part = tick / beatTicks(metre) - beat;
  const name = Object.entries(BEAT_PARTS).find(([, share]) => Math.abs(share - part) < 1e-6)?.[0] ?? '';
  return `${beat + 1}${name}`;
}
