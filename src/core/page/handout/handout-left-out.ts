/* What a song has and a page does not show, with the reason, and where that is decided. */

import { ornamentNeckOf, placeOrnament } from '../../arrange/ornaments/ornament-places.ts';
import { createPlayingBars } from '../../arrange/ornaments/placed-ornaments.ts';
import { performanceOf } from '../../arrange/performance/performance.ts';
import { sumOf } from '../../kernel/list.ts';
import { formatCount } from '../../kernel/plural.ts';
import { barsOfLines } from '../../song/chart/chart.ts';
import type { OrnamentKind, SongDocument } from '../../song/document/document.ts';
import { type HandoutItem, type HandoutOptions, isShown, type Stand } from '../../song/document/handout-options.ts';
import { ORNAMENT_WORDS } from '../../words/ornament-words.ts';
import type { SongPlace } from '../drawing/region.ts';
import { sayChordRounds } from './chord-rounds.ts';
import type { HandoutSource } from './handout-hands.ts';

/** One thing that is left out: what, why, and the step that decides it, or the choice of the page itself. */
export type LeftOut = {
  readonly what: string;
  readonly why: string;
  readonly place: SongPlace | { readonly item: HandoutItem };
};

/** What the list is made from; `whole` is the song with the passes that a lesson leaves out. */
export type LeftOutQuestion = {
  readonly source: HandoutSource;
  readonly whole: SongDocument;
  readonly options: HandoutOptions;
  readonly stand: Stand | null;
};

/** Everything that is left out, in the order of the page. */
export function listLeftOut(question: LeftOutQuestion): readonly LeftOut[] {
  return [
    ...listUnshown(question),
    ...listOfRounds(question),
    ...listOfReader(question),
    ...listOfLevels(question),
    ...listOutOfReach(question),
    ...listOfWords(question),
    ...listOfLesson(question),
  ];
}

/** What a teacher decides and a page can show, with whether a song has it. Ways of reading (degrees, names of strings) are not missed. */
const DECIDED: readonly {
  readonly item: HandoutItem;
  readonly what: string;
  readonly has: (source: HandoutSource) => boolean;
}[] = [
  { item: 'fingers', what: 'finger numbers', has: ({ part }) => part.shapes.length > 0 },
  { item: 'without-capo', what: 'what sounds', has: () => true },
  {
    item: 'loudness',
    what: 'loudness and palm',
    has: ({ bars }) => bars.some(({ hand }) => hand.dynamics !== null || hand.isMuted === true),
  },
  { item: 'ornaments', what: 'fills and riffs', has: ({ bars }) => bars.some(({ ornaments }) => ornaments.length > 0) },
  { item: 'notes', what: 'notes', has: ({ document }) => hasNotes(document) },
  {
    item: 'picked-strings',
    what: 'strings that are picked',
    has: ({ bars }) => bars.some(({ pattern }) => pattern?.cells.some(({ kind }) => kind === 'pick') === true),
  },
  { item: 'drills', what: 'changes to drill', has: ({ bars }) => bars.length > 1 },
  {
    item: 'scenes',
    what: 'scenes of the rehearsal',
    has: ({ document }) => document.scenes.some(({ isOnPage }) => isOnPage),
  },
  { item: 'cautions', what: 'cautions', has: ({ part }) => part.shapes.length > 0 },
];

function hasNotes({ map }: SongDocument): boolean {
  return (
    map.sections.some(
      ({ note, lines }) =>
        note !== '' || lines.some((line) => line.note !== '') || barsOfLines(lines).some((bar) => bar.note !== ''),
    ) || map.form.some(({ note }) => note !== '')
  );
}

function listUnshown({ source, options, stand }: LeftOutQuestion): readonly LeftOut[] {
  return DECIDED.filter(({ item, has }) => !isShown(options, item, stand) && has(source)).map(({ item, what }) => ({
    what,
    why: options.shows[item] === false ? 'switched off' : 'not on a beginner’s page unless switched on',
    place: { item },
  }));
}

