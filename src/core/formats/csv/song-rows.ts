/* A song as tables: every played bar, and every shape. Cells are text; what a spreadsheet would take for a formula is the writer's care. */
import { listPasses } from '../../arrange/form/form-summary.ts';
import { type PerformedBar, performanceOf } from '../../arrange/performance/performance.ts';
import { listHeldWays } from '../../arrange/problem/held-ways.ts';
import { formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { formatKey } from '../../harmony/key.ts';
import { beatTicks, formatMetre } from '../../rhythm/metre.ts';
import { formatShape } from '../../shapes/shape.ts';
import { songKeysOf } from '../../song/chart/song-keys.ts';
import type { Part, SongDocument } from '../../song/document/document.ts';
import { findStoredShape } from '../../song/part/stored-shapes.ts';
import { type PlayedBar, slotStartTick } from '../../song/played/played-bars.ts';
import { listSongChords } from '../../song/played/song-chords.ts';
import { toTimeline } from '../../song/played/timeline.ts';
import { sayWay } from '../../words/hold-words.ts';
import { sayMarks } from '../../words/mark-words.ts';
import { ORNAMENT_WORDS } from '../../words/ornament-words.ts';

/** A table: the first row names the columns. */
export type Table = readonly (readonly string[])[];

/** The bars as they are played; seconds are empty without a tempo, beats are of each bar's own metre. */
export function toMapTable(document: SongDocument, part: Part): Table {
  const { played, bars: performed } = performanceOf(document, part);
  const { bars } = toTimeline(played);
  const passes = listPasses(document, played);
  const { sounding, toShapeChord } = songKeysOf(document, part);
  const rows = played.map((bar, index) => {
    const { startBeat = 0, startSeconds = null } = bars[index] ?? {};
    const chords = bar.slots.map(({ chord }) => chord);
    const named = (nameOf: typeof formatChordSymbol): string =>
      chords.map((chord) => (chord === null ? 'N.C.' : nameOf(chord))).join(' ');
    return [
      String(bar.number),
      bar.section.name,
      passes.find(({ passIndex }) => passIndex === bar.passIndex)?.label ?? '',
      formatMetre(bar.metre),
      String(bar.lengthTicks / beatTicks(bar.metre)),
      String(startBeat),
      startSeconds === null ? '' : startSeconds.toFixed(3),
      formatKey(bar.key ?? sounding),
      named(formatChordSymbol),
      named((chord) => formatChordSymbol(toShapeChord(chord))),
      bar.slots.map(({ ticks }) => String(ticks / beatTicks(bar.metre))).join(' '),
      marksOf(bar),
      bar.bar.note,
      ...handOf(performed[index]),
    ];
  });
  return [
    [
      'bar',
      'section',
      'pass',
      'metre',
      'beats',
      'start beat',
      'start second',
      'key',
      'sounding',
      'shapes',
      'beats each',
      'marks',
      'note',
      'right hand',
      'loudness',
      'strums',
      'beside the chords',
    ],
    ...rows,
  ];
}

/** The marks of a bar's chords in words, in their order: "rings on; –; stop on 3"; empty where none has one. */
function marksOf({ slots, metre }: PlayedBar): string {
  const marks = slots.map((slot, index) => sayMarks(slot, slotStartTick(slots, index), metre) || '–');
  return marks.every((mark) => mark === '–') ? '' : marks.join('; ');
}

/** What the right hand does in a bar: its pattern, which bar of it where it has two, its loudness, and how often it strikes. */
function handOf(bar: PerformedBar | undefined): readonly [string, string, string, string] {
  if (bar === undefined) {
    return ['', '', '', ''];
  }
  const { hand, pattern, patternBar, strokes, ornaments } = bar;
  const part = pattern !== null && pattern.bars === 2 ? `, bar ${patternBar + 1}` : '';
  const palm = hand.isMuted === true ? 'palm-muted' : '';
  return [
    hand.isSilent === true ? 'silent' : pattern === null ? '' : `${pattern.name}${part}`,
    [hand.dynamics ?? '', palm].filter((word) => word !== '').join(', '),
    String(strokes.length),
    ornaments.map(({ ornament }) => ORNAMENT_WORDS[ornament.kind]).join('; '),
  ];
}

/**
 * Every chord of the song with how it is held behind the capo, a row for each way of holding it and where; frets and fingers are empty
 * where no shape is stored.
 */
export function toShapeTable(document: SongDocument, part: Part): Table {
  const { toShapeChord } = songKeysOf(document, part);
  const { played, bars: performed } = performanceOf(document, part);
  const counted = listHeldWays(
    listSongChords(document, played),
    played,
    (index, at) => performed[index]?.slots[at]?.held ?? null,
  );
  const rows = counted.map(({ chord, kept, bars, entries }) => {
    const shapeChord = toShapeChord(chord);
    const fingering = (kept ?? findStoredShape(part, shapeChord))?.fingering;
    return [
      formatChordSymbol(chord),
      formatChordSymbol(shapeChord),
      fingering === undefined ? '' : formatShape(fingering.shape),
      fingering === undefined ? '' : fingering.fingers.map((finger) => finger ?? '-').join(' '),
      String(bars),
      String(entries),
      kept === null ? '' : sayWay(document, kept),
    ];
  });
  return [['sounding', 'shape', 'frets', 'fingers', 'bars', 'times entered', 'where'], ...rows];
}
