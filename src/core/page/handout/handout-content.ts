/*
 * What a handout says, before anything has a place on paper: words, lines of bars and drawings, for one reader, from what is stored.
 */
import { listPasses, type PassSummary } from '../../arrange/form/form-summary.ts';
import { barsOfLines } from '../../song/chart/chart.ts';
import { songKeysOf } from '../../song/chart/song-keys.ts';
import type { SongWords } from '../../song/document/document.ts';
import { totalsOf } from '../../song/played/played-bars.ts';
import { GOING_ON, type PageKeySigns, sayPageKey, sayStrokeLegend } from '../../words/page/page-key-words.ts';
import { sayRetuning } from '../../words/page/retuning-words.ts';
import { setupSentences } from '../../words/page/setup-sentences.ts';
import { sayScene } from '../../words/rehearse/scene-words.ts';
import type { Figure } from '../drawing/figure.ts';
import { createSigns, type SaidOfBars, saidOfHands } from './bar-signs.ts';
import { sayChordRounds } from './chord-rounds.ts';
import { blocksOf, type HandoutBlock, type HandoutWords, headingOf } from './handout-blocks.ts';
import { chordFigures, listHeldChords, wordsOfShape } from './handout-chords.ts';
import { listCautions, listDrills } from './handout-drills.ts';
import {
  type HandoutOrnaments,
  type HandoutPatterns,
  listHandoutOrnaments,
  listHandoutPatterns,
} from './handout-hands.ts';
import { createWayNumbers, type HeldWay } from './handout-holds.ts';
import { type LeftOut, listLeftOut } from './handout-left-out.ts';
import { createBeside, createNames, otherPartWords } from './handout-names.ts';
import { sayReach, sayStandIns } from './handout-reach.ts';
import type { HandoutRequest } from './handout-request.ts';
import { composeLesson } from './lesson-sheet.ts';
import { listMissing, type Missing } from './missing.ts';
import { createPlaceNames, createPlayings, listPrintedSections } from './printed-sections.ts';
import { listSungBlocks, type SungBlock } from './sung-blocks.ts';
import { type Telling, tellingOf } from './telling.ts';

/** A whole handout. */
export type Handout = {
  readonly title: string;
  readonly credit: string;
  readonly setup: readonly string[];
  /** What is not ready in the song: said on the page, before anything else. */
  readonly missing: readonly Missing[];
  readonly chords: readonly Figure[];
  readonly patterns: readonly Figure[];
  /** What is said of all patterns: what their strokes look like, how they go with the chords. */
  readonly strumming: readonly string[];
  readonly form: string;
  /** The sections in bars, and on a page of words the passes that have none. */
  readonly blocks: readonly HandoutBlock[];
  /** On a page of words: the passes in the order of the form; where one has no words, its bars are printed once. */
  readonly sung: readonly (SungBlock | HandoutBlock)[];
  /** Why the words may stand here; empty where there are none. */
  readonly wordsRight: string;
  readonly ornaments: readonly Figure[];
  /** Shapes in words, a sentence or more for each chord. */
  readonly words: readonly { readonly name: string; readonly text: string }[];
  /** Whether those words stand on the page too; who cannot see the drawings is told them in any case. */
  readonly showsWords: boolean;
  readonly drills: readonly Figure[];
  readonly cautions: readonly string[];
  /** What was done and what to practise, for who was absent; and the lesson with minutes, for the teacher. Empty where they are not asked for. */
  readonly catchUp: readonly string[];
  readonly lesson: readonly string[];
  /** How passages are rehearsed, where the teacher wants that on the page. */
  readonly scenes: readonly string[];
  /** How to read this page; empty where it is not asked for. */
  readonly pageKey: readonly string[];
  /** What the song has and the page does not show, and why. */
  readonly leftOut: readonly LeftOut[];
};

const NO_BREAK = '\u00A0';
const NO_PATTERNS: HandoutPatterns = { figures: [], printed: [], said: [] };
const NO_ORNAMENTS: HandoutOrnaments = { figures: [], said: [] };

