import { describe, expect, test } from 'vitest';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { SHARED_PLANNER } from '../../../test-support/shared-planner.ts';
import { formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { formatKey } from '../../harmony/key.ts';
import { runSteps } from '../../kernel/steps.ts';
import { formatShape } from '../../shapes/shape.ts';
import type { SongDocument } from '../../song/document/document.ts';
import { changePart, mainPartOf } from '../../song/document/parts.ts';
import type { Wishes } from '../../song/document/wishes.ts';
import { formatLift } from '../../words/lift-words.ts';
import { formatPin } from '../../words/pin-words.ts';
import { formatReason } from '../../words/reason-words.ts';
import { fillShapes } from '../shapes/part-shapes.ts';
import { rankCapoPairs } from './capo-pairs.ts';
import { type CapoPlan, easiestFrets, NO_CAPO_PLAN, planCapoRows } from './capo-rows.ts';
import { listDifferences } from './row-differences.ts';

const wishing = (document: SongDocument, wishes: Partial<Wishes>): SongDocument =>
  changePart(document, mainPartOf(document).id, (part) => ({ ...part, wishes: { ...part.wishes, ...wishes } }));
const stepsOf = (document: SongDocument, known: ReadonlySet<string> | null = null): readonly CapoPlan[] => {
  const found: CapoPlan[] = [];
  const steps = planCapoRows(document, mainPartOf(document), { ...SHARED_PLANNER, known });
  let step = steps.next();
  while (step.done !== true) {
    if ('found' in step.value) {
      found.push(step.value.found);
    }
    step = steps.next();
  }
  return [...found, step.value];
};
const planOf = (document: SongDocument, known: ReadonlySet<string> | null = null): CapoPlan =>
  stepsOf(document, known).at(-1) ?? NO_CAPO_PLAN;
const songWithMany = (chords: readonly string[]) =>
  songFromChart(`key: C\n\nVerse:\n| ${chords.slice(0, 40).join(' | ')} |\n| ${chords.slice(40).join(' | ')} |\n`);
const CHORDS = 'key: Bb\nrange: C4-D5\ntempo: 92\n\nVerse:\n| Bb | F | Gm | Eb |\n| Bb | F | Eb | F |\n';
const song = songFromChart(CHORDS);

describe('the rungs as they come in', () => {
  test('stand on all ten frets from the first sketch on, and are worked out one by one', () => {
    const plans = stepsOf(song);
    expect(plans.every(({ rows }) => rows.map(({ capoFret }) => capoFret).join() === '0,1,2,3,4,5,6,7,8,9')).toBe(true);
    expect(plans[0]?.rows.every(({ isRough }) => isRough)).toBe(true);
    expect(plans.at(-1)?.rows.some(({ isRough }) => isRough)).toBe(false);
    const rough = plans.map(({ rows }) => rows.filter(({ isRough }) => isRough).length);
    expect(rough).toEqual([...rough].sort((a, b) => b - a));
  });

  test('are never dearer worked out than sketched', () => {
    const plans = stepsOf(song);
    plans.at(-1)?.rows.forEach(({ effort }, index) => {
      expect(effort.total).toBeLessThanOrEqual((plans[0]?.rows[index]?.effort.total ?? 0) + 1e-9);
    });
  });

  test('hold what the song is then given: taking a row stores its shapes', () => {
    const row = planOf(song).rows[3];
    const part = mainPartOf(song);
    const there = fillShapes(
      changePart(song, part.id, (each) => ({ ...each, setup: { ...each.setup, capoFret: 3 }, shapes: [] })),
      SHARED_PLANNER,
    );
    for (const { shapeChord, rated } of row?.chords ?? []) {
      const stored = mainPartOf(there).shapes.find(
        ({ chord }) => formatChordSymbol(chord) === formatChordSymbol(shapeChord),
      );
      expect(stored?.fingering).toEqual(rated?.fingering);
    }
  });
});

describe('a free key', () => {
  const low = { name: 'Ada', range: { lowMidi: 53, highMidi: 69 } };

  test('gives each rung the easiest key that the singer can sing', () => {
    const { rows, isUnsingable } = planOf(wishing(song, { isKeyFree: true, singer: low }));
    expect(isUnsingable).toBe(false);
    for (const { singer, soundingKey, keyShift } of rows) {
      expect(Math.min(singer?.below ?? -1, singer?.above ?? -1), formatKey(soundingKey)).toBeGreaterThanOrEqual(0);
      expect(keyShift).not.toBe(0);
    }
    expect(new Set(rows.map(({ soundingKey }) => formatKey(soundingKey))).size).toBeGreaterThan(1);
  });

  test('without a singer stays near the record, which costs', () => {
    const { rows } = planOf(wishing(song, { isKeyFree: true }));
    expect(rows.every(({ recordShift }) => Math.abs(recordShift) <= 3)).toBe(true);
    expect(rows.find(({ capoFret }) => capoFret === 0)?.soundingKey.tonic).not.toBe('Bb');
  });

  test('fixed, the singer is told which key and capo would bring the tune in, and at which words it is too high', () => {
    const cued = { ...song, facts: { ...song.facts, highNote: { cue: 'look up', comes: 'often' as const } } };
    const row = planOf(wishing(cued, { singer: low })).rows[3];
    const singer = row?.reasons.find(({ kind }) => kind === 'singer');
    expect(singer && formatReason(singer)).toMatch(
      /^In B♭ major the tune is \d semitones? too high for the singer at “look up”; [A-G]♭? major \((?:no capo|capo \d)\) brings it in\.$/,
    );
    expect(singer?.kind === 'singer' && singer.better?.key.tonic).toBe('F');
  });
});

describe('what is kept whatever else changes', () => {
  test('leaves out the rungs that cannot keep it, and says which pin is in the way', () => {
    const pin = { kind: 'open-string' as const, midi: 48 };
    const { rows, leftOut } = planOf(wishing(song, { pins: [pin] }));
    expect(rows.map(({ capoFret }) => capoFret)).toEqual([3, 8]);
    expect(leftOut.map(({ capoFret }) => capoFret)).toEqual([0, 1, 2, 4, 5, 6, 7, 9]);
    expect(leftOut.every(({ pins }) => pins[0] === pin)).toBe(true);
  });

  test('that excludes everything says what letting each go would leave', () => {
    const pins = [
      { kind: 'open-string' as const, midi: 48 },
      { kind: 'capo' as const, fret: 2 },
    ];
    const { rows, loosenings } = planOf(wishing(song, { pins }));
    expect(rows).toEqual([]);
    expect(loosenings).toEqual([
      { pin: pins[0], setups: 1 },
      { pin: pins[1], setups: 2 },
    ]);
    expect(pins.map((each) => formatPin(each, { tonic: 'Bb', mode: 'major' }))).toEqual([
      'an open string sounds C3',
      'capo 2 and no other',
    ]);
  });
});

describe('a class', () => {
  test('finds new only what it does not know, and the cost of learning it', () => {
    const { rows } = planOf(song, new Set(['G 320003', 'D xx0232', 'C x32010']));
    expect(rows[3]?.newChords.map(formatChordSymbol)).toEqual(['Em']);
    expect(rows[3]?.effort.learn).toBeGreaterThan(0);
  });
});

describe('setups side by side', () => {
  test('show what differs and nothing else', () => {
    const { rows } = planOf(song);
    const pair = [rows[3], rows[8]].flatMap((row) => row ?? []);
    const kinds = listDifferences(pair).map(({ kind }) => kind);
    expect(kinds).toContain('shape-key');
    expect(kinds).not.toContain('sounding-key');
    expect(kinds).not.toContain('record');
    expect(kinds.filter((kind) => kind === 'chord')).toHaveLength(4);
    const same = pair[0] === undefined ? [] : [pair[0], pair[0]];
    expect(listDifferences(same)).toEqual([]);
  });
});

describe('two capos in one room', () => {
  test('are far enough apart, in one key, and the easier for both the better', () => {
    const pairs = rankCapoPairs(planOf(song).rows);
    // One barre chord between them, which no pair of frets three apart does without.
    expect(pairs[0]).toMatchObject({ low: { capoFret: 1 }, high: { capoFret: 5 }, barreChords: 1 });
    expect(pairs.every(({ low, high }) => high.capoFret - low.capoFret >= 3)).toBe(true);
    const barres = pairs.map(({ barreChords }) => barreChords);
    expect(barres).toEqual([...barres].sort((a, b) => a - b));
    const harder = pairs.filter(({ barreChords }) => barreChords === 1).map((pair) => pair.harder);
    expect(harder).toEqual([...harder].sort((a, b) => a - b));
  });
});

describe('a key change inside a song', () => {
  const lifted = songFromChart(
    'key: G\ntempo: 60\ncapo: 0\n\nVerse:\n| G | C | D | N.C. |\n\nLast verse:\n| (key A) A | D | E | A |\n',
  );

  test('is planned three ways, at its bar', () => {
    const lift = planOf(lifted).rows[0]?.lifts[0];
    expect(lift).toMatchObject({
      bar: 5,
      section: 'Last verse',
      semitones: 2,
      movedCapo: { capoFret: 2, restSeconds: 4 },
    });
    expect(lift?.sameCapo.newShapes.map(formatChordSymbol)).toEqual(['A', 'E']);
    expect(lift && formatLift(lift, formatChordSymbol)).toEqual([
      'Bar 5, Last verse: G major becomes A major, 2 semitones up.',
      'With the same capo 2 new shapes: A, E; no barre among them.',
      'By moving to capo 2 at bar 5 the shapes stay. The hands are free for 4.0 s before it.',
      'Without the change everything goes on in G major: nothing new, no lift.',
    ]);
  });

  test('is not there in a song that stays in its key', () => {
    expect(planOf(song).rows[0]?.lifts).toEqual([]);
  });
});

test('a song of more chords than can be planned together says how many it has', () => {
  const roots = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'];
  const chords = ['', 'm', '7', 'm7', 'maj7', 'sus4'].flatMap((quality) => roots.map((root) => `${root}${quality}`));
  const many = { ...song, map: songWithMany(chords).map };
  expect(planOf(many)).toEqual({ ...NO_CAPO_PLAN, tooManyChords: 72 });
});

test('the easiest rung of the song is capo 3 with open shapes', () => {
  const { rows } = planOf(song);
  expect(easiestFrets(rows)).toContain(3);
  expect(rows[3]?.chords.map(({ rated }) => rated && formatShape(rated.fingering.shape))).toEqual([
    '320003',
    'xx0232',
    '022000',
    'x32010',
  ]);
  expect(runSteps(planCapoRows(song, mainPartOf(song), SHARED_PLANNER)).rows).toHaveLength(10);
});
