import { formatStringName, type StringNaming } from '../fretboard/string-names.ts';
import type { Tuning } from '../fretboard/tuning.ts';
import { formatCount } from '../kernel/plural.ts';
import type { Change, FingerPlace, FingerStep } from '../shapes/change.ts';
import { FINGER_WORDS } from '../shapes/shape.ts';
import { joinWords, startSentence } from './sentence.ts';

/** How a class says where a finger stands. */
export type PlaceStyle = { readonly tuning: Tuning; readonly stringNaming: StringNaming; readonly fretOffset: number };

/**
 * A change as an instructor says it: what stays, what slides, what lifts, what lands (rule S2). Frets count from the capo, or
 * from the nut where the style adds the capo as an offset.
 * @example formatChange(cToAm, style) // "Index and middle stay. Ring goes to string 3, fret 2."
 */
export function formatChange({ steps, isBlock, shiftFrets }: Change, style: PlaceStyle): string {
  const of = (action: FingerStep['action']): readonly FingerStep[] => steps.filter((step) => step.action === action);
  const moved = steps.filter(({ action }) => action === 'guide' || action === 'move');
  const sentences = [
    ...listTogether(of('anchor'), 'stays', 'stay'),
    ...of('roll').map((step) => `${nameOf(step)} stays and ${rollWords(step)}`),
    ...(isBlock
      ? [`${joinNames(moved)} move together, ${shiftWords(shiftFrets)}`]
      : [
          ...of('guide').map(
            (step) => `${nameOf(step)} slides to fret ${fretOf(step.to, style)} on ${stringsOf(step.to, style)}`,
          ),
          ...of('move').map((step) => `${nameOf(step)} goes to ${placeWords(step.to, style)}`),
        ]),
    ...listTogether(of('lift'), 'lifts', 'lift'),
    ...of('place').map((step) => `${nameOf(step)} lands on ${placeWords(step.to, style)}`),
  ];
  return sentences.length === 0 ? 'Nothing moves.' : sentences.map((each) => `${startSentence(each)}.`).join(' ');
}

function listTogether(steps: readonly FingerStep[], one: string, many: string): readonly string[] {
  return steps.length === 0 ? [] : [`${joinNames(steps)} ${steps.length === 1 ? one : many}`];
}

function joinNames(steps: readonly FingerStep[]): string {
  return joinWords(steps.map(nameOf));
}

function nameOf({ finger }: FingerStep): string {
  return FINGER_WORDS[finger];
}

function rollWords({ from, to }: FingerStep): string {
  const width = (place: FingerPlace | null): number => (place === null ? 0 : place.highString - place.lowString);
  return width(to) > width(from) ? 'lies down across more strings' : 'rises from some strings';
}

function shiftWords(frets: number): string {
  if (frets === 0) {
    return 'across the strings';
  }
  return `${formatCount(Math.abs(frets), 'fret')} ${frets > 0 ? 'up' : 'down'} the neck`;
}

function placeWords(place: FingerPlace | null, style: PlaceStyle): string {
  return `${stringsOf(place, style)}, fret ${fretOf(place, style)}`;
}

function fretOf(place: FingerPlace | null, { fretOffset }: PlaceStyle): number {
  return (place?.fret ?? 0) + fretOffset;
}

function stringsOf(place: FingerPlace | null, { tuning, stringNaming }: PlaceStyle): string {
  const low = formatStringName(place?.lowString ?? 0, tuning, stringNaming);
  const high = formatStringName(place?.highString ?? 0, tuning, stringNaming);
  return low === high ? low : `${low} to ${high}`;
}