/** Gathers a handout, as the lesson plays the song. */
export function composeHandout(request: HandoutRequest): Handout {
  const telling = tellingOf(request);
  const { source, isGuitar, shows, nameOf } = telling;
  const { document, played } = source;
  const { options, stand, stage } = request;
  const chords = listHeldChords(telling);
  const bars = composeBars(telling, chords.ways);
  const needsDrills = isGuitar && (['drills', 'catch-up', 'lesson'] as const).some(shows);
  const drills = needsDrills ? listDrills(source, { stage, ...telling }) : [];
  const bare = isGuitar ? chords.all.filter(({ fingering }) => fingering === null) : [];
  return {
    title: document.facts.title,
    credit: document.facts.credit,
    setup: composeSetup(telling),
    missing: listMissing(request.document, bare, nameOf),
    chords: chords.all.flatMap((chord) => chordFigures(chord, telling)),
    patterns: bars.patterns.figures,
    strumming: composeStrumming(telling, bars),
    form: (bars.passes.length < 2 ? [] : bars.passes)
      .map(({ label, bars: count }) => `${label} (${count})`.replaceAll(' ', NO_BREAK))
      .join(' · '),
    blocks: bars.sung.length > 0 ? [] : bars.blocks,
    sung: bars.sung,
    wordsRight: bars.sung.length > 0 ? sayWordsRight(document.words) : '',
    ornaments: bars.ornaments.figures,
    words: chords.all.flatMap((chord) => wordsOfShape(chord, telling)),
    showsWords: shows('shape-words'),
    drills: shows('drills') ? drills : [],
    ...composeLesson(
      { blocks: bars.blocks, drills, patterns: bars.patterns.figures, document: request.document, played },
      shows,
    ),
    scenes: shows('scenes') ? composeScenes(telling) : [],
    cautions: isGuitar ? composeCautions(telling, chords.all) : [],
    pageKey: shows('page-key') ? sayPageKey(signsIn(bars.blocks, telling)) : [],
    leftOut: played.length === 0 ? [] : listLeftOut({ source, whole: request.document, options, stand }),
  };
}

/** The scenes that are for the page, each in a line. */
function composeScenes({ request, source, isGuitar, nameOf }: Telling): readonly string[] {
  const { toShapeChord } = songKeysOf(source.document, source.part);
  return request.document.scenes
    .filter(({ isOnPage }) => isOnPage)
    .map((scene) => `${sayScene(source.document, scene, (chord) => nameOf(isGuitar ? toShapeChord(chord) : chord))}.`);
}

/** What has to be said of the shapes: what is out of reach, what stands in for what, and the usual cautions. */
function composeCautions({ source, shows, nameOf, places }: Telling, chords: readonly HeldWay[]): readonly string[] {
  const fingerings = chords.flatMap(({ fingering }) => fingering ?? []);
  return [
    ...sayReach(source, chords, nameOf, places.fretOffset),
    ...sayStandIns(source, nameOf),
    ...(shows('cautions') ? listCautions(fingerings, source.part) : []),
  ];
}

/** What stands in and over the bars of a page. */
type Bars = {
  readonly passes: readonly PassSummary[];
  readonly patterns: HandoutPatterns;
  readonly ornaments: HandoutOrnaments;
  readonly loudness: Pick<SaidOfBars, 'loudness' | 'palm'>;
  readonly blocks: readonly HandoutBlock[];
  readonly sung: Handout['sung'];
};

function composeBars(telling: Telling, ways: readonly HeldWay[]): Bars {
  const { request, source, reading, isGuitar, shows, nameOf } = telling;
  const { document, part, played } = source;
  const { metre } = document.facts;
  const keys = songKeysOf(document, part);
  const passes = listPasses(document, played);
  const printed = listPrintedSections(document);
  const playingsOf = createPlayings(document, played, passes);
  const placesOf = createPlaceNames(printed, playingsOf);
  const patterns = isGuitar
    ? listHandoutPatterns(source, { nameOf, showsPicked: shows('picked-strings') })
    : NO_PATTERNS;
  const ornaments =
    isGuitar && shows('ornaments') ? listHandoutOrnaments(source, { reading, nameOf, placesOf }) : NO_ORNAMENTS;
  const loudness = saidOfHands(isGuitar && shows('loudness') ? source.bars : []);
  const said: SaidOfBars = {
    hands: patterns.said,
    ...loudness,
    ornaments: ornaments.said,
    showsNotes: shows('notes'),
  };
  const words: HandoutWords = {
    nameOf: createNames(request, keys, nameOf, createWayNumbers(ways, source.bars)),
    beside: createBeside(request, document, keys, nameOf),
    metre,
    signs: createSigns(played, playingsOf, said, metre),
    firstBarOf: (each, { bars }) => {
      const [playing] = bars[0] === undefined || !shows('bar-numbers') ? [] : playingsOf(each, bars[0].id);
      return playing === undefined ? null : (played[playing.index]?.number ?? null);
    },
    showsNotes: shows('notes'),
  };
  const blocks = printed.flatMap((each) => blocksOf(document, each, passes, words));
  const hasWords = request.options.kind === 'words' && document.words !== null;
  return {
    passes,
    patterns,
    ornaments,
    loudness,
    blocks: hasOneHand(patterns) ? withHandOnce(blocks) : blocks,
    sung: hasWords ? composeSung(listSungBlocks(document, passes, words), blocks) : [],
  };
}

