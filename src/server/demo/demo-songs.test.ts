import { describe, expect, test } from 'vitest';
import { easiestFrets, planCapoRows } from '../../core/arrange/capo/capo-rows.ts';
import { listSeamRuns } from '../../core/arrange/form/chord-runs.ts';
import { planFormCut } from '../../core/arrange/form/form-cut.ts';
import { listPasses } from '../../core/arrange/form/form-summary.ts';
import { listOddBars } from '../../core/arrange/form/odd-bars.ts';
import { checkRecord } from '../../core/arrange/form/record-check.ts';
import { listGapPlaces } from '../../core/arrange/form/record-gap.ts';
import { createPlanMemory } from '../../core/arrange/problem/candidates.ts';
import type { SetupQuestion } from '../../core/arrange/problem/setup-question.ts';
import { toSongProblem } from '../../core/arrange/problem/song-problem.ts';
import { recogniseMap } from '../../core/arrange/recogniser/map-proposals.ts';
import { recognise } from '../../core/arrange/recogniser/recogniser.ts';
import { planSetups, type SetupPlan } from '../../core/arrange/setup/setup-plan.ts';
import { questionOf } from '../../core/arrange/shapes/part-shapes.ts';
import { formatChart } from '../../core/formats/text-chart/format-chart.ts';
import { STANDARD_TUNING, TUNINGS } from '../../core/fretboard/tuning.ts';
import { formatChordSymbol } from '../../core/harmony/chord-symbol.ts';
import { formatKey } from '../../core/harmony/key.ts';
import { itemAt, sumOf } from '../../core/kernel/list.ts';
import { runSteps } from '../../core/kernel/steps.ts';
import { parseRange } from '../../core/pitch/midi.ts';
import { formatMinutes } from '../../core/rhythm/clock.ts';
import { QUARTER_TICKS } from '../../core/rhythm/metre.ts';
import { ticksToSeconds } from '../../core/rhythm/tempo.ts';
import { describeChange } from '../../core/shapes/change.ts';
import { AVERAGE_HAND } from '../../core/shapes/hand.ts';
import { formatShape } from '../../core/shapes/shape.ts';
import { listSoundingMidi } from '../../core/shapes/sounding.ts';
import { findHand } from '../../core/song/attachments/right-hand.ts';
import { chartOf } from '../../core/song/chart/chart-of.ts';
import { applyCommand } from '../../core/song/commands.ts';
import type { SongDocument } from '../../core/song/document/document.ts';
import { changePart, mainPartOf } from '../../core/song/document/parts.ts';
import { listPlayedBars, totalsOf } from '../../core/song/played/played-bars.ts';
import { listSongChords } from '../../core/song/played/song-chords.ts';
import { toTimeline } from '../../core/song/played/timeline.ts';
import { formatGapPlace, formatOddBar } from '../../core/words/bar-words.ts';
import { formatFinding } from '../../core/words/finding-words.ts';
import { DEMO_SONGS } from '../../test-support/demo-songs.ts';
import { SHARED_PLANNER } from '../../test-support/shared-planner.ts';
import { CLOCKMENDERS_FERRY } from './clockmenders-ferry.data.ts';
import { LAST_TRAM } from './last-tram.data.ts';
import { LIGHTHOUSE_COOK } from './lighthouse-cook.data.ts';
import { QUARRY_DOG } from './quarry-dog.data.ts';
import { TIN_ROOF_ALMANAC } from './tin-roof-almanac.data.ts';

const song = itemAt(DEMO_SONGS, 0);
const played = listPlayedBars(song);

/** Bars, beats and length of a demo song, and its sounding chords in order of first use. */
const factsOf = (document: SongDocument) => {
  const bars = listPlayedBars(document);
  const totals = totalsOf(bars);
  const chords = listSongChords(document, bars).map(({ chord }) => formatChordSymbol(chord));
  return [totals.bars, totals.beats, formatMinutes(totals.seconds ?? 0), chords.join(' ')];
};
/** The sounding pitch of the lowest string of each shape behind the capo. */
const bassesOf = (document: SongDocument, names: readonly string[]) => {
  const part = mainPartOf(document);
  return names.map((name) => {
    const stored = part.shapes.find(({ chord }) => formatChordSymbol(chord) === name);
    return Math.min(...listSoundingMidi(stored?.fingering.shape ?? [], part.setup)) - part.setup.capoFret;
  });
};

