import { describe, expect, test } from 'vitest';
import { TIN_ROOF_ALMANAC } from '../../../server/demo/tin-roof-almanac.data.ts';
import { DEMO_SONGS } from '../../../test-support/demo-songs.ts';
import { HAS_LILYPOND, listLilyPondShapes } from '../../../test-support/hand-entered-shapes.ts';
import { handoutOf as handoutFor } from '../../../test-support/handout-of.ts';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { STANDARD_TUNING } from '../../fretboard/tuning.ts';
import { parseChordSymbol } from '../../harmony/chord-symbol.ts';
import { itemAt } from '../../kernel/list.ts';
import { type Fingering, formatShape } from '../../shapes/shape.ts';
import { applyCommand } from '../../song/commands.ts';
import type { SongDocument } from '../../song/document/document.ts';
import type { HandoutOptions } from '../../song/document/handout-options.ts';
import { mainPartOf } from '../../song/document/parts.ts';
import { ptToMm } from '../drawing/block.ts';
import { type BoxStyle, boxFretsOf, drawChordBox } from '../drawing/chord-box.ts';
import type { Mark, Page } from '../drawing/drawing.ts';
import { keysOfChord } from '../drawing/keyboard-drawing.ts';
import { measureText } from '../drawing/text-width.ts';
import { layOutHandout, PAPERS, type Paper, sheetOf } from '../layout/handout-layout.ts';
import type { Handout } from './handout-content.ts';
import { findUkuleleShape } from './handout-instruments.ts';
import { speakHandout } from './handout-spoken.ts';

const PLAIN = { isLandscape: false, isLargePrint: false, isBlack: false, isOneSide: false };
const handoutOf = (song: SongDocument, options: Partial<HandoutOptions> = {}) => handoutFor(song, { options });
const pagesOf = (chart: string, paper: Paper = 'A4', sheet: Partial<typeof PLAIN> = {}) =>
  layOutHandout(handoutOf(songFromChart(chart)), sheetOf(paper, { ...PLAIN, ...sheet }), measureText);
const textsOf = (pages: readonly Page[]) =>
  pages.flatMap(({ marks }) => marks.flatMap((mark) => (mark.kind === 'text' ? [mark.text] : [])));

/** How far a mark reaches, in mm. */
function extentOf(mark: Mark): { left: number; right: number; bottom: number } {
  switch (mark.kind) {
    case 'text': {
      const width = measureText(mark.text, mark.sizeMm, mark.face, mark.isBold);
      const left = mark.anchor === 'start' ? mark.xMm : mark.anchor === 'end' ? mark.xMm - width : mark.xMm - width / 2;
      return { left, right: left + width, bottom: mark.yMm };
    }
    case 'line':
      return {
        left: Math.min(mark.x1Mm, mark.x2Mm),
        right: Math.max(mark.x1Mm, mark.x2Mm),
        bottom: Math.max(mark.y1Mm, mark.y2Mm),
      };
    case 'dot':
      return { left: mark.xMm - mark.radiusMm, right: mark.xMm + mark.radiusMm, bottom: mark.yMm + mark.radiusMm };
    case 'bar':
      return { left: mark.xMm, right: mark.xMm + mark.lengthMm, bottom: mark.yMm };
  }
}

/** Texts that are set smaller than a size in points. */
const smallTexts = (pages: readonly Page[], pt: number) =>
  pages.flatMap(({ marks }) =>
    marks.flatMap((mark) => (mark.kind === 'text' && mark.sizeMm < ptToMm(pt) - 1e-9 ? [mark] : [])),
  );

const LONG = Array.from(
  { length: 60 },
  (_, index) => `Part ${index}:\n| G D | Em7/B | Cadd9 | F#m7b5 |\n"words number ${index}"\n`,
).join('\n');

