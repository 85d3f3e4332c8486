import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { arbitraryChord } from '../../../test-support/arbitrary-chart.ts';
import { PROGRESSIONS } from '../../../test-support/progressions.data.ts';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { runs } from '../../../test-support/runs.ts';
import { HIGHEST_CAPO_FRET, soundingMidi } from '../../fretboard/capo.ts';
import { STANDARD_TUNING, TUNINGS, type Tuning } from '../../fretboard/tuning.ts';
import type { Key } from '../../harmony/key.ts';
import { transposeChord } from '../../harmony/spelling.ts';
import { runSteps } from '../../kernel/steps.ts';
import { toTask } from '../../shapes/chord-task.ts';
import { searchShapes } from '../../shapes/shape-search.ts';
import { mainPartOf } from '../../song/document/parts.ts';
import type { SetupPin } from '../../song/document/wishes.ts';
import { countPlayedBars } from '../../song/played/played-bars.ts';
import { formatReason } from '../../words/reason-words.ts';
import { createPlanMemory, fingeringOf } from '../problem/candidates.ts';
import { toSetupPlace } from '../problem/chord-options.ts';
import { PLAIN_QUESTION, type SetupQuestion } from '../problem/setup-question.ts';
import { toSongProblem } from '../problem/song-problem.ts';
import { planOccurrences } from './occurrence-plan.ts';
import { planSetups } from './setup-plan.ts';
import { listReasons } from './setup-reasons.ts';

const memory = createPlanMemory();
const problemOf = (chords: string, header = '') =>
  toSongProblem(songFromChart(`${header}\n\n| ${chords.split(' ').join(' | ')} |\n`.trimStart()));
const ask = (chords: string, asked: Partial<SetupQuestion> = {}, header = '') => {
  const problem = problemOf(chords, header);
  const question = { ...PLAIN_QUESTION, ...asked };
  return { problem, question, plan: runSteps(planSetups(problem, question, memory)) };
};
const capoOf = ({
  solution,
}: {
  readonly solution: { readonly place: { readonly setup: { readonly capoFret: number } } };
}) => solution.place.setup.capoFret;
const firstOrTied = (chords: string) => {
  const { plan } = ask(chords);
  const [first] = plan.setups;
  return first === undefined ? [] : [first, ...first.tieWith.flatMap((place) => plan.setups[place] ?? [])].map(capoOf);
};
const sentences = (chords: string, asked: Partial<SetupQuestion> = {}, header = '') => {
  const { plan, problem, question } = ask(chords, asked, header);
  return plan.setups.map((planned) =>
    listReasons(planned, plan, problem, question).map((reason) => formatReason(reason)),
  );
};
const pinned = (pin: SetupPin) => ({ pins: [pin] });

describe('the setup a teacher takes', () => {
  // Common practice; weights were fitted on the ones that are not kept.
  test.each(PROGRESSIONS.map(({ chords, capo }) => [chords, capo] as const))('for %s is capo %j', (chords, capo) => {
    expect(firstOrTied(chords).some((fret) => capo.includes(fret))).toBe(true);
  });

  test('is held against at least thirty progressions, half of them kept apart while fitting', () => {
    expect(PROGRESSIONS.length).toBeGreaterThanOrEqual(30);
    expect(PROGRESSIONS.filter(({ isKept }) => isKept).length).toBe(PROGRESSIONS.length / 2);
  });

  test('is the same every time, with a fresh memory or a used one', () => {
    const problem = problemOf('Eb Bb Cm Ab Fm7 Gm');
    const plan = () => runSteps(planSetups(problem, { ...PLAIN_QUESTION, tunings: TUNINGS }, createPlanMemory()));
    const first = plan();
    expect(plan()).toEqual(first);
    expect(runSteps(planSetups(problem, { ...PLAIN_QUESTION, tunings: TUNINGS }, memory))).toEqual(first);
  });

  test('is proven over the candidates kept', () => {
    expect(ask('Bb F Gm7 Ebadd9 Cm7 Dm Bb7').plan.isProven).toBe(true);
  });
});

