/*
 * A score as the elements of MusicXML 4.0, in the part of it that 3.0 has too. Each measure is written in the order of time; a chord stands
 * before the note over which it is due, an early one with a negative offset.
 */
import { type ChordSymbol, formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { type Key, signatureOf } from '../../harmony/key.ts';
import { range } from '../../kernel/list.ts';
import { boxFretsOf } from '../../page/drawing/chord-box.ts';
import type { NoteName } from '../../pitch/note-name.ts';
import { PLAIN_NAMES } from '../../pitch/note-name.ts';
import { toPitchClass } from '../../pitch/pitch-class.ts';
import { type Metre, QUARTER_TICKS } from '../../rhythm/metre.ts';
import { type Tempo, ticksToSeconds } from '../../rhythm/tempo.ts';
import { type Fingering, fretSpanOf, listBarres } from '../../shapes/shape.ts';
import { toChordKind } from './chord-kinds.ts';
import { cutLength } from './note-lengths.ts';
import { partsOf, tiesOf, toValueXml } from './note-xml.ts';
import type { Score, ScoreHarmony, ScoreMeasure, ScoreNote } from './score.ts';
import { toTabVoice } from './tab-notes-xml.ts';
import { el, type XmlNode } from './xml-node.ts';

/** The whole document: score-partwise with one part. */
export function toScoreXml(score: Score): XmlNode {
  const { title, credit, partName, measures } = score;
  return el(
    'score-partwise',
    [
      el('work', [el('work-title', title)]),
      el('identification', [
        ...(credit === '' ? [] : [el('creator', credit, { type: 'composer' })]),
        el('encoding', [el('software', 'Golden Ladder')]),
      ]),
      el('part-list', [el('score-part', [el('part-name', partName)], { id: 'P1' })]),
      el(
        'part',
        measures.map((measure, index) => toMeasureXml(score, index, measure)),
        { id: 'P1' },
      ),
    ],
    { version: '4.0' },
  );
}

function toMeasureXml(score: Score, index: number, measure: ScoreMeasure): XmlNode {
  const number = String(score.measures[0]?.isPickup === true ? index : index + 1);
  const before = score.measures[index - 1];
  return el(
    'measure',
    [
      measure.isNewLine && index > 0 ? el('print', [], { 'new-system': 'yes' }) : null,
      leftBarline(measure),
      toAttributes(score, index, measure, before),
      ...openingDirections(measure),
      ...listEvents(measure),
      ...toTabVoice(measure),
      rightBarline(measure),
    ],
    measure.isPickup ? { number, implicit: 'yes' } : { number },
  );
}

function leftBarline({ opensRepeat, ending }: ScoreMeasure): XmlNode | null {
  return opensRepeat || ending !== null
    ? el(
        'barline',
        [
          opensRepeat ? el('bar-style', 'heavy-light') : null,
          ending === null ? null : el('ending', [], { number: ending.join(', '), type: 'start' }),
          opensRepeat ? el('repeat', [], { direction: 'forward' }) : null,
        ],
        { location: 'left' },
      )
    : null;
}

function rightBarline({ closesRepeat, closesEnding }: ScoreMeasure): XmlNode | null {
  if (closesRepeat === null && closesEnding === null) {
    return null;
  }
  const type = closesRepeat === null ? 'discontinue' : 'stop';
  const times: Readonly<Record<string, string>> =
    closesRepeat === null || closesRepeat === 2 ? {} : { times: String(closesRepeat) };
  return el(
    'barline',
    [
      closesRepeat === null ? null : el('bar-style', 'light-heavy'),
      closesEnding === null ? null : el('ending', [], { number: closesEnding.join(', '), type }),
      closesRepeat === null ? null : el('repeat', [], { direction: 'backward', ...times }),
    ],
    { location: 'right' },
  );
}

function toAttributes(
  score: Score,
  index: number,
  measure: ScoreMeasure,
  before: ScoreMeasure | undefined,
): XmlNode | null {
  const isFirst = index === 0;
  const stops = before?.isSame === true && !measure.isSame;
  const repeats =
    measure.isSame && before?.isSame !== true
      ? [el('measure-style', [el('measure-repeat', 1, { type: 'start' })])]
      : stops
        ? [el('measure-style', [el('measure-repeat', [], { type: 'stop' })])]
        : [];
  const content = [
    isFirst ? el('divisions', QUARTER_TICKS) : null,
    measure.key === null ? null : toKeyXml(measure.key),
    measure.metre === null ? null : toTimeXml(measure.metre),
    isFirst ? el('clef', [el('sign', 'TAB'), el('line', 5)]) : null,
    isFirst ? toStaffDetails(score) : null,
    toSlashStyle(measure, before),
    ...repeats,
  ].filter((node) => node !== null);
  return content.length === 0 ? null : el('attributes', content);
}

/** Measures are written in slashes until one has notes, and again after it. */
function toSlashStyle(measure: ScoreMeasure, before: ScoreMeasure | undefined): XmlNode | null {
  const isPlain = measure.tabNotes.length === 0;
  const wasPlain = before !== undefined && before.tabNotes.length === 0;
  return isPlain === wasPlain
    ? null
    : el('measure-style', [el('slash', [], { type: isPlain ? 'start' : 'stop', ...(isPlain ? STEMS : {}) })]);
}

const STEMS = { 'use-stems': 'yes' } as const;

function toKeyXml(key: Key): XmlNode {
  return el('key', [el('fifths', signatureOf(key)), el('mode', key.mode)]);
}

function toTimeXml({ beats, unit, groups }: Metre): XmlNode {
  return el('time', [el('beats', groups === null ? beats : groups.join('+')), el('beat-type', unit)]);
}

/** Lines and open strings from the lowest, and the capo. */
function toStaffDetails({ openMidi, capoFret }: Score): XmlNode {
  return el('staff-details', [
    el('staff-lines', openMidi.length),
    ...openMidi.map((midi, index) => {
      const { step, alter } = partsOf(PLAIN_NAMES[toPitchClass(midi)] ?? 'C');
      return el(
        'staff-tuning',
        [
          el('tuning-step', step),
          alter === 0 ? null : el('tuning-alter', alter),
          el('tuning-octave', Math.floor(midi / 12) - 1),
        ],
        { line: String(index + 1) },
      );
    }),
    capoFret === 0 ? null : el('capo', capoFret),
  ]);
}

function openingDirections({ rehearsal, tempo }: ScoreMeasure): readonly XmlNode[] {
  return [
    ...(rehearsal === null
      ? []
      : [el('direction', [el('direction-type', [el('rehearsal', rehearsal)])], { placement: 'above' })]),
    ...(tempo === null ? [] : [toTempoXml(tempo)]),
  ];
}

const BEAT_UNITS = [
  ['half', 2],
  ['quarter', 1],
  ['eighth', 0.5],
  ['16th', 0.25],
] as const;

/** A pulse as a beat unit with its dots; a quarter where it is none. */
function beatUnitOf(pulseTicks: number): { readonly unit: string; readonly dots: number } {
  const plain = BEAT_UNITS.find(([, quarters]) => quarters * QUARTER_TICKS === pulseTicks);
  const dotted = BEAT_UNITS.find(([, quarters]) => quarters * 1.5 * QUARTER_TICKS === pulseTicks);
  return { unit: (plain ?? dotted)?.[0] ?? 'quarter', dots: plain === undefined && dotted !== undefined ? 1 : 0 };
}

/** The pulse with its beats a minute, and what that is in quarters for those who play it. */
function toTempoXml(tempo: Tempo): XmlNode {
  const { unit, dots } = beatUnitOf(tempo.pulseTicks);
  const quarters = 60 / ticksToSeconds(QUARTER_TICKS, tempo);
  return el(
    'direction',
    [
      el('direction-type', [
        el('metronome', [
          el('beat-unit', unit),
          ...range(0, dots).map(() => el('beat-unit-dot')),
          el('per-minute', tempo.tempoBpm),
        ]),
      ]),
      el('sound', [], { tempo: String(Math.round(quarters * 1000) / 1000) }),
    ],
    { placement: 'above' },
  );
}

/** Notes in order; before each, what stands over it. */
function listEvents(measure: ScoreMeasure): readonly XmlNode[] {
  const { notes, harmonies, remarks } = measure;
  return notes.flatMap((note, index) => {
    const isHere = ({ tick }: { readonly tick: number }): boolean =>
      tick >= note.tick && tick < note.tick + note.lengthTicks;
    return [
      ...harmonies.filter(isHere).map(toHarmonyXml),
      ...remarks
        .filter(isHere)
        .map(({ text }) => el('direction', [el('direction-type', [el('words', text)])], { placement: 'above' })),
      ...toNoteXml(note, {
        isTiedOn: notes[index + 1]?.isTied === true,
        isHidden: note.isRest && measure.tabNotes.some(isHere),
        lyrics: lyricsAt(measure, note),
      }),
    ];
  });
}

function lyricsAt({ cues, syllables }: ScoreMeasure, { tick }: ScoreNote): readonly XmlNode[] {
  return [
    ...cues
      .filter((cue) => cue.tick === tick)
      .map(({ text, verse }) => el('lyric', [el('text', text)], { number: String(verse), name: 'cue' })),
    ...syllables
      .filter((syllable) => syllable.tick === tick)
      .map(({ text }) => el('lyric', [el('text', text)], { number: 'change', name: 'syllable' })),
  ];
}

function toHarmonyXml({ chord, pushTicks, fingering }: ScoreHarmony): XmlNode {
  const offset = pushTicks === 0 ? null : el('offset', -pushTicks);
  if (chord === null) {
    return el('harmony', [
      el('root', [el('root-step', 'C', { text: '' })]),
      el('kind', 'none', { text: 'N.C.' }),
      offset,
    ]);
  }
  const root = partsOf(chord.root);
  const { kind, degrees } = toChordKind(chord.quality);
  return el('harmony', [
    el('root', [el('root-step', root.step), root.alter === 0 ? null : el('root-alter', root.alter)]),
    el('kind', kind, { text: qualityText(chord) }),
    chord.bass === null ? null : toBassXml(chord.bass),
    ...degrees.map(({ type, value, alter }) =>
      el('degree', [el('degree-value', value), el('degree-alter', alter), el('degree-type', type)]),
    ),
    fingering === null ? null : toFrameXml(fingering),
    offset,
  ]);
}

/** What stands after the root on paper. */
function qualityText(chord: ChordSymbol): string {
  return formatChordSymbol({ ...chord, bass: null }).slice(chord.root.length);
}

function toBassXml(bass: NoteName): XmlNode {
  const { step, alter } = partsOf(bass);
  return el('bass', [el('bass-step', step), alter === 0 ? null : el('bass-alter', alter)]);
}

/** A shape as a frame: strings are numbered from 1 = thinnest, frets count from the capo. */
function toFrameXml(fingering: Fingering): XmlNode {
  const { shape, fingers } = fingering;
  const { first, count } = boxFretsOf(fingering);
  const span = fretSpanOf(shape);
  const barres = listBarres(fingering);
  const notes = shape.flatMap((fret, string) => {
    if (fret === null) {
      return [];
    }
    const finger = fingers[string] ?? null;
    const barre = barres.find(
      (each) =>
        each.fret === fret && (each.lowString === string || each.highString === string) && each.finger === finger,
    );
    return [
      el('frame-note', [
        el('string', shape.length - string),
        el('fret', fret),
        finger === null ? null : el('fingering', finger),
        barre === undefined ? null : el('barre', [], { type: barre.lowString === string ? 'start' : 'stop' }),
      ]),
    ];
  });
  return el(
    'frame',
    [
      el('frame-strings', shape.length),
      el('frame-frets', Math.max(count, (span?.high ?? 0) - first + 1)),
      first === 1 ? null : el('first-fret', first),
      ...notes,
    ],
    { unplayed: 'x' },
  );
}

/** What stands around a note; a rest is hidden where a fill or riff is played. */
type Around = { readonly isTiedOn: boolean; readonly isHidden: boolean; readonly lyrics: readonly XmlNode[] };

/** A stroke as slashes tied to each other; the first of them carries what is struck and sung. */
function toNoteXml(note: ScoreNote, { isTiedOn, isHidden, lyrics }: Around): readonly XmlNode[] {
  const pieces = cutLength(note.lengthTicks);
  const head = note.isRest ? el('rest') : el('unpitched', [el('display-step', 'B'), el('display-octave', 4)]);
  return pieces.map((piece, index) => {
    const ties = note.isRest ? [] : tiesOf(note.isTied || index > 0, isTiedOn || index < pieces.length - 1);
    const content = [
      head,
      el('duration', piece.ticks),
      ...ties.map((type) => el('tie', [], { type })),
      el('voice', 1),
      ...toValueXml(piece),
      note.isRest ? null : el('notehead', 'slash'),
      notationsOf(ties, index === 0 ? strokeSign(note) : []),
      ...(index === 0 ? lyrics : []),
    ];
    return el('note', content, isHidden ? { 'print-object': 'no' } : {});
  });
}

function notationsOf(ties: readonly string[], signs: readonly XmlNode[]): XmlNode | null {
  const all = [...ties.map((type) => el('tied', [], { type })), ...signs];
  return all.length === 0 ? null : el('notations', all);
}

function strokeSign({ direction }: ScoreNote): readonly XmlNode[] {
  return direction === null ? [] : [el('technical', [el(STROKE_SIGNS[direction])])];
}

/** Bowing signs are what strums are written with (common practice). */
const STROKE_SIGNS = { down: 'down-bow', up: 'up-bow' } as const;
