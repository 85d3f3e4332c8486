import { listLevelNews } from '../core/arrange/levels/level-news.ts';
import { deriveLevels, type PlayedLevel } from '../core/arrange/levels/levels.ts';
import { formatChordSymbol } from '../core/harmony/chord-symbol.ts';
import { uniqueBy } from '../core/kernel/list.ts';
import { beatTicks } from '../core/rhythm/metre.ts';
import { AVERAGE_HAND } from '../core/shapes/hand.ts';
import { formatFingers, formatShape } from '../core/shapes/shape.ts';
import { mainPartOf } from '../core/song/document/parts.ts';
import { listPlayedBars, type PlayedBar } from '../core/song/played/played-bars.ts';
import { formatLevelNews } from '../core/words/level-words.ts';
import { type Answer, answer } from './answer.ts';
import { readOneSong } from './one-song.ts';

/** ladder levels FILE: the song on its levels, the easiest first: shapes, strokes, and what makes each hard. */
export function runLevels(args: readonly string[]): Answer {
  const { document, isJson } = readOneSong('levels', args);
  const played = listPlayedBars(document);
  const playedLevels = deriveLevels(document, mainPartOf(document), { hand: AVERAGE_HAND, known: null });
  const json = playedLevels.map((playedLevel, index) => ({
    ...toJson(playedLevel, played),
    news: newsOf(playedLevel, playedLevels[index - 1]),
  }));
  const text = json.map(({ levels, shapes, difficulty, news }) => {
    const held = shapes.map(({ chord, frets }) => `${chord} ${frets}`).join(', ');
    return `Level ${levels.join(', ')} (${difficulty.total}): ${held}; ${difficulty.strokesPerSecond} strokes a second.${news === null ? '' : ` ${news}`}`;
  });
  return answer(isJson, json, text.join('\n'));
}

function newsOf(level: PlayedLevel, below: PlayedLevel | undefined): string | null {
  return below === undefined ? null : formatLevelNews(listLevelNews(level, below));
}

function toJson({ levels, bars, difficulty }: PlayedLevel, played: readonly PlayedBar[]) {
  const held = bars.flatMap(({ slots }) => slots.flatMap((slot) => slot.held ?? []));
  const { hardest, hardestChange } = difficulty;
  return {
    levels,
    shapes: uniqueBy(held, ({ fingering }) => formatShape(fingering.shape)).map(({ chord, fingering, how }) => ({
      chord: formatChordSymbol(chord),
      frets: formatShape(fingering.shape),
      fingers: formatFingers(fingering.fingers),
      how,
    })),
    difficulty: {
      ...difficulty,
      total: rounded(difficulty.total),
      strokesPerSecond: rounded(difficulty.strokesPerSecond),
      changesPerMinute: difficulty.changesPerMinute === null ? null : rounded(difficulty.changesPerMinute),
      hardest: hardest === null ? null : { chord: formatChordSymbol(hardest.chord), effort: rounded(hardest.effort) },
      hardestChange:
        hardestChange === null
          ? null
          : {
              from: formatChordSymbol(hardestChange.from),
              to: formatChordSymbol(hardestChange.to),
              bar: hardestChange.barNumber,
              gapMs: hardestChange.gapMs === null ? null : Math.round(hardestChange.gapMs),
              neededMs: Math.round(hardestChange.neededMs),
            },
    },
    bars: bars.map(({ slots, strokes, ornaments }, index) => ({
      number: played[index]?.number ?? 0,
      chords: slots.map((slot) => (slot.held === null ? null : formatChordSymbol(slot.held.chord))),
      ornaments: ornaments.map(({ ornament }) => ornament.kind),
      merged: slots.filter(({ isMerged }) => isMerged).length,
      strokes: strokes.map(
        ({ startTick }) => startTick / beatTicks(played[index]?.metre ?? { beats: 4, unit: 4, groups: null }),
      ),
    })),
  };
}

function rounded(value: number): number {
  return Math.round(value * 100) / 100;
}