describe('a plan', () => {
  test('half a step down with the capo one higher poses the same problem: chords, candidates, sounding notes', () => {
    fc.assert(
      fc.property(
        arbitraryChord,
        fc.constantFrom(...TUNINGS),
        fc.integer({ min: 0, max: 8 }),
        (chord, tuning, capoFret) => {
          const lower: Tuning = { name: `${tuning.name}, lower`, openMidi: tuning.openMidi.map((midi) => midi - 1) };
          const key: Key = { tonic: 'C', mode: 'major' };
          const poseAt = (at: Tuning, capo: number) => {
            const setup = { tuning: at, capoFret: capo };
            const place = toSetupPlace(key, setup, 0);
            const shapeChord = transposeChord(chord, place.soundingKey, place.shapeKey);
            const shapes: string[] = [];
            searchShapes(toTask(shapeChord, at), 6, false, (frets) => {
              const notes = frets.map((fret, string) => (fret < 0 ? 'x' : soundingMidi(setup, string, fret)));
              shapes.push(`${frets.join()} sounds ${notes.join()}`);
            });
            return { shapeKey: place.shapeKey, shapeChord, shapes };
          };
          expect(poseAt(lower, capoFret + 1)).toEqual(poseAt(tuning, capoFret));
        },
      ),
      { numRuns: runs(150, 6), seed: 5 },
    );
  });

  test('never gets cheaper by a pin', () => {
    const arbitraryPin: fc.Arbitrary<SetupPin> = fc.oneof(
      fc.record({ kind: fc.constant('open-string' as const), midi: fc.integer({ min: 40, max: 64 }) }),
      fc.record({ kind: fc.constant('within-reach' as const), midi: fc.integer({ min: 38, max: 80 }) }),
      fc.record({ kind: fc.constant('most-barres' as const), count: fc.integer({ min: 0, max: 2 }) }),
      fc.record({ kind: fc.constant('capo' as const), fret: fc.integer({ min: 0, max: 9 }) }),
    );
    fc.assert(
      fc.property(fc.constantFrom('Bb F Gm Eb', 'C F G Bb', 'F#m B7 E A', 'Bm Bb F'), arbitraryPin, (chords, pin) => {
        const free = ask(chords).plan.setups[0]?.effort.total ?? 0;
        const kept = ask(chords, pinned(pin)).plan.setups[0]?.effort.total ?? Number.POSITIVE_INFINITY;
        expect(kept).toBeGreaterThanOrEqual(free - 1e-9);
      }),
      { numRuns: runs(40, 5), seed: 8 },
    );
  });

  test('keeps its pins: the open string rings, the note is in reach, barres are counted, the capo stays', () => {
    const open = ask('A D E F#m', pinned({ kind: 'open-string', midi: 45 })).plan;
    expect(
      open.setups.every(({ solution }) =>
        solution.place.setup.tuning.openMidi.some((midi) => midi + capoOf({ solution }) === 45),
      ),
    ).toBe(true);
    const reach = ask('E A B7', { ...pinned({ kind: 'within-reach', midi: 40 }) }).plan;
    expect(reach.setups.map(capoOf)).toEqual([0]);
    const { plan } = ask('C F G Bb', { ...pinned({ kind: 'most-barres', count: 0 }) });
    expect(
      plan.setups.every(({ solution }) => solution.chords.every(({ candidate }) => candidate?.isBarre === false)),
    ).toBe(true);
    expect(ask('C F G', pinned({ kind: 'capo', fret: 5 })).plan.setups.map(capoOf)).toEqual([5]);
  });

  test('takes pinned shapes and leaves out forbidden ones', () => {
    const song = songFromChart('F = 133211\n\n| C | F | G |');
    const rule = mainPartOf(song).shapes.find(({ origin }) => origin === 'pinned');
    expect(rule).toBeDefined();
    const rules = rule === undefined ? [] : [{ chord: rule.chord, fingering: rule.fingering, onlyAt: null }];
    const textAt = (asked: Partial<SetupQuestion>) =>
      ask('C F G', { capoFrets: [0], ...asked }).plan.setups[0]?.solution.chords[1]?.candidate?.text;
    expect(textAt({ pinnedShapes: rules })).toBe('133211');
    const dropD = TUNINGS.filter(({ name }) => name === 'drop D');
    expect(textAt({ pinnedShapes: rules, tunings: dropD })).not.toBe('133211');
    const free = ask('C F G', { capoFrets: [0] }).plan.setups[0]?.solution.chords[1];
    const forbidden =
      free?.candidate == null ? [] : [{ chord: free.shapeChord, shape: fingeringOf(free.candidate).shape }];
    expect(textAt({ forbiddenShapes: forbidden })).not.toBe(free?.candidate?.text);
  });

  test('counts shapes that are new to the class', () => {
    const known = new Set(['G', 'C', 'D', 'Em']);
    const { plan } = ask('A D E F#m', { known });
    expect(plan.setups[0]?.solution.chords.every(({ isNew }) => !isNew)).toBe(true);
    expect(plan.setups[0] && capoOf(plan.setups[0])).toBe(2);
    expect(plan.setups.some(({ effort }) => effort.learn > 0)).toBe(true);
  });

  test('adds up: its parts are its total, and its order is by total', () => {
    const { plan } = ask('Bb F Gm7 Ebadd9');
    for (const { effort } of plan.setups) {
      expect(effort.hold + effort.change + effort.learn + effort.setup).toBeCloseTo(effort.total, 9);
    }
    const totals = plan.setups.map(({ effort }) => effort.total);
    expect(totals).toEqual([...totals].sort((a, b) => a - b));
  });

  test('with the best shape each time is no dearer than with one shape a name', () => {
    const problem = toSongProblem(
      songFromChart('key: C\n\nVerse:\n| C | G | Am | F |\n| C | G | F | G |\n| Dm | F | C | E7 |\n'),
    );
    const { setups } = runSteps(planSetups(problem, PLAIN_QUESTION, memory));
    for (const { solution } of setups) {
      const each = planOccurrences(problem, solution.place, PLAIN_QUESTION, memory);
      expect((each?.hold ?? 0) + (each?.change ?? 0)).toBeLessThanOrEqual(solution.hold + solution.change + 1e-9);
    }
  });
});

