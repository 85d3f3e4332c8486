import { describe, expect, test } from 'vitest';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { SHARED_PLANNER } from '../../../test-support/shared-planner.ts';
import { type ChordSymbol, formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { itemAt } from '../../kernel/list.ts';
import { runSteps } from '../../kernel/steps.ts';
import { formatFingers, formatShape, parseShape } from '../../shapes/shape.ts';
import { applyCommand } from '../../song/commands.ts';
import type { SongDocument } from '../../song/document/document.ts';
import { mainPartOf } from '../../song/document/parts.ts';
import { formatBassLine, formatFamily, formatKeptHand } from '../../words/line-words.ts';
import {
  formatEasierShape,
  formatNameCheck,
  formatShapeWords,
  listShapeDegrees,
  listShapeNotes,
} from '../../words/shape-words.ts';
import { listBassLines } from './bass-lines.ts';
import { listHandFamilies } from './hand-families.ts';
import { fillShapes } from './part-shapes.ts';
import { planShapes, type ShapePlan } from './shape-plan.ts';

const planOf = (song: SongDocument): ShapePlan => runSteps(planShapes(song, mainPartOf(song), SHARED_PLANNER));
const sheetOf = (plan: ShapePlan, name: string) =>
  itemAt(
    plan.sheets.filter(({ chord }) => formatChordSymbol(chord) === name),
    0,
  );
const style = (song: SongDocument, fretOffset = 0) => ({
  tuning: mainPartOf(song).setup.tuning,
  stringNaming: 'number' as const,
  fretOffset,
});
const song = songFromChart(
  'key: C\ntempo: 90\n\nVerse:\n| C | G | Am | F |\n| C | G | F | G |\n| Am | E7 | F | Dm |\n',
);
const chord = (root: ChordSymbol['root'], quality: ChordSymbol['quality'] = '', bass: ChordSymbol['bass'] = null) => ({
  root,
  quality,
  bass,
});
const fingeringOf = (frets: string, marks: string) => {
  const shape = parseShape(frets, 6);
  const fingers = [...marks].map((mark) => (mark === '-' ? null : (Number(mark) as 1 | 2 | 3 | 4)));
  return { shape: shape.ok ? shape.value : [], fingers };
};

describe('the shapes of a song', () => {
  test('come in order of first use, each with its bars and the change of the whole song that others would bring', () => {
    const plan = planOf(song);
    expect(plan.sheets.map(({ chord: each }) => formatChordSymbol(each))).toEqual(['C', 'G', 'Am', 'F', 'E7', 'Dm']);
    expect(sheetOf(plan, 'C').bars).toBe(2);
    for (const { alternatives } of plan.sheets) {
      expect(alternatives.filter(({ isCurrent }) => isCurrent)).toHaveLength(1);
      expect(alternatives.find(({ isCurrent }) => isCurrent)?.songDelta).toBe(0);
    }
  });

  test('chosen otherwise, the song costs as much more or less as was said', () => {
    const before = planOf(song);
    for (const { chord: each, alternatives } of before.sheets) {
      for (const { rated, songDelta, isCurrent } of alternatives.slice(0, 3)) {
        const outcome = applyCommand(song, {
          kind: 'store-shape',
          partId: mainPartOf(song).id,
          chord: each,
          stored: { fingering: rated.fingering, origin: 'chosen' },
        });
        const after = outcome.ok ? planOf(outcome.value.document).total : Number.NaN;
        expect(after - before.total, `${formatChordSymbol(each)} ${isCurrent}`).toBeCloseTo(songDelta, 9);
      }
    }
  });

  test('that were accepted are what the program would choose, until something else is', () => {
    expect(planOf(song).sheets.every(({ otherwise }) => otherwise === null)).toBe(true);
    const part = mainPartOf(song);
    const odd = {
      ...song,
      arrangements: song.arrangements.map((arrangement) => ({
        ...arrangement,
        parts: [
          {
            ...part,
            shapes: part.shapes.map((stored) =>
              formatChordSymbol(stored.chord) === 'Am'
                ? { ...stored, fingering: fingeringOf('577555', '134111') }
                : stored,
            ),
          },
        ],
      })),
    };
    expect(formatShape(sheetOf(planOf(odd), 'Am').otherwise?.shape ?? [])).toBe('x02210');
    expect(sheetOf(planOf(odd), 'Am').form).toMatchObject({ openChord: { root: 'E' }, fret: 5 });
  });

  test('ruled out are not chosen any more', () => {
    const f = sheetOf(planOf(song), 'F');
    const partId = mainPartOf(song).id;
    const shape = f.rated?.fingering.shape ?? [];
    const outcome = applyCommand(song, {
      kind: 'set-wishes',
      partId,
      wishes: { forbidden: [{ chord: f.chord, shape }] },
    });
    const ruled = outcome.ok ? outcome.value.document : song;
    const filled = fillShapes(ruled, SHARED_PLANNER);
    expect(sheetOf(planOf(filled), 'F').rated?.fingering.shape).not.toEqual(shape);
    expect(sheetOf(planOf(ruled), 'F').alternatives.find(({ isCurrent }) => isCurrent)?.isForbidden).toBe(true);
  });

  test('change into each other, hardest first, as often as the song does', () => {
    const { changes } = planOf(song);
    const costs = changes.map(({ change }) => change.cost);
    expect(costs).toEqual([...costs].sort((a, b) => b - a));
    expect(changes.reduce((sum, { count }) => sum + count, 0)).toBe(11);
  });
});

describe('shapes in words', () => {
  test('name finger, fret and string, what rings, what may, and what must not', () => {
    const c = fingeringOf('x32010', '-32-1-');
    expect(formatShapeWords(c, chord('C'), style(song))).toEqual([
      'Index: fret 1, string 2.',
      'Middle: fret 2, string 4.',
      'Ring: fret 3, string 5.',
      'Strings 1 and 3 ring open.',
      'String 6 may ring, but better not.',
    ]);
    const d = fingeringOf('xx0232', '---132');
    expect(formatShapeWords(d, chord('D'), style(song, 2)).slice(0, 1)).toEqual(['Index: fret 4, string 3.']);
    expect(formatShapeWords(d, chord('D'), style(song)).slice(-2)).toEqual([
      'String 5 may ring, but better not.',
      'String 6 is not struck.',
    ]);
    const letters = { ...style(song), stringNaming: 'standard letter' as const };
    expect(formatShapeWords(fingeringOf('133211', '134211'), chord('F'), letters)[0]).toBe(
      'Index lies across fret 1, the high E string to the low E string.',
    );
  });

  test('name the notes and the degrees under each string', () => {
    const { setup } = mainPartOf(song);
    const am = fingeringOf('x02210', '--231-');
    expect(listShapeNotes(am, setup, { tonic: 'C', mode: 'major' })).toEqual([null, 'A', 'E', 'A', 'C', 'E']);
    expect(listShapeDegrees(am, setup, chord('A', 'm'))).toEqual([null, '1', '5', '1', '♭3', '5']);
  });

  test('of an easier version say its fingers, what it leaves out or adds, and what waits', () => {
    const { easier } = sheetOf(planOf(song), 'F');
    const full = itemAt(easier, easier.length - 1);
    expect(easier.map((step) => formatEasierShape(step, full, formatChordSymbol))).toEqual([
      'Fmaj7 as xx3210: 3 fingers, no barre; adds E. The full F, 133211, waits.',
      'F as xx3211: 3 fingers, a small barre. The full F, 133211, waits.',
      'F as 133211: 4 fingers, full barre.',
    ]);
  });

  test('with a wrong name say what sounds, the better name, and the notes that disagree', () => {
    const { setup } = mainPartOf(song);
    const wrong = songFromChart('key: C\nC = x32013\nF = x02210\n\n| C | F |\n');
    const sheet = sheetOf(planOf(wrong), 'F');
    const notes = listShapeNotes({ shape: sheet.stored?.fingering.shape ?? [] }, setup, { tonic: 'C', mode: 'major' });
    expect(
      sheet.check &&
        formatNameCheck(
          { shape: sheet.stored?.fingering.shape ?? [] },
          { check: sheet.check, better: sheet.better, notes },
          formatChordSymbol,
        ),
    ).toBe('x02210 sounds A E C: Am. For F, F is missing; E does not belong.');
    expect(sheetOf(planOf(wrong), 'C').better).toBeNull();
  });
});

describe('what runs through shapes', () => {
  // The family of kept fingers (common practice, rule S11).
  const family = [
    { chord: chord('G'), fingering: fingeringOf('320033', '21--34') },
    { chord: chord('C', 'add9'), fingering: fingeringOf('x32033', '-21-34') },
    { chord: chord('E', 'm7'), fingering: fingeringOf('022033', '-12-34') },
    { chord: chord('A', 'm'), fingering: fingeringOf('x02210', '--231-') },
  ];
  const changes = [
    { from: 0, to: 1, count: 4 },
    { from: 1, to: 2, count: 2 },
    { from: 2, to: 3, count: 1 },
  ];

  test('is a family where fingers stay through three shapes, told once, with its changes', () => {
    const found = listHandFamilies(family, changes);
    expect(found.map(({ members, changes: count }) => [members, count])).toEqual([[[0, 1, 2], 6]]);
    expect(formatFamily(itemAt(found, 0), ['G', 'Cadd9', 'Em7', 'Am'], style(song))).toBe(
      'Ring and little finger stay (string 2, fret 3; string 1, fret 3) through G, Cadd9 and Em7: 6 changes.',
    );
    expect(listHandFamilies(family.slice(1), [])).toEqual([]);
  });

  test('is offered as one hand where the song holds it otherwise, with what the song then costs; once it is held, no more', () => {
    const line = '| G | Cadd9 | Em7 | Dsus4 |';
    const before = fillShapes(songFromChart(`key: G\n\n${line}\n${line}\n`), SHARED_PLANNER);
    const plan = planOf(before);
    const hand = plan.keptHand;
    const shapes = (hand?.members ?? []).map(({ chord: at, fingering }) => ({
      chord: itemAt(plan.sheets, at).chord,
      fingering,
    }));
    expect(hand === null ? '' : formatKeptHand(hand, ['G', 'Cadd9', 'Em7', 'Dsus4'])).toBe(
      'Ring and little finger could stay through G, Cadd9, Em7 and Dsus4 (320033, x32033, 022033, xx0233): 7 changes with two fingers down.',
    );
    const outcome = applyCommand(before, { kind: 'pin-shapes', partId: mainPartOf(before).id, shapes });
    const after = planOf(outcome.ok ? outcome.value.document : before);
    expect(after.total - plan.total).toBeCloseTo(hand?.songDelta ?? Number.NaN, 9);
    expect(after.keptHand).toBeNull();
    expect(after.families[0]?.members).toEqual([0, 1, 2, 3]);
    // A teacher's own pin is not asked for.
    const pinned = fillShapes(songFromChart(`key: G\nCadd9 = x32030\n\n${line}\n${line}\n`), SHARED_PLANNER);
    expect(planOf(pinned).keptHand?.members.map(({ chord: at }) => at) ?? []).not.toContain(1);
  });

  test('A is 2-1-3 beside D and E, where the index stays and slides, and 1-2-3 or a small barre elsewhere', () => {
    const fingersOfA = (line: string) => {
      const filled = fillShapes(songFromChart(`${line}\n${line}\n`), SHARED_PLANNER);
      return planOf(filled).sheets.flatMap(({ chord: { root, quality }, rated }) =>
        root === 'A' && quality === '' && rated !== null ? formatFingers(rated.fingering.fingers) : [],
      );
    };
    // Common practice.
    expect(fingersOfA('| D | A | E | A |')).toEqual(['--213-']);
    expect(fingersOfA('| E | A | E | A |')).toEqual(['--213-']);
    expect(fingersOfA('| G | D | A | A |')).toEqual(['--123-']);
  });

  const am = { chord: chord('A', 'm'), lowestMidi: 45 };
  const amG = { chord: chord('A', 'm', 'G'), lowestMidi: 43 };
  const amFs = { chord: chord('A', 'm', 'F#'), lowestMidi: 42 };

  test('is a bass that falls only where it really does', () => {
    const falling = [am, amG, amFs, { chord: chord('F', 'maj7'), lowestMidi: 41 }];
    const [line] = listBassLines(falling, [0, 1, 2, 3, 0, 1, 2, 3]);
    expect(line).toMatchObject({ kind: 'falls', midi: [45, 43, 42, 41], count: 2 });
    expect(line && formatBassLine(line, ['Am', 'Am/G', 'Am/F#', 'Fmaj7'], { tonic: 'A', mode: 'minor' })).toBe(
      'The bass falls A G F♯ F through Am, Am/G, Am/F# and Fmaj7, twice.',
    );
    const leaping = [am, amG, amFs, { chord: chord('F', 'maj7'), lowestMidi: 53 }];
    expect(listBassLines(leaping, [0, 1, 2, 3])[0]?.midi).toEqual([45, 43, 42]);
  });

  test('is a bass named behind the capo, whatever all strings are tuned down by', () => {
    const chart = 'C = x32010\nG/B = x20003\nAm = x02210\n\n| C | G/B | Am |\n';
    const midiIn = (header: string) =>
      planOf(songFromChart(`${header}\nchords: shapes\n${chart}`)).bassLines.map(({ midi }) => midi);
    expect(midiIn('tuning: standard')).toEqual([[48, 47, 45]]);
    expect(midiIn('tuning: half step down')).toEqual([[48, 47, 45]]);
  });

  test('is a bass that stays while chords change over it; plain roots side by side are no line', () => {
    const pedal = [
      { chord: chord('D'), lowestMidi: 50 },
      { chord: chord('G', '', 'D'), lowestMidi: 50 },
      { chord: chord('A', '', 'D'), lowestMidi: 50 },
    ];
    expect(listBassLines(pedal, [0, 1, 2, 0])[0]).toMatchObject({ kind: 'stays', count: 1 });
    const roots = [
      { chord: chord('C'), lowestMidi: 48 },
      { chord: chord('D', 'm'), lowestMidi: 50 },
      { chord: chord('E', 'm'), lowestMidi: 52 },
    ];
    expect(listBassLines(roots, [0, 1, 2])).toEqual([]);
  });
});
