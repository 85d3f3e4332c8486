import { fretSpaceMm } from '../fretboard/distance.ts';
import { plural } from '../kernel/plural.ts';
import type { Instrument, RatedFingering } from './rank-shapes.ts';
import { FINGER_WORDS, fretSpanOf, listBarres } from './shape.ts';

const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight'] as const;
const FULL_BARRE_STRINGS = 4;

/**
 * What makes a shape hard, in words, hardest first: "full barre at fret 2, two fingers crowded in neck fret 4 (31 mm)". Frets of
 * shapes count from the capo.
 */
export function formatEffort(rated: RatedFingering, instrument: Instrument): string {
  const words = [...rated.effort.terms]
    .sort((a, b) => b.cost - a.cost)
    .flatMap(({ term, cost }) => {
      const phrase = phraseOf(term, rated, instrument);
      return phrase === null ? [] : [`${phrase} ${cost.toFixed(2)}`];
    });
  return words.length === 0 ? 'nothing to hold' : words.join(', ');
}

function phraseOf(
  term: RatedFingering['effort']['terms'][number]['term'],
  { fingering }: RatedFingering,
  { setup, scaleLengthMm }: Instrument,
): string | null {
  const span = fretSpanOf(fingering.shape);
  switch (term) {
    case 'fingers':
      return countWords(new Set(fingering.fingers.filter((finger) => finger !== null)).size, 'finger');
    case 'barre':
      return listBarres(fingering).map(barreWords).join(' and ');
    case 'stretch':
      return span === null ? null : `a stretch over frets ${span.low} to ${span.high}`;
    case 'crowded fret':
      return 'fingers crowded on one fret';
    case 'narrow frets':
      return span === null
        ? null
        : `narrow frets (${Math.round(fretSpaceMm(span.high + setup.capoFret, scaleLengthMm))} mm at neck fret ${span.high + setup.capoFret})`;
    case 'height':
      return span === null ? null : `up at fret ${span.low}`;
    case 'posture':
      return 'fingers squeezed together or out of line';
    case 'muddy third':
      return 'a third close above a low bass';
    case 'thin sound':
      return 'few strings';
    case 'another bass':
      return 'another note than the root lowest';
    case 'dropped tone':
      return 'a tone of the chord left out';
    case 'doubled unison':
      return 'the same note twice';
    case 'muted string inside':
      return 'a muted string inside';
    case 'silent bass strings':
      return 'low strings not struck';
    case 'silent treble strings':
      return 'high strings not struck';
    case 'thumb':
      return 'the thumb over the edge';
    case 'little finger':
      return 'the little finger';
    default:
      return term;
  }
}

function barreWords({ finger, fret, lowString, highString }: ReturnType<typeof listBarres>[number]): string {
  const strings = highString - lowString + 1;
  const kind = strings >= FULL_BARRE_STRINGS ? 'full barre' : `${NUMBERS[strings]}-string barre`;
  return `${kind} at fret ${fret}${finger === 1 ? '' : ` by the ${FINGER_WORDS[finger]}`}`;
}

function countWords(count: number, noun: string): string {
  return `${NUMBERS[count] ?? count} ${plural(count, noun)}`;
}
