import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { DEMO_SONGS } from '../../../test-support/demo-songs.ts';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { runs } from '../../../test-support/runs.ts';
import { soundingMidi } from '../../fretboard/capo.ts';
import { STANDARD_TUNING, TUNINGS, type Tuning } from '../../fretboard/tuning.ts';
import { itemAt, range } from '../../kernel/list.ts';
import { QUARTER_TICKS } from '../../rhythm/metre.ts';
import { AVERAGE_HAND } from '../../shapes/hand.ts';
import { findFingering } from '../../shapes/rank-shapes.ts';
import { type Fingering, parseShape } from '../../shapes/shape.ts';
import { parseOrnamentNotes } from '../../song/attachments/ornament-text.ts';
import { findOrnamentFault } from '../../song/attachments/ornaments.ts';
import { applyCommand, type SongCommand } from '../../song/commands.ts';
import type { Ornament, OrnamentKind, OrnamentNote, SongDocument } from '../../song/document/document.ts';
import { mainPartOf } from '../../song/document/parts.ts';
import { listPlayedBars } from '../../song/played/played-bars.ts';
import { formatOrnamentFlag, formatOrnamentProposal } from '../../words/ornament-words.ts';
import { differentOrnaments, type OrnamentNeck, placeOrnament, soundsOf } from '../ornaments/ornament-places.ts';
import { PLAIN_QUESTION } from '../problem/setup-question.ts';
import { addFinger } from '../shapes/free-finger.ts';
import { listFlaggedOrnaments } from './ornament-flags.ts';
import { listOrnamentProposals } from './ornament-proposals.ts';

const EIGHTH = QUARTER_TICKS / 2;
const DROP_D = TUNINGS.find(({ name }) => name === 'drop D') ?? STANDARD_TUNING;

/** Notes of an ornament from "string/fret" in eighths, `-` for what rings on. */
function notesOf(text: string): readonly OrnamentNote[] {
  return text.split(' ').flatMap((token, index) => {
    const [stringNumber = 0, fret = 0] = token.split('/').map(Number);
    return token === '-' ? [] : [{ stringNumber, fret, startTick: index * EIGHTH, lengthTicks: EIGHTH }];
  });
}

const neckAt = (tuning: Tuning, capoFret: number, highestNeckFret = 14): OrnamentNeck => ({
  openMidi: tuning.openMidi.map((midi) => midi + capoFret),
  highestFret: highestNeckFret - capoFret,
});
const written = (text: string, neck: OrnamentNeck, kind: OrnamentKind = 'riff') => ({
  kind,
  notes: notesOf(text),
  openMidi: neck.openMidi,
});
const spotsOf = (notes: readonly OrnamentNote[]) =>
  notes.map(({ stringNumber, fret }) => `${stringNumber}/${fret}`).join(' ');

/** The riff of Quarry Dog as docs/demo-songs.md has it, in drop D. */
const RIFF = '6/0 - 6/0 5/0 5/3 5/2 5/0 6/5';