// The song and its arithmetic are our own invention, worked out by hand.
describe('Tin Roof Almanac', () => {
  test('has 77 bars, 306 beats, and lasts 3:20', () => {
    const { bars, beats, seconds } = totalsOf(played);
    expect([bars, beats, formatMinutes(seconds ?? 0)]).toEqual([77, 306, '3:20']);
  });

  test('is 2 bars short of its record, or was played at 89.6', () => {
    expect(checkRecord(song, totalsOf(played))).toMatchObject({ bars: 2, tempoBpm: 89.6, recordSeconds: 205 });
  });

  test('runs through its form in passes of 4, 16, 8, 16, 8, 9, 12 and 4 bars', () => {
    expect(listPasses(song, played).map(({ bars }) => bars)).toEqual([4, 16, 8, 16, 8, 9, 12, 4]);
    expect(listPasses(song, played).map(({ label }) => label)).toEqual([
      'Intro',
      'Verse 1',
      'Chorus 1',
      'Verse 2',
      'Chorus 2',
      'Bridge',
      'Chorus 3',
      'Outro',
    ]);
    expect(listPasses(song, played)[6]?.remarks).toEqual(['line 2 again']);
  });

  test('has its one 2/4 bar at bar 61', () => {
    expect(played.filter(({ metre }) => metre.beats === 2).map(({ number }) => number)).toEqual([61]);
  });

  test('sounds Bb F Gm7 Ebadd9 Bb/D Cm7', () => {
    expect(listSongChords(song, played).map(({ chord }) => formatChordSymbol(chord))).toEqual([
      'Bb',
      'F',
      'Gm7',
      'Ebadd9',
      'Bb/D',
      'Cm7',
    ]);
  });

  test('is easiest at capo 3 with its own shapes and no barre; capo 1 holds A E F#m7 Dadd9 A/C# Bm7', () => {
    const { rows } = runSteps(planCapoRows(song, mainPartOf(song), SHARED_PLANNER));
    const shapesAt = (fret: number) => rows[fret]?.chords.map(({ shapeChord }) => formatChordSymbol(shapeChord));
    expect(easiestFrets(rows)).toEqual([3]);
    expect(rows[3]?.barreChords).toEqual([]);
    expect(rows[3]?.chords.map(({ rated }) => rated && formatShape(rated.fingering.shape))).toEqual([
      '320033',
      'xx0232',
      '022033',
      'x32033',
      'x20033',
      'x02010',
    ]);
    expect(shapesAt(1)).toEqual(['A', 'E', 'F#m7', 'Dadd9', 'A/C#', 'Bm7']);
  });

  test('is shown as the chart it was typed in', () => {
    expect(formatChart(chartOf(song))).toBe(TIN_ROOF_ALMANAC);
  });
});

describe('The Clockmender’s Ferry', () => {
  const ferry = itemAt(DEMO_SONGS, 1);

  test('has 101 bars, 303 beats, lasts 2:48, and sounds in B minor', () => {
    expect(factsOf(ferry)).toEqual([101, 303, '2:48', 'Bm Bm/A Bm/G# Gmaj7 F#7 D A Em G']);
  });

  test('its bass falls A G F# F, one note lower each time', () => {
    expect(bassesOf(ferry, ['Am', 'Am/G', 'Am/F#', 'Fmaj7'])).toEqual([45, 43, 42, 41]);
  });

  test('holds F in 6 bars and B minor for 3 bars over the seams', () => {
    const bars = listPlayedBars(ferry);
    const f = listSongChords(ferry, bars).find(({ chord }) => formatChordSymbol(chord) === 'G');
    expect(f?.bars).toBe(6);
    const tonics = bars.map(({ slots }) => slots[0]?.chord?.root === 'B' && slots[0].chord.bass === null);
    for (const seam of [23, 55, 63, 95]) {
      expect(tonics.slice(seam - 1, seam + 2), `bars ${seam} to ${seam + 2}`).toEqual([true, true, true]);
    }
  });

  test('is shown as the chart it was typed in', () => {
    expect(formatChart(chartOf(ferry))).toBe(CLOCKMENDERS_FERRY);
  });
});

describe('Quarry Dog', () => {
  const dog = itemAt(DEMO_SONGS, 3);

  test('is one walk-through of 70 bars, 280 beats and 2:30 in drop D', () => {
    expect(factsOf(dog)).toEqual([70, 280, '2:30', 'E5 E A D F#m B C#m7']);
    expect(dog.map.sections).toHaveLength(1);
    expect(mainPartOf(dog).setup).toMatchObject({ capoFret: 2, tuning: { name: 'drop D' } });
  });

  test('holds its own shapes, the low D under D and not under A', () => {
    expect(bassesOf(dog, ['D', 'D5', 'G', 'A', 'C'])).toEqual([38, 38, 43, 45, 48]);
  });

  test('is shown as the chart it was typed in', () => {
    expect(formatChart(chartOf(dog))).toBe(QUARRY_DOG);
  });
});

