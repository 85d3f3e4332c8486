import { describe, expect, test } from 'vitest';
import { formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { QUARTER_TICKS } from '../../rhythm/metre.ts';
import type { ChartBar } from '../../song/chart/chart.ts';
import { isClean, parseChart } from './parse-chart.ts';

const barsOf = (text: string) =>
  parseChart(text).chart.sections.flatMap(({ lines }) => lines.flatMap(({ bars }) => bars));
const inBeats = (bar: ChartBar | undefined) =>
  bar?.slots.map(({ chord, ticks }) => `${chord === null ? '-' : formatChordSymbol(chord)} ${ticks / QUARTER_TICKS}`);
const problemsOf = (text: string) =>
  parseChart(text).problems.map(({ kind, line, column }) => `${kind} ${line}:${column}`);

describe('beats in a bar', () => {
  test.each([
    ['| G |', ['G 4']],
    ['| G D |', ['G 2', 'D 2']],
    ['| G / / D |', ['G 3', 'D 1']],
    ['| G D Em C |', ['G 1', 'D 1', 'Em 1', 'C 1']],
    ['| N.C. / D / |', ['- 2', 'D 2']],
    ['| G D&2 |', ['G 1.5', 'D 2.5']],
    ['| G / D&2 C / |', ['G 1.5', 'D 0.5', 'C 2']],
    ['| (3/4) G / D |', ['G 2', 'D 1']],
    ['| (7/8 2+2+3) G / / / D / / |', ['G 2', 'D 1.5']],
    ['| (pickup 1) D |', ['D 1']],
    ['| G/B D/F# |', ['G/B 2', 'D/F# 2']],
  ])('%s', (text, slots) => {
    expect(inBeats(barsOf(text)[0])).toEqual(slots);
  });

  test('signs say how a chord is played', () => {
    const [held, cut, stopped, early, earlier] = barsOf('| G_ | G! | G!3 | <G | <<G |').map(({ slots }) => slots[0]);
    expect(held?.hold).toBe(true);
    expect(cut?.stop).toEqual({ beat: null });
    expect(stopped?.stop).toEqual({ beat: 3 });
    expect(early?.pushTicks).toBe(QUARTER_TICKS / 2);
    expect(earlier?.pushTicks).toBe(QUARTER_TICKS / 4);
  });

  test('a bar may change metre, key and tempo', () => {
    const [, bar] = barsOf('| G | (6/8) (key D) (tempo 80) D |');
    expect(bar).toMatchObject({
      metre: { beats: 6, unit: 8 },
      key: { tonic: 'D', mode: 'major' },
      tempo: { tempoBpm: 80 },
    });
  });

  test('an uneven bar is refused with the likely spellings', () => {
    const [problem] = parseChart('metre: 3/4\n\n| G D |').problems;
    expect(problem).toMatchObject({ kind: 'uneven-share', proposals: ['G D /', 'G / D'] });
    const [spaced] = parseChart('| F# / C# |').problems;
    expect(spaced).toMatchObject({ kind: 'beats-do-not-fill', proposals: ['F#/C#', 'F# / C# /'] });
  });
});

describe('lines', () => {
  const lineOf = (text: string) => parseChart(text).chart.sections[0]?.lines[0];

  test.each(['| G | x3', '| G | 3x', '| G | (x3)', '|: G :| x3', '| G :| 3x', '| G x3'])(
    '%s is played three times',
    (text) => {
      expect(lineOf(text)).toMatchObject({ times: 3, bars: [{}] });
    },
  );

  test.each(['|: G | D :|', '| G || D :|', '||: G | D :||'])('%s is played twice', (text) => {
    expect(lineOf(text)).toMatchObject({ times: 2, bars: [{}, {}] });
  });

  test('endings close the rounds they name', () => {
    const line = lineOf('| G | D |\n1-3. | Em |\n4. | C | C_ |\n');
    expect(line?.times).toBe(4);
    expect(line?.endings.map(({ rounds, bars }) => [rounds, bars.length])).toEqual([
      [[1, 2, 3], 1],
      [[4], 2],
    ]);
  });

  test('words right under bars are cues, one a round', () => {
    expect(lineOf('| G | x2\n"one" / "two ""or"" three"\n')?.cues).toEqual(['one', 'two "or" three']);
    expect(lineOf('| G |\nrain on the roof\n')?.cues).toEqual(['rain on the roof']);
    expect(problemsOf('| G |\n\nrain on the roof\n')).toEqual(['not-understood 3:1']);
  });

  test('a bracket at the end is a note', () => {
    expect(lineOf('| G | x2 [muted]')).toMatchObject({ note: 'muted', times: 2 });
  });
});

describe('headings and form', () => {
  const formOf = (text: string) => parseChart(text).chart.form;

  test('without a form the headings in order are the form', () => {
    expect(formOf('Verse:\n| G |\nChorus:\n| C |\nVerse:\nChorus\n')).toEqual(['Verse', 'Chorus', 'Verse', 'Chorus']);
  });

  test('a form header counts repeats', () => {
    expect(formOf('form: Verse, Chorus x2\n\nVerse:\n| G |\nChorus:\n| C |\n')).toEqual(['Verse', 'Chorus', 'Chorus']);
  });

  test('bars without a heading are one walk-through', () => {
    expect(parseChart('| G |\n| D |').chart.sections).toMatchObject([{ name: 'Song', lines: [{}, {}] }]);
  });

  test('a heading that comes again with other bars is asked about', () => {
    const [problem] = parseChart('Verse:\n| G |\nVerse:\n| D |\n').problems;
    expect(problem).toMatchObject({ kind: 'section-again', proposals: ['Verse (time 2):', 'Verse 2:'], line: 3 });
    expect(problemsOf('Verse:\n| G |\nVerse:\n| G |\n')).toEqual([]);
  });

  test('a pass as played stands under its number', () => {
    const { chart, problems } = parseChart('Verse:\n| G |\nChorus:\n| C |\nVerse (time 2):\n| G | D |\n');
    expect(problems).toEqual([]);
    expect(chart.passes).toMatchObject([{ name: 'Verse', time: 2, lines: [{ bars: [{}, {}] }] }]);
    expect(chart.form).toEqual(['Verse', 'Chorus', 'Verse']);
  });
});

describe('headers', () => {
  test('are read with every value', () => {
    const { headers } = parseChart(
      'title: A Song\ncredit: us\nkey: Bb\ntempo: dotted quarter 56\nmeter: 6/8\nfeel: swing\ntuning: drop D\ncapo: 3\nchords: shapes\nrange: C4-D5\nlength: 3:25\nG = 320033\n\n| G |',
    ).chart;
    expect(headers).toMatchObject({
      title: 'A Song',
      credit: 'us',
      key: { tonic: 'Bb', mode: 'major' },
      tempo: { tempoBpm: 56, pulseTicks: 15120 },
      metre: { beats: 6, unit: 8 },
      feel: 'swing',
      tuning: { name: 'drop D' },
      capoFret: 3,
      chords: 'shapes',
      melodyRange: { lowMidi: 60, highMidi: 74 },
      recordSeconds: 205,
      pins: [{ shape: [3, 2, 0, 0, 3, 3] }],
    });
  });

  test('a loose first line sets the capo and says so', () => {
    const { chart, problems } = parseChart('Capo 3, G D Em C\n\n| G | D |');
    expect(chart.headers).toMatchObject({ capoFret: 3, chords: 'shapes' });
    expect(problems).toMatchObject([{ kind: 'capo-line', severity: 'notice', line: 1 }]);
  });

  test('one that cannot be read is named, so that its old value can stay', () => {
    const parsed = parseChart('key: X\ntempo: fast\n\n| G |');
    expect(parsed.unreadHeaders).toEqual(['key', 'tempo']);
    expect(parsed.chart.sections).toHaveLength(1);
  });
});

describe('what is wrong is said with its place', () => {
  test.each([
    ['moon: full\n| G |', 'unknown-header 1:1'],
    ['key: X\n| G |', 'bad-key 1:6'],
    ['tempo: fast\n| G |', 'bad-tempo 1:8'],
    ['metre: 4/5\n| G |', 'bad-metre 1:8'],
    ['tuning: odd\n| G |', 'bad-tuning 1:9'],
    ['capo: 13\n| G |', 'bad-capo 1:7'],
    ['chords: names\n| G |', 'bad-chords-word 1:9'],
    ['range: up\n| G |', 'bad-range 1:8'],
    ['range: D5-C4\n| G |', 'range-upside-down 1:8'],
    ['length: long\n| G |', 'bad-length 1:9'],
    ['G = 32003\n| G |', 'bad-pin 1:1'],
    ['key: C\nkey: D\n| G |', 'header-again 2:6'],
    ['| G |\n\nkey: D\n', 'header-too-late 3:1'],
    ['form: Verse, Chorus\n\nVerse:\n| G |', 'unknown-in-form 1:14'],
    ['| G | Dq |', 'unknown-chord 1:7'],
    ['| G |\n| D | Xm |', 'unknown-chord 2:7'],
    ['| G | % |', 'unknown-chord 1:7'],
    ['| G |  | D |', 'empty-bar 1:6'],
    ['Verse:\n| same | G |', 'same-first 2:3'],
    ['| G | same D |', 'same-not-alone 1:7'],
    ['| / G |', 'starts-with-slash 1:3'],
    ['| G / / |', 'beats-do-not-fill 1:3'],
    ['| G D Em |', 'uneven-share 1:3'],
    ['| G D&9 |', 'bad-start 1:5'],
    ['| G D!1 |', 'bad-stop 1:5'],
    ['| G_! |', 'bad-mark 1:3'],
    ['| (oh) G |', 'bad-bar-prefix 1:3'],
    ['| (pickup 4) G |', 'bad-bar-prefix 1:3'],
    ['| <G | D |', 'push-on-first 1:3'],
    ['| G |: D :| C |', 'repeat-inside-line 1:8'],
    ['|: G | D |', 'repeat-across-lines 1:4'],
    ['| G | and so on', 'unknown-chord 1:7'],
    ['| G | x99', 'bad-times 1:7'],
    ['1. | G |', 'bad-ending 1:1'],
    ['| G |\n1. | D |\n1. | E |', 'bad-ending 3:1'],
    ['"words"\n', 'cue-without-line 1:1'],
    ['| G |\n"one" "two"\n', 'bad-cue 2:1'],
    ['| G |\n"one" / "two"\n', 'too-many-cues 1:1'],
    ['Verse:\n| G |\n\nG D Em C\n', 'chords-without-bars 4:1'],
    ['Chorus (time 2):\n| G |', 'pass-number-off 1:1'],
    ['A, B:\n| G |', 'bad-section-name 1:1'],
    ['| em |', 'read-as 1:3'],
    ['| H | D |', 'read-as 1:3'],
    ['key: B\n| B | Ebm |', 'spelled-in-key 2:7'],
    ['| C9 | G | Cadd9 |', 'ninth-in-doubt 1:3'],
  ])('%j', (text, first) => {
    expect(problemsOf(text)[0]).toBe(first);
  });

  test.each([
    ['| G . . . |', '/'],
    ['| G | % |', 'same'],
    ['| G // |', '/ /'],
    ['| G^ |', 'G'],
    ['[Verse]\n| G |', 'Verse:'],
    ['time: 3/4\n| G |', 'metre:'],
    ['Time  signature : 3/4\n| G |', 'metre:'],
    ['artist: M. Tolliver\n| G |', 'credit:'],
    ['| G |\n\nrain "on" the roof', '"rain ""on"" the roof"'],
  ])('%j proposes %s', (text, proposal) => {
    expect(parseChart(text).problems[0]?.proposals).toEqual([proposal]);
  });

  test('a proposed header stands where the other word stood, and is read', () => {
    const text = 'title: Tin\ntime signature: 3/4\n\n| G |';
    const [problem] = parseChart(text).problems;
    expect(problem).toMatchObject({ line: 2, column: 1, length: 'time signature:'.length });
    const mended = text.replace('time signature:', problem?.proposals[0] ?? '');
    expect(parseChart(mended).chart.headers.metre).toMatchObject({ beats: 3, unit: 4 });
    expect(parseChart('constructor: 3\n| G |').problems[0]?.proposals).toEqual([]);
  });

  test('an error keeps the good lines around it', () => {
    const parsed = parseChart('Verse:\n| G | D |\n| Em | Cq |\n| C | D |\n');
    expect(isClean(parsed)).toBe(false);
    expect(parsed.chart.sections[0]?.lines.map(({ bars }) => bars.length)).toEqual([2, 0, 2]);
  });

  test('without a metre that can be read no bar is taken at its word', () => {
    const parsed = parseChart('metre: 3/\n\n| G |\n');
    expect(parsed.unreadHeaders).toEqual(['metre']);
    expect(parsed.chart.sections[0]?.lines[0]?.bars).toEqual([]);
  });

  test('Windows and old Mac line ends count as one line each', () => {
    expect(problemsOf('Verse:\r\n| G |\r\n| X |\r\n')).toEqual(['unknown-chord 3:3']);
    expect(problemsOf('Verse:\r| G |\r| X |\r')).toEqual(['unknown-chord 3:3']);
  });

  test('an endless chart is refused whole', () => {
    expect(problemsOf('| G |\n'.repeat(200_000))).toEqual(['too-long 1:1']);
    expect(problemsOf(`${'| G | x64\n'.repeat(400)}`)).toEqual(['too-many-bars 1:1']);
  });
});
