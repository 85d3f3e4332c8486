/* Fills and riffs as the second voice of a measure: pitches with their strings and frets, and what joins them. */
import { cutLength, type NotePiece } from './note-lengths.ts';
import { partsOf, tiesOf, toValueXml } from './note-xml.ts';
import type { ScoreJoin, ScoreMeasure, ScoreTabNote } from './score.ts';
import { el, type XmlNode } from './xml-node.ts';

const VOICE = 2;

/** The voice of a measure's fills and riffs, from its bar line to its end; nothing where it has none. */
export function toTabVoice({ tabNotes, lengthTicks }: ScoreMeasure): readonly XmlNode[] {
  if (tabNotes.length === 0) {
    return [];
  }
  const ticks = [...new Set(tabNotes.map(({ tick }) => tick))].sort((a, b) => a - b);
  const nodes: XmlNode[] = [el('backup', [el('duration', lengthTicks)])];
  let at = 0;
  for (const [index, tick] of ticks.entries()) {
    const struck = tabNotes.filter((note) => note.tick === tick);
    // A note that rings on is written until the next one, as tablature has it.
    const until = Math.min(ticks[index + 1] ?? lengthTicks, tick + Math.max(...struck.map((note) => note.lengthTicks)));
    nodes.push(...forward(tick - at), ...toChordXml(struck, until - tick));
    at = until;
  }
  return [...nodes, ...forward(lengthTicks - at)];
}

function forward(ticks: number): readonly XmlNode[] {
  return ticks <= 0 ? [] : [el('forward', [el('duration', ticks)])];
}

/** Notes struck together, in as many tied pieces as their length takes. */
function toChordXml(struck: readonly ScoreTabNote[], lengthTicks: number): readonly XmlNode[] {
  const pieces = cutLength(lengthTicks);
  return pieces.flatMap((piece, index) =>
    struck.map((note, order) =>
      toNoteXml(note, piece, {
        isFirst: index === 0,
        isLast: index === pieces.length - 1,
        isChord: order > 0,
      }),
    ),
  );
}

type Piece = { readonly isFirst: boolean; readonly isLast: boolean; readonly isChord: boolean };

function toNoteXml(note: ScoreTabNote, piece: NotePiece, { isFirst, isLast, isChord }: Piece): XmlNode {
  const { step, alter } = partsOf(note.name);
  const ties = tiesOf(!isFirst, !isLast);
  const joins = [
    ...(isFirst && note.joinIn !== null ? [{ ...note.joinIn, type: 'stop' as const }] : []),
    ...(isLast && note.joinOut !== null ? [{ ...note.joinOut, type: 'start' as const }] : []),
  ];
  return el('note', [
    isChord ? el('chord') : null,
    el('pitch', [
      el('step', step),
      alter === 0 ? null : el('alter', alter),
      el('octave', Math.floor((note.midi - alter) / 12) - 1),
    ]),
    el('duration', piece.ticks),
    ...ties.map((type) => el('tie', [], { type })),
    el('voice', VOICE),
    ...toValueXml(piece),
    el('notations', [
      ...ties.map((type) => el('tied', [], { type })),
      ...joins.map((each) => toJoinXml(each, note.stringNumber)),
      el('technical', [...joins.flatMap(toTechnicalXml), el('string', note.stringNumber), el('fret', note.fret)]),
    ]),
  ]);
}

type End = ScoreJoin & { readonly type: 'start' | 'stop' };

/** A slide is a line from note to note, everything else a bow; each string has its own number. */
function toJoinXml({ join, type }: End, stringNumber: number): XmlNode {
  return el(join === 'slide' ? 'slide' : 'slur', [], { type, number: String(Math.min(6, stringNumber)) });
}

function toTechnicalXml({ join, type, semitones }: End): readonly XmlNode[] {
  switch (join) {
    case 'hammer-on':
    case 'pull-off':
      return [el(join, type === 'start' ? JOIN_LETTERS[join] : '', { type })];
    case 'bend':
      return type === 'start' ? [el('bend', [el('bend-alter', semitones)])] : [];
    case 'slide':
      return [];
  }
}

/** What stands over the bow (common practice). */
const JOIN_LETTERS = { 'hammer-on': 'H', 'pull-off': 'P' } as const;
