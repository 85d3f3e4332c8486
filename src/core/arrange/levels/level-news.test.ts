import fc from 'fast-check';
import { expect, test } from 'vitest';
import { arbitrarySongToHold } from '../../../test-support/arbitrary-song.ts';
import { runs } from '../../../test-support/runs.ts';
import { SHARED_PLANNER } from '../../../test-support/shared-planner.ts';
import { formatShape } from '../../shapes/shape.ts';
import { mainPartOf } from '../../song/document/parts.ts';
import { formatLevelNews } from '../../words/level-words.ts';
import { fillShapes } from '../shapes/part-shapes.ts';
import { listLevelNews } from './level-news.ts';
import { deriveLevels } from './levels.ts';

test('what is new on a level is what it has and the level below has not, on random songs', () => {
  fc.assert(
    fc.property(arbitrarySongToHold, (bare) => {
      const song = fillShapes(bare, SHARED_PLANNER);
      const levels = deriveLevels(song, mainPartOf(song), SHARED_PLANNER);
      levels.slice(1).forEach((level, index) => {
        const below = levels[index] ?? level;
        const news = listLevelNews(level, below);
        const shapesOf = ({ bars }: typeof level) =>
          new Set(
            bars.flatMap(({ slots }) =>
              slots.flatMap(({ held }) => (held === null ? [] : [formatShape(held.fingering.shape)])),
            ),
          );
        const [own, lower] = [shapesOf(level), shapesOf(below)];
        expect(news.shapes.map(({ fingering }) => formatShape(fingering.shape)).sort()).toEqual(
          [...own].filter((shape) => !lower.has(shape)).sort(),
        );
        const strokesOf = ({ bars }: typeof level) => bars.reduce((sum, { strokes }) => sum + strokes.length, 0);
        expect([news.strokes, news.strokesBelow]).toEqual([strokesOf(level), strokesOf(below)]);
        const words = formatLevelNews(news);
        expect(words).toMatch(/^(?:New against level [1-4]: .+|Held and struck as level [1-4])\.$/);
        expect(words).not.toMatch(/undefined|NaN/);
      });
    }),
    { numRuns: runs(200, 6), seed: 19 },
  );
});
