import { describe, expect, test } from 'vitest';
import { rankCapoPairs } from '../../core/arrange/capo/capo-pairs.ts';
import { type CapoPlan, type CapoRow, planCapoRows } from '../../core/arrange/capo/capo-rows.ts';
import type { SetupReason } from '../../core/arrange/setup/setup-reasons.ts';
import { planShapes } from '../../core/arrange/shapes/shape-plan.ts';
import { soundingMidi } from '../../core/fretboard/capo.ts';
import { formatChordSymbol, isSameChord } from '../../core/harmony/chord-symbol.ts';
import { itemAt } from '../../core/kernel/list.ts';
import { runSteps } from '../../core/kernel/steps.ts';
import { pitchClassOf } from '../../core/pitch/note-name.ts';
import { toPitchClass } from '../../core/pitch/pitch-class.ts';
import { formatShape } from '../../core/shapes/shape.ts';
import { soundingKeyOf } from '../../core/song/chart/song-keys.ts';
import type { Part, SongDocument } from '../../core/song/document/document.ts';
import { changePart, mainPartOf } from '../../core/song/document/parts.ts';
import { listPlayedBars } from '../../core/song/played/played-bars.ts';
import { DEMO_SONGS } from '../../test-support/demo-songs.ts';
import { SHARED_PLANNER } from '../../test-support/shared-planner.ts';

type Of<K extends SetupReason['kind']> = Extract<SetupReason, { kind: K }>;
type Case = { readonly song: SongDocument; readonly part: Part; readonly plan: CapoPlan; readonly row: CapoRow };

/** The fret of a string in a row's shape of a sounding chord; undefined where the chord has no shape. */
const fretsOf = (row: CapoRow, sounding: CapoRow['chords'][number]['sounding']) =>
  row.chords.find((chord) => isSameChord(chord.sounding, sounding))?.rated?.fingering.shape;
const rowAt = (plan: CapoPlan, fret: number) => plan.rows.find(({ capoFret }) => capoFret === fret);

