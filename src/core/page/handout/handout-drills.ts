/* What a handout asks to be drilled, and the cautions that belong to it. */
import { type HeldHere, listHardChanges } from '../../arrange/shapes/hard-changes.ts';
import { STANDARD_TUNING } from '../../fretboard/tuning.ts';
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { type Fingering, fretSpanOf, isBarreChord } from '../../shapes/shape.ts';
import type { Part } from '../../song/document/document.ts';
import { formatChange, type PlaceStyle } from '../../words/finger-change-words.ts';
import { formatTimes } from '../../words/line-words.ts';
import type { HandoutSource } from './handout-hands.ts';

const MOST_DRILLS = 3;

/** The hardest changes of a part as its hands play it: "F#m to D, 12 times: Index lifts. …". */
export function listDrills(
  source: HandoutSource,
  nameOf: (chord: ChordSymbol) => string,
  style: PlaceStyle,
): readonly string[] {
  return listHardChanges(listHeld(source), MOST_DRILLS).map(
    ({ from, to, count, change }) =>
      `${nameOf(from.chord)} to ${nameOf(to.chord)}, ${formatTimes(count)}: ${formatChange(change, style)}`,
  );
}

function listHeld({ bars }: HandoutSource): readonly HeldHere[] {
  return bars.flatMap(({ slots }) => slots.flatMap(({ held }) => held ?? []));
}

/** Frets between the lowest and the highest finger from which a hand is stretched wide. */
const WIDE_FRETS = 3;

/** The usual cautions, where the page asks for what they are about: barres and wide stretches, strings tuned above their pitch. */
export function listCautions(fingerings: readonly Fingering[], part: Part): readonly string[] {
  const isHard = fingerings.some((fingering) => {
    const span = fretSpanOf(fingering.shape);
    return isBarreChord(fingering) || (span !== null && span.high - span.low >= WIDE_FRETS);
  });
  const { openMidi } = part.setup.tuning;
  const isTunedUp =
    openMidi.length === STANDARD_TUNING.openMidi.length &&
    openMidi.some((midi, string) => midi > (STANDARD_TUNING.openMidi[string] ?? midi));
  return [
    ...(isHard
      ? [
          'Barres and wide stretches tire the hand: short sets, rest between them, and stop when it hurts. If it goes on hurting, ask your teacher or a clinician.',
        ]
      : []),
    ...(isTunedUp
      ? ['A string tuned above its usual pitch can break: tune down and move the capo instead, or ask your teacher.']
      : []),
  ];
}