/** The plan of a demo song, in standard tuning unless asked otherwise; its own shapes are pinned as in the song. */
const planOf = (document: SongDocument, asked: Partial<SetupQuestion> = {}) => {
  const question = {
    ...questionOf(mainPartOf(document), { hand: AVERAGE_HAND, known: null }),
    tunings: [STANDARD_TUNING],
    ...asked,
  };
  const problem = toSongProblem(document);
  return { problem, question, plan: runSteps(planSetups(problem, question, createPlanMemory())) };
};
const withoutOrnaments = (document: SongDocument): SongDocument =>
  changePart(document, mainPartOf(document).id, (part) => ({ ...part, ornaments: [] }));
const setupsOf = (plan: SetupPlan) => plan.setups.map(({ solution }) => solution.place.setup.capoFret);
const shapesOf = (plan: SetupPlan, capoFret: number) =>
  plan.setups
    .find(({ solution }) => solution.place.setup.capoFret === capoFret)
    ?.solution.chords.map(({ shapeChord }) => formatChordSymbol(shapeChord))
    .join(' ');
/** What each finger does between two stored shapes of a song. */
const actionsIn = (document: SongDocument, from: string, to: string) => {
  const held = (name: string) =>
    itemAt(
      mainPartOf(document).shapes.filter(({ chord }) => formatChordSymbol(chord) === name),
      0,
    ).fingering;
  return Object.fromEntries(describeChange(held(from), held(to)).steps.map(({ finger, action }) => [finger, action]));
};
const range = (low: string, high: string) => {
  const read = parseRange(`${low}-${high}`);
  return read.ok ? read.value : null;
};
const KEY_SHIFTS = [-6, -5, -4, -3, -2, -1, 0, 1, 2, 3, 4, 5];

describe('Tin Roof Almanac in the hands', () => {
  test('keeps its family of fingers: the ring never leaves in the verse, ring and little stay to G/B', () => {
    for (const [from, to] of [
      ['G', 'D'],
      ['D', 'Em7'],
      ['Em7', 'Cadd9'],
      ['Cadd9', 'G'],
    ] as const) {
      expect(actionsIn(song, from, to)[3], `${from} to ${to}`).toBe('anchor');
    }
    expect(actionsIn(song, 'Cadd9', 'G/B')).toMatchObject({ 3: 'anchor', 4: 'anchor' });
  });

  test('suits a singer from A3 to E5 as it is: 3 semitones spare below, 2 above', () => {
    const { plan } = planOf(song, { singer: range('A3', 'E5') });
    expect(plan.setups[0]?.singer).toMatchObject({ octaveSemitones: 0, below: 3, above: 2 });
  });
});

describe('The Clockmender’s Ferry in the hands', () => {
  const ferry = itemAt(DEMO_SONGS, 1);
  const free = {
    ...ferry,
    arrangements: ferry.arrangements.map((each) => ({
      ...each,
      parts: each.parts.map((part) => ({ ...part, shapes: [] })),
    })),
  };

  test('without its own shapes is easiest at capo 2, and the bass falls all the way', () => {
    const { plan } = planOf(free);
    expect(setupsOf(plan)[0]).toBe(2);
    const lowest = (name: string) =>
      plan.setups[0]?.solution.chords.find(({ shapeChord }) => formatChordSymbol(shapeChord) === name)?.candidate
        ?.lowestMidi ?? 0;
    const bass = ['Am', 'Am/G', 'Am/F#', 'Fmaj7'].map(lowest);
    expect(bass).toEqual([...bass].sort((a, b) => b - a));
    expect(new Set(bass).size).toBe(4);
  });

  test('has its rival at capo 7 without an F, cramped there', () => {
    const { plan } = planOf(free);
    expect(setupsOf(plan).slice(0, 3)).toContain(7);
    expect(shapesOf(plan, 7)).toBe('Em Em/D Em/C# Cmaj7 B7 G D Am C');
    const rival = plan.setups.find(({ solution }) => solution.place.setup.capoFret === 7);
    expect(rival?.crowding?.neckFret).toBeGreaterThanOrEqual(8);
    expect(rival?.crowding?.practiceCapoFret).toBeLessThan(7);
  });

  test('for a singer from G3 to A4 the capo comes off: A3 to A4, 2 below and 0 above', () => {
    const { plan } = planOf(free, { singer: range('G3', 'A4'), keyShifts: KEY_SHIFTS });
    expect(plan.setups[0]?.solution.place.setup.capoFret).toBe(0);
    expect(formatKey(itemAt(plan.setups, 0).solution.place.shapeKey)).toBe('Am');
    expect(plan.setups[0]?.singer).toMatchObject({ below: 2, above: 0, sung: range('A3', 'A4') });
  });
});

