import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, test } from 'vitest';
import { listRetuningSteps } from '../core/fretboard/retuning.ts';
import { STANDARD_TUNING, TUNINGS } from '../core/fretboard/tuning.ts';
import { HELP } from './help.ts';
import { run } from './run.ts';

const folder = mkdtempSync(join(tmpdir(), 'ladder-'));
afterAll(() => rmSync(folder, { recursive: true }));
const fileWith = (name: string, text: string | Uint8Array) => {
  const file = join(folder, name);
  writeFileSync(file, text);
  return file;
};
const SONG = 'title: Made Up\nkey: Bb\ntempo: 92\nrange: C4-D5\n\nVerse:\n| Bb | F | Gm | Eb |\n| Bb | F | Eb | Bb |\n';
const song = fileWith('made-up.txt', SONG);
const json = async (...args: readonly string[]) => JSON.parse((await run([...args, '--json'])).out);

describe('plan', () => {
  test('answers as JSON with ranked setups, their shapes, costs, losses and reasons', async () => {
    const plan = await json('plan', song);
    expect(Object.keys(plan)).toEqual(expect.arrayContaining(['setups', 'exact', 'elapsedMs']));
    expect(plan.exact).toBe(true);
    const [first] = plan.setups;
    expect(first).toMatchObject({
      rank: 1,
      tuning: { name: 'standard', strings: ['E2', 'A2', 'D3', 'G3', 'B3', 'E4'] },
      capo: 3,
      soundingKey: 'Bb',
      shapeKey: 'G',
      transposeSemitones: 3,
      barreChords: [],
    });
    expect(first.chords[0]).toMatchObject({ sounding: 'Bb', shape: 'G', frets: '320003' });
    expect(first.chords[0].fingers).toMatch(/^(?:21---3|32---4)$/);
    const { hold, change, learn, setup, total } = first.effort;
    expect(hold + change + learn + setup).toBeCloseTo(total, 2);
    expect(first.reasons[0].text).toBe('Capo 3, G shapes: no barre chords; sounds in Bb major.'.replace('Bb', 'B♭'));
    expect(plan.setups.map(({ rank }: { rank: number }) => rank)).toEqual(
      plan.setups.map((_: unknown, index: number) => index + 1),
    );
  });

  test('takes several files, names the one that fails, and still answers the others', async () => {
    const bad = fileWith('bad.txt', '| C | Cq |\n');
    const { out, err, code } = await run(['plan', song, join(folder, 'nowhere.txt'), bad, '--json']);
    const answers = JSON.parse(out);
    expect(answers.map(({ file }: { file: string }) => file)).toEqual([song, join(folder, 'nowhere.txt'), bad]);
    expect(answers[0].setups.length).toBeGreaterThan(0);
    expect(answers[1].error).toContain('there is no such file');
    expect(err).toContain('bad.txt: line 1, column 7: “Cq” is no chord known here.');
    expect(code).toBe(1);
  });

  test('reads chords above words, and a song saved as JSON', async () => {
    const loose = fileWith('loose.txt', 'Am      F\nwords over here\nC       G\nmore of them\n');
    expect((await json('plan', loose)).setups[0].chords.map(({ shape }: { shape: string }) => shape)).toEqual([
      'Am',
      'F',
      'C',
      'G',
    ]);
    const saved = fileWith('saved.json', readFileSync(join(import.meta.dirname, '../contract/samples/song-v1.json')));
    expect((await run(['plan', saved, '--limit', '1'])).code).toBe(0);
    expect((await run(['plan', fileWith('odd.json', '{"a": 1}')])).err).toContain('neither a song nor a library');
    expect((await run(['plan', fileWith('torn.json', '{"a": ')])).err).toContain('cannot be read as such');
  });

  test.each([
    [['--free-key'], (setups: { soundingKey: string }[]) => new Set(setups.map((each) => each.soundingKey)).size > 1],
    [['--capos', '1'], (setups: { capo: number }[]) => setups.every(({ capo }) => capo === 1)],
    [
      ['--tunings', 'DADGAD'],
      (setups: { tuning: { name: string } }[]) => setups.every(({ tuning }) => tuning.name === 'DADGAD'),
    ],
    [
      ['--pin', 'capo:1', '--pin', 'barres:0'],
      (setups: { capo: number; barreChords: string[] }[]) =>
        setups.every(({ capo, barreChords }) => capo === 1 && barreChords.length === 0),
    ],
    [
      ['--pin', 'G=320033', '--pin', 'capo:3', '--tunings', 'standard'],
      (setups: { chords: { frets: string }[] }[]) => setups[0]?.chords[0]?.frets === '320033',
    ],
    [
      ['--pin', 'G!=320003', '--pin', 'capo:3'],
      (setups: { chords: { frets: string }[] }[]) => setups[0]?.chords[0]?.frets !== '320003',
    ],
    [
      ['--singer', 'A3-E5'],
      (setups: { singer: { below: number } }[]) => setups.every(({ singer }) => singer.below >= 0),
    ],
    [
      ['--known', 'A,E,F#m,D'],
      (setups: { effort: { learn: number } }[]) => setups.some(({ effort }) => effort.learn > 0),
    ],
  ] as const)('%j changes the question', async (args, isAsAsked) => {
    expect((isAsAsked as (setups: unknown) => boolean)((await json('plan', song, ...args)).setups)).toBe(true);
  });

  test('adds the best shape each time where it is asked for', async () => {
    expect((await json('plan', song, '--per-occurrence', '--limit', '1')).perOccurrence.shapes).toHaveLength(8);
  });

  test('tells people the first setup with its reasons, then the others', async () => {
    const { out, err, code } = await run(['plan', song, '--limit', '2']);
    expect([err, code]).toEqual(['', 0]);
    expect(out).toMatch(/^Made Up: sounds in Bb, 4 chords\n1\. standard, capo 3, G shapes/);
    expect(out).toContain('\n2. ');
  });
});

