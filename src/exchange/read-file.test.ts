import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { describe, expect, test } from 'vitest';
import { BACKUP_VERSION } from '../contract/backup-schema.ts';
import { loadDocument } from '../contract/load-document.ts';
import { toScore } from '../core/formats/musicxml/to-score.ts';
import { chartTextOf } from '../core/formats/text-chart/format-chart.ts';
import { toCanonicalJson } from '../core/kernel/canonical-json.ts';
import { itemAt } from '../core/kernel/list.ts';
import { mainPartOf } from '../core/song/document/parts.ts';
import { DEMO_SONGS } from '../test-support/demo-songs.ts';
import { songFromChart } from '../test-support/read-chart.ts';
import { runs } from '../test-support/runs.ts';
import { SHARED_PLANNER } from '../test-support/shared-planner.ts';
import { toMusicXmlText } from './musicxml-text.ts';
import { packScore } from './pack-score.ts';
import { MOST_FILE_BYTES, readFile } from './read-file.ts';
import { MOST_UNPACKED_BYTES } from './unpack-score.ts';

const read = (name: string, content: string | Uint8Array) =>
  readFile(name, typeof content === 'string' ? new TextEncoder().encode(content) : content, SHARED_PLANNER);
const refusalOf = (content: string | Uint8Array): string => {
  const file = read('file', content);
  return file.ok ? 'it was read' : file.error;
};
const titleIn = (file: ReturnType<typeof read>): string =>
  file.ok && file.value.kind === 'song' ? file.value.document.facts.title : 'no song';

const SONG = songFromChart(
  'title: Paper Boat\nkey: G\ntempo: 90\ncapo: 2\n\nVerse:\n| G | Em7 D | x2\n"rain on the roof" / "and so on"\n\nChorus:\n| C_ | <D!3 |\n',
);
const SCORE = toMusicXmlText(toScore(SONG, mainPartOf(SONG)));
const LIBRARY = toCanonicalJson({
  kind: 'golden-ladder-library',
  backupVersion: BACKUP_VERSION,
  songs: [
    {
      id: '0b8f6a52-9a65-4204-8dac-5275e987d79d',
      revision: 1,
      createdAt: '2026-05-04T10:20:30.400Z',
      updatedAt: '2026-05-04T10:20:30.400Z',
      deletedAt: null,
      document: SONG,
    },
  ],
  classes: [],
  settings: null,
});

describe('a file', () => {
  test('is told by what is in it, whatever it is called', () => {
    const song = itemAt(DEMO_SONGS, 0);
    expect(titleIn(read('a.pdf', chartTextOf(song)))).toBe('Tin Roof Almanac');
    expect(titleIn(read('b.txt', toCanonicalJson(song)))).toBe('Tin Roof Almanac');
    expect(titleIn(read('c.txt', SCORE))).toBe('Paper Boat');
    expect(titleIn(read('d.txt', packScore(SCORE)))).toBe('Paper Boat');
    expect(read('e', LIBRARY)).toMatchObject({ ok: true, value: { kind: 'library' } });
    expect(titleIn(read('some/where/Wet Monday.txt', '| C | G |\n'))).toBe('Wet Monday');
  });

  test('in other encodings is read: UTF-16, Latin 1 as its declaration says', () => {
    const bytes = (text: string, littleEndian: boolean) => {
      const view = new DataView(new ArrayBuffer(text.length * 2 + 2));
      view.setUint16(0, 0xfeff, littleEndian);
      for (const [index, character] of [...text].entries()) {
        view.setUint16(index * 2 + 2, character.charCodeAt(0), littleEndian);
      }
      return new Uint8Array(view.buffer);
    };
    const titled = SCORE.replace('Paper Boat', 'Café Zürich');
    expect(titleIn(read('x', bytes(titled.replace('UTF-8', 'UTF-16'), true)))).toBe('Café Zürich');
    expect(titleIn(read('x', bytes(titled.replace('UTF-8', 'UTF-16'), false)))).toBe('Café Zürich');
    const latin = Uint8Array.from(titled.replace('UTF-8', 'ISO-8859-1'), (character) => character.charCodeAt(0));
    expect(titleIn(read('x', latin))).toBe('Café Zürich');
  });

  test('with characters that no database takes has them replaced, and that is said', () => {
    const file = read('x', 'title: a\u0000b\n\n| C | G |\n');
    expect(file).toMatchObject({ ok: true, value: { document: { facts: { title: 'a\uFFFDb' } } } });
    expect(file.ok && file.value.kind === 'song' && file.value.assumed).toContain(
      'Characters that cannot be stored were replaced.',
    );
    expect(titleIn(read('x', SCORE.replace('Paper Boat', 'Paper&#0;Boat &amp; more')))).toBe('Paper&#0;Boat & more');
    expect(titleIn(read('x', SCORE.replace('Paper Boat', 'Paper&nbsp;Boat\u0001 & more')))).toContain('& more');
  });

  test.each([
    ['nothing', '', 'It is empty.'],
    ['MIDI', 'MThd\u0000\u0000', 'It is a MIDI file'],
    ['a PDF', '%PDF-1.7 …', 'It is a PDF'],
    ['bytes', Uint8Array.from({ length: 500 }, (_, index) => index % 7), 'neither text nor MusicXML nor JSON'],
    ['prose', 'Dear all, the evening class begins at seven.\n', 'It holds no chords.'],
    ['a bad chart', 'Verse:\n| G | Q#x |\n', 'Line 2, column 7'],
    ['other JSON', '{"a": 1}', 'neither a song nor a library'],
    ['torn JSON', '{"formatVersion": 3, ', 'cannot be read as such'],
    ['a song of the future', '{"formatVersion": 99}', 'newer Golden Ladder'],
    ['a broken song', '{"formatVersion": 3, "facts": {}}', 'a song that is damaged'],
    ['other XML', '<svg xmlns="http://www.w3.org/2000/svg"/>', 'no MusicXML score'],
    ['torn XML', SCORE.slice(0, 3000), 'no well-formed XML: 1'],
    ['tags that cross', '<score-partwise>\n<part>\n</score-partwise></part>', 'no well-formed XML: 3:'],
    [
      'a score of notes',
      '<score-partwise><part id="P1"><measure number="1"/></part></score-partwise>',
      'without chord names',
    ],
    ['a timewise score', '<score-timewise/>', 'timewise'],
    ['a torn archive', packScore(SCORE).subarray(0, 900), 'cannot be unpacked'],
    ['an archive of something else', zipSync({ 'notes.txt': strToU8('hello') }), 'no MusicXML score in the archive'],
  ])('that is %s is refused with a sentence', (_, content, words) => {
    expect(refusalOf(content)).toContain(words);
  });
});