describe('an ornament behind another capo or in another tuning', () => {
  const home = neckAt(DROP_D, 2);

  test('sounds E E B D C# B A as the notes of docs/demo-songs.md say', () => {
    const names = 'C C# D D# E F F# G G# A A# B'.split(' ');
    const heard = soundsOf(written(RIFF, home)).map((midi) => names[midi % 12]);
    expect(heard.join(' ')).toBe('E E B D C# B A');
  });

  test('in standard tuning the low D is lost', () => {
    expect(placeOrnament(written(RIFF, home), neckAt(STANDARD_TUNING, 2))).toEqual({
      kind: 'lost',
      why: 'below',
      midi: 40,
    });
  });

  test('without its low D, 6/5 becomes 6/3 in standard tuning (docs/demo-songs.md)', () => {
    const place = placeOrnament(written('6/5', home), neckAt(STANDARD_TUNING, 2));
    expect(place.kind === 'placed' && spotsOf(place.notes)).toBe('6/3');
  });

  test('the drone A of Last Tram is stopped at 6/3 behind capo 2, where it was open (docs/demo-songs.md)', () => {
    const place = placeOrnament(written('5/0 4/2 5/0 4/4', neckAt(STANDARD_TUNING, 0)), neckAt(STANDARD_TUNING, 2));
    expect(place).toMatchObject({ kind: 'placed', isMoved: true });
    expect(place.kind === 'placed' && place.stopped.map(({ stringNumber, fret }) => `${stringNumber}/${fret}`)).toEqual(
      ['6/3', '6/3'],
    );
    expect(place.kind === 'placed' && spotsOf(place.notes)).toBe('6/3 4/0 6/3 4/2');
  });

  test('a hammer-on stays on one string; where no string has both its notes in reach it lies beyond the last fret, which is said', () => {
    const hammer = written('4/0 4/2', neckAt(STANDARD_TUNING, 2), 'hammer-on');
    const place = placeOrnament(hammer, neckAt(STANDARD_TUNING, 3));
    expect(place.kind === 'placed' && spotsOf(place.notes)).toBe('5/4 5/6');
    const low = written('6/0 6/12', neckAt(STANDARD_TUNING, 2), 'hammer-on');
    expect(placeOrnament(low, neckAt(STANDARD_TUNING, 0, 12))).toMatchObject({
      kind: 'placed',
      outOfReach: { fret: 14, highest: 12 },
    });
  });

  const arbitraryNotes = fc.array(
    fc.record({
      stringNumber: fc.integer({ min: 1, max: 6 }),
      fret: fc.integer({ min: 0, max: 9 }),
      startTick: fc.nat(7).map((index) => index * EIGHTH),
      lengthTicks: fc.constant(EIGHTH),
    }),
    { minLength: 1, maxLength: 8 },
  );
  const arbitraryNeck = fc
    .tuple(fc.constantFrom(...TUNINGS), fc.integer({ min: 0, max: 9 }))
    .map(([tuning, capo]) => neckAt(tuning, capo));

  test('what has a place sounds the same notes at the same times; what lies beyond the last fret says so; what has none has a note that no string has', () => {
    fc.assert(
      fc.property(
        arbitraryNotes,
        arbitraryNeck,
        arbitraryNeck,
        fc.integer({ min: -3, max: 3 }),
        (raw, from, to, shift) => {
          const notes = [...raw].sort((a, b) => a.startTick - b.startTick);
          const sound = { kind: 'riff' as const, notes, openMidi: from.openMidi };
          const place = placeOrnament(sound, to, shift);
          const wanted = soundsOf(sound).map((midi) => midi + shift);
          if (place.kind === 'placed') {
            expect(soundsOf({ notes: place.notes, openMidi: to.openMidi })).toEqual(wanted);
            expect(place.notes.map(({ startTick }) => startTick)).toEqual(notes.map(({ startTick }) => startTick));
            const frets = place.notes.map(({ fret }) => fret);
            expect(Math.min(...frets)).toBeGreaterThanOrEqual(0);
            expect(place.outOfReach?.fret ?? null).toBe(
              Math.max(...frets) > to.highestFret ? Math.max(...frets) : null,
            );
          } else if (place.why !== 'off-its-string') {
            expect(to.openMidi.some((open) => place.midi >= open && place.midi - open <= 24)).toBe(false);
          }
        },
      ),
      { numRuns: runs(1000), seed: 3 },
    );
  });

  test('there and back is as it was written', () => {
    fc.assert(
      fc.property(arbitraryNotes, arbitraryNeck, (raw, neck) => {
        const notes = raw.map((note) => ({ ...note, fret: Math.min(note.fret, neck.highestFret) }));
        const place = placeOrnament({ kind: 'riff', notes, openMidi: neck.openMidi }, neck);
        expect(place).toEqual({ kind: 'placed', notes, isMoved: false, stopped: [], outOfReach: null });
      }),
      { numRuns: runs(300), seed: 4 },
    );
  });

  // Brute force over every choice of strings: nothing is called lost that has a place.
  test('a line of single notes is in reach wherever each of its notes is on some string', () => {
    fc.assert(
      fc.property(arbitraryNotes, arbitraryNeck, arbitraryNeck, (raw, from, to) => {
        const notes = raw.map((note, index) => ({ ...note, startTick: index * EIGHTH }));
        const place = placeOrnament({ kind: 'riff', notes, openMidi: from.openMidi }, to);
        const reachable = soundsOf({ notes, openMidi: from.openMidi }).every((midi) =>
          to.openMidi.some((open) => midi >= open && midi - open <= to.highestFret),
        );
        const isAsWritten = from.openMidi.every((midi, string) => midi === to.openMidi[string]);
        expect(place.kind === 'placed' && place.outOfReach === null).toBe(
          reachable && (!isAsWritten || notes.every(({ fret }) => fret <= to.highestFret)),
        );
      }),
      { numRuns: runs(500), seed: 5 },
    );
  });
});