describe('shapes', () => {
  test('answers with frets, fingers, effort, notes, bass and label', async () => {
    const [first, second] = await json('shapes', 'F', '--limit', '2');
    expect(first).toMatchObject({ frets: 'xx3211', fingers: '--3211', notes: ['F3', 'A3', 'C4', 'F4'], bass: 'F3' });
    expect(second).toMatchObject({ frets: '133211', label: 'the E hand at fret 1' });
    expect((await json('shapes', 'C', '--capo', '3', '--limit', '1'))[0].notes).toEqual([
      'Eb3',
      'G3',
      'Bb3',
      'Eb4',
      'G4',
    ]);
    expect((await json('shapes', 'D', '--tuning', 'drop D', '--limit', '1'))[0].frets).toBe('000232');
    expect(
      (await json('shapes', 'C', '--tuning', 'G4 C4 E4 A4', '--limit', '3')).map(
        ({ frets }: { frets: string }) => frets,
      ),
    ).toContain('0003');
  });

  test('knows open strings low to high as a tuning', async () => {
    const tuning = TUNINGS.find(({ name }) => name === 'double drop D') ?? STANDARD_TUNING;
    expect(listRetuningSteps(STANDARD_TUNING, tuning)).toHaveLength(2);
    expect(await json('shapes', 'G', '--tuning', 'DADGBD', '--limit', '1')).toEqual(
      await json('shapes', 'G', '--tuning', 'double drop D', '--limit', '1'),
    );
  });

  test('says what makes each hard', async () => {
    expect((await run(['shapes', 'Bm', '--limit', '1'])).out).toContain('full barre at fret 2');
  });

  test('refuses a chord the strings cannot sound', async () => {
    const { err, code } = await run(['shapes', 'C7b9#11', '--tuning', 'E1 A1 D2 G2']);
    expect(err).toContain('cannot be played');
    expect(code).toBe(1);
  });
});