describe('a hostile file', () => {
  test('with entities is refused before any is expanded or fetched', () => {
    const bomb = Array.from({ length: 12 }, (_, level) => `<!ENTITY l${level + 1} "${`&l${level};`.repeat(10)}">`).join(
      '',
    );
    expect(
      refusalOf(
        `<?xml version="1.0"?><!DOCTYPE score-partwise [<!ENTITY l0 "ha">${bomb}]><score-partwise>&l12;</score-partwise>`,
      ),
    ).toContain('declares entities');
    const outside =
      '<!DOCTYPE score-partwise [<!ENTITY x SYSTEM "file:///etc/passwd">]><score-partwise><work><work-title>&x;</work-title></work></score-partwise>';
    expect(refusalOf(outside)).toContain('declares entities');
    // Nor does looking for them take long, whatever the text repeats.
    expect(refusalOf('<!DOCTYPE a '.repeat(500_000))).toContain('declares entities');
    expect(refusalOf('<a "'.repeat(2_000_000))).not.toBe('it was read');
    expect(refusalOf('<!DOCTYPE a SYSTEM "http://127.0.0.1:9/x.dtd"><score-partwise/>')).toContain('no MusicXML score');
  });

  test('that unpacks to more than a song needs is never unpacked, and names inside are no paths', () => {
    const zeros = new Uint8Array(MOST_UNPACKED_BYTES + 1);
    const bomb = zipSync({ 'score.musicxml': zeros }, { level: 9 });
    expect(bomb.length).toBeLessThan(100_000);
    expect(refusalOf(bomb)).toContain('unpacks to far more');
    const many = Object.fromEntries(Array.from({ length: 300 }, (_, index) => [`${index}.xml`, strToU8('x')]));
    expect(refusalOf(zipSync(many))).toContain('unpacks to far more');
    const climbing = zipSync({ '../../../../tmp/evil.musicxml': strToU8(SCORE) });
    expect(titleIn(read('x.mxl', climbing))).toBe('Paper Boat');
    const container = (path: string) =>
      strToU8(`<container><rootfiles><rootfile full-path="${path}"/></rootfiles></container>`);
    expect(refusalOf(zipSync({ 'META-INF/container.xml': container('/etc/passwd') }))).toContain(
      'no MusicXML score in the archive',
    );
    // An entry that lies about its size comes out cut, and is then no XML.
    const lying = packScore(SCORE);
    const view = new DataView(lying.buffer, lying.byteOffset, lying.byteLength);
    for (let at = 0; at + 46 < lying.length; at += 1) {
      if (view.getUint32(at, true) === 0x02014b50 && view.getUint32(at + 24, true) === SCORE.length) {
        view.setUint32(at + 24, 500, true);
      }
    }
    expect(read('x', lying).ok).toBe(false);
  });

  test('of 50 MB, or with elements or brackets thousands deep, is refused quickly and without running out of stack', () => {
    expect(refusalOf(new Uint8Array(50_000_000))).toContain('It has 50 MB');
    expect(MOST_FILE_BYTES).toBeLessThan(50_000_000);
    expect(refusalOf(`<score-partwise>${'<part/>'.repeat(400_001)}</score-partwise>`)).toContain(
      'more than 400,000 elements and attributes',
    );
    const deep = 100_000;
    expect(refusalOf(`<score-partwise>${'<part>'.repeat(deep)}${'</part>'.repeat(deep)}</score-partwise>`)).toContain(
      'deeper than any score',
    );
    expect(refusalOf(`{"formatVersion": 3, "map": ${'['.repeat(deep)}${']'.repeat(deep)}}`)).not.toBe('it was read');
    expect(refusalOf(`<score-partwise ${'a="b" '.repeat(100_000)}/>`)).not.toBe('it was read');
  });

  test('with script in its title and cues keeps them as text', () => {
    const evil = '<script>alert(1)</script>';
    const file = read('x', `title: ${evil}\n\nVerse:\n| C | G |\n"${evil}"\n`);
    expect(titleIn(file)).toBe(evil);
    expect(file.ok && file.value.kind === 'song' && file.value.document.map.sections[0]?.lines[0]?.cues).toEqual([
      evil,
    ]);
    const song = songFromChart(`title: ${evil}\n\nVerse:\n| C | G |\n"${evil}"\n`);
    const xml = toMusicXmlText(toScore(song, mainPartOf(song)));
    expect(xml).not.toContain('<script');
    expect(titleIn(read('x', xml))).toBe(evil);
  });
});

