/*
 * From one tuning to another, string by string.
 *
 * Strings are let down rather than pulled up: where a tuning would need a string above its usual pitch, the same tuning
 * some semitones lower with the capo at that fret sounds the same and breaks nothing (open E is open D with capo 2).
 */

import { itemAt, range } from '../kernel/list.ts';
import { formatCount } from '../kernel/plural.ts';
import { HIGHEST_CAPO_FRET, type Setup } from './capo.ts';
import { formatOpenString, STANDARD_TUNING, TUNINGS, type Tuning } from './tuning.ts';

/** What to do to one string; semitones are negative when it is let down. */
export type RetuningStep = {
  readonly stringIndex: number;
  readonly fromMidi: number;
  readonly toMidi: number;
  readonly semitones: number;
};

/**
 * The strings that change, thickest first, since they pull hardest on the neck and the others drift least after them;
 * null where the instruments have different numbers of strings.
 */
export function listRetuningSteps(from: Tuning, to: Tuning): readonly RetuningStep[] | null {
  if (from.openMidi.length !== to.openMidi.length) {
    return null;
  }
  return range(0, to.openMidi.length).flatMap((stringIndex) => {
    const fromMidi = itemAt(from.openMidi, stringIndex);
    const toMidi = itemAt(to.openMidi, stringIndex);
    return fromMidi === toMidi ? [] : [{ stringIndex, fromMidi, toMidi, semitones: toMidi - fromMidi }];
  });
}

/** A step in words after the string's name: "down 2 semitones, E2 to D2". */
export function formatRetuningStep({ semitones, fromMidi, toMidi }: RetuningStep): string {
  const count = Math.abs(semitones);
  const way = semitones < 0 ? 'down' : 'up';
  return `${way} ${formatCount(count, 'semitone')}, ${formatOpenString(fromMidi)} to ${formatOpenString(toMidi)}`;
}

/** Whether a string would go above its pitch in standard tuning, where it can break. Other instruments have no standard. */
export function tunesAboveStandard(tuning: Tuning): boolean {
  return (
    tuning.openMidi.length === STANDARD_TUNING.openMidi.length &&
    tuning.openMidi.some((midi, string) => midi > itemAt(STANDARD_TUNING.openMidi, string))
  );
}

/**
 * The setup that sounds the same without any string above its standard pitch: every string lower by as much as the worst
 * one is too high, the capo as much higher. Null where none is needed or the capo would leave the neck.
 * @example findLowerSetup({ tuning: openE, capoFret: 0 }) // open D, capo 2
 */
export function findLowerSetup({ tuning, capoFret }: Setup): Setup | null {
  if (!tunesAboveStandard(tuning)) {
    return null;
  }
  const excess = Math.max(...tuning.openMidi.map((midi, string) => midi - itemAt(STANDARD_TUNING.openMidi, string)));
  const openMidi = tuning.openMidi.map((midi) => midi - excess);
  const shipped = TUNINGS.find((known) => known.openMidi.every((midi, string) => midi === openMidi[string]));
  const lower = shipped ?? { name: `${tuning.name}, ${excess} lower`.slice(-40), openMidi };
  return capoFret + excess > HIGHEST_CAPO_FRET ? null : { tuning: lower, capoFret: capoFret + excess };
}