describe('a handout', () => {
  test('of the demo song fits one page of either paper and says how to set up', () => {
    for (const paper of ['A4', 'Letter'] as const) {
      const pages = pagesOf(TIN_ROOF_ALMANAC, paper);
      expect(pages).toHaveLength(1);
      expect(pages[0]).toMatchObject(PAPERS[paper]);
      const texts = textsOf(pages).join(' ').replace(/\s+/g, ' ');
      expect(texts).toContain('Capo 3, G shapes, standard tuning. Sounds in B♭ major.');
      expect(texts).toContain('Without a capo the same shapes sound in G major, 3 semitones lower.');
      expect(texts).toContain('77 bars, 3:20');
      expect(texts).toContain('Cadd9');
      expect(texts).toContain('pushed an eighth');
      expect(texts).toContain('stop on 3');
      expect(texts).toContain('2 a coat on the hall nail / the gutters are talking / nine days of west wind');
    }
  });

  test.each([
    ['the demo song', TIN_ROOF_ALMANAC],
    ['a long song', LONG],
    ['a long title', `title: ${'Very long title indeed '.repeat(8).trim()}\n\n| G |`],
    [
      'many chords',
      `| ${['C', 'D', 'E', 'F', 'G', 'A', 'B', 'Cm', 'Dm', 'Em', 'Fm', 'Gm', 'Am', 'Bm', 'C7', 'D7'].join(' | ')} |`,
    ],
    ['endings and odd bars', '| G | D | x4 [muted]\n1-3. | Em |\n4. | (7/8) C / / / D / / | (key D) (tempo 80) A |\n'],
  ])('of %s stays inside its margins', (_, chart) => {
    const sheets = [PLAIN, { isLandscape: true }, { isLargePrint: true }, { isLandscape: true, isLargePrint: true }];
    for (const page of sheets.flatMap((sheet) => [
      ...pagesOf(chart, 'A4', sheet),
      ...pagesOf(chart, 'Letter', sheet),
    ])) {
      const beyond = page.marks.filter((mark) => {
        const { left, right, bottom } = extentOf(mark);
        return left < 8 || right > page.widthMm - 8 || bottom > page.heightMm - 6;
      });
      expect(beyond).toEqual([]);
    }
  });

  test('too long for one page goes on over more, each line once', () => {
    const pages = pagesOf(LONG);
    expect(pages.length).toBeGreaterThan(1);
    for (let index = 0; index < 60; index += 1) {
      expect(textsOf(pages).filter((text) => text === `words number ${index}`)).toHaveLength(1);
    }
    expect(textsOf(pages)).toContain(`1 of ${pages.length}`);
  });

  test('folds a pass that differs in a bar or two into a remark, and writes out one that differs in more', () => {
    const song = songFromChart(
      'form: Verse, Verse, Verse\n\nVerse:\n| G | D | Em | C |\n\nVerse (time 2):\n| G | D | Em | Am D!3 |\n\nVerse (time 3):\n| C | D | Am | Am |\n',
    );
    expect(handoutOf(song).blocks.map(({ name, remark, lines }) => [name, remark, lines.length])).toEqual([
      ['Verse', '3 times; 4 bars', 1],
      ['Verse, time 2', 'as written, but A1, bar 4: Am, D (stop on 3)', 0],
      ['Verse, time 3', 'as played', 1],
    ]);
  });

  test('says when a chord has no shape', () => {
    const song = songFromChart('| G |');
    const bare = { ...mainPartOf(song), shapes: [] };
    const handout = handoutFor(song, { part: bare });
    expect(handout.chords).toMatchObject([{ name: 'G', note: '', drawing: null }]);
    expect(handout.missing).toEqual([{ text: 'No shape is kept for G.', place: { step: 'shapes', chord: 'G' } }]);
    expect(textsOf(layOutHandout(handout, sheetOf('A4', PLAIN), measureText))).toContain('no shape found');
  });

  test('tears no section between pages, fills them evenly, and names what has to go on', () => {
    const pages = pagesOf(LONG);
    const places = pages.map(({ marks }) =>
      marks.flatMap((mark) => (mark.kind === 'text' && /^[A-Z]+ {2}Part \d+$/.test(mark.text) ? [mark.text] : [])),
    );
    // The first page has the head, the chords and the form besides, the last one what is to be drilled.
    const counts = places.slice(1).map(({ length }) => length);
    expect(Math.max(...counts) - Math.min(...counts)).toBeLessThanOrEqual(4);
    expect(places.flat()).toHaveLength(60);
    // A walk-through longer than a page cannot help being torn, and says so.
    const walk = `Song:\n${'| G D | Em7/B | Cadd9 | F#m7b5 |\n"some words of the song"\n'.repeat(60)}`;
    expect(textsOf(pagesOf(walk))).toContain('goes on');
  });

  const everything = { shows: { 'shape-words': true, sounding: true, degrees: true }, isLandscape: true } as const;
  const widePages = (song: SongDocument, isLargePrint: boolean) =>
    layOutHandout(
      handoutOf(song, everything),
      sheetOf('A4', { ...PLAIN, isLandscape: true, isLargePrint }),
      measureText,
    );

  test.each(DEMO_SONGS.map((song) => [song.facts.title, song] as const))(
    '%s with everything shown keeps the order of its lines over columns and pages',
    (_, song) => {
      for (const isLargePrint of [false, true]) {
        const said = textsOf(widePages(song, isLargePrint)).join(' ').replace(/\s+/g, ' ');
        let from = 0;
        for (const cue of handoutOf(song).blocks.flatMap(({ lines }) => lines.flatMap(({ cues }) => cues))) {
          from = said.indexOf(cue.replace(/\s+/g, ' '), from);
          expect(from, cue).toBeGreaterThanOrEqual(0);
        }
      }
    },
  );

  test('with everything shown tears no section over pages, though over columns where one would stay half empty', () => {
    // The fourth song is one walk-through of 70 bars.
    for (const song of DEMO_SONGS.filter((_, index) => index !== 3)) {
      const pages = widePages(song, false);
      const pagesWith = (name: string) =>
        pages.filter(({ marks }) => marks.some((mark) => mark.kind === 'text' && mark.text.endsWith(`  ${name}`)))
          .length;
      const { blocks } = handoutOf(song);
      expect(blocks.map(({ name }) => pagesWith(name))).toEqual(blocks.map(() => 1));
    }
    const [first] = widePages(itemAt(DEMO_SONGS, 2), false);
    const heights = (first?.marks ?? []).flatMap((mark) =>
      mark.kind === 'text' && mark.xMm < 140 && mark.yMm < 190 ? [mark.yMm] : [],
    );
    expect(Math.max(...heights)).toBeGreaterThan(110);
  });

  test.each(DEMO_SONGS.map((song) => [song.facts.title, song] as const))(
    '%s fits one page or two facing ones, chords at 14 pt, words at 11, nothing under 10; one where one is asked for, at 9.5',
    (_, song) => {
      const sheets = [
        PLAIN,
        { ...PLAIN, isLandscape: true },
        { ...PLAIN, isOneSide: true },
        { ...PLAIN, isOneSide: true, isLandscape: true },
      ];
      const handout = handoutOf(song);
      for (const sheet of sheets.flatMap((each) => [sheetOf('A4', each), sheetOf('Letter', each)])) {
        const pages = layOutHandout(handout, sheet, measureText);
        expect(pages.length).toBeLessThanOrEqual(sheet.isOneSide ? 1 : 2);
        expect(smallTexts(pages, sheet.isOneSide ? 9.5 : 10)).toEqual([]);
        expect(
          sheet.isOneSide
            ? []
            : smallTexts(pages, 11).filter(({ isItalic, text }) => isItalic && /[a-z]{3}/.test(text)),
        ).toEqual([]);
      }
    },
  );

  test('in large print has no text under 18 pt, and in black no thin or coloured line', () => {
    const large = pagesOf(TIN_ROOF_ALMANAC, 'A4', { isLargePrint: true });
    expect(smallTexts(large, 18)).toEqual([]);
    const black = pagesOf(TIN_ROOF_ALMANAC, 'A4', { isBlack: true }).flatMap(({ marks }) => marks);
    expect(
      black.filter(
        (mark) => mark.tone === 'quiet' || mark.tone === 'warning' || (mark.kind === 'line' && mark.widthMm < 0.25),
      ),
    ).toEqual([]);
  });
});

