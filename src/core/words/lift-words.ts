import type { KeyLift } from '../arrange/setup/key-lifts.ts';
import type { ChordSymbol } from '../harmony/chord-symbol.ts';
import { formatCount } from '../kernel/plural.ts';
import { formatCapo, formatKeyWords } from './setup-words.ts';

/** A key change in sentences: where it comes, then each way through it. */
export function formatLift(lift: KeyLift, nameOf: (chord: ChordSymbol) => string): readonly string[] {
  const { bar, section, from, to, semitones, canDrop } = lift;
  const move =
    semitones === 0 ? '' : `, ${formatCount(Math.abs(semitones), 'semitone')} ${semitones > 0 ? 'up' : 'down'}`;
  return [
    `Bar ${bar}, ${section}: ${formatKeyWords(from)} becomes ${formatKeyWords(to)}${move}.`,
    sameCapoWords(lift, nameOf),
    ...movedCapoWords(lift),
    ...(canDrop ? [`Without the change everything goes on in ${formatKeyWords(from)}: nothing new, no lift.`] : []),
  ];
}

function sameCapoWords({ sameCapo }: KeyLift, nameOf: (chord: ChordSymbol) => string): string {
  const { newShapes, barreChords } = sameCapo;
  const barres = barreChords.length === 0 ? 'no barre among them' : `barres: ${barreChords.map(nameOf).join(', ')}`;
  return newShapes.length === 0
    ? 'With the same capo no shape is new after it.'
    : `With the same capo ${formatCount(newShapes.length, 'new shape')}: ${newShapes.map(nameOf).join(', ')}; ${barres}.`;
}

function movedCapoWords({ movedCapo, bar }: KeyLift): readonly string[] {
  if (movedCapo === null) {
    return [];
  }
  const { capoFret, restSeconds } = movedCapo;
  const rest =
    restSeconds === null
      ? ''
      : restSeconds === 0
        ? ' No rest comes before it: leave out a strum to move it'
        : ` The hands are free for ${restSeconds.toFixed(1)} s before it`;
  const to = capoFret === 0 ? 'taking the capo off' : `moving to ${formatCapo(capoFret).toLowerCase()}`;
  return [`By ${to} at bar ${bar} the shapes stay.${rest === '' ? '' : `${rest}.`}`];
}
