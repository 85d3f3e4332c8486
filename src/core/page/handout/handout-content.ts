/*
 * What a handout says, before anything has a place on paper: words, lines of bars and drawings, for one reader, from what is stored.
 */
import { listPasses } from '../../arrange/form/form-summary.ts';
import type { LevelBar } from '../../arrange/levels/level.ts';
import { performanceOf } from '../../arrange/performance/performance.ts';
import { formatChord } from '../../harmony/chord-style.ts';
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { formatDegree } from '../../harmony/degree.ts';
import { isEqual } from '../../kernel/equal.ts';
import { type SongKeys, songKeysOf } from '../../song/chart/song-keys.ts';
import type { Part, SongDocument } from '../../song/document/document.ts';
import type { HandoutOptions } from '../../song/document/handout-options.ts';
import { withoutLeftOut } from '../../song/document/lesson-form.ts';
import { fretsAddedOf, type ReadingStyle } from '../../song/document/settings.ts';
import { totalsOf } from '../../song/played/played-bars.ts';
import { listSongChords } from '../../song/played/song-chords.ts';
import { sayWay } from '../../words/hold-words.ts';
import { formatCapo, formatShapeKey, setupSentences } from '../../words/setup-words.ts';
import { formatShapeWords } from '../../words/shape-words.ts';
import type { BoxStyle } from '../drawing/chord-box.ts';
import type { Figure } from '../drawing/figure.ts';
import { blocksOf, type HandoutBlock, type HandoutWords } from './handout-blocks.ts';
import { listCautions, listDrills } from './handout-drills.ts';
import { type HandoutSource, listHandoutOrnaments, listHandoutPatterns } from './handout-hands.ts';
import { createWayNumbers, type HeldWay, listNumberedWays } from './handout-holds.ts';
import { drawForReader, listReaderChords, notesOf } from './handout-instruments.ts';
import { sayReach, sayStandIns } from './handout-reach.ts';

/** A whole handout. */
export type Handout = {
  readonly title: string;
  readonly credit: string;
  readonly setup: readonly string[];
  readonly chords: readonly Figure[];
  readonly patterns: readonly Figure[];
  readonly form: string;
  readonly blocks: readonly HandoutBlock[];
  readonly ornaments: readonly Figure[];
  /** Shapes in words, a sentence or more for each chord. */
  readonly words: readonly { readonly name: string; readonly text: string }[];
  /** Whether those words stand on the page too; who cannot see the drawings is told them in any case. */
  readonly showsWords: boolean;
  readonly drills: readonly string[];
  readonly cautions: readonly string[];
};

/**
 * What a handout is made for: a part of a song as it is arranged, or as one student's hands play it on their levels (`ownBars`, in step
 * with the played bars of the lesson); how the library reads, and how this reader wants it.
 */
export type HandoutRequest = {
  readonly document: SongDocument;
  readonly part: Part;
  readonly reading: ReadingStyle;
  readonly options: HandoutOptions;
  readonly ownBars: readonly LevelBar[] | null;
};

const NO_BREAK = '\u00A0';