describe('the same map for others', () => {
  const song = itemAt(DEMO_SONGS, 0);
  const namesIn = ({ blocks }: Handout) =>
    itemAt(itemAt(blocks, 0).lines, 0).bars.flatMap(({ chords }) => chords.map(({ text }) => text));

  test.each(['keys', 'bass', 'ukulele'] as const)(
    '%s read the sounding chords, and where the guitars stand',
    (reader) => {
      const handout = handoutOf(song, { reader });
      expect(namesIn(handout)).toEqual(['B♭', 'F', 'Gm7', 'E♭add9']);
      expect(handout.setup.join(' ')).toContain('as it sounds: B♭ major');
      expect(handout.setup.join(' ')).toContain('capo 3, G shapes');
      expect(handout.chords.map(({ name }) => name)).toEqual(['B♭', 'F', 'Gm7', 'E♭add9', 'B♭/D', 'Cm7']);
      expect(handout.chords.every(({ drawing }) => drawing !== null)).toBe(true);
      expect([handout.patterns, handout.ornaments, handout.drills]).toEqual([[], [], []]);
    },
  );

  test('keys are those of the chord, its bass lowest', () => {
    const keys = (text: string) => {
      const read = parseChordSymbol(text);
      return read.ok ? keysOfChord(read.value) : [];
    };
    // B flat over D: D, F, B flat; C ninth with its ninth inside one octave (common practice: close position).
    expect(keys('Bb/D')).toEqual([2, 5, 10]);
    expect(keys('C9')).toEqual([0, 2, 4, 7, 10]);
    expect(keys('Am')).toEqual([9, 12, 16]);
    expect(handoutOf(song, { reader: 'keys' }).chords[4]?.note).toBe('B♭ D F, bass D');
  });

  test.skipIf(!HAS_LILYPOND)(
    'a ukulele holds chords as LilyPond’s ukulele fretboards do: 230 of 306, the others elsewhere',
    () => {
      const byChord = new Map<string, string[]>();
      for (const { chord, fingering } of listLilyPondShapes('ukulele')) {
        byChord.set(chord ?? '', [...(byChord.get(chord ?? '') ?? []), formatShape(fingering.shape)]);
      }
      const found = [...byChord].flatMap(([name, shapes]) => {
        const chord = parseChordSymbol(name);
        const own = chord.ok ? findUkuleleShape(chord.value) : null;
        return own === null ? [] : [{ name, isSame: shapes.includes(formatShape(own.shape)) }];
      });
      expect(found).toHaveLength(306);
      expect(found.filter(({ isSame }) => isSame).length).toBeGreaterThanOrEqual(230);
      // What every first ukulele book has.
      const first = new Set([
        'C',
        'F',
        'G',
        'A',
        'D',
        'Am',
        'Dm',
        'Em',
        'C7',
        'G7',
        'E7',
        'A7',
        'D7',
        'Bb',
        'Gm',
        'Bm',
      ]);
      expect(found.filter(({ name, isSame }) => first.has(name) && !isSame)).toEqual([]);
    },
  );

  test('sounding names, degrees and the other guitar stand small under the shapes', () => {
    const marks = (options: Partial<HandoutOptions>, document = song) =>
      itemAt(itemAt(handoutOf(document, options).blocks, 0).lines, 0).bars.flatMap(({ chords }) =>
        chords.map(({ mark }) => mark),
      );
    expect(marks({})).toEqual(['', '', '', '']);
    expect(marks({ shows: { sounding: true } })).toEqual(['B♭', 'F', 'Gm7', 'E♭add9']);
    expect(marks({ shows: { degrees: true, sounding: true } })[2]).toBe('vi7 · Gm7');
    const added = applyCommand(song, {
      kind: 'add-part',
      name: 'Second guitar',
      setup: { tuning: STANDARD_TUNING, capoFret: 8 },
    } as never);
    if (added.ok) {
      expect(marks({ shows: { 'other-parts': true } }, added.value.document)).toEqual(['D', 'A', 'Bm7', 'Gadd9']);
      expect(handoutOf(added.value.document, { shows: { 'other-parts': true } }).setup.join(' ')).toContain(
        'Second guitar, capo 8, D shapes',
      );
    }
    expect(added.ok).toBe(true);
  });

  test('drills are the hardest changes as they are played, with the caution that barres ask for', () => {
    const tram = handoutOf(itemAt(DEMO_SONGS, 4));
    expect(tram.drills).toHaveLength(3);
    expect(tram.drills[0]?.name).toMatch(/^\S+ to \S+, (\d+ times|twice|once)$/);
    expect(tram.drills[0]?.name).not.toMatch(/F♯m/);
    expect(tram.cautions.join(' ')).toContain('clinician');
    expect(handoutOf(songFromChart('| G | D |'), {}).cautions).toEqual([]);
    expect(handoutOf(itemAt(DEMO_SONGS, 4), { shows: { drills: false, cautions: false } })).toMatchObject({
      drills: [],
      cautions: [],
    });
  });

  test('frets from the nut, left-handed boxes and string names are the reader’s own where they say so', () => {
    const texts = (options: Partial<HandoutOptions>) =>
      (handoutOf(song, options).chords[0]?.drawing?.marks ?? []).flatMap((mark) =>
        mark.kind === 'text' ? [mark.text] : [],
      );
    expect(texts({ fretsFrom: 'nut' })).toContain('4');
    expect(texts({})).not.toContain('4 ');
    expect(texts({ shows: { fingers: false } })).toEqual([]);
    const words = (options: Partial<HandoutOptions>) => handoutOf(song, options).words[0]?.text ?? '';
    expect(words({})).toContain('Middle: fret 3, string 6.');
    expect(words({ stringNaming: 'tuned letter', fretsFrom: 'nut' })).toContain('Middle: fret 6, the low E string.');
  });
});

