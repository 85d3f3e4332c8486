/* Levels in words: what makes one hard, what was changed by hand, and what of it no longer fits. */
import type { LevelDifficulty } from '../arrange/levels/level-difficulty.ts';
import type { LevelNews } from '../arrange/levels/level-news.ts';
import type { Misfit } from '../arrange/levels/level-overlay.ts';
import { type ChordSymbol, formatChordName } from '../harmony/chord-symbol.ts';
import { formatCount } from '../kernel/plural.ts';
import { formatShape } from '../shapes/shape.ts';
import type { LevelEdit } from '../song/document/document.ts';
import type { Level } from '../song/document/level.ts';
import { ORNAMENT_WORDS } from './ornament-words.ts';
import { joinWords } from './sentence.ts';

/** What each level is called. */
export const LEVEL_WORDS: Readonly<Record<Level, string>> = {
  1: 'roots and triads',
  2: 'first shapes',
  3: 'steady',
  4: 'the song',
  5: 'full version',
};

type NameOf = (chord: ChordSymbol) => string;

/** The figures behind a level's difficulty, in one sentence. */
export function formatDifficulty(difficulty: LevelDifficulty, nameOf: NameOf = formatChordName): string {
  const { shapes, newShapes, barres, hardestChange, strokesPerSecond, changesPerMinute, ornaments } = difficulty;
  const parts = [
    `${formatCount(shapes, 'shape')}${newShapes === null ? '' : `, ${newShapes} new`}`,
    barres === 0 ? 'no barres' : formatCount(barres, 'barre'),
    ...(hardestChange === null
      ? []
      : [
          `hardest ${nameOf(hardestChange.from)} to ${nameOf(hardestChange.to)}${hardestChange.gapMs === null ? '' : ` in ${(hardestChange.gapMs / 1000).toFixed(2)} s`}, bar ${hardestChange.barNumber}`,
        ]),
    ...(strokesPerSecond === 0 ? [] : [`${strokesPerSecond.toFixed(1)} strums a second at most`]),
    ...(changesPerMinute === null ? [] : [`${Math.round(changesPerMinute)} changes a minute`]),
    ...(ornaments === 0 ? [] : [`fills in ${formatCount(ornaments, 'bar')}`]),
  ];
  return `${parts.join('; ')}.`;
}

/** What a level adds to the one below, in one sentence: "New against level 2: F as 133211; 4 strums a bar instead of 1." */
export function formatLevelNews(news: LevelNews, nameOf: NameOf = formatChordName): string {
  const { below, shapes, chords, strokes, strokesBelow, bars, early, ornaments } = news;
  const perBar = (count: number): string => (count / Math.max(1, bars)).toFixed(1).replace('.0', '');
  const parts = [
    ...(shapes.length === 0
      ? []
      : [joinWords(shapes.map(({ chord, fingering }) => `${nameOf(chord)} as ${formatShape(fingering.shape)}`))]),
    ...(chords <= 0 ? [] : [`${formatCount(chords, 'chord')} more`]),
    ...(strokes <= strokesBelow ? [] : [`${perBar(strokes)} strums a bar instead of ${perBar(strokesBelow)}`]),
    ...(early <= 0 ? [] : [`${formatCount(early, 'chord')} before the bar line`]),
    ...ornaments.map(({ kind, bars: count }) => `${ORNAMENT_WORDS[kind]} in ${formatCount(count, 'bar')}`),
  ];
  return parts.length === 0 ? `Held and struck as level ${below}.` : `New against level ${below}: ${parts.join('; ')}.`;
}

/** The tempo to begin with, where the song's own leaves too little time; empty where it does not. */
export function formatStartTempo(difficulty: LevelDifficulty, nameOf: NameOf): string {
  const { tempoBpm, startBpm, hardestChange, isOneStrum } = difficulty;
  const isQuick = startBpm !== null && tempoBpm !== null && (startBpm < tempoBpm || isOneStrum);
  return !isQuick || hardestChange === null
    ? ''
    : `At ${tempoBpm} ${nameOf(hardestChange.from)} to ${nameOf(hardestChange.to)} is quick: begin at ${startBpm}${isOneStrum ? ', one strum a bar' : ''}.`;
}

/** What was changed by hand; `place` is what its place is called. */
export function formatLevelEdit(edit: LevelEdit, place: string, nameOf: NameOf = formatChordName): string {
  if (edit.hand === 'right') {
    return `Level ${edit.level}: ${edit.pattern.name} in ${place}`;
  }
  const shape = edit.fingering === null ? '' : formatShape(edit.fingering.shape);
  const held =
    edit.fingering === null
      ? 'the chord before goes on'
      : edit.instead === undefined
        ? `held as ${shape}`
        : `${nameOf(edit.instead)} in its place, ${shape}`;
  return `Level ${edit.level}: ${nameOf(edit.chord)} ${held}${edit.slotId === null ? '' : `, ${place}`}`;
}

/** Why an edit is not played. */
export function formatMisfit(misfit: Misfit): string {
  switch (misfit) {
    case 'no-such-place':
      return 'Its place is gone from the song.';
    case 'no-such-chord':
      return 'The song has no such chord behind this capo.';
    case 'other-strings':
      return 'It is for another number of strings.';
    case 'foreign-notes':
      return 'In this tuning the shape no longer sounds the chord.';
    case 'other-metre':
      return 'Its pattern is in another metre than the bars.';
  }
}
