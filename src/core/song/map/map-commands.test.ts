import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { loadDocument } from '../../../contract/load-document.ts';
import { arbitraryChart } from '../../../test-support/arbitrary-chart.ts';
import { arbitrarySeeds, mapCommandOf } from '../../../test-support/arbitrary-map-command.ts';
import { deepFreeze, songFromChart, songFromValue } from '../../../test-support/read-chart.ts';
import { runs } from '../../../test-support/runs.ts';
import { fingerPin } from '../../arrange/shapes/part-shapes.ts';
import { formatChart } from '../../formats/text-chart/format-chart.ts';
import { parseChart } from '../../formats/text-chart/parse-chart.ts';
import { formatChordSymbol } from '../../harmony/chord-symbol.ts';
import type { ChartBar } from '../chart/chart.ts';
import { chartOf } from '../chart/chart-of.ts';
import { applyCommand } from '../commands.ts';
import type { SongDocument } from '../document/document.ts';
import { recordState, startHistory, undo } from '../document/history.ts';
import { listPlayedBars, type PlayedBar } from '../played/played-bars.ts';
import { applyChart } from './apply-chart.ts';
import type { LineEdit } from './line-edits.ts';
import type { MapCommand } from './map-commands.ts';

const barsOf = (text: string): readonly ChartBar[] => parseChart(`${text}\n`).chart.sections[0]?.lines[0]?.bars ?? [];
const run = (song: SongDocument, command: MapCommand): SongDocument => {
  const outcome = applyCommand(deepFreeze(song), command);
  if (!outcome.ok) {
    throw new Error(JSON.stringify(outcome.error));
  }
  return outcome.value.document;
};
const refusal = (song: SongDocument, command: MapCommand) => {
  const outcome = applyCommand(song, command);
  return outcome.ok ? null : outcome.error;
};
const sectionId = (song: SongDocument, name: string) => song.map.sections.find((each) => each.name === name)?.id ?? 0;
const passId = (song: SongDocument, index: number) => song.map.form[index]?.id ?? 0;
const edit = (song: SongDocument, name: string, lineEdit: LineEdit, pass: number | null = null): MapCommand => ({
  kind: 'edit-lines',
  sectionId: sectionId(song, name),
  passId: pass === null ? null : passId(song, pass),
  edit: lineEdit,
});
/** What is played: the text chart without its headers, and the song unrolled. */
const textOf = (song: SongDocument) => formatChart(chartOf(song)).replace(/^title: .*\n\n?/, '');
const chordsOf = ({ slots }: PlayedBar) =>
  slots.map(({ chord, ticks, pushTicks }) => [chord && formatChordSymbol(chord), ticks, pushTicks]);
const played = (song: SongDocument) => listPlayedBars(song).map((bar) => [bar.number, bar.startTick, ...chordsOf(bar)]);

const VERSE = 'Verse:\n| G | D | Em | C |\n"one"\n| G | D | C | same |\n"two"\n';
const SONG = songFromChart(`form: Verse, Chorus, Verse, Chorus\n\n${VERSE}\nChorus:\n| C | D | G | Em |\n`);