/** A file with some of its bytes changed, left out, doubled or cut off. */
function mutate(bytes: Uint8Array, seed: number): Uint8Array {
  let state = seed + 1;
  const next = (below: number): number => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return Math.floor((state / 2 ** 32) * below);
  };
  const changed = [...bytes];
  for (let count = next(4) + 1; count > 0; count -= 1) {
    const at = next(changed.length);
    const length = next(12);
    switch (next(5)) {
      case 0:
        changed[at] = next(256);
        break;
      case 1:
        changed.splice(at, length);
        break;
      case 2:
        changed.splice(at, 0, ...changed.slice(at, at + length * 4));
        break;
      case 3:
        changed.splice(
          at,
          length,
          ...Array.from({ length }, () => itemAt([...'<>/"&;{}[]|:0123456789-'], next(23)).charCodeAt(0)),
        );
        break;
      default:
        changed.length = next(20) === 0 ? at : changed.length;
    }
  }
  return Uint8Array.from(changed);
}

describe('mutated files', () => {
  const TINY = songFromChart('title: x\nkey: G\ncapo: 2\n\nVerse:\n| G | D | x2\n"rain" / "on"\n');
  const tinyScore = toMusicXmlText(toScore(TINY, mainPartOf(TINY)));
  test.each([
    ['text chart', new TextEncoder().encode(chartTextOf(TINY))],
    ['loose chart', new TextEncoder().encode('Verse\nG     D/F#   [Em]\nrain on the roof\n\nx2\n')],
    ['MusicXML', new TextEncoder().encode(tinyScore)],
    ['packed MusicXML', packScore(tinyScore)],
    ['JSON', new TextEncoder().encode(toCanonicalJson(TINY))],
    ['library JSON', new TextEncoder().encode(LIBRARY)],
  ])('of %s are each read as a sound song or refused with a sentence', (_, bytes) => {
    const files = Array.from({ length: runs(10_000) }, (_each, seed) =>
      readFile('x', mutate(bytes, seed), SHARED_PLANNER),
    );
    const songs = files.flatMap((file) => (file.ok && file.value.kind === 'song' ? [file.value.document] : []));
    expect(songs.filter((_each, index) => index % 20 === 0).every((song) => loadDocument(song).ok)).toBe(true);
    expect(files.filter((file) => !file.ok && file.error.length < 8)).toEqual([]);
    expect(files.some(({ ok }) => !ok)).toBe(true);
  });

  test('random bytes are no song', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 400 }), (bytes) => {
        const file = readFile('x', bytes, SHARED_PLANNER);
        return file.ok || file.error.length > 8;
      }),
      { numRuns: runs(3000), seed: 5 },
    );
  });
});
