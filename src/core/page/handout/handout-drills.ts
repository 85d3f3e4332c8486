/* What a handout asks to be drilled, and the cautions that belong to it. */
import { type ChangeTime, hardnessOf, listChangeTimes } from '../../arrange/time/change-times.ts';
import { STANDARD_TUNING } from '../../fretboard/tuning.ts';
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { describeChange } from '../../shapes/change.ts';
import { type Stage, startTempoOf } from '../../shapes/change-time.ts';
import { type Finger, type Fingering, fretSpanOf, isBarreChord } from '../../shapes/shape.ts';
import type { Part } from '../../song/document/document.ts';
import { formatChange, type PlaceStyle } from '../../words/finger-change-words.ts';
import { formatTimes } from '../../words/line-words.ts';
import type { BoxStyle } from '../drawing/chord-box.ts';
import { moveRight } from '../drawing/drawing.ts';
import type { Drawing, Figure } from '../drawing/figure.ts';
import type { HandoutSource } from './handout-hands.ts';
import { drawBox } from './handout-instruments.ts';

const MOST_DRILLS = 3;

/** How drills are told. */
export type DrillTelling = {
  readonly stage: Stage;
  readonly nameOf: (chord: ChordSymbol) => string;
  readonly places: PlaceStyle;
  readonly box: BoxStyle;
};

/**
 * The changes to drill, as two boxes each in which the fingers that stay are dark: those that are asked for most often among those just
 * out of reach, and among the three the one with the least time for it; barres never first.
 */
export function listDrills({ bars, played, document }: HandoutSource, telling: DrillTelling): readonly Figure[] {
  const changes = chooseDrills(listChangeTimes(bars, played, telling.stage));
  return changes.map((change) => toFigure(change, document.facts.tempo?.tempoBpm ?? null, telling));
}

/** A change takes so many times the time there is for it, and is still just out of reach: slower by a half it is played. */
const JUST_OUT_OF_REACH = 2;
/** Shares of the time there is from which a change is worth a drill, though there is time enough. */
const NEARLY = 0.6;

/** Which changes are drilled, in their order. */
function chooseDrills(changes: readonly ChangeTime[]): readonly ChangeTime[] {
  const hardest = changes.reduce<ChangeTime | null>(
    (most, each) => (most === null || hardnessOf(each) > hardnessOf(most) ? each : most),
    null,
  );
  const ranked = changes
    .filter((each) => hardnessOf(each) >= NEARLY)
    .toSorted((a, b) => classOf(a) - classOf(b) || b.count - a.count || hardnessOf(b) - hardnessOf(a));
  const chosen = ranked.slice(0, MOST_DRILLS);
  const isQuick = hardest !== null && hardnessOf(hardest) > 1;
  const all = isQuick && !chosen.includes(hardest) ? [...chosen.slice(0, MOST_DRILLS - 1), hardest] : chosen;
  return all.toSorted((a, b) => Number(hasBarre(a)) - Number(hasBarre(b)));
}

/** Just out of reach before nearly so, and that before what is far out of reach; within each, barres last. */
function classOf(change: ChangeTime): number {
  const hardness = hardnessOf(change);
  const reach = hardness > JUST_OUT_OF_REACH ? 2 : hardness > 1 ? 0 : 1;
  return reach * 2 + (hasBarre(change) ? 1 : 0);
}

function hasBarre({ from, to }: ChangeTime): boolean {
  return isBarreChord(from.fingering) || isBarreChord(to.fingering);
}

function toFigure(change: ChangeTime, tempoBpm: number | null, { nameOf, places, box }: DrillTelling): Figure {
  const { from, to, count } = change;
  const steps = describeChange(from.fingering, to.fingering);
  return {
    name: `${nameOf(from.chord)} to ${nameOf(to.chord)}, ${formatTimes(count)}`,
    note: sayStart(change, tempoBpm),
    spoken: formatChange(steps, places),
    drawing: drawChange(
      [from.fingering, to.fingering],
      new Set(steps.steps.flatMap(({ finger, action }) => (action === 'anchor' ? [finger] : []))),
      box,
    ),
    place: { step: 'shapes', chord: nameOf(to.chord) },
  };
}

/** At which tempo to begin: the one that Levels and Capo say too. */
function sayStart({ gapMs, neededMs }: ChangeTime, tempoBpm: number | null): string {
  if (tempoBpm === null || gapMs === null || neededMs <= gapMs) {
    return '';
  }
  const { bpm, isOneStrum } = startTempoOf(tempoBpm, { gapMs, neededMs });
  return isOneStrum ? `begin with one strum a bar at ${bpm}` : `begin at ${bpm}`;
}

const BETWEEN_MM = 7;

/** Two shapes beside each other, an arrow between them. */
function drawChange(
  [from, to]: readonly [Fingering, Fingering],
  staying: ReadonlySet<Finger>,
  style: BoxStyle,
): Drawing {
  const [left, right] = [from, to].map((fingering) => drawBox(fingering, { ...style, dark: staying })) as [
    Drawing,
    Drawing,
  ];
  const y = 3.6 + 2.8 * 2.7;
  const tip = left.widthMm + BETWEEN_MM - 1.5;
  const arrow = [
    { kind: 'line', x1Mm: left.widthMm + 1, y1Mm: y, x2Mm: tip, y2Mm: y, widthMm: 0.35, tone: 'ink' },
    { kind: 'line', x1Mm: tip - 1.3, y1Mm: y - 1.1, x2Mm: tip, y2Mm: y, widthMm: 0.35, tone: 'ink' },
    { kind: 'line', x1Mm: tip - 1.3, y1Mm: y + 1.1, x2Mm: tip, y2Mm: y, widthMm: 0.35, tone: 'ink' },
  ] as const;
  return {
    widthMm: left.widthMm + BETWEEN_MM + right.widthMm,
    heightMm: Math.max(left.heightMm, right.heightMm),
    marks: [...left.marks, ...arrow, ...right.marks.map((mark) => moveRight(mark, left.widthMm + BETWEEN_MM))],
  };
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