describe('a handout in words', () => {
  test('says every chord with its fingers, every line with its words, in the order of the page', () => {
    const parts = speakHandout(handoutOf(itemAt(DEMO_SONGS, 0)));
    expect(parts.map(({ heading }) => heading)).toEqual([
      'Tin Roof Almanac',
      'Chords',
      'Right hand',
      'Form',
      'A Intro',
      'B Verse',
      'C Chorus',
      'D Bridge',
      'E Outro',
      'Fills and riffs',
      'Drill first',
    ]);
    expect(parts[1]?.paragraphs[0]).toContain('G: Index: fret 2, string 5. Middle: fret 3, string 6.');
    expect(parts[5]?.paragraphs).toContain('B1, bar 5: G | added finger a: D | Em7 | Cadd9, 3 times.');
    expect(parts[6]?.paragraphs).toContain('C2, bar 25: Cadd9 | G/B | Am7 (pushed an eighth) | D (stop on 3).');
  });
});

const FRAME = { xMm: 0, yMm: 0, widthMm: 10 };
const BOX: BoxStyle = { detail: 'fingers', isLeftHanded: false, fretsAdded: 0 };
const C_SHAPE: Fingering = { shape: [null, 3, 2, 0, 1, 0], fingers: [null, 3, 2, null, 1, null] };