describe('A Letter to the Lighthouse Cook', () => {
  const cook = itemAt(DEMO_SONGS, 2);

  test('has 100 bars, 200 dotted beats, lasts 3:34, and spells F#7 and the borrowed Gm', () => {
    const bars = listPlayedBars(cook);
    const totals = totalsOf(bars);
    expect([totals.bars, totals.beats / 3, formatMinutes(totals.seconds ?? 0)]).toEqual([100, 200, '3:34']);
    expect(
      listSongChords(cook, bars)
        .map(({ chord }) => formatChordSymbol(chord))
        .join(' '),
    ).toBe('D F#m G A Bm Bm/A A/C# Em7 F#7 Gm');
  });

  test('comes to F 21 times and to Fm 9 times', () => {
    const entries = Object.fromEntries(
      listSongChords(cook).map(({ chord, entries: times }) => [formatChordSymbol(chord), times]),
    );
    expect([entries['G'], entries['Gm']]).toEqual([21, 9]);
  });

  test('stays easiest at capo 2; its rival at capo 7 has two barres', () => {
    const { plan } = planOf(cook);
    expect(setupsOf(plan)[0]).toBe(2);
    expect(shapesOf(plan, 7)).toBe('G Bm C D Em Em/D D/F# Am7 B7 Cm');
    const rival = plan.setups.find(({ solution }) => solution.place.setup.capoFret === 7);
    expect(rival?.crowding).not.toBeNull();
  });

  test('is sung by a voice from B2 to E4 in E alone, an octave lower, with nothing to spare, in the same shapes', () => {
    const { plan } = planOf(cook, { singer: range('B2', 'E4'), keyShifts: KEY_SHIFTS });
    expect(new Set(plan.setups.map(({ solution }) => formatKey(solution.place.soundingKey)))).toEqual(new Set(['E']));
    expect(plan.setups[0]?.singer).toMatchObject({ octaveSemitones: -12, below: 0, above: 0 });
    expect(plan.setups[0]?.solution.place.setup.capoFret).toBe(4);
    expect(plan.setups[0]?.recordCapoFret).toBe(2);
  });

  test('keeps index and middle from C to Am, the middle from Em to E7, and lifts only the middle from small F to Fm', () => {
    expect(actionsIn(cook, 'C', 'Am')).toMatchObject({ 1: 'anchor', 2: 'anchor' });
    expect(actionsIn(cook, 'Em', 'E7')).toMatchObject({ 2: 'anchor' });
  });

  test('is shown as the chart it was typed in', () => {
    expect(formatChart(chartOf(cook))).toBe(LIGHTHOUSE_COOK);
  });
});

describe('Quarry Dog in the hands', () => {
  const tunings = TUNINGS.filter(({ name }) => name === 'drop D' || name === 'standard');
  const dog = itemAt(DEMO_SONGS, 3);

  test('in standard tuning at its capo loses the low D', () => {
    const { plan } = planOf(dog, { tunings });
    const standard = plan.setups.find(
      ({ solution: { place } }) => place.setup.tuning.name === 'standard' && place.setup.capoFret === 2,
    );
    expect(standard?.solution.chords.every(({ candidate }) => (candidate?.lowestMidi ?? 0) > 38)).toBe(true);
  });

  test('with the low note of its riff pinned, is as easy in drop D at capo 2 as in any setup', () => {
    const { plan } = planOf(dog, { tunings, pins: [{ kind: 'open-string', midi: 40 }] });
    const places = plan.setups.map(
      ({ solution }) => `${solution.place.setup.tuning.name} ${solution.place.setup.capoFret}`,
    );
    const own = places.indexOf('drop D 2');
    expect(places).not.toContain('standard 2');
    expect(own === 0 || plan.setups[own]?.tieWith.includes(0)).toBe(true);
  });
});