describe('name', () => {
  test.each([
    ['x32010', [], { name: 'C', fit: 'exact', missing: [], foreign: [] }],
    ['10-12-12-11-10-10', [], { name: 'D', fit: 'exact' }],
    ['x32010', ['--capo', '3'], { name: 'C', sounding: 'Eb' }],
    ['x02010', ['--as', 'A'], { name: 'A', fit: 'wrong', missing: ['C#'], foreign: ['C', 'G'] }],
    ['000232', ['--tuning', 'drop D'], { name: 'D', fit: 'exact' }],
  ] as const)('%s %j', async (frets, args, first) => {
    expect((await json('name', frets, ...args))[0]).toMatchObject(first);
  });

  test('says so where there is no name', async () => {
    expect((await run(['name', 'xxxxx0'])).out).toBe('xxxxx0 is no chord that has a name.\n');
  });
});

test('change tells what stays and what moves, in words and as data', async () => {
  const change = await json('change', 'C', 'Am');
  expect(change).toMatchObject({ from: { frets: 'x32010' }, to: { frets: 'x02210' } });
  expect(change.words).toBe('Index and middle stay. Ring goes to string 3, fret 2.');
  expect(change.steps.map(({ action }: { action: string }) => action)).toEqual(['anchor', 'anchor', 'move']);
  expect((await json('change', 'G=320033', 'Cadd9=x32033')).words).toContain('Ring and little finger stay.');
});

test('chart writes the song behind another capo; what sounds stays', async () => {
  const { out } = await run(['chart', song, '--capo', '1']);
  expect(out).toContain('capo: 1');
  expect(out).toContain('| A | E | F#m | D |');
  const again = fileWith('again.txt', out);
  expect((await run(['chart', again, '--capo', '3', '--sounding'])).out).toContain('| Bb | F | Gm | Eb |');
});

describe('map', () => {
  test('answers with sections, the unrolled bars with beats and seconds, totals, and what repeats', async () => {
    const file = fileWith(
      'map.txt',
      'title: Mapped\nkey: C\ntempo: 60\n\nVerse:\n| C | (2/4) G | x2\n\nChorus:\n| F | C |\n',
    );
    const map = await json('map', file);
    expect(map.sections.map((section: { name: string }) => section.name)).toEqual(['Verse', 'Chorus']);
    expect(map.sections[0].lines[0]).toMatchObject({
      times: 2,
      bars: [{ chords: ['C'] }, { metre: '2/4', chords: ['G'] }],
    });
    expect(
      map.bars.map(({ startBeat, startSeconds, beats }: Record<string, number>) => [startBeat, startSeconds, beats]),
    ).toEqual([
      [0, 0, 4],
      [4, 4, 2],
      [6, 6, 4],
      [10, 10, 2],
      [12, 12, 4],
      [16, 16, 4],
    ]);
    expect(map.totals).toEqual({ bars: 6, beats: 20, seconds: 20 });
    expect((await run(['map', song])).out).toContain('8 bars, 0:21.');
    expect((await run(['map'])).code).toBe(2);
  });

  test('says what repeats', async () => {
    const file = fileWith('repeats.txt', 'key: C\n\nVerse:\n| C | G | Am | F |\n\nChorus:\n| Am | F | C | G |\n');
    expect((await json('map', file)).findings.map(({ text }: { text: string }) => text)).toContain(
      'Chorus line 1 is Verse line 1 begun at its bar 3.',
    );
  });

  test('gives the chords as they are struck, the odd bars, where bars may be missing, and what could be written otherwise', async () => {
    const file = fileWith(
      'odd.txt',
      'key: C\ntempo: 60\nlength: 1:08\n\nVerse:\n| C | <F | G! | C_ |\n"one"\n| C | <F | (2/4) G | C |\n\nVerse:\n',
    );
    const map = await json('map', file);
    expect(map.events.slice(0, 4)).toEqual([
      { bar: 1, chord: 'C', startTick: 0, lengthTicks: 35280, startSeconds: 0, change: true },
      { bar: 2, chord: 'F', startTick: 35280, lengthTicks: 45360, startSeconds: 3.5, change: true, pushTicks: 5040 },
      { bar: 3, chord: 'G', startTick: 80640, lengthTicks: 40320, startSeconds: 8, change: true, stopTick: 80640 },
      { bar: 4, chord: 'C', startTick: 120960, lengthTicks: 40320, startSeconds: 12, change: true, hold: true },
    ]);
    expect(map.oddBars.map(({ number }: { number: number }) => number)).toEqual([7, 15]);
    expect(map.record).toMatchObject({ bars: 2, gapSeconds: 8, places: [] });
    expect(map.passes).toMatchObject([
      { label: 'Verse 1', bars: 8, firstBar: 1 },
      { label: 'Verse 2', firstBar: 9 },
    ]);
    expect(map.proposals).toMatchObject([{ kind: 'fold-lines', seen: 'Verse lines 1 and 2 begin alike.' }]);
  });
});