/** Gathers a handout, as the lesson plays the song. */
export function composeHandout(request: HandoutRequest): Handout {
  const { part, options, ownBars } = request;
  const document = withoutLeftOut(request.document);
  const { played, bars } = performanceOf(document, part);
  const source: HandoutSource = { document, part, played, bars: ownBars ?? bars, isOwn: ownBars !== null };
  const reading = readingOf(request.reading, options);
  const keys = songKeysOf(document, part);
  const isGuitar = options.reader === 'guitar';
  const nameOf = (chord: ChordSymbol): string => formatChord(chord, reading.chordStyle);
  const sounding = listSongChords(document, played).map(({ chord }) => chord);
  const ways = isGuitar ? listNumberedWays(source.bars) : [];
  const chords: readonly HeldWay[] = isGuitar
    ? listReaderChords(sounding, part, keys.toShapeChord, { ways, isOwn: ownBars !== null })
    : sounding.map((chord) => ({ named: chord, sounding: chord, fingering: null, number: null, kept: null }));
  const passes = listPasses(document, played);
  const patterns = isGuitar ? listHandoutPatterns(source, nameOf) : { figures: [], nameOf: () => '' };
  const words: HandoutWords = {
    nameOf: namer(request, keys, nameOf, createWayNumbers(ways, source.bars)),
    beside: besideOf(request, document, keys, nameOf),
    metre: document.facts.metre,
    rightHandOf: patterns.nameOf,
  };
  const place = {
    tuning: part.setup.tuning,
    stringNaming: reading.stringNaming,
    fretOffset: fretsAddedOf(reading, part.setup.capoFret),
  };
  return {
    title: document.facts.title,
    credit: document.facts.credit,
    setup: [
      ...setupSentences(document, part, totalsOf(played), options.reader),
      ...otherPartWords(request, document),
      ...(ownBars === null || !isGuitar ? [] : ['Your part.']),
    ],
    chords: chords.map((chord) => {
      const figure = toFigure(chord, options, boxStyleFor(part, reading, options), nameOf);
      return chord.number === null ? figure : { ...figure, ...sayWayOf(chord, document, figure, nameOf) };
    }),
    patterns: patterns.figures,
    form: (passes.length < 2 ? [] : passes)
      .map(({ label, bars }) => `${label} (${bars})`.replaceAll(' ', NO_BREAK))
      .join(' · '),
    blocks: sayHandsOnce(document.map.sections.flatMap((section) => blocksOf(document, section, passes, words))),
    ornaments: isGuitar ? listHandoutOrnaments(source, reading) : [],
    words: chords.flatMap(({ named, fingering, number }) =>
      fingering === null
        ? []
        : [
            {
              name: number === null ? nameOf(named) : `${nameOf(named)} (${number})`,
              text: formatShapeWords(fingering, named, place).join(' '),
            },
          ],
    ),
    showsWords: options.showsWords,
    drills: isGuitar && options.showsDrills ? listDrills(source, nameOf, place) : [],
    cautions: isGuitar
      ? [
          ...sayReach(source, chords, nameOf, place.fretOffset),
          ...sayStandIns(source, nameOf),
          ...usualCautions(request, chords),
        ]
      : [],
  };
}

/** What is usually said of the shapes of a page, where its reader wants to be told. */
function usualCautions({ options, part }: HandoutRequest, chords: readonly HeldWay[]): readonly string[] {
  const fingerings = chords.flatMap(({ fingering }) => fingering ?? []);
  return options.showsDrills ? listCautions(fingerings, part) : [];
}

/** How this reader reads: as the library does, but for what was chosen otherwise. */
function readingOf(library: ReadingStyle, options: HandoutOptions): ReadingStyle {
  return {
    chordStyle: library.chordStyle,
    fretsFrom: options.fretsFrom ?? library.fretsFrom,
    stringNaming: options.stringNaming ?? library.stringNaming,
    isLeftHanded: options.isLeftHanded ?? library.isLeftHanded,
  };
}

/** How boxes behind a capo are drawn for a way of reading. */
export function boxStyleOf(capoFret: number, reading: ReadingStyle, detail: BoxStyle['detail']): BoxStyle {
  return { detail, isLeftHanded: reading.isLeftHanded, fretsAdded: fretsAddedOf(reading, capoFret) };
}

function boxStyleFor(part: Part, reading: ReadingStyle, options: HandoutOptions): BoxStyle {
  return boxStyleOf(part.setup.capoFret, reading, options.showsFingers ? 'fingers' : 'dots only');
}