describe('Last Tram, Wrong Shoes', () => {
  const tram = itemAt(DEMO_SONGS, 4);

  test('has 88 bars, 348 beats, lasts 2:17, and is 4 bars short of its record', () => {
    expect(factsOf(tram)).toEqual([88, 348, '2:17', 'A D E F#m Bm7']);
    expect(checkRecord(tram, totalsOf(listPlayedBars(tram)))).toMatchObject({ bars: 4, recordSeconds: 144 });
  });

  test('has its 2/4 bars at 13 and 54 only, and enters F#m 11 times in 15 bars', () => {
    const bars = listPlayedBars(tram);
    expect(bars.filter(({ metre }) => metre.beats === 2).map(({ number }) => number)).toEqual([13, 54]);
    const minor = listSongChords(tram, bars).find(({ chord }) => formatChordSymbol(chord) === 'F#m');
    expect([minor?.entries, minor?.bars]).toEqual([11, 15]);
  });

  test('is all open at capo 2, but to keep the drone A on an open string the capo stays off', () => {
    const bare = withoutOrnaments(tram);
    expect(setupsOf(planOf(bare).plan)[0]).toBe(2);
    expect(shapesOf(planOf(bare).plan, 2)).toBe('G C D Em Am7');
    const pinned = planOf(bare, { pins: [{ kind: 'open-string', midi: 45 }] });
    expect(setupsOf(pinned.plan)[0]).toBe(0);
    expect(pinned.plan.refused).toEqual([{ pin: { kind: 'open-string', midi: 45 }, setups: 8 }]);
  });

  // Rule K5: its riff needs the drone, so its riff decides without any pin.
  test('stays without a capo for the sake of its riff, whose open A and E capo 2 would lose or stop', () => {
    const { plan } = planOf(tram);
    expect(setupsOf(plan)[0]).toBe(0);
    const losses = plan.setups.find(({ solution }) => solution.place.setup.capoFret === 2)?.ornaments;
    expect([losses?.lost.length, losses?.stopped.length]).toEqual([1, 2]);
  });

  test('is shown as the chart it was typed in', () => {
    expect(formatChart(chartOf(tram))).toBe(LAST_TRAM);
  });
});

describe('the demo songs in time', () => {
  const seamsOf = (index: number) =>
    listSeamRuns(listPlayedBars(itemAt(DEMO_SONGS, index)))
      .filter(({ bars }) => bars >= 3)
      .map(({ chord, firstBar, bars }) => `${formatChordSymbol(chord)} ${firstBar} ${bars}`);

  test('hold their chords across the seams: Am (B minor) 3 bars from 23, 55, 63, 95; D (E) 3 bars from 8 and 22', () => {
    expect(seamsOf(1)).toEqual(expect.arrayContaining(['Bm 23 3', 'Bm 55 3', 'Bm 63 3', 'Bm 95 3']));
    expect(seamsOf(1)).toHaveLength(4);
    expect(seamsOf(3)).toEqual(expect.arrayContaining(['E 8 3', 'E 22 3']));
  });

  test('name their odd bars with the words before them', () => {
    const oddOf = (index: number) => {
      const document = itemAt(DEMO_SONGS, index);
      return listOddBars(document, listPlayedBars(document)).map(formatOddBar);
    };
    expect(oddOf(0)).toEqual([
      'Bar 61, after “nobody in but the almanac”, has 2 beats; its neighbours have 4. It is the only one. Count 1 2.',
    ]);
    expect(oddOf(4)).toEqual([
      'Bar 13, after “one brown and one blue”, has 2 beats; its neighbours have 4. Count 1 2.',
      'Bar 54, after “seat with no view”, has 2 beats; its neighbours have 4. Count 1 2.',
    ]);
    expect([oddOf(1), oddOf(2), oddOf(3)]).toEqual([[], [], []]);
  });

  test('begin each bar where the last one ends, and end with the song', () => {
    for (const document of DEMO_SONGS) {
      const bars = listPlayedBars(document);
      const timeline = toTimeline(bars);
      const total = totalsOf(bars);
      const last = itemAt(bars, bars.length - 1);
      const lastStart = itemAt(timeline.bars, bars.length - 1);
      const lastSeconds = last.tempo === null ? 0 : ticksToSeconds(last.lengthTicks, last.tempo);
      expect((lastStart.startSeconds ?? 0) + lastSeconds).toBeCloseTo(total.seconds ?? 0, 6);
      expect(sumOf(timeline.events, ({ lengthTicks }) => lengthTicks)).toBe(last.startTick + last.lengthTicks);
    }
  });

  // 92 beats a minute: bar 32 of Tin Roof Almanac is bar 4 of its first chorus's second line; its Am7 before it comes pushed an eighth.
  test('push and stop their chords: Am7 of the first chorus half a beat before bar 27, D cut on beat 3 of bar 28', () => {
    const { events } = toTimeline(played);
    const beat = 60 / 92;
    const pushed = events.filter(({ pushTicks }) => pushTicks > 0)[0];
    expect(pushed?.startSeconds).toBeCloseTo((26 * 4 - 0.5) * beat, 6);
    const cut = events.find(({ stopTick }) => stopTick !== null);
    expect(cut?.stopTick).toBe((27 * 4 + 2) * QUARTER_TICKS);
  });

  test('Last Tram is 4 bars short: its verses and middles differ in length, its outro has a line of four', () => {
    const tram = itemAt(DEMO_SONGS, 4);
    expect(listGapPlaces(tram, 4).map(formatGapPlace)).toEqual([
      'Chorus 1 has 8 bars, another time 12.',
      'Chorus 2 has 8 bars, another time 12.',
      'Chorus 3 has 8 bars, another time 12.',
    ]);
    expect(listGapPlaces(song, 2).map(formatGapPlace)).toEqual([]);
  });

  test('a lesson without the second verse and chorus of Tin Roof Almanac: 53 bars, 2:17, and the seam is one it has elsewhere', () => {
    const ids = song.map.form.slice(3, 5).map(({ id }) => id);
    const cut = planFormCut(song, ids);
    expect([cut.after.bars, formatMinutes(cut.after.seconds ?? 0)]).toEqual([53, '2:17']);
    expect(cut.seams).toMatchObject([{ from: 'Chorus 1', to: 'Bridge', knownFromBar: 3, isPushed: false }]);
  });
});