describe('levels', () => {
  test('give the song at its levels, the easiest first, each within the one above', async () => {
    const file = fileWith('levels.txt', 'key: C\ntempo: 100\n\nVerse:\n| C | Fmaj7 | G | Am F |\n');
    const levels = await json('levels', file);
    expect(levels.flatMap(({ levels }: { levels: number[] }) => levels)).toEqual([1, 2, 3, 4, 5]);
    expect(levels[0].shapes.map(({ frets }: { frets: string }) => frets)).toEqual(
      expect.arrayContaining(['xxx010', 'xxx003']),
    );
    expect(levels[0].bars.map(({ strokes }: { strokes: number[] }) => strokes)).toEqual([[0], [0], [0], [0, 2]]);
    expect(levels.at(-1).bars[3]).toMatchObject({ number: 4, chords: ['Am', 'F'], merged: 0, strokes: [0, 1, 2, 3] });
    expect((await run(['levels', file])).out).toContain('strokes a second.');
    expect((await run(['levels'])).code).toBe(2);
    // What it was called before is still understood.
    expect(await json('rungs', file)).toEqual(levels);
    expect((await run(['help', 'rungs'])).out).toContain('ladder levels FILE');
  });
});

describe('mistakes go to standard error with a code of their own', () => {
  test.each([
    [['bogus'], '"bogus" is no command', 2],
    [['shapes'], 'shapes needs one chord', 2],
    [['shapes', 'c#M'], 'Is it C#', 2],
    [['shapes', 'C', '--capo', '13'], 'from 0 to 12', 2],
    [['shapes', 'C', '--tuning', 'nonsense'], 'is no tuning', 2],
    [['shapes', 'C', '--what'], 'Unknown option', 2],
    [['shapes', 'C', '--scale', '20'], 'from 330 to 900 mm', 2],
    [['name', 'x3201'], 'has 5 strings; this tuning has 6', 2],
    [['name', 'hello!'], 'is no shape', 2],
    [['plan'], 'plan needs a file', 2],
    [['plan', song, '--pin', 'nothing'], 'use open:A2', 2],
    [['plan', song, '--singer', 'E5-A3'], 'the lower first', 2],
    [['plan', song, '--pin', 'open:C8'], 'no setup keeps every pin', 1],
    [['plan', fileWith('empty.txt', '')], 'it is empty', 1],
    [['plan', fileWith('one.txt', '| C | G |'), '--singer', 'A3-E5'], 'the singer needs the melody', 1],
    [['chart', join(folder, 'nowhere')], 'there is no such file', 1],
  ] as const)('%j', async (args, words, code) => {
    const answer = await run(args);
    expect(answer.out).toBe('');
    expect(answer.err).toContain(words);
    expect(answer.code).toBe(code);
  });
});