/** What a chord is called in the bars: by its shape, by what one student holds, or as it sounds for those without a capo. */
function namer(
  { options, ownBars }: HandoutRequest,
  { toShapeChord }: SongKeys,
  nameOf: (chord: ChordSymbol) => string,
  waysOf: (slotId: number) => readonly number[],
): HandoutWords['nameOf'] {
  if (options.reader !== 'guitar') {
    return (_, chord) => nameOf(chord);
  }
  // The first way needs no number in the bars.
  const numbered = (name: string, slotId: number): string => {
    const numbers = waysOf(slotId);
    return numbers.every((number) => number === 1) ? name : `${name} (${numbers.join(', ')})`;
  };
  if (ownBars === null) {
    return ({ id }, chord) => numbered(nameOf(toShapeChord(chord)), id);
  }
  const own = new Map(ownBars.flatMap(({ slots }) => slots.map((each) => [each.slot.id, each] as const)));
  return (slot, chord) => {
    const held = own.get(slot.id);
    return held?.isMerged === true ? null : numbered(nameOf(held?.held?.chord ?? toShapeChord(chord)), slot.id);
  };
}

/** What stands small under a chord: its degree, what sounds, what the other parts hold. */
function besideOf(
  request: HandoutRequest,
  document: SongDocument,
  { sounding }: SongKeys,
  nameOf: (chord: ChordSymbol) => string,
): HandoutWords['beside'] {
  const { options } = request;
  const isGuitar = options.reader === 'guitar';
  const others = otherPartsOf(request).map((part) => songKeysOf(document, part).toShapeChord);
  return (chord) => [
    ...(options.showsDegrees ? [formatDegree(chord, sounding)] : []),
    ...(options.showsSounding && isGuitar ? [nameOf(chord)] : []),
    ...(isGuitar ? others : []).map((toShapeChord) => nameOf(toShapeChord(chord))),
  ];
}

/** The other parts of the arrangement that stand elsewhere on the neck, as far as they are asked for. */
function otherPartsOf({ document, part, options }: HandoutRequest): readonly Part[] {
  const arrangement = document.arrangements.find(({ parts }) => parts.some(({ id }) => id === part.id));
  return options.showsOtherParts
    ? (arrangement?.parts ?? []).filter(({ id, setup }) => id !== part.id && !isEqual(setup, part.setup))
    : [];
}

function otherPartWords(request: HandoutRequest, document: SongDocument): readonly string[] {
  return request.options.reader !== 'guitar'
    ? []
    : otherPartsOf(request).map((part) => {
        const { shape } = songKeysOf(document, part);
        return `Small under the chords: ${part.name}, ${formatCapo(part.setup.capoFret).toLowerCase()}, ${formatShapeKey(shape)} shapes.`;
      });
}

/** "G (2)", with where it is held. */
function sayWayOf(
  { named, number, kept }: HeldWay,
  document: SongDocument,
  { note }: Figure,
  nameOf: (chord: ChordSymbol) => string,
): Pick<Figure, 'name' | 'note'> {
  const where = kept === null ? '' : sayWay(document, kept, nameOf);
  return { name: `${nameOf(named)} (${number})`, note: [note, where].filter((text) => text !== '').join(' · ') };
}

function toFigure(
  chord: HeldWay,
  options: HandoutOptions,
  style: BoxStyle,
  nameOf: (chord: ChordSymbol) => string,
): Figure {
  const isSounding = options.showsSounding && options.reader === 'guitar';
  const isNotes = options.reader === 'keys' || options.reader === 'bass';
  return {
    name: nameOf(chord.named),
    note: isNotes ? notesOf(chord.sounding) : isSounding ? nameOf(chord.sounding) : '',
    drawing: drawForReader(options.reader, chord, style),
  };
}

/** Which pattern is played is said where it changes: it goes on until something else is said. */
function sayHandsOnce(blocks: readonly HandoutBlock[]): readonly HandoutBlock[] {
  let said = '';
  return blocks.map((block) => {
    const isSaid = block.rightHand === said;
    said = block.rightHand === '' ? said : block.rightHand;
    return isSaid && block.rightHand !== '' ? { ...block, rightHand: '' } : block;
  });
}