/** Each kind of sentence held against the rows, the song, and plain arithmetic; nothing is taken from where it was made. */
const CHECKS: { readonly [K in SetupReason['kind']]: (reason: Of<K>, at: Case) => void } = {
  'capo-choice': (reason, { song, row }) => {
    const barres = row.chords.filter(({ rated }) => {
      const { shape = [], fingers = [] } = rated?.fingering ?? {};
      return ([1, 2, 3, 4] as const).some((finger) => {
        const strings = fingers.flatMap((each, string) => (each === finger ? [string] : []));
        return strings.length > 1 && itemAt(strings, strings.length - 1) - itemAt(strings, 0) >= 3 && shape.length > 0;
      });
    });
    expect(reason.barreChords).toBe(barres.length);
    expect(reason.soundingKey).toEqual(soundingKeyOf(song).key);
    expect(reason.isAsOnRecord).toBe(song.facts.recordSeconds !== null);
    const lifted = toPitchClass(pitchClassOf(reason.shapeKey.tonic) + row.capoFret);
    expect(lifted).toBe(pitchClassOf(reason.soundingKey.tonic));
  },
  'without-capo': (reason, { song, row }) => {
    expect(reason.semitones).toBe(row.capoFret);
    const lower = toPitchClass(pitchClassOf(soundingKeyOf(song).key.tonic) - reason.semitones);
    expect(lower).toBe(pitchClassOf(reason.key.tonic));
  },
  'lost-string': (reason, { plan, part, row }) => {
    const kept = rowAt(plan, reason.keptByCapoFret);
    const string = part.setup.tuning.openMidi.length - reason.stringNumber;
    expect(kept && fretsOf(kept, reason.chord)?.[string]).toBe(0);
    const { tuning } = part.setup;
    const note = soundingMidi({ tuning, capoFret: reason.keptByCapoFret }, string, 0);
    const stopped = fretsOf(row, reason.chord)?.flatMap((fret, index) =>
      fret !== null && soundingMidi({ tuning, capoFret: row.capoFret }, index, fret) === note ? [fret] : [],
    );
    expect(stopped).toContain(reason.fret);
    expect(reason.fret).toBeGreaterThan(0);
    expect(reason.addedBarreChords).toBe((kept?.barreChords.length ?? 0) - row.barreChords.length);
  },
  'lost-ornaments': (reason, { part, row }) => {
    // Every note of an ornament that is not lost lies on some string behind the capo.
    const open = part.setup.tuning.openMidi.map((midi) => midi + row.capoFret);
    const highest = part.instrument.highestNeckFret - row.capoFret;
    const isOnNeck = (midi: number): boolean => open.some((each) => midi >= each && midi - each <= highest);
    const off = part.ornaments.filter(({ notes, openMidi }) =>
      notes.some(({ stringNumber, fret }) => !isOnNeck((openMidi[openMidi.length - stringNumber] ?? 0) + fret)),
    );
    const different = new Set(off.map(({ notes }) => JSON.stringify(notes)));
    expect(reason.lost.filter((kind) => kind === 'riff' || kind === 'bass-walk')).toHaveLength(
      different.size - off.filter(({ kind }) => kind !== 'riff' && kind !== 'bass-walk').length,
    );
    expect(reason.lost.length + reason.stopped.length).toBeGreaterThan(0);
  },
  crowded: (reason, { part, row }) => {
    const { scaleLengthMm } = part.instrument;
    const wire = (fret: number): number => scaleLengthMm * (1 - 2 ** (-fret / 12));
    expect(reason.spaceMm).toBeCloseTo(wire(reason.neckFret) - wire(reason.neckFret - 1), 6);
    const shape = row.chords.find(({ shapeChord }) => isSameChord(shapeChord, reason.chord))?.rated?.fingering;
    const fingers = shape?.fingers.filter((_, string) => shape.shape[string] === reason.neckFret - row.capoFret) ?? [];
    expect(new Set(fingers).size).toBeGreaterThan(1);
    expect(reason.practiceCapoFret).toBeLessThan(row.capoFret);
  },
  singer: (reason, { song }) => {
    const tune = song.facts.melodyRange;
    const octave = reason.fit.octaveSemitones;
    expect(reason.fit.below).toBe((tune?.lowMidi ?? 0) + octave - reason.singer.lowMidi);
    expect(reason.fit.above).toBe(reason.singer.highMidi - (tune?.highMidi ?? 0) - octave);
  },
  'no-key-sings': (reason) => expect(reason.melodySemitones).toBeGreaterThan(reason.singerSemitones),
  'quick-change': (reason, { song, row }) => {
    const held = (name: Of<'quick-change'>['from']) =>
      row.chords.find(({ shapeChord }) => isSameChord(shapeChord, name))?.rated?.fingering;
    const [from, to] = [held(reason.from), held(reason.to)];
    for (const finger of reason.staying) {
      const pathsIn = (fingering: typeof from) =>
        fingering?.fingers.flatMap((each, string) => (each === finger ? [`${string}/${fingering.shape[string]}`] : []));
      expect(pathsIn(from)).toEqual(pathsIn(to));
    }
    const bars = listPlayedBars(song);
    const sounding = row.chords.find(({ shapeChord }) => isSameChord(shapeChord, reason.to))?.sounding;
    const bar = bars.find(({ number }) => number === reason.bar);
    expect(
      bar?.slots.some(({ chord }) => chord !== null && sounding !== undefined && isSameChord(chord, sounding)),
    ).toBe(true);
    expect(reason.neededMs).toBeGreaterThan(reason.gapMs);
    expect(reason.drillBpm).toBeLessThan(song.facts.tempo?.tempoBpm ?? 0);
  },
  'bass-leaps': (reason, { part, row }) => {
    const lowest = (name: Of<'bass-leaps'>['from']) => {
      const shape = row.chords.find(({ shapeChord }) => isSameChord(shapeChord, name))?.rated?.fingering.shape ?? [];
      return Math.min(
        ...shape.flatMap((fret, string) => (fret === null ? [] : [soundingMidi(part.setup, string, fret)])),
      );
    };
    expect(lowest(reason.to)).toBeGreaterThanOrEqual(lowest(reason.from));
  },
  retuning: (reason, { part }) => {
    const { openMidi } = part.setup.tuning;
    expect(openMidi[openMidi.length - reason.stringNumber]).toBe(reason.toMidi);
    const other = reason.match === null ? null : openMidi[openMidi.length - reason.match.stringNumber];
    expect(other === null || Math.abs((other ?? 0) - reason.toMidi) === 12 * (reason.match?.octaves ?? -1)).toBe(true);
  },
  'play-along': (_, { row }) => expect(row.recordShift).not.toBe(0),
  'retuning-gain': () => expect.unreachable('the rows keep the tuning of the part'),
  'same-hand': () => expect.unreachable('each row is one capo fret'),
  'bare-list': () => expect.unreachable('the demo songs are mapped'),
};

