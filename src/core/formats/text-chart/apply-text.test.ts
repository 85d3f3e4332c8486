import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { arbitraryChart } from '../../../test-support/arbitrary-chart.ts';
import { chordOf } from '../../../test-support/read.ts';
import { deepFreeze, songFromChart } from '../../../test-support/read-chart.ts';
import { runs } from '../../../test-support/runs.ts';
import { fingerPin } from '../../arrange/shapes/part-shapes.ts';
import { chartOf } from '../../song/chart/chart-of.ts';
import { spellChart } from '../../song/chart/chart-spelling.ts';
import { applyCommand } from '../../song/commands.ts';
import { newSong } from '../../song/document/new-song.ts';
import { mainPartOf } from '../../song/document/parts.ts';
import { applyChart } from '../../song/map/apply-chart.ts';
import { commandForText } from './apply-text.ts';
import { chartTextOf } from './format-chart.ts';
import { parseChart } from './parse-chart.ts';

const RUNS = { numRuns: runs(2_000), seed: 20_240_602 };

describe('the laws of applying a chart', () => {
  test('applying the chart of a document changes nothing and gives the same object', () => {
    fc.assert(
      fc.property(arbitraryChart, (chart) => {
        const options = { unreadHeaders: [], fingerPin };
        const document = deepFreeze(applyChart(newSong('Untitled song'), chart, options).document);
        expect(applyChart(document, chartOf(document), options).document).toBe(document);
      }),
      RUNS,
    );
  });

  test('a document made from a chart shows that chart again, named in its key', () => {
    fc.assert(
      fc.property(arbitraryChart, (chart) => {
        const options = { unreadHeaders: [], fingerPin };
        const written = {
          ...chart,
          headers: { ...chart.headers, title: chart.headers.title ?? 'Untitled song', chords: 'sounding' as const },
        };
        const named = spellChart(written, { sections: [], passes: [] });
        expect(spellChart(named, { sections: [], passes: [] })).toEqual(named);
        const { document } = applyChart(newSong('Untitled song'), written, options);
        const shown = chartOf(document);
        expect({ ...shown, passes: [] }).toEqual({ ...named, passes: [] });
        for (const pass of shown.passes) {
          expect(named.passes).toContainEqual(pass);
        }
      }),
      RUNS,
    );
  });
});

