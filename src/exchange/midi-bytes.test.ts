import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { afterAll, describe, expect, test } from 'vitest';
import { toMidiSong } from '../core/formats/midi/midi-song.ts';
import { formatKey, KEYS, signatureOf } from '../core/harmony/key.ts';
import { itemAt } from '../core/kernel/list.ts';
import { findPattern, SHELF } from '../core/rhythm/pattern-library.ts';
import { toStoredPattern } from '../core/song/attachments/right-hand.ts';
import { applyCommand } from '../core/song/commands.ts';
import type { SongDocument } from '../core/song/document/document.ts';
import { mainPartOf } from '../core/song/document/parts.ts';
import { listPlayedBars, totalsOf } from '../core/song/played/played-bars.ts';
import { arbitraryChart } from '../test-support/arbitrary-chart.ts';
import { DEMO_SONGS } from '../test-support/demo-songs.ts';
import { songFromChart, songFromValue } from '../test-support/read-chart.ts';
import { runs, someOf } from '../test-support/runs.ts';
import { toMidiBytes } from './midi-bytes.ts';

/*
 * Read back by mido (MIT, Debian's python3-mido), which shares nothing with the writer. Where the package is missing on a
 * developer's own computer the checks are skipped; `npm test` installs it on Debian.
 */
const PYTHON = '/usr/bin/python3';
const hasMido = existsSync('/usr/lib/python3/dist-packages/mido/__init__.py');
const READER = `
import json, sys, mido
def read(path):
    file = mido.MidiFile(path, charset='utf-8')
    tracks = []
    for track in file.tracks:
        tick, events = 0, []
        for message in track:
            tick += message.time
            events.append({**message.dict(), 'time': tick})
        tracks.append(events)
    return {'type': file.type, 'ticks': file.ticks_per_beat, 'tracks': tracks}
print(json.dumps([read(path) for path in sys.argv[1:]]))
`;

type Message = { readonly type: string; readonly time: number; readonly [name: string]: unknown };
type Read = {
  readonly type: number;
  readonly ticks: number;
  readonly tracks: readonly (readonly Message[])[];
};