const check = <K extends SetupReason['kind']>(reason: Of<K>, at: Case): void => {
  const facts: (reason: Of<K>, at: Case) => void = CHECKS[reason.kind];
  facts(reason, at);
};

describe.each(DEMO_SONGS.map((song) => [song.facts.title, song] as const))('every sentence about %s', (_, plain) => {
  const id = mainPartOf(plain).id;
  const sung = changePart(plain, id, (part) => ({
    ...part,
    wishes: { ...part.wishes, singer: { name: 'Ada', range: { lowMidi: 57, highMidi: 74 } } },
  }));
  const part = mainPartOf(sung);
  const plan = runSteps(planCapoRows(sung, part, SHARED_PLANNER));

  test('is true, on every rung', () => {
    expect(plan.rows).toHaveLength(10);
    for (const row of plan.rows) {
      expect(row.reasons[0]?.kind).toBe('capo-choice');
      for (const reason of row.reasons) {
        check(reason as never, { song: sung, part, plan, row });
      }
    }
  });

  test('tells how to play in two positions at once: both rungs sound alike', () => {
    const [pair] = rankCapoPairs(plan.rows);
    const soundsAt = (fret: number | undefined) =>
      rowAt(plan, fret ?? -1)?.chords.map(({ sounding }) => formatChordSymbol(sounding));
    expect(soundsAt(pair?.low.capoFret)).toEqual(soundsAt(pair?.high.capoFret));
  });

  test('fits its shapes: each sounds its own name, and its families keep the fingers they name', () => {
    const { sheets, families } = runSteps(planShapes(plain, mainPartOf(plain), SHARED_PLANNER));
    for (const { check: name, chord } of sheets) {
      expect(name?.fit, formatChordSymbol(chord)).not.toBe('wrong');
    }
    for (const { members, kept } of families) {
      for (const member of members) {
        const { shape, fingers } = sheets[member]?.rated?.fingering ?? { shape: [], fingers: [] };
        for (const { stringIndex, fret, finger } of kept) {
          expect([shape[stringIndex], fingers[stringIndex]], formatShape(shape)).toEqual([fret, finger]);
        }
      }
    }
  });
});

test('Tin Roof Almanac sounds in two easy positions: G shapes at 3 with D shapes at 8 (rule K13)', () => {
  const song = itemAt(DEMO_SONGS, 0);
  const { rows } = runSteps(planCapoRows(song, mainPartOf(song), SHARED_PLANNER));
  expect(rankCapoPairs(rows)[0]).toMatchObject({ low: { capoFret: 3 }, high: { capoFret: 8 } });
});

test('the shapes of the demo songs that run together: kept fingers, falling basses', () => {
  const [almanac, ferry] = DEMO_SONGS.map((song) => runSteps(planShapes(song, mainPartOf(song), SHARED_PLANNER)));
  const namesOf = (plan: typeof almanac, members: readonly number[]) =>
    members.map((member) => formatChordSymbol(itemAt(plan?.sheets ?? [], member).chord)).join(' ');
  expect(
    almanac?.families.map(({ members, kept }) => [namesOf(almanac, members), kept.map(({ finger }) => finger)]),
  ).toContainEqual(['G Em7 Cadd9 G/B', [3, 4]]);
  expect(almanac?.bassLines.map(({ kind, members }) => [kind, namesOf(almanac, members)])).toEqual([
    ['falls', 'Cadd9 G/B Am7 G'],
  ]);
  expect(ferry?.bassLines.map(({ members, count }) => [namesOf(ferry, members), count])).toContainEqual([
    'Am Am/G Am/F# Fmaj7',
    9,
  ]);
});
