import { expect, test } from 'vitest';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { SHARED_PLANNER } from '../../../test-support/shared-planner.ts';
import { itemAt } from '../../kernel/list.ts';
import { applyCommand } from '../../song/commands.ts';
import type { SongDocument } from '../../song/document/document.ts';
import { mainPartOf } from '../../song/document/parts.ts';
import { formatLevelNews } from '../../words/level-words.ts';
import { fillShapes } from '../shapes/part-shapes.ts';
import { listLevelNews } from './level-news.ts';
import { deriveLevels } from './levels.ts';

const CHART =
  'key: C\ntempo: 92\nform: Verse, Chorus, Verse\n\nVerse:\n| C | Am | F | G |\n\nChorus:\n| F | Em | F | Em |\n';

const levelsOf = (song: SongDocument) => deriveLevels(song, mainPartOf(song), SHARED_PLANNER);
const kindsOn = (song: SongDocument, level: number) =>
  (levelsOf(song).find(({ levels }) => levels.includes(level as 5))?.bars ?? []).map(({ ornaments }) =>
    ornaments.map(({ ornament }) => ornament.kind).join(),
  );

test('the fifth level adds the first walk of a section, else its first added finger, wherever the bar comes again', () => {
  const song = fillShapes(songFromChart(CHART), SHARED_PLANNER);
  const none = Array.from({ length: 12 }, () => '');
  expect(kindsOn(song, 4)).toEqual(none);
  // C to Am goes down over B; between E and F there is none to walk over.
  expect(kindsOn(song, 5)).toEqual(none.with(0, 'bass-walk').with(8, 'bass-walk').with(5, 'added-finger'));
  const levels = levelsOf(song);
  const [fourth, fifth] = [itemAt(levels, levels.length - 2), itemAt(levels, levels.length - 1)];
  expect(formatLevelNews(listLevelNews(fifth, fourth))).toBe(
    'New against level 4: added finger in 1 bar; bass walk in 2 bars.',
  );
  expect(fifth.difficulty.total).toBeGreaterThan(fourth.difficulty.total);
});

test('what is written for the fifth level takes the place of all that would be added', () => {
  const song = fillShapes(songFromChart(CHART), SHARED_PLANNER);
  const barId = song.map.sections[0]?.lines[0]?.bars[2]?.id ?? 0;
  const outcome = applyCommand(song, {
    kind: 'put-ornaments',
    partId: mainPartOf(song).id,
    replaces: [],
    spots: [{ barId, passIds: null }],
    ornament: { kind: 'riff', level: 5, notes: [{ stringNumber: 5, fret: 3, startTick: 0, lengthTicks: 480 }] },
  });
  expect(outcome.ok && kindsOn(outcome.value.document, 5).map((kind, at) => (kind === '' ? null : at))).toEqual([
    null,
    null,
    2,
    null,
    null,
    null,
    null,
    null,
    null,
    null,
    10,
    null,
  ]);
});