const folder = mkdtempSync(join(tmpdir(), 'golden-ladder-midi-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** What mido makes of some songs. */
function readBack(songs: readonly SongDocument[]): readonly Read[] {
  const paths = songs.map((song, index) => {
    const path = join(folder, `${index}.mid`);
    writeFileSync(path, toMidiBytes(toMidiSong(song, mainPartOf(song))));
    return path;
  });
  const { stdout, stderr } = spawnSync(PYTHON, ['-c', READER, ...paths], { encoding: 'utf8', maxBuffer: 2 ** 28 });
  expect(stderr).toBe('');
  return JSON.parse(stdout) as readonly Read[];
}
const ofType = (read: Read, track: number, type: string) =>
  itemAt(read.tracks, track).filter((each) => each.type === type);
const strummed = (chart: string, pattern: string): SongDocument => {
  const song = songFromChart(chart);
  const stored = toStoredPattern((findPattern(SHELF, pattern) ?? itemAt(SHELF, 0)).pattern);
  const partId = mainPartOf(song).id;
  const outcome = applyCommand(song, { kind: 'assign-pattern', partId, targetId: null, change: { pattern: stored } });
  return outcome.ok ? outcome.value.document : song;
};

describe.skipIf(!hasMido)('a song as a MIDI file, read by another program', () => {
  test('has tempo, metre, name and markers where the song has them; the count-in comes first', () => {
    const chart =
      'title: Tür und Tor\nkey: G\ntempo: 120\nG = 320003\n\nVerse:\n| G | (3/4) G |\n\nChorus:\n| (4/4) (tempo 60) G |\n';
    const [read] = readBack([songFromChart(chart)]);
    expect(read).toMatchObject({ type: 1, ticks: 10_080 });
    const song = read as Read;
    const bar = 4 * 10_080;
    expect(ofType(song, 0, 'track_name')[0]).toMatchObject({ name: 'Tür und Tor' });
    expect(ofType(song, 0, 'set_tempo').map(({ time, tempo }) => [time, tempo])).toEqual([
      [0, 500_000],
      [bar * 2 + 3 * 10_080, 1_000_000],
    ]);
    expect(
      ofType(song, 0, 'time_signature').map(({ time, numerator, denominator }) => [time, numerator, denominator]),
    ).toEqual([
      [0, 4, 4],
      [bar * 2, 3, 4],
      [bar * 2 + 3 * 10_080, 4, 4],
    ]);
    expect(ofType(song, 0, 'marker').map(({ time, text }) => [time, text])).toEqual([
      [bar, 'Verse'],
      [bar * 2 + 3 * 10_080, 'Chorus'],
    ]);
    // Four clicks of the count-in, then one for each beat.
    expect(ofType(song, 2, 'note_on').length).toBe(4 + 4 + 3 + 4);
    expect(itemAt(song.tracks, 1).find(({ type }) => type === 'note_on')?.time).toBe(bar);
  });

  test('all thirty key signatures are exact', () => {
    const songs = KEYS.map((key) => songFromChart(`key: ${formatKey(key)}\n\n| ${key.tonic} |\n`));
    const names = readBack(songs).map((read) => ofType(read, 0, 'key_signature')[0]?.['key']);
    // mido names keys itself, minor ones with an m.
    const wanted = KEYS.map(({ tonic, mode }) => `${tonic}${mode === 'minor' ? 'm' : ''}`);
    expect(names).toEqual(wanted);
    expect(new Set(KEYS.map((key) => `${signatureOf(key)} ${key.mode}`)).size).toBe(30);
  });

  test('a down strum sounds low to high, an up strum the upper strings high to low, each a little after the other', () => {
    const [read] = readBack([strummed('key: G\ntempo: 60\nG = 320003\n\nVerse:\n| G |\n', 'Full Kettle')]);
    const notes = ofType(read as Read, 1, 'note_on').map(({ note, time }) => ({ note: Number(note), time }));
    const [down, up] = [notes.slice(0, 6), notes.slice(6, 10)];
    expect(down.map(({ note }) => note)).toEqual([43, 47, 50, 55, 59, 67]);
    expect(up.map(({ note }) => note)).toEqual([67, 59, 55, 50]);
    const steps = down.slice(1).map(({ time }, index) => time - itemAt(down, index).time);
    expect(steps.every((step) => step > 0 && step < 10_080 / 16)).toBe(true);
  });

  test('the demo songs last as long as their bars say, to the millisecond, after the count-in', () => {
    const songs = someOf(DEMO_SONGS, 3);
    for (const [index, read] of readBack(songs).entries()) {
      const song = itemAt(songs, index);
      const played = listPlayedBars(song);
      const last = itemAt(played, played.length - 1);
      const { seconds } = totalsOf(played);
      const clicks = ofType(read, 2, 'note_on');
      // The last click is struck a pulse before the end: from the first bar line to it, in seconds of the file's own tempo.
      const tempo = Number(ofType(read, 0, 'set_tempo')[0]?.['tempo']);
      const countIn = Number(ofType(read, 0, 'marker')[0]?.time);
      const endTick = countIn + last.startTick + last.lengthTicks;
      expect(Number(clicks.at(-1)?.time)).toBeLessThan(endTick);
      expect(Math.abs(((endTick - countIn) / 10_080) * (tempo / 1_000_000) - (seconds ?? 0))).toBeLessThan(0.001);
    }
  });

  test('random songs: every note that is struck ends before it is struck again, and nothing runs backwards', () => {
    const charts = fc.sample(arbitraryChart, { numRuns: runs(300), seed: 8 });
    for (const track of readBack(charts.map((chart) => songFromValue(chart))).flatMap(({ tracks }) => tracks)) {
      expect(faultsIn(track)).toEqual([]);
    }
  });
});

/** Notes that are struck while they sound, end without sounding, or never end; and times that run backwards. */
function faultsIn(track: readonly Message[]): readonly Message[] {
  const sounding = new Set<unknown>();
  const faults = track.filter(({ type, note, time }, at) => {
    const isBackwards = at > 0 && time < itemAt(track, at - 1).time;
    const isWrong = (type === 'note_on' && sounding.has(note)) || (type === 'note_off' && !sounding.has(note));
    if (type === 'note_on') {
      sounding.add(note);
    }
    if (type === 'note_off') {
      sounding.delete(note);
    }
    return isBackwards || isWrong;
  });
  return [...faults, ...[...sounding].map((note) => ({ type: 'never ends', time: 0, note }))];
}