describe('reasons', () => {
  test('say the choice, the way without a capo, and that a bare list is no map', () => {
    expect(sentences('Bb F Gm Eb')[0]).toEqual([
      'Capo 3, G shapes: no barre chords; sounds in B♭ major.',
      'Without a capo the same shapes sound in G major, 3 semitones lower.',
      'This is a list of chords, no map yet: each chord counts once.',
    ]);
  });

  test('name the open string that another capo stops', () => {
    const all = sentences('A D E F#m').flat();
    expect(
      all.some((each) =>
        /^(?:Without a capo|At capo \d) the open \S+ of string \d in Song is fretted: [A-G]\S* has it on (?:that string|string \d), fret \d+\. (?:No capo|Capo \d) lets it ring/.test(
          each,
        ),
      ),
    ).toBe(true);
  });

  test('spell out a retuning string by string, and where its frets have gone', () => {
    const dropD = TUNINGS.filter(({ name }) => name === 'drop D');
    expect(sentences('D G A', { tunings: dropD })[0]).toContain(
      'String 6: from E2 down to D2, octave with string 4. What was at fret f is now at fret f+2.',
    );
  });

  test('tell the singer what is to spare, or that no key holds the tune', () => {
    const singer = { lowMidi: 57, highMidi: 76 };
    expect(sentences('Bb F Gm Eb', { singer }, 'range: C4-D5')[0]).toContain(
      'In B♭ major the tune runs C4 to D5; the singer is easy from A3 to E5: 3 semitones spare below, 2 above.',
    );
    const narrow = { lowMidi: 60, highMidi: 65 };
    expect(sentences('Bb F Gm Eb', { singer: narrow, keyShifts: [-1, 0, 1] }, 'range: C4-D5')[0]).toContain(
      'The tune spans 14 semitones, the singer 5: no key holds all of it.',
    );
  });

  test('warn of a change that comes too quickly at the tempo, with a tempo to drill from', () => {
    expect(
      sentences('Bb F Gm Eb', {}, 'tempo: 240')[0]?.some((each) =>
        /^Bar \d+, \S+ to \S+: 0\.25 s .*clean in about \d\.\d\d s after about a year\. At 240 this is quick: begin at \d+(?:, or leave out the beat before it)?\.$/.test(
          each,
        ),
      ),
    ).toBe(true);
    expect(sentences('Bb F Gm Eb', {}, 'tempo: 60')[0]?.some((each) => each.includes('Drill'))).toBe(false);
  });

  test('say where fingers are cramped, where to practise, and which fret plays with the record', () => {
    const { plan, problem, question } = ask('F#7 B E', { capoFrets: [7] }, 'length: 3:10');
    const [planned] = plan.setups;
    const words =
      planned === undefined ? [] : listReasons(planned, plan, problem, question).map((reason) => formatReason(reason));
    expect(
      words.some((each) =>
        /^At capo 7 the \S+ hand stands in neck fret \d+, \d+ mm wide\. Practise (?:at capo \d|without a capo); capo 7 plays with the record\.$/.test(
          each,
        ),
      ),
    ).toBe(true);
  });
});