describe('what may be written as an ornament', () => {
  const part = mainPartOf(songFromChart('| G |\n'));
  const faultOf = (kind: OrnamentKind, text: string, lengthTicks = QUARTER_TICKS * 4) =>
    findOrnamentFault({ kind, notes: notesOf(text) }, part, lengthTicks)?.kind ?? null;

  test.each<[OrnamentKind, string, string | null]>([
    ['hammer-on', '4/0 4/2', null],
    ['hammer-on', '4/2 4/0', 'not-rising'],
    ['hammer-on', '4/0 3/2', 'not-on-one-string'],
    ['hammer-on', '4/0', 'not-on-one-string'],
    ['pull-off', '1/3 1/2', null],
    ['pull-off', '1/2 1/3', 'not-falling'],
    ['slide', '2/3 2/5', null],
    ['slide', '2/0 2/5', 'slide-from-open'],
    ['riff', '7/1', 'no-such-string'],
    ['riff', '1/25', 'no-such-fret'],
    ['riff', '1/1 1/1 1/1 1/1 1/1 1/1 1/1 1/1 1/1', 'past-the-bar'],
    ['bass-walk', '6/2 6/4', null],
  ])('a %s of %s: %s', (kind, text, fault) => {
    expect(faultOf(kind, text)).toBe(fault);
  });

  test.each<[string, string | null]>([
    ['4/0 h2 p0', null],
    ['4/0 h2 p0 s3', 'slide-from-open'],
    ['4/2 h1', 'not-rising'],
    ['4/2 p3', 'not-falling'],
    ['4/0 5/2 4/h2', 'joined-to-nothing'],
    ['2/7 b9', null],
    ['2/0 b2', 'bend-from-open'],
  ])('notes that are not struck in a riff of %s: %s', (text, fault) => {
    const read = parseOrnamentNotes(text, { startTick: 0, stepTicks: EIGHTH });
    const notes = read.ok ? read.value : expect.unreachable();
    expect(findOrnamentFault({ kind: 'riff', notes }, part, QUARTER_TICKS * 4)?.kind ?? null).toBe(fault);
  });

  test('a note that is not struck stays on the string of the one before, behind every capo', () => {
    const read = parseOrnamentNotes('3/0 h2 2/1 3/2', { startTick: 0, stepTicks: EIGHTH });
    const notes = read.ok ? read.value : expect.unreachable();
    for (const capoFret of [0, 1, 2, 3, 4, 5]) {
      const place = placeOrnament(
        { kind: 'riff', notes, openMidi: neckAt(STANDARD_TUNING, 5).openMidi },
        neckAt(STANDARD_TUNING, capoFret),
      );
      const [from, to] = place.kind === 'placed' ? place.notes : [];
      expect(from?.stringNumber).toBe(to?.stringNumber);
      expect((to?.fret ?? 0) - (from?.fret ?? 0)).toBe(2);
    }
  });

  test('two notes at once need two strings, and nothing is no ornament', () => {
    const note = { stringNumber: 1, fret: 0, startTick: 0, lengthTicks: EIGHTH };
    const twice = { kind: 'riff' as const, notes: [note, { ...note, fret: 2 }] };
    expect(findOrnamentFault(twice, part, QUARTER_TICKS)?.kind).toBe('twice-on-a-string');
    expect(findOrnamentFault({ kind: 'riff', notes: [] }, part, QUARTER_TICKS)?.kind).toBe('no-notes');
  });
});

function heldAs(text: string): Fingering {
  const shape = parseShape(text, 6);
  const found = shape.ok
    ? findFingering(shape.value, { setup: { tuning: STANDARD_TUNING, capoFret: 0 }, ...PLAIN_QUESTION.guitar })
    : null;
  return found ?? { shape: [], fingers: [] };
}

describe('a finger that is free (common practice)', () => {
  test.each<[string, string, readonly [number, number], string]>([
    ['the little finger makes Dsus4 of D', 'xx0232', [5, 3], 'xx0233'],
    ['the ring finger makes Asus4 of A by moving from fret 2 to 3', 'x02220', [4, 3], 'x02230'],
    ['lifting the ring finger makes Csus2-like of C on string 4', 'x32010', [2, 0], 'x30010'],
    ['Em takes a fret 3 on string 2 with a free finger', '022000', [4, 3], '022030'],
  ])('%s', (_, held, [stringIndex, fret], wanted) => {
    const found = addFinger(heldAs(held), stringIndex, fret);
    expect(found?.shape.map((each) => each ?? 'x').join('')).toBe(wanted);
    // Every other finger stays where it is.
    const others = (fingering: Fingering | null) =>
      fingering?.fingers.filter((_finger, index) => index !== stringIndex);
    expect(others(found)).toEqual(others(heldAs(held)));
  });

  test.each([
    ['no open string lies under the full barre of F', '133211', 5, 0],
    ['fret 8 is too far from C', 'x32010', 5, 8],
    ['G with four fingers has none left', '320033', 3, 2],
  ])('%s', (_, held, stringIndex, fret) => {
    expect(addFinger(heldAs(held), stringIndex, fret)).toBeNull();
  });
});

