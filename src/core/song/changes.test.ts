import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { arbitraryChart } from '../../test-support/arbitrary-chart.ts';
import { deepFreeze, songFromChart, songFromValue } from '../../test-support/read-chart.ts';
import { runs } from '../../test-support/runs.ts';
import { fingerPin } from '../arrange/shapes/part-shapes.ts';
import { parseChart } from '../formats/text-chart/parse-chart.ts';
import { isEqual } from '../kernel/equal.ts';
import { listChanges } from './changes.ts';
import { applyCommand } from './commands.ts';
import { mainPartOf } from './document/parts.ts';
import { applyChart } from './map/apply-chart.ts';

const CHART = 'title: One\nkey: G\ncapo: 2\n\nVerse:\n| G | D | Em | C |\n"words"\n\nChorus:\n| C | D |\n';
const SONG = deepFreeze(songFromChart(CHART));
const edited = (text: string) => applyChart(SONG, parseChart(text).chart, { unreadHeaders: [], fingerPin }).document;

describe('what changed between two versions', () => {
  test.each([
    ['the title', CHART.replace('One', 'Two'), [{ kind: 'fact', fact: 'title' }]],
    ['a bar', CHART.replace('| Em |', '| Em7 |'), [{ kind: 'section-changed', name: 'Verse', bars: 1 }]],
    [
      'a mark of the teacher',
      CHART.replace('| Em |', '| Em* |'),
      [{ kind: 'section-changed', name: 'Verse', bars: 1 }],
    ],
    [
      'a bar more',
      CHART.replace('| C | D |\n', '| C | D | G |\n'),
      [{ kind: 'section-changed', name: 'Chorus', bars: 1 }],
    ],
    ['only the words', CHART.replace('"words"', '"others"'), [{ kind: 'section-changed', name: 'Verse', bars: 0 }]],
    ['the capo', CHART.replace('capo: 2', 'capo: 4'), [{ kind: 'capo', part: 'Guitar', from: 2, to: 4 }]],
    [
      'the tuning',
      CHART.replace('capo: 2', 'tuning: drop D\ncapo: 2'),
      [{ kind: 'tuning', part: 'Guitar', from: 'standard', to: 'drop D' }],
    ],
    [
      'a section’s name',
      CHART.replace('Chorus:', 'Refrain:'),
      [{ kind: 'section-renamed', from: 'Chorus', to: 'Refrain' }],
    ],
    ['the form', CHART.replace('capo: 2', 'capo: 2\nform: Verse, Chorus x2'), [{ kind: 'form' }]],
    [
      'a section more, and in the form',
      `${CHART}\nOutro:\n| G |\n`,
      [{ kind: 'section-added', name: 'Outro', bars: 1 }, { kind: 'form' }],
    ],
  ])('says %s', (_, text, expected) => {
    expect(listChanges(SONG, edited(text))).toEqual(expected);
  });

  test('says a section that went, and a draft that came', () => {
    const less = edited(CHART.slice(0, CHART.indexOf('Chorus:')));
    expect(listChanges(SONG, less)).toEqual([{ kind: 'section-removed', name: 'Chorus', bars: 2 }, { kind: 'form' }]);
    expect(listChanges(SONG, { ...SONG, chart: { ...SONG.chart, draftText: '|' } })).toEqual([{ kind: 'draft' }]);
  });

  test('says a chord that is held otherwise', () => {
    const [arrangement] = SONG.arrangements;
    const [part] = arrangement?.parts ?? [];
    if (arrangement === undefined || part === undefined) {
      throw new Error('the song has a part');
    }
    const [first, ...rest] = part.shapes;
    if (first === undefined) {
      throw new Error('the part has shapes');
    }
    const other = {
      ...first,
      fingering: { shape: first.fingering.shape, fingers: first.fingering.shape.map(() => 1 as const) },
    };
    const changed = { ...SONG, arrangements: [{ ...arrangement, parts: [{ ...part, shapes: [other, ...rest] }] }] };
    expect(listChanges(SONG, changed)).toEqual([{ kind: 'shapes', part: 'Guitar', chords: [first.chord] }]);
  });

  test('names the right hand, ornaments and levels of a part', () => {
    const { id: partId } = mainPartOf(SONG);
    const barId = SONG.map.sections[0]?.lines[0]?.bars[0]?.id ?? 0;
    const notes = [{ stringNumber: 1, fret: 0, startTick: 0, lengthTicks: 10080 }];
    const commands = [
      { kind: 'assign-pattern', partId, targetId: null, change: { isMuted: true } },
      {
        kind: 'put-ornaments',
        partId,
        replaces: [],
        spots: [{ barId, passIds: null }],
        ornament: { kind: 'riff', level: 4, notes },
      },
      { kind: 'set-first-level', partId, firstLevel: 'bass' },
    ] as const;
    const changed = commands.reduce((song, command) => {
      const outcome = applyCommand(song, command);
      return outcome.ok ? outcome.value.document : song;
    }, SONG);
    expect(listChanges(SONG, changed)).toEqual(
      (['right-hand', 'ornaments', 'levels'] as const).map((kind) => ({ kind, part: 'Guitar' })),
    );
  });

  test('is nothing exactly when the two are equal but for ids and the names the chart shows', () => {
    fc.assert(
      fc.property(arbitraryChart, arbitraryChart, (one, two) => {
        const before = songFromValue(one);
        const next = applyChart(before, two, { unreadHeaders: [], fingerPin }).document;
        const isSame = isEqual({ ...before, nextId: 0, chart: next.chart }, { ...next, nextId: 0 });
        expect(listChanges(before, next).length === 0).toBe(isSame);
      }),
      { numRuns: runs(500), seed: 3 },
    );
  });
});