/** Passes with words, and for those without the bars of their section, once. */
function composeSung(passes: readonly (SungBlock | PassSummary)[], blocks: readonly HandoutBlock[]): Handout['sung'] {
  const printed = new Set<number>();
  return passes.flatMap((pass): Handout['sung'] => {
    if ('rows' in pass) {
      return [pass];
    }
    const { section, label } = pass;
    const own = blocks.filter(({ sectionId }) => sectionId === section.id);
    const isAgain = printed.has(section.id);
    printed.add(section.id);
    const again = {
      sectionId: section.id,
      name: label,
      remark: `as ${headingOf(own[0] ?? NO_HEADING)}`,
      rightHand: '',
      rows: [],
    };
    return isAgain ? [again] : own;
  });
}

const NO_HEADING = { letter: '', name: 'above' } as const;

/** Why whole words stand on the page. */
function sayWordsRight(words: SongWords | null): string {
  return words === null ? '' : words.right === 'traditional' ? 'Words: traditional.' : 'Words: our own.';
}

/** How to set up: capo and tuning, what sounds, how long it is, how frets are counted, what the other guitars do. */
function composeSetup({ request, source, reading, isGuitar, shows }: Telling): readonly string[] {
  const { document, part, played, isOwn } = source;
  const { reader } = request.options;
  return [
    ...setupSentences(document, part, totalsOf(played), { reader, saysSound: shows('without-capo') }),
    ...(isGuitar ? sayRetuning(part.setup.tuning, reading.stringNaming) : []),
    // A beginner's shapes lie at the capo: the question does not come up before frets are counted from the nut.
    ...(isGuitar && part.setup.capoFret > 0 && (shows('without-capo') || reading.fretsFrom === 'nut')
      ? [`Frets are counted from the ${reading.fretsFrom}.`]
      : []),
    ...otherPartWords(request, document),
    ...(isOwn && isGuitar ? ['Your part.'] : []),
  ];
}

/** What is said of all patterns. */
function composeStrumming({ source, isGuitar, shows }: Telling, { patterns, loudness }: Bars): readonly string[] {
  if (!isGuitar) {
    return [];
  }
  const changes = !hasOneHand(patterns) || loudness.loudness.some((said) => said !== '');
  return [
    sayStrokeLegend(patterns.printed.flatMap((pattern) => pattern ?? [])),
    shows('chord-rounds') ? sayChordRounds(source) : '',
    changes && patterns.figures.length > 0 ? GOING_ON : '',
  ].filter((text) => text !== '');
}

/** Whether all bars of a song play the same pattern. */
function hasOneHand({ said }: HandoutPatterns): boolean {
  return new Set(said.filter((each) => each !== null)).size === 1;
}

/** A song with one pattern names it once, where it begins; how loud it is goes on being said. */
function withHandOnce(blocks: readonly HandoutBlock[]): readonly HandoutBlock[] {
  const first = blocks.find(({ rightHand, going }) => rightHand !== going) ?? blocks[0];
  return blocks.map((block) => (block === first ? block : { ...block, rightHand: block.going }));
}

/** Which signs the bars of a page have. */
function signsIn(blocks: readonly HandoutBlock[], { isGuitar, reading }: Telling): PageKeySigns {
  const lines = blocks.flatMap((block) => block.lines);
  const bars = barsOfLines(lines);
  const chords = bars.flatMap((bar) => bar.chords);
  return {
    isForGuitar: isGuitar,
    isLeftHanded: reading.isLeftHanded,
    hasRepeats: lines.some(({ repeat }) => repeat.closes > 1),
    hasSame: bars.some(({ isSame }) => isSame),
    hasTies: chords.some(({ isTie }) => isTie),
    hasStars: chords.some(({ isStarred }) => isStarred),
    exampleLine: lines.find((line) => line.bars.length > 1)?.label ?? null,
  };
}