describe('lines of bars', () => {
  test.each<[string, LineEdit, string]>([
    [
      'bars are written over others',
      { kind: 'write-bars', run: { line: 0, ending: null, from: 1, count: 1 }, bars: barsOf('| Am D | F |') },
      '| G | Am D | F | Em | C |\n"one"\n| G | D | C | same |\n"two"',
    ],
    [
      'bars are taken out, and a bar that said same plays on what it played',
      { kind: 'write-bars', run: { line: 1, ending: null, from: 1, count: 2 }, bars: [] },
      '| G | D | Em | C |\n"one"\n| G | C |\n"two"',
    ],
    [
      'a bar moves on in its line',
      { kind: 'move-bars', run: { line: 0, ending: null, from: 0, count: 1 }, to: { line: 0, ending: null, at: 3 } },
      '| D | Em | G | C |\n"one"\n| G | D | C | same |\n"two"',
    ],
    [
      'bars move to another line, which is gone when it is empty',
      { kind: 'move-bars', run: { line: 0, ending: null, from: 0, count: 4 }, to: { line: 1, ending: null, at: 4 } },
      '| G | D | C | same | G | D | Em | C |\n"two"',
    ],
    [
      'a line is cut',
      { kind: 'split-line', line: 0, at: 2 },
      '| G | D |\n"one"\n| Em | C |\n| G | D | C | same |\n"two"',
    ],
    ['lines are joined', { kind: 'join-lines', line: 0 }, '| G | D | Em | C | G | D | C | same |\n"one two"'],
    [
      'lines change places',
      { kind: 'move-lines', from: 1, count: 1, to: 0 },
      '| G | D | C | same |\n"two"\n| G | D | Em | C |\n"one"',
    ],
    [
      'two lines become rounds with endings',
      { kind: 'fold-lines', from: 0, count: 2 },
      '| G | D | x2\n1. | Em | C |\n2. | C | same |\n"one" / "two"',
    ],
    [
      'rounds and words are set',
      { kind: 'set-line', line: 0, times: 2, cues: ['one', 'again'], note: 'soft' },
      '| G | D | Em | C | x2 [soft]\n"one" / "again"\n| G | D | C | same |\n"two"',
    ],
  ])('%s', (_, lineEdit, text) => {
    const after = run(SONG, edit(SONG, 'Verse', lineEdit));
    expect(textOf(after)).toContain(`Verse:\n${text}\n\nChorus:`);
  });

  test('an edit of one pass stays with that pass, and goes when it plays what its section has', () => {
    const last: LineEdit = {
      kind: 'write-bars',
      run: { line: 1, ending: null, from: 3, count: 1 },
      bars: barsOf('| D | G |'),
    };
    const once = run(SONG, edit(SONG, 'Verse', last, 2));
    expect(once.map.sections).toEqual(SONG.map.sections);
    expect(once.map.form[2]?.edits.map(({ kind }) => kind)).toEqual(['replace-bar', 'insert-bars']);
    expect(textOf(once)).toContain('Verse (time 2):\n| G | D | Em | C |\n"one"\n| G | D | C | D | G |\n"two"');
    const again = run(
      once,
      edit(
        once,
        'Verse',
        {
          kind: 'write-bars',
          run: { line: 1, ending: null, from: 3, count: 2 },
          bars: barsOf('| C | same |').slice(1),
        },
        2,
      ),
    );
    expect(again.map.form[2]?.edits).toEqual([]);
  });

  test('the section changes under a pass that differs, and only what lost its place is told', () => {
    const differs = run(
      SONG,
      edit(
        SONG,
        'Verse',
        { kind: 'write-bars', run: { line: 0, ending: null, from: 2, count: 1 }, bars: barsOf('| Bm |') },
        2,
      ),
    );
    const outcome = applyCommand(differs, edit(differs, 'Verse', { kind: 'remove-lines', from: 0, count: 1 }));
    expect(outcome.ok && outcome.value.lost.map(({ kind }) => kind)).toEqual(['pass-edit']);
    expect(outcome.ok && outcome.value.document.map.form[2]?.edits).toEqual([]);
  });

  test.each<[string, LineEdit, object]>([
    [
      'a bar that is not full',
      { kind: 'write-bars', run: { line: 0, ending: null, from: 0, count: 1 }, bars: barsOf('metre: 3/4\n\n| G |') },
      { kind: 'bad-bar', fault: { kind: 'does-not-fill', beats: 3, wantedBeats: 4, unit: 4 } },
    ],
    [
      'a first bar that says same',
      { kind: 'write-bars', run: { line: 0, ending: null, from: 0, count: 1 }, bars: barsOf('| C | same |').slice(1) },
      { kind: 'same-first' },
    ],
    [
      'a chord before the song begins',
      { kind: 'write-bars', run: { line: 0, ending: null, from: 0, count: 1 }, bars: barsOf('| C | <G |').slice(1) },
      { kind: 'push-on-first' },
    ],
    ['a place that is not there', { kind: 'split-line', line: 7, at: 1 }, { kind: 'no-such-place' }],
    ['lines with nothing in common', { kind: 'fold-lines', from: 0, count: 0 }, { kind: 'nothing-in-common' }],
    ['more words than rounds', { kind: 'set-line', line: 0, cues: ['a', 'b'] }, { kind: 'bad-words', most: 1 }],
    ['no rounds', { kind: 'set-line', line: 0, times: 0 }, { kind: 'bad-rounds', most: 64 }],
  ])('%s is refused with the reason', (_, lineEdit, error) => {
    expect(refusal(SONG, edit(SONG, 'Verse', lineEdit))).toEqual(error);
  });
});