const done = (song: SongDocument, command: SongCommand): SongDocument => {
  const outcome = applyCommand(song, command);
  expect(outcome.ok).toBe(true);
  return outcome.ok ? outcome.value.document : song;
};
const put = (song: SongDocument, bar: number, kind: OrnamentKind, text: string): SongDocument => {
  const barId = itemAt(listPlayedBars(song), bar).bar.id;
  const ornament = { kind, level: 4 as const, notes: notesOf(text) };
  return done(song, {
    kind: 'put-ornaments',
    partId: mainPartOf(song).id,
    replaces: [],
    spots: [{ barId, passIds: null }],
    ornament,
  });
};
const flagsOf = (song: SongDocument) =>
  listFlaggedOrnaments(song, mainPartOf(song), listPlayedBars(song), AVERAGE_HAND).map(({ flags }) =>
    flags.map((flag) => formatOrnamentFlag(flag)),
  );

describe('ornaments in a song', () => {
  const song = songFromChart('key: C\ntempo: 90\nG = 320033\nC = x32010\n\nVerse:\n| C | G |\n| F | C |\n');
  const partId = mainPartOf(song).id;
  const setCapo = (document: SongDocument, capoFret: number) => done(document, { kind: 'set-capo', partId, capoFret });

  test('are written, written anew, and taken away; a bad one is refused and changes nothing', () => {
    const one = put(song, 0, 'hammer-on', '4/0 4/2');
    const [first] = mainPartOf(one).ornaments;
    expect(first).toMatchObject({ kind: 'hammer-on', openMidi: STANDARD_TUNING.openMidi });
    const again = done(one, {
      kind: 'put-ornaments',
      partId,
      replaces: [first?.id ?? 0],
      spots: [{ barId: first?.barId ?? 0, passIds: null }],
      ornament: { kind: 'riff', level: 5, notes: notesOf('6/3') },
    });
    const [second] = mainPartOf(again).ornaments;
    expect(mainPartOf(again).ornaments.map(({ kind }) => kind)).toEqual(['riff']);
    const bad = { kind: 'pull-off' as const, level: 5 as const, notes: notesOf('6/3') };
    expect(
      applyCommand(one, {
        kind: 'put-ornaments',
        partId,
        replaces: [],
        spots: [{ barId: first?.barId ?? 0, passIds: null }],
        ornament: bad,
      }),
    ).toEqual({ ok: false, error: { kind: 'bad-ornament', fault: { kind: 'not-on-one-string' } } });
    expect(applyCommand(one, { kind: 'put-ornaments', partId, replaces: [], spots: [], ornament: bad })).toEqual({
      ok: false,
      error: { kind: 'no-such-place' },
    });
    const none = done(again, { kind: 'remove-ornaments', partId, ornamentIds: [second?.id ?? 0] });
    expect(mainPartOf(none).ornaments).toEqual([]);
  });

  test('move with the capo and come back as they were; what the capo takes is told, and comes back too', () => {
    const riff = put(put(song, 0, 'riff', '5/3 4/0 4/2 3/0'), 1, 'riff', '6/0 6/3');
    expect(flagsOf(riff)).toEqual([[], []]);
    const higher = setCapo(riff, 1);
    expect(flagsOf(higher)).toEqual([
      [
        'It has moved with the capo or the tuning; it sounds as it was written.',
        expect.stringMatching(/stopped on string/),
      ],
      ['Lost here: its E2 lies below the lowest string.'],
    ]);
    const [moved] = listFlaggedOrnaments(higher, mainPartOf(higher), listPlayedBars(higher), AVERAGE_HAND);
    expect(
      moved?.place.kind === 'placed' &&
        moved.place.notes.map(({ stringNumber, fret }) =>
          soundingMidi(mainPartOf(higher).setup, 6 - stringNumber, fret),
        ),
    ).toEqual([48, 50, 52, 55]);
    expect(flagsOf(setCapo(higher, 0))).toEqual([[], []]);
  });

  test('go with the song into another key, the capo moving along', () => {
    const riff = put(song, 0, 'riff', '5/3 4/0 4/2 3/0');
    const setup = { tuning: STANDARD_TUNING, capoFret: 2 };
    const up = done(riff, { kind: 'take-setup', partId, setup, keyShift: 2, shapes: [] });
    expect(flagsOf(up)).toEqual([[]]);
  });

  test('a full hand, a note outside the key and a bar that is not played are told', () => {
    const full = put(put(song, 1, 'added-finger', '3/2 3/0'), 3, 'riff', '5/4');
    const [held, strange] = flagsOf(full);
    expect(held?.[0]).toMatch(/^G leaves no finger free for string 3 at fret 2/);
    expect(strange).toEqual(['D♭3 is not in the key; fine where it is meant.']);
    const unplayed = { ...full, map: { ...full.map, form: [] } };
    expect(flagsOf(unplayed)).toEqual([['Its bar is not played.'], ['Its bar is not played.']]);
  });

  test('go with their bar: what goes with it is reported', () => {
    const riff = put(song, 0, 'riff', '5/3');
    const outcome = applyCommand(riff, {
      kind: 'edit-lines',
      sectionId: itemAt(riff.map.sections, 0).id,
      passId: null,
      edit: { kind: 'remove-lines', from: 0, count: 1 },
    });
    expect(outcome.ok && outcome.value.lost.map(({ kind }) => kind)).toEqual(['ornament']);
    expect(outcome.ok && mainPartOf(outcome.value.document).ornaments).toEqual([]);
  });
});

