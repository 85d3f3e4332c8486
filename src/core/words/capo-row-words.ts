import type { CapoRow } from '../arrange/capo/capo-rows.ts';
import type { ChordSymbol } from '../harmony/chord-symbol.ts';
import { formatCount } from '../kernel/plural.ts';
import { formatCapo, formatShapeKey } from './setup-words.ts';

type ChordName = (chord: ChordSymbol) => string;

/** "no barre", "2 barres in 15 bars": how many of the chords are barre chords, and how much of the song they hold. */
function barreWords({ barreChords, chords }: CapoRow): string {
  const bars = chords.reduce((sum, chord) => sum + (chord.isBarre ? chord.bars : 0), 0);
  const inBars = bars === 0 ? '' : ` in ${formatCount(bars, 'bar')}`;
  return barreChords.length === 0 ? 'no barre' : `${formatCount(barreChords.length, 'barre')}${inBars}`;
}

/** How the tune lies for the singer: "voice 3 below, 2 above", "voice 2 too low"; empty where that is not known. */
export function voiceWords({ singer }: Pick<CapoRow, 'singer'>): string {
  if (singer === null) {
    return '';
  }
  const { below, above } = singer;
  if (below < 0 || above < 0) {
    return above < below ? `voice ${-above} too high` : `voice ${-below} too low`;
  }
  return `voice ${below} below, ${above} above`;
}

/** The figures of a rung in a few words each, what matters most first; its hardest change is left out where there is no room for it. */
export function listFigures(row: CapoRow, nameOf: ChordName, saysHardest = true): readonly string[] {
  const { newChords, unplayable, lostStrings, hardest, crowding } = row;
  return [
    barreWords(row),
    ...(unplayable.length === 0 ? [] : [`${unplayable.map(nameOf).join(', ')} without a shape`]),
    ...(newChords.length === 0 ? [] : [`${newChords.length} new`]),
    ...[voiceWords(row)].filter((words) => words !== ''),
    ...lostOrnamentWords(row),
    ...(crowding === null ? [] : ['cramped']),
    ...(lostStrings === 0 ? [] : [`${formatCount(lostStrings, 'open string')} lost`]),
    ...(hardest === null || !saysHardest ? [] : [`hardest ${nameOf(hardest.from)} to ${nameOf(hardest.to)}`]),
  ];
}

/** "2 fills lost": what can no longer be played beside the chords. */
function lostOrnamentWords({ reasons }: CapoRow): readonly string[] {
  const lost = reasons.flatMap((reason) => (reason.kind === 'lost-ornaments' ? reason.lost : []));
  return lost.length === 0 ? [] : [`${formatCount(lost.length, 'fill')} lost`];
}

/** A rung in words, for those who hear it. */
export function rungWords(row: CapoRow, mark: string, nameOf: ChordName): string {
  const chords = row.chords.map(({ shapeChord }) => nameOf(shapeChord)).join(', ');
  const figures = listFigures(row, nameOf).join(', ');
  return `${formatCapo(row.capoFret)}: ${formatShapeKey(row.shapeKey)} shapes, ${chords}; ${figures}, effort ${row.effort.total.toFixed(1)}${mark === '' ? '' : `, ${mark}`}`;
}

/** What is said of the easiest frets: "best capo"; of several that are equal "as easy as the best". */
export function bestWords(easiest: readonly number[]): string {
  return easiest.length > 1 ? 'as easy as the best' : 'best capo';
}