describe('the right hands of the demo songs', () => {
  const handsOf = (index: number) => {
    const document = itemAt(DEMO_SONGS, index);
    return listPlayedBars(document).map((bar) => findHand(document, mainPartOf(document), bar));
  };

  test('are those of the class: one in each song, and where sections lift or drop', () => {
    const names = (index: number) => [...new Set(handsOf(index).map(({ pattern }) => pattern?.name))];
    expect(names(0)).toEqual(['Porch Step', 'Late Ferry', 'One Bell', 'Short March']);
    expect(names(1)).toEqual(['Cellar Waltz']);
    expect(names(2)).toEqual(['Harbour Swell']);
    expect(names(3)).toEqual(['Washboard', 'Pile Driver']);
    expect(names(4)).toEqual(['Gate Latch', 'Short March', 'Full Kettle', 'Four Square']);
    expect(handsOf(3).filter(({ isMuted }) => isMuted)).toHaveLength(8);
  });
});

describe('what repeats in the demo songs', () => {
  test('comes to sections for Quarry Dog: its verse twice but for a bar, its chorus, its riff', () => {
    const dog = itemAt(DEMO_SONGS, 3);
    const [proposal] = recogniseMap(dog).proposals;
    expect(proposal?.kind === 'divide-section' && proposal.pieces.map(({ name }) => name)).toEqual([
      'Riff',
      'Verse',
      'Interlude',
      'Verse',
      'Interlude 2',
      'Chorus',
      'Riff',
      'Bridge',
      'Chorus',
      'Riff',
    ]);
    const outcome = proposal === undefined ? null : applyCommand(dog, proposal.command);
    const after = outcome?.ok === true ? outcome.value.document : dog;
    expect(listPasses(after).map(({ bars }) => bars)).toEqual([4, 12, 2, 12, 8, 8, 4, 8, 8, 4]);
    expect(factsOf(after)).toEqual(factsOf(dog));
  });

  const repeatsIn = (index: number) => recognise(itemAt(DEMO_SONGS, index)).map(formatFinding);

  test('is known: equal lines, the bar that differs, the verse of Quarry Dog that comes again but for its last bar', () => {
    expect(repeatsIn(1)).toContain('Chorus line 4 is Verse line 4.');
    expect(repeatsIn(2)).toContain('Verse line 3 is line 1.');
    expect(repeatsIn(3)).toEqual(
      expect.arrayContaining([
        'Song line 6 is line 2.',
        'Song line 7 is line 3.',
        'Song line 8 is line 4; bar 4 is the only difference.',
      ]),
    );
    expect(repeatsIn(4)).toContain('Middle 2 line 1 is Middle line 1.');
  });
});