describe('sections and form', () => {
  test('a walk-through is cut into sections; a piece that comes again is a pass, with what differs', () => {
    const song = songFromChart('| D | A |\n| G | A |\n| C | C |\n| D | A |\n| G | D |\n');
    const cut = run(song, {
      kind: 'divide-section',
      sectionId: sectionId(song, 'Song'),
      pieces: [
        { name: 'Verse', lines: 2 },
        { name: 'Bridge', lines: 1 },
        { name: 'Verse', lines: 2 },
      ],
    });
    expect(textOf(cut)).toBe(
      'form: Verse, Bridge, Verse\n\nVerse:\n| D | A |\n| G | A |\n\nBridge:\n| C | C |\n\nVerse (time 2):\n| D | A |\n| G | D |\n',
    );
    expect(played(cut)).toEqual(played(song));
  });

  test('two sections that always follow each other are joined; others are not', () => {
    const joined = run(SONG, { kind: 'join-sections', sectionId: sectionId(SONG, 'Verse') });
    expect(joined.map.form).toHaveLength(2);
    expect(played(joined)).toEqual(played(SONG));
    const apart = run(SONG, { kind: 'remove-passes', passIds: [passId(SONG, 3)] });
    expect(refusal(apart, { kind: 'join-sections', sectionId: sectionId(SONG, 'Verse') })).toEqual({
      kind: 'not-neighbours',
    });
  });

  test('a section becomes a differing pass of another, and a pass a section of its own', () => {
    const song = songFromChart(`${VERSE}\nLast:\n${VERSE.slice(7).replace('| C | same |', '| D | G |')}`);
    const merged = run(song, {
      kind: 'merge-section',
      sectionId: sectionId(song, 'Last'),
      into: sectionId(song, 'Verse'),
    });
    expect(merged.map.sections).toHaveLength(1);
    expect(played(merged)).toEqual(played(song));
    const own = run(merged, { kind: 'own-section', passId: passId(merged, 1), name: 'Last' });
    expect(textOf(own)).toBe(textOf(song));
  });

  test('passes are moved, left out and played again; left out, they keep their place and are not counted', () => {
    const moved = run(SONG, { kind: 'move-passes', passIds: [passId(SONG, 0)], to: 2 });
    expect(chartOf(moved).form).toEqual(['Chorus', 'Verse', 'Verse', 'Chorus']);
    const passIds = [passId(SONG, 1), passId(SONG, 2)];
    const cut = run(SONG, { kind: 'leave-out-passes', passIds, isLeftOut: true });
    expect([cut.map.form.length, listPlayedBars(cut).length]).toEqual([4, 12]);
    expect(applyChart(cut, chartOf(cut), { unreadHeaders: [], fingerPin }).document).toBe(cut);
    expect(run(cut, { kind: 'leave-out-passes', passIds, isLeftOut: false }).map).toEqual(SONG.map);
  });

  test.each<[string, MapCommand, object]>([
    [
      'a name that cannot be one',
      { kind: 'set-section', sectionId: sectionId(SONG, 'Verse'), name: 'a: b' },
      { kind: 'bad-section-name', name: 'a: b' },
    ],
    [
      'a name in use',
      { kind: 'set-section', sectionId: sectionId(SONG, 'Verse'), name: 'chorus' },
      { kind: 'name-taken', name: 'chorus' },
    ],
    ['a section that is not there', { kind: 'remove-section', sectionId: 99999 }, { kind: 'no-such-place' }],
    ['passes that are not there', { kind: 'remove-passes', passIds: [] }, { kind: 'no-such-place' }],
  ])('%s is refused', (_, command, error) => {
    expect(refusal(SONG, command)).toEqual(error);
  });
});