describe('hard questions get an answer', () => {
  test('a song without chords has no setups', () => {
    expect(runSteps(planSetups(toSongProblem(songFromChart('Verse:\n')), PLAIN_QUESTION, memory)).setups).toEqual([]);
  });

  test('a chord that four strings cannot sound is said to be unplayable, and the others are planned', () => {
    const four: Tuning = { name: 'low four', openMidi: [28, 33, 38, 43] };
    const problem = problemOf('C7b9#11 C');
    const { setups } = runSteps(planSetups(problem, { ...PLAIN_QUESTION, tunings: [four], capoFrets: [0] }, memory));
    expect(setups[0]?.solution.chords.map(({ candidate }) => candidate === null)).toEqual([true, false]);
  });

  test('a capo that leaves no neck is left out, and an impossible pin leaves nothing, with its count', () => {
    const guitar = { ...PLAIN_QUESTION.guitar, highestNeckFret: 5 };
    const beyond = ask('C F G', { guitar, capoFrets: [0, 4, 5, HIGHEST_CAPO_FRET + 3] }).plan;
    expect(beyond.considered).toBe(2);
    const never = ask('C F G', pinned({ kind: 'open-string', midi: 100 })).plan;
    expect([never.setups.length, never.refused[0]?.setups]).toEqual([0, 10]);
  });

  test('thirty chords and two thousand bars end in few steps', () => {
    const names = ['C', 'Dm', 'E7', 'F', 'G', 'Am', 'Bb', 'Cm7', 'D9', 'Ebmaj7', 'Em', 'Fm', 'Gm7', 'Ab', 'A7'];
    const chords = [
      ...names,
      ...names.map((name) => (name.includes('7') ? `${name}/E` : `${name}add9`.replace('9add9', '6'))),
    ];
    const list = chords.filter((name): name is string => name !== 'E7/E').slice(0, 30);
    const lines = Array.from({ length: 250 }, (_, line) => {
      const at = (offset: number) => list[(line * 3 + offset) % list.length] ?? 'C';
      return `| ${at(0)} | ${at(1)} | ${at(2)} | ${at(3)} |`;
    });
    const song = songFromChart(`key: C\nform: Verse, Verse\n\nVerse:\n${lines.join('\n')}\n`);
    expect(countPlayedBars(song)).toBe(2000);
    const problem = toSongProblem(song);
    expect(problem.chords.length).toBeGreaterThanOrEqual(28);
    let steps = 0;
    for (const step of planSetups(problem, PLAIN_QUESTION, createPlanMemory())) {
      steps += 1;
      expect('share' in step || 'found' in step).toBe(true);
    }
    expect(steps).toBeLessThan(60);
  });
});

test('a place names its keys as teachers do', () => {
  const place = toSetupPlace({ tonic: 'Bb', mode: 'major' }, { tuning: STANDARD_TUNING, capoFret: 3 }, 0);
  expect([place.soundingKey.tonic, place.shapeKey.tonic]).toEqual(['Bb', 'G']);
});