/** How often the pattern goes to a chord can be asked for, and be no one number. */
function listOfRounds({ source, options, stand }: LeftOutQuestion): readonly LeftOut[] {
  return options.reader === 'guitar' && isShown(options, 'chord-rounds', stand) && sayChordRounds(source) === ''
    ? [
        {
          what: 'how often the pattern goes to a chord',
          why: 'it is not the same for all chords, or for all that are marked',
          place: { step: 'right-hand', sectionId: null, of: 'patterns' },
        },
      ]
    : [];
}

function listOfReader({ source, options }: LeftOutQuestion): readonly LeftOut[] {
  const { reader } = options;
  const hasHand = source.bars.some(({ pattern, ornaments }) => pattern !== null || ornaments.length > 0);
  return reader === 'guitar' || !hasHand
    ? []
    : [
        {
          what: 'patterns, fills and riffs',
          why: `they are the guitar’s, and this page is for ${reader}`,
          place: { step: 'right-hand', sectionId: null, of: 'patterns' },
        },
      ];
}

/** What levels leave out of the arrangement: fills and riffs of higher levels, chords that go on from the one before. */
function listOfLevels({ source, options }: LeftOutQuestion): readonly LeftOut[] {
  if (!source.isOwn || options.reader !== 'guitar') {
    return [];
  }
  const arranged = performanceOf(source.document, source.part).bars;
  const counts = new Map<OrnamentKind, number>();
  for (const [index, { ornaments }] of arranged.entries()) {
    const own = source.bars[index]?.ornaments ?? [];
    for (const { ornament } of ornaments.filter(
      (each) => !own.some(({ ornament: { id } }) => id === each.ornament.id),
    )) {
      counts.set(ornament.kind, (counts.get(ornament.kind) ?? 0) + 1);
    }
  }
  const merged = sumOf(source.bars, ({ slots }) => slots.filter(({ isMerged }) => isMerged).length);
  return [
    ...[...counts].map(([kind, bars]) => ({
      what: `${ORNAMENT_WORDS[kind]} in ${formatCount(bars, 'bar')}`,
      why: 'for a higher level',
      place: { step: 'levels' } as const,
    })),
    ...(merged === 0
      ? []
      : [
          {
            what: formatCount(merged, 'passing chord'),
            why: 'the chord before goes on',
            place: { step: 'levels' } as const,
          },
        ]),
  ];
}

/** Ornaments that are lost behind this capo, or lie past the last fret. */
function listOutOfReach({ source, options }: LeftOutQuestion): readonly LeftOut[] {
  const { document, part, played } = source;
  if (options.reader !== 'guitar') {
    return [];
  }
  const neck = ornamentNeckOf(part);
  const barsOf = createPlayingBars(document, played);
  return part.ornaments.flatMap((ornament): readonly LeftOut[] => {
    const place = placeOrnament(ornament, neck);
    const bars = place.kind === 'lost' ? barsOf(ornament).length : 0;
    return bars === 0
      ? []
      : [
          {
            what: `${ORNAMENT_WORDS[ornament.kind]} in ${formatCount(bars, 'bar')}`,
            why:
              part.setup.capoFret === 0 ? 'out of reach in this tuning' : `out of reach at capo ${part.setup.capoFret}`,
            place: { step: 'capo' },
          },
        ];
  });
}

/** A page of words without words, or a page of bars of a song that has them. */
function listOfWords({ source, options }: LeftOutQuestion): readonly LeftOut[] {
  const place = { step: 'listen' } as const;
  return source.document.words === null && options.kind === 'words'
    ? [{ what: 'words with chords above', why: 'the song keeps none: write them at the end of its text', place }]
    : source.document.words !== null && options.kind === 'bars'
      ? [{ what: 'whole words', why: 'they are on the page of words with chords above', place }]
      : [];
}

function listOfLesson({ whole }: LeftOutQuestion): readonly LeftOut[] {
  const sections = new Map(whole.map.sections.map(({ id, name }) => [id, name]));
  return whole.map.form.flatMap((pass, index): readonly LeftOut[] =>
    pass.isLeftOut
      ? [
          {
            what: `${sections.get(pass.sectionId) ?? 'a section'}, number ${index + 1} of the form`,
            why: 'left out of the lesson',
            place: { step: 'map', sectionId: pass.sectionId, barId: null },
          },
        ]
      : [],
  );
}