test('help is there for every command', async () => {
  expect((await run([])).out).toContain('plan FILE…');
  for (const [command, text] of Object.entries(HELP)) {
    expect(await run([command, '--help'])).toEqual({ out: `${text}\n`, err: '', code: 0 });
    expect((await run(['help', command])).out).toBe(`${text}\n`);
  }
});

describe('export', () => {
  const out = mkdtempSync(join(tmpdir(), 'golden-ladder-out-'));
  afterAll(() => rmSync(out, { recursive: true, force: true }));
  const file = fileWith('export.txt', 'title: ../Up & away\nkey: C\ntempo: 100\n\nVerse:\n| C | G |\n');

  test('writes each song into the folder under a name that is no path, and goes on after a file that fails', async () => {
    const {
      out: said,
      err,
      code,
    } = await run(['export', file, 'no-such-file.txt', file, '--to', 'text', '--out', out]);
    expect(code).toBe(1);
    expect(err).toContain('no-such-file.txt: there is no such file');
    expect(said.trim().split('\n')).toEqual([
      `${file}: ${join(out, 'Up-away.txt')}`,
      `${file}: ${join(out, 'Up-away-2.txt')}`,
    ]);
    expect(readFileSync(join(out, 'Up-away.txt'), 'utf8')).toContain('| C | G |');
  });

  test('CSV is two files, the bars and the shapes', async () => {
    expect((await run(['export', file, '--to', 'csv', '--out', out])).out.trim()).toBe(
      `${file}: ${join(out, 'Up-away-map.csv')}, ${join(out, 'Up-away-shapes.csv')}`,
    );
    expect(readFileSync(join(out, 'Up-away-shapes.csv'), 'utf8')).toContain('G,G,');
  });

  test('JSON comes back as the same song, and MIDI has more notes on a higher level', async () => {
    expect((await run(['export', file, '--to', 'json', '--out', out])).code).toBe(0);
    const json = join(out, 'Up-away.json');
    expect((await run(['export', json, '--to', 'text', '--out', out])).code).toBe(0);
    expect(readFileSync(join(out, 'Up-away.txt'), 'utf8')).toContain('| C | G |');
    const sizeOf = async (level: string): Promise<number> => {
      expect((await run(['export', file, '--to', 'midi', '--level', level, '--out', out])).code).toBe(0);
      const bytes = readFileSync(join(out, 'Up-away.mid'));
      expect(bytes.subarray(0, 4).toString('latin1')).toBe('MThd');
      return bytes.length;
    };
    expect(await sizeOf('5')).toBeGreaterThan(await sizeOf('1'));
  });

  test('a web page plays the song on request: its policy allows that script by its hash, and no other', async () => {
    expect((await run(['export', file, '--to', 'html', '--out', out])).code).toBe(0);
    const quiet = readFileSync(join(out, 'Up-away.html'), 'utf8');
    expect(quiet).not.toContain('<script');
    expect((await run(['export', file, '--to', 'html', '--sound', '--out', out])).code).toBe(0);
    const html = readFileSync(join(out, 'Up-away.html'), 'utf8');
    const script = /<script>([\s\S]*?)<\/script>/.exec(html)?.[1] ?? '';
    const hash = createHash('sha256').update(script).digest('base64');
    expect(script.length).toBeGreaterThan(2_000);
    const policy = /Content-Security-Policy" content="([^"]*)"/.exec(html)?.[1] ?? '';
    expect(policy.replaceAll('&#39;', "'")).toContain(`script-src 'sha256-${hash}'`);
    expect(policy).not.toMatch(/connect-src|unsafe-eval|https?:/);
    const song = JSON.parse(/id="song">([^<]*)</.exec(html)?.[1] ?? 'null');
    expect(song.title).toBe('../Up & away');
    expect(Object.keys(JSON.parse(/id="sounds">([^<]*)</.exec(html)?.[1] ?? '{}'))).toContain('steel');
    const refused = await run(['export', file, '--to', 'pdf', '--sound', '--out', out]);
    expect(refused.err).toContain('--sound goes with --to html');
  });

  test('the handout is a PDF, a web page in one file, or a picture for each page, on the paper and for the reader asked for', async () => {
    const to = async (...args: readonly string[]) => (await run(['export', file, '--out', out, ...args])).out.trim();
    expect(await to('--to', 'pdf', '--paper', 'Letter')).toBe(`${file}: ${join(out, 'Up-away.pdf')}`);
    expect(readFileSync(join(out, 'Up-away.pdf')).subarray(0, 8).toString('latin1')).toBe('%PDF-1.7');
    await to('--to', 'html', '--for', 'ukulele');
    const html = readFileSync(join(out, 'Up-away.html'), 'utf8');
    expect(html).toContain('<title>../Up &amp; away</title>');
    expect(html).toContain('For ukulele, as it sounds');
    await to('--to', 'svg', '--rung', '1');
    expect(readFileSync(join(out, 'Up-away.svg'), 'utf8')).toContain('Your part.');
  });

  test.each([
    [['export', 'x.txt'], '--to pdf|html|musicxml|midi|text|svg|csv|json'],
    [['export', '--to', 'text'], 'needs a file'],
    [['export', 'x.txt', '--to', 'text', '--level', '2'], '--level goes with --to pdf, html, svg and midi'],
    [['export', 'x.txt', '--to', 'pdf', '--paper', 'A3'], '--paper'],
    [['export', 'x.txt', '--to', 'midi', '--one-side'], '--one-side and --large-print go with'],
    [['export', 'x.txt', '--to', 'html', '--book', 'x'], '--book goes with --to pdf'],
    [['export', 'x.txt', '--to', 'pdf', '--page', 'lyrics'], '--page is one of bars, words'],
    [['export', 'x.txt', '--to', 'midi', '--level', '9'], 'level'],
  ])('%j is not understood', async (args, words) => {
    const { err, code } = await run(args);
    expect(code).toBe(2);
    expect(err).toContain(words);
  });
});

describe('import', () => {
  const out = mkdtempSync(join(tmpdir(), 'golden-ladder-in-'));
  afterAll(() => rmSync(out, { recursive: true, force: true }));

  test('says in a line for each file what came in, what was assumed and what was left, and goes on after one that fails', async () => {
    const chart = fileWith('plain.txt', 'title: Paper Boat\nkey: C\ntempo: 100\n\nVerse:\n| C | G |\n');
    const loose = fileWith('loose.txt', 'Verse\nC        G\nrain on the river tonight again my dear\n');
    const midi = fileWith('song.mid', 'MThd');
    const { out: said, err, code } = await run(['import', chart, midi, loose, join(folder, 'nowhere'), '--out', out]);
    const lines = said.trim().split('\n');
    expect(code).toBe(1);
    expect(lines).toHaveLength(2);
    expect(lines[0]).toBe(`${chart}: “Paper Boat”, 2 bars, from text chart; ${join(out, 'Paper-Boat.json')}`);
    expect(lines[1]).toContain('from loose chart; assumed: ');
    expect(err).toContain('song.mid: it is a MIDI file');
    expect(err).toContain('nowhere: there is no such file');
    expect((await run(['export', join(out, 'Paper-Boat.json'), '--to', 'musicxml', '--out', out])).code).toBe(0);
    expect((await run(['import', join(out, 'Paper-Boat.musicxml'), '--dry'])).out).toContain(
      '“Paper Boat”, 2 bars, from MusicXML',
    );
  });

  test('says when nothing answers, and takes one way to keep songs', async () => {
    const chart = fileWith('alone.txt', '| C | G |\n');
    const { err, code } = await run(['import', chart, '--to', 'http://127.0.0.1:9']);
    expect([code, err]).toEqual([1, expect.stringContaining('no Golden Ladder answers')]);
    expect((await run(['import', chart, '--dry', '--out', out])).code).toBe(2);
    expect((await run(['import', chart, '--to', 'nonsense'])).code).toBe(2);
    expect((await run(['import'])).code).toBe(2);
  });
});