const KEEPS_MUSIC: ReadonlySet<string> = new Set([
  'unroll-line',
  'fold-lines',
  'split-line',
  'cut-line',
  'set-syllable',
]);
const KEEPS_MAP: ReadonlySet<string> = new Set([
  'unroll-section',
  'fold-section',
  'own-section',
  'divide-section',
  'move-section',
]);
/** A repeated line that begins with "same" leans on another bar in its second round; it cannot be written out as one. */
const leansOnItsEnd = (song: SongDocument) =>
  song.map.sections.some(({ lines }) => lines.some(({ times, bars }) => times > 1 && bars[0]?.same === true));
const keepsMusic = (command: MapCommand) =>
  KEEPS_MAP.has(command.kind) || (command.kind === 'edit-lines' && KEEPS_MUSIC.has(command.edit.kind));

/** One command on frozen input: what comes of it is sound, and plays the same where only the writing changed. */
function stepOf(song: SongDocument, command: MapCommand): SongDocument {
  const outcome = applyCommand(deepFreeze(song), command);
  if (!outcome.ok) {
    return song;
  }
  const { document, lost } = outcome.value;
  expect(loadDocument(document)).toMatchObject({ ok: true });
  if (keepsMusic(command) && !leansOnItsEnd(song) && lost.every(({ kind }) => kind !== 'pass-edit')) {
    expect([command, played(document)]).toEqual([command, played(song)]);
  }
  return document;
}

describe('any commands', () => {
  test('keep the song sound and its chart law, never touch what they were given, and folding or writing out plays the same', () => {
    fc.assert(
      fc.property(arbitraryChart, fc.array(arbitrarySeeds, { minLength: 1, maxLength: 12 }), (chart, all) => {
        let song = songFromValue({ ...chart, headers: { ...chart.headers, key: { tonic: 'G', mode: 'major' } } });
        for (const seeds of all) {
          song = stepOf(song, mapCommandOf(song, seeds));
        }
        const text = formatChart(chartOf(song));
        expect(parseChart(text)).toMatchObject({ chart: chartOf(song), unreadHeaders: [] });
        expect(applyChart(song, chartOf(song), { unreadHeaders: [], fingerPin }).document).toBe(song);
      }),
      { numRuns: runs(1000), seed: 6, endOnFailure: true },
    );
  });

  test('five hundred of them are undone to the start', () => {
    fc.assert(
      fc.property(fc.array(arbitrarySeeds, { minLength: 500, maxLength: 500 }), (all) => {
        let history = startHistory(SONG);
        for (const seeds of all) {
          const outcome = applyCommand(history.present, mapCommandOf(history.present, seeds));
          history = outcome.ok ? recordState(history, outcome.value.document, null) : history;
        }
        expect(loadDocument(history.present)).toMatchObject({ ok: true });
        expect(history.past.length).toBeGreaterThan(150);
        while (history.past.length > 0) {
          history = undo(history);
        }
        expect(history.present).toBe(SONG);
      }),
      { numRuns: runs(10, 3), seed: 6, endOnFailure: true },
    );
  });
});
