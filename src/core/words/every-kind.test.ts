/* Whatever core can find, refuse or give as a reason has words: a kind that is missing here does not compile. */
import { describe, expect, test } from 'vitest';
import type { EachKind } from '../../test-support/each-kind.ts';
import type { OrnamentFlag } from '../arrange/ornament-advice/ornament-flags.ts';
import type { Finding } from '../arrange/recogniser/recogniser.ts';
import type { SetupReason } from '../arrange/setup/setup-reasons.ts';
import { STANDARD_TUNING } from '../fretboard/tuning.ts';
import type { ChordSymbol } from '../harmony/chord-symbol.ts';
import type { OrnamentFault } from '../song/attachments/ornaments.ts';
import { formatFinding } from './finding-words.ts';
import { formatOrnamentFault, formatOrnamentFlag } from './ornament-words.ts';
import { formatReason } from './reason-words.ts';

const G: ChordSymbol = { root: 'G', quality: '', bass: null };
const C: ChordSymbol = { root: 'C', quality: '', bass: null };
const KEY = { tonic: 'G', mode: 'major' } as const;
const LINE = { sectionId: 1, section: 'Chorus', line: 2 };
const LIKE = { sectionId: 2, section: 'Verse', line: 1 };

const REASONS: EachKind<SetupReason> = {
  'capo-choice': {
    kind: 'capo-choice',
    capoFret: 3,
    shapeKey: KEY,
    barreChords: 0,
    newShapes: 2,
    soundingKey: { tonic: 'Bb', mode: 'major' },
    isAsOnRecord: true,
  },
  'without-capo': { kind: 'without-capo', semitones: 3, key: KEY },
  'lost-string': {
    kind: 'lost-string',
    capoFret: 2,
    stringNumber: 5,
    section: 'Verse',
    chord: G,
    midi: 55,
    soundingKey: KEY,
    frettedString: 4,
    fret: 3,
    keptByCapoFret: 0,
    addedBarreChords: 1,
  },
  crowded: {
    kind: 'crowded',
    capoFret: 7,
    chord: G,
    neckFret: 9,
    spaceMm: 20,
    practiceCapoFret: 2,
    recordCapoFret: 7,
  },
  singer: {
    kind: 'singer',
    key: KEY,
    fit: { octaveSemitones: 0, sung: { lowMidi: 60, highMidi: 74 }, below: 3, above: 2 },
    singer: { lowMidi: 57, highMidi: 76 },
    cue: '',
    better: null,
  },
  'no-key-sings': { kind: 'no-key-sings', melodySemitones: 24, singerSemitones: 15 },
  'quick-change': {
    kind: 'quick-change',
    bar: 12,
    from: G,
    to: C,
    gapMs: 330,
    isByPattern: true,
    neededMs: 600,
    staying: [3],
    moving: 2,
    stage: 'year',
    tempoBpm: 92,
    drillBpm: 60,
    isOneStrum: false,
    helpsToLeaveOut: true,
  },
  retuning: { kind: 'retuning', stringNumber: 6, fromMidi: 40, toMidi: 38, match: { stringNumber: 4, octaves: 1 } },
  'bass-leaps': { kind: 'bass-leaps', bar: 4, from: G, to: C, frets: 'xx3210' },
  'lost-ornaments': { kind: 'lost-ornaments', capoFret: 2, lost: ['riff'], stopped: ['bass-walk'] },
  'retuning-gain': {
    kind: 'retuning-gain',
    gains: [{ kind: 'drone', stringNumber: 6, midi: 38 }],
    soundingKey: KEY,
  },
  'same-hand': { kind: 'same-hand', setups: [{ tuning: STANDARD_TUNING, capoFret: 3 }] },
  'play-along': { kind: 'play-along', recordCapoFret: 3 },
  'bare-list': { kind: 'bare-list' },
};

const FINDINGS: EachKind<Finding> = {
  'same-section': { kind: 'same-section', section: 'Outro', like: 'Intro', semitones: 0, sectionId: 1, likeId: 2 },
  'near-section': {
    kind: 'near-section',
    section: 'Verse 2',
    like: 'Verse',
    bar: 8,
    semitones: 2,
    sectionId: 1,
    likeId: 2,
  },
  'same-line': { kind: 'same-line', line: LINE, like: LIKE, semitones: 0 },
  'near-line': { kind: 'near-line', line: LINE, like: LIKE, bar: 3, semitones: 0 },
  'rotated-line': { kind: 'rotated-line', line: LINE, like: LIKE, fromBar: 3 },
  'common-loop': { kind: 'common-loop', line: LINE, degrees: ['I', 'V', 'vi', 'IV'] },
};

const FAULTS: EachKind<OrnamentFault> = {
  'no-notes': { kind: 'no-notes' },
  'too-many-notes': { kind: 'too-many-notes', most: 64 },
  'no-such-string': { kind: 'no-such-string', stringNumber: 7, strings: 6 },
  'no-such-fret': { kind: 'no-such-fret', fret: 30, highest: 24 },
  'past-the-bar': { kind: 'past-the-bar' },
  'twice-on-a-string': { kind: 'twice-on-a-string', stringNumber: 2 },
  'not-on-one-string': { kind: 'not-on-one-string' },
  'not-rising': { kind: 'not-rising' },
  'not-falling': { kind: 'not-falling' },
  'slide-from-open': { kind: 'slide-from-open' },
  'joined-to-nothing': { kind: 'joined-to-nothing' },
  'bend-from-open': { kind: 'bend-from-open' },
};

const FLAGS: EachKind<OrnamentFlag> = {
  lost: { kind: 'lost', why: 'below', midi: 38, key: KEY },
  moved: { kind: 'moved' },
  stopped: { kind: 'stopped', stringNumber: 6, fret: 3 },
  'out-of-reach': { kind: 'out-of-reach', fret: 16, highest: 14 },
  fault: { kind: 'fault', fault: { kind: 'past-the-bar' } },
  'no-finger-free': { kind: 'no-finger-free', chord: G, stringNumber: 1, fret: 3, freeing: null },
  'out-of-key': { kind: 'out-of-key', midi: 61, key: KEY },
  'not-played': { kind: 'not-played' },
};

const all = [
  ...Object.values(REASONS).map((each) => [`reason ${each.kind}`, formatReason(each)] as const),
  ...Object.values(FINDINGS).map((each) => [`finding ${each.kind}`, formatFinding(each)] as const),
  ...Object.values(FAULTS).map((each) => [`fault ${each.kind}`, formatOrnamentFault(each)] as const),
  ...Object.values(FLAGS).map((each) => [`flag ${each.kind}`, formatOrnamentFlag(each)] as const),
];

describe('every kind', () => {
  test.each(all)('%s has a sentence', (_, said) => {
    expect(said).toMatch(/^[A-Z0-9“].*[.!]$/);
    expect(said).not.toMatch(/undefined|\[object|NaN|null/);
  });

  test('reads like no other', () => {
    // A flag quotes the fault it is about.
    const said = all.filter(([name]) => !name.startsWith('fault')).map(([, words]) => words);
    expect(new Set(said).size).toBe(said.length);
  });
});
