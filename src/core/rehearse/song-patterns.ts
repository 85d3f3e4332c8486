import { isSamePattern } from '../arrange/performance/pattern-places.ts';
import { performanceOf } from '../arrange/performance/performance.ts';
import { plainPattern } from '../arrange/performance/plain-pattern.ts';
import type { Pattern } from '../rhythm/pattern.ts';
import type { Part, SongDocument } from '../song/document/document.ts';

/** The patterns that a part plays, each once, in the order in which they come; where none is told, a strum on each beat. */
export function listSongPatterns(document: SongDocument, part: Part): readonly Pattern[] {
  const { bars, played } = performanceOf(document, part);
  const patterns: Pattern[] = [];
  for (const [index, bar] of bars.entries()) {
    const own = bar.pattern ?? (played[index] === undefined ? null : plainPattern(played[index]));
    if (own !== null && bar.hand.isSilent !== true && !patterns.some((each) => isSamePattern(each, own))) {
      patterns.push(own);
    }
  }
  return patterns;
}