describe('a chord box', () => {
  test('is mirrored for the left-handed: the low strings stand at the right', () => {
    const dots = (style: BoxStyle) =>
      drawChordBox(C_SHAPE, FRAME, style).flatMap((mark) => (mark.kind === 'dot' && mark.isFilled ? [mark] : []));
    const mirrored = dots({ ...BOX, isLeftHanded: true });
    expect(mirrored.map(({ xMm, yMm }) => [10 - xMm, yMm])).toEqual(dots(BOX).map(({ xMm, yMm }) => [xMm, yMm]));
    const barre: Fingering = { shape: [1, 3, 3, 2, 1, 1], fingers: [1, 3, 4, 2, 1, 1] };
    const bar = drawChordBox(barre, FRAME, { ...BOX, isLeftHanded: true }).find((mark) => mark.kind === 'bar');
    expect(bar).toMatchObject({ xMm: 0, lengthMm: 10 });
  });

  test('counts its first fret from the nut where the class does', () => {
    const texts = drawChordBox(C_SHAPE, FRAME, { ...BOX, fretsAdded: 3 }).flatMap((mark) =>
      mark.kind === 'text' ? [mark.text] : [],
    );
    expect(texts).toContain('4');
  });

  test('starts at the first fret, or at its lowest once it passes fret 4, and says so', () => {
    const fingers = [null, 2, 1, null, 3, 4] as const;
    expect(boxFretsOf({ shape: [null, 3, 2, 0, 3, 3], fingers })).toEqual({ first: 1, count: 4 });
    const high = { shape: [null, 7, 6, null, 7, 7], fingers } as const;
    expect(boxFretsOf(high)).toEqual({ first: 6, count: 4 });
    expect(drawChordBox(high, FRAME, BOX).some((mark) => mark.kind === 'text' && mark.text === '6')).toBe(true);
  });

  test('has a dot for each finger, a ring for each open string, a cross for each silent one', () => {
    const marks = drawChordBox({ shape: [null, 3, 2, 0, 1, 0], fingers: [null, 3, 2, null, 1, null] }, FRAME, BOX);
    expect(marks.filter((mark) => mark.kind === 'dot' && mark.isFilled)).toHaveLength(3);
    expect(marks.filter((mark) => mark.kind === 'dot' && !mark.isFilled)).toHaveLength(2);
    expect(marks.filter((mark) => mark.kind === 'line' && mark.tone === 'warning')).toHaveLength(2);
  });

  test('leaves out what the lesson leaves out, with the sections that only that would play', () => {
    const song = songFromChart('form: Verse, Bridge, Verse\n\nVerse:\n| G | D |\n\nBridge:\n| Am | C |\n');
    const passIds = song.map.form.slice(1).map(({ id }) => id);
    const outcome = applyCommand(song, { kind: 'leave-out-passes', passIds, isLeftOut: true });
    const lesson = outcome.ok ? outcome.value.document : song;
    const { blocks, chords, form } = handoutOf(lesson);
    expect(blocks.map(({ name }) => name)).toEqual(['Verse']);
    expect(chords.map(({ name }) => name)).toEqual(['G', 'D']);
    expect(form).toBe('');
  });
});