describe('ornaments that are proposed', () => {
  const sentencesOf = (song: SongDocument) =>
    listOrnamentProposals(song, mainPartOf(song), listPlayedBars(song)).map((proposal) => ({
      words: formatOrnamentProposal(proposal),
      spots: spotsOf(proposal.ornament.notes),
      beats: proposal.ornament.notes.map(({ startTick }) => startTick / QUARTER_TICKS + 1),
    }));
  // docs/demo-songs.md: walk D to G: 6/2 on beat 3, 6/4 on 4, then 6/5; G to Em (bar 12, beat 4): 6/4, then 6/2.
  test('the walks of Quarry Dog are found as docs/demo-songs.md has them', () => {
    const bare = itemAt(DEMO_SONGS, 3);
    const found = sentencesOf({
      ...bare,
      arrangements: bare.arrangements.map((each) => ({
        ...each,
        parts: each.parts.map((part) => ({ ...part, ornaments: [] })),
      })),
    });
    expect(found).toContainEqual({ words: expect.stringMatching(/from D to G/), spots: '6/2 6/4', beats: [3, 4] });
    expect(found).toContainEqual({ words: 'Bar 12: a bass walk from G to Em.', spots: '6/4', beats: [4] });
  });

  test('a fourth is added to D where it stands for a bar, and goes back', () => {
    const song = songFromChart('key: D\ntempo: 90\nD = xx0232\nA = x02220\n\nVerse:\n| D | D | A | D |\n');
    expect(sentencesOf(song)).toContainEqual({
      words: 'Bar 1: the fourth on D, string 1, and back.',
      spots: '1/3 1/2',
      beats: [3, 4],
    });
  });

  test('every proposal can be put in, is playable, stays in the key, and is not proposed again', () => {
    for (const song of DEMO_SONGS) {
      const partId = mainPartOf(song).id;
      const proposals = listOrnamentProposals(song, mainPartOf(song), listPlayedBars(song));
      const all = proposals.reduce(
        (current, { ornament, barId }) =>
          done(current, { kind: 'put-ornaments', partId, replaces: [], spots: [{ barId, passIds: null }], ornament }),
        song,
      );
      const before = mainPartOf(song).ornaments.length;
      const added = mainPartOf(all)
        .ornaments.slice(before)
        .map(({ id }) => id);
      const flagged = listFlaggedOrnaments(all, mainPartOf(all), listPlayedBars(all), AVERAGE_HAND);
      expect(flagged.filter(({ ornament, flags }) => added.includes(ornament.id) && flags.length > 0)).toEqual([]);
      const again = listOrnamentProposals(all, mainPartOf(all), listPlayedBars(all));
      expect(again.every(({ barId }) => !proposals.some((old) => old.barId === barId))).toBe(true);
    }
  });
});

test('the same riff in several bars is one that a setup can lose', () => {
  const riff: Ornament = {
    id: 1,
    barId: 1,
    passIds: null,
    kind: 'riff',
    level: 5,
    openMidi: STANDARD_TUNING.openMidi,
    notes: notesOf('6/0'),
  };
  const many = range(0, 5).map((index) => ({ ...riff, id: index, barId: index }));
  expect(differentOrnaments([...many, { ...riff, notes: notesOf('6/1') }])).toHaveLength(2);
});