describe('lining up an edited chart', () => {
  const before = songFromChart('Verse:\n| G | D | Em | C |\n| C | D | G | G |\n\nChorus:\n| Em | C |\n');
  const edit = (text: string) => songFromChart(text, before);

  test('an inserted line takes new ids and leaves those of the others', () => {
    const after = edit('Verse:\n| G | D | Em | C |\n| Am | Am |\n| C | D | G | G |\n\nChorus:\n| Em | C |\n');
    const [first, inserted, last] = after.map.sections[0]?.lines ?? [];
    expect(first).toBe(before.map.sections[0]?.lines[0]);
    expect(last).toBe(before.map.sections[0]?.lines[1]);
    expect(inserted?.id).toBeGreaterThanOrEqual(before.nextId);
    expect(after.map.sections[1]).toBe(before.map.sections[1]);
  });

  test('a changed bar keeps its id', () => {
    const after = edit('Verse:\n| G | D | Am | C |\n| C | D | G | G |\n\nChorus:\n| Em | C |\n');
    const ids = (song: typeof before) => song.map.sections[0]?.lines[0]?.bars.map(({ id }) => id);
    expect(ids(after)).toEqual(ids(before));
  });

  test('a renamed section is still the same section', () => {
    const after = edit('Story:\n| G | D | Em | C |\n| C | D | G | G |\n\nChorus:\n| Em | C |\n');
    expect(after.map.sections[0]?.id).toBe(before.map.sections[0]?.id);
  });

  test('a line that cannot be read keeps what the document had', () => {
    const parsed = parseChart('Verse:\n| G | D | Em | Cq |\n| C | D | G | G |\n\nChorus:\n| Em | C |\n');
    const { document } = applyChart(before, parsed.chart, { unreadHeaders: parsed.unreadHeaders, fingerPin });
    expect(document).toBe(before);
  });

  test('a syllable under a change is reported when its bar goes', () => {
    const [section] = before.map.sections;
    const withCue = structuredClone(before);
    const slot = withCue.map.sections[0]?.lines[1]?.bars[0]?.slots[0];
    Object.assign(slot ?? {}, { cue: 'roof' });
    const parsed = parseChart('Verse:\n| G | D | Em | C |\n\nChorus:\n| Em | C |\n');
    const { lost } = applyChart(withCue, parsed.chart, { unreadHeaders: [], fingerPin });
    expect(section?.lines).toHaveLength(2);
    expect(lost).toEqual([{ kind: 'syllable', text: 'roof' }]);
  });

  test('a shape and an ornament are reported when their bar goes, and stay while it stays; a level edit always stays', () => {
    const bar = before.map.sections[0]?.lines[1]?.bars[0];
    const [barId, slotId] = [bar?.id ?? 0, bar?.slots[0]?.id ?? 0];
    const attached = structuredClone(before);
    const [stored] = mainPartOf(before).shapes;
    const levelEdits = [{ hand: 'left', level: 2, chord: chordOf('C'), slotId, fingering: null }];
    Object.assign(mainPartOf(attached), {
      shapes: [...mainPartOf(before).shapes, { ...stored, targetId: slotId, origin: 'pinned' }],
      ornaments: [
        {
          id: 900,
          barId,
          kind: 'riff',
          level: 4,
          openMidi: [40, 45, 50, 55, 59, 64],
          notes: [{ stringNumber: 2, fret: 1, startTick: 0, lengthTicks: 2520 }],
        },
      ],
      levelEdits,
    });
    const apply = (text: string) => applyChart(attached, parseChart(text).chart, { unreadHeaders: [], fingerPin });
    const kept = apply(
      'C in Verse bar 5 on level 2 = goes on\n\nVerse:\n| G | D | Em | Am |\n| C | D | G | G |\n\nChorus:\n| Em | C |\n',
    );
    expect(kept.lost).toEqual([]);
    expect(mainPartOf(kept.document)).toEqual(mainPartOf(attached));
    const gone = apply('Verse:\n| G | D | Em | C |\n\nChorus:\n| Em | C |\n');
    expect(gone.lost.map(({ kind }) => kind)).toEqual(['shape', 'ornament']);
    expect(mainPartOf(gone.document)).toMatchObject({ ornaments: [], levelEdits, shapes: mainPartOf(before).shapes });
  });

  test('changing the capo of a chart in shapes changes what sounds, not the shapes', () => {
    const shapes = songFromChart('capo: 2\nchords: shapes\n\n| G | C |\n');
    const moved = songFromChart('capo: 4\nchords: shapes\n\n| G | C |\n', shapes);
    const roots = (song: typeof shapes) => song.map.sections[0]?.lines[0]?.bars.map((bar) => bar.slots[0]?.chord?.root);
    expect(roots(shapes)).toEqual(['A', 'D']);
    expect(roots(moved)).toEqual(['B', 'E']);
  });
});

describe('a chord spelled from the wrong side of its key', () => {
  const textAfter = (text: string, keptNames: readonly string[] = [], before = newSong('Spelled')) => {
    const command = commandForText(text, parseChart(text), keptNames);
    const outcome = command === null ? null : applyCommand(before, command);
    return outcome?.ok === true ? outcome.value.document : before;
  };
  const CHART = 'key: E\n\nVerse:\n| E | Abm | D/Gb | Dbm |\n';

  test('is written as the key asks, its bass and a key that was found as well', () => {
    expect(chartTextOf(textAfter(CHART))).toContain('| E | G#m | D/F# | C#m |');
    expect(chartTextOf(textAfter('| E | Abm | A | B7 |\n'))).toContain('| E | G#m | A | B7 |');
  });

  test('stays where somebody keeps it, also when the text is changed elsewhere later', () => {
    const kept = textAfter(CHART, ['Abm']);
    expect(chartTextOf(kept)).toContain('| E | Abm | D/F# | C#m |');
    expect(chartTextOf(textAfter(chartTextOf(kept).replace('| E |', '| A |'), [], kept))).toContain('| A | Abm |');
  });

  test('is left alone in a song whose key changes', () => {
    expect(chartTextOf(textAfter('key: E\n\n| E | Abm | (key Ab) Ab | Dbm |\n'))).toContain('Abm');
  });
});
