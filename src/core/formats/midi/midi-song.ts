/*
 * The unrolled song as a Standard MIDI File would hold it: an event list, never bytes.
 *
 * One track conducts (tempo, metre, key, section markers), one is the guitar as it is strummed and picked, one clicks. Ticks are the
 * song's own 10,080 a quarter, so nothing is rounded but the delay between the strings of a stroke. A count-in of one bar, less the
 * pick-up (rule M11), comes first; everything else lies that much later.
 */
import { listPasses } from '../../arrange/form/form-summary.ts';
import type { LevelBar } from '../../arrange/levels/level.ts';
import { performanceOf } from '../../arrange/performance/performance.ts';
import { listNotes, PLAIN_TEMPO, type StrumNote } from '../../arrange/performance/strum-notes.ts';
import { formatKey, signatureOf } from '../../harmony/key.ts';
import { itemAt, range } from '../../kernel/list.ts';
import { clicksOfBar, countInOf } from '../../rehearse/click.ts';
import { formatMetre, type Metre, QUARTER_TICKS } from '../../rhythm/metre.ts';
import { type Tempo, ticksToSeconds } from '../../rhythm/tempo.ts';
import { soundingKeyOf } from '../../song/chart/song-keys.ts';
import type { Part, SongDocument } from '../../song/document/document.ts';
import { listPlayedBars, type PlayedBar } from '../../song/played/played-bars.ts';

/** One event; ticks count from the beginning of the file. `fifths` are sharps (flats negative); velocity is 1 to 127. */
export type MidiEvent =
  | { readonly kind: 'tempo'; readonly tick: number; readonly microsecondsPerQuarter: number }
  | { readonly kind: 'metre'; readonly tick: number; readonly metre: Metre }
  | { readonly kind: 'key'; readonly tick: number; readonly fifths: number; readonly isMinor: boolean }
  | { readonly kind: 'marker'; readonly tick: number; readonly text: string }
  | {
      readonly kind: 'note';
      readonly tick: number;
      readonly lengthTicks: number;
      readonly midi: number;
      readonly velocity: number;
    };

/** A track: its name, its channel (from 0), its instrument (General MIDI program from 0; null: none), and its events in order. */
export type MidiTrack = {
  readonly name: string;
  readonly channel: number;
  readonly program: number | null;
  readonly events: readonly MidiEvent[];
};

/** A whole file of format 1. */
export type MidiSong = { readonly ticksPerQuarter: number; readonly tracks: readonly MidiTrack[] };

/** General MIDI (published standard): 25 steel-string guitar; channel 10 (9 from 0) percussion, 76 and 77 high and low wood block. */
export const STEEL_GUITAR = 25;
export const PERCUSSION = 9;
export const CLICK = { strong: 76, weak: 77 } as const;
const CLICK_TICKS = QUARTER_TICKS / 4;
const CLICK_VELOCITY = { strong: 100, weak: 70 } as const;
export const LOUDEST = 127;

/**
 * The song of a part as it is played from beginning to end: as it is arranged, or as a level has it (`ownBars`, in step with the played
 * bars). Without bars it has only its name.
 */
export function toMidiSong(document: SongDocument, part: Part, ownBars: readonly LevelBar[] | null = null): MidiSong {
  const played = listPlayedBars(document);
  const [first] = played;
  const countIn = first === undefined ? NO_COUNT_IN : countInOf(first, 1);
  const countInTicks = countIn.lengthTicks;
  const title = document.facts.title;
  const { bars } = performanceOf(document, part);
  const notes = listNotes({ part, played, bars: ownBars ?? bars });
  const conductor = first === undefined ? [] : conduct(document, played, countInTicks);
  const counted = countIn.beats.map(({ tick, beat }) => click(tick, beat === 0));
  return {
    ticksPerQuarter: QUARTER_TICKS,
    tracks: [
      { name: title, channel: 0, program: null, events: conductor },
      { name: part.name, channel: 0, program: STEEL_GUITAR, events: strum(notes, played, countInTicks) },
      { name: 'Click', channel: PERCUSSION, program: null, events: [...counted, ...clickAlong(played, countInTicks)] },
    ],
  };
}

const NO_COUNT_IN: ReturnType<typeof countInOf> = { lengthTicks: 0, beats: [] };

function conduct(document: SongDocument, played: readonly PlayedBar[], countInTicks: number): readonly MidiEvent[] {
  const { key: songKey } = soundingKeyOf(document);
  const passes = listPasses(document, played);
  // What holds from the first bar on holds in the count-in too.
  const tickOf = (index: number): number => (index === 0 ? 0 : countInTicks + (played[index]?.startTick ?? 0));
  const tempos = listTurns(played.map(({ tempo }) => quarterOf(tempo ?? PLAIN_TEMPO)));
  const metres = listTurns(played.map(({ metre }) => formatMetre({ ...metre, groups: null })));
  const keys = listTurns(played.map(({ key }) => formatKey(key ?? songKey)));
  const entries = listTurns(played.map(({ passIndex }) => passIndex));
  const events: readonly MidiEvent[] = [
    ...tempos.map((at): MidiEvent => {
      const microsecondsPerQuarter = quarterOf(played[at]?.tempo ?? PLAIN_TEMPO);
      return { kind: 'tempo', tick: tickOf(at), microsecondsPerQuarter };
    }),
    ...metres.map((at): MidiEvent => ({ kind: 'metre', tick: tickOf(at), metre: itemAt(played, at).metre })),
    ...keys.map((at): MidiEvent => {
      const key = itemAt(played, at).key ?? songKey;
      return { kind: 'key', tick: tickOf(at), fifths: signatureOf(key), isMinor: key.mode === 'minor' };
    }),
    ...entries.map((at): MidiEvent => {
      const { passIndex, section, startTick } = itemAt(played, at);
      const text = passes.find((pass) => pass.passIndex === passIndex)?.label ?? section.name;
      return { kind: 'marker', tick: countInTicks + startTick, text };
    }),
  ];
  return [...events].sort((x, y) => x.tick - y.tick);
}

/** The places at which a row of values turns to another one, the first among them. */
function listTurns(values: readonly (string | number)[]): readonly number[] {
  return range(0, values.length).filter((at) => at === 0 || values[at] !== values[at - 1]);
}

/** Microseconds of a quarter note, whole as the format wants them. */
function quarterOf(tempo: Tempo): number {
  return Math.round(ticksToSeconds(QUARTER_TICKS, tempo) * 1_000_000);
}

function strum(notes: readonly StrumNote[], played: readonly PlayedBar[], countInTicks: number): readonly MidiEvent[] {
  let at = 0;
  const struck = notes
    .map((note): NoteEvent => {
      while (played[at + 1] !== undefined && (played[at + 1]?.startTick ?? 0) <= note.startTick) {
        at += 1;
      }
      return toNoteEvent(note, played[at]?.tempo ?? PLAIN_TEMPO, countInTicks);
    })
    .sort((a, b) => a.tick - b.tick);
  return struckAnew(struck);
}

type NoteEvent = Extract<MidiEvent, { kind: 'note' }>;

/** A pitch that is struck again ends the note before; two strings that sound it at once are one note. */
export function struckAnew(notes: readonly NoteEvent[]): readonly NoteEvent[] {
  const next = new Map<number, number>();
  const kept: NoteEvent[] = [];
  for (const note of [...notes].reverse()) {
    const until = next.get(note.midi) ?? Number.POSITIVE_INFINITY;
    if (note.tick < until) {
      kept.push({ ...note, lengthTicks: Math.min(note.lengthTicks, until - note.tick) });
      next.set(note.midi, note.tick);
    }
  }
  return kept.reverse();
}

function toNoteEvent(note: StrumNote, tempo: Tempo, countInTicks: number): NoteEvent {
  const ticksIn = (seconds: number): number =>
    Math.round((seconds / ticksToSeconds(QUARTER_TICKS, tempo)) * QUARTER_TICKS);
  return {
    kind: 'note',
    tick: countInTicks + note.startTick + ticksIn(note.delaySeconds),
    lengthTicks: Math.max(1, ticksIn(note.seconds)),
    midi: note.midi,
    velocity: Math.max(1, Math.round(note.velocity * LOUDEST)),
  };
}

function clickAlong(played: readonly PlayedBar[], countInTicks: number): readonly MidiEvent[] {
  return played.flatMap((bar) =>
    clicksOfBar(bar, 'beats', 0).map(({ startTick, touch }) =>
      click(countInTicks + bar.startTick + startTick, touch === 'strong'),
    ),
  );
}

function click(tick: number, isStrong: boolean): MidiEvent {
  const weight = isStrong ? 'strong' : 'weak';
  return { kind: 'note', tick, lengthTicks: CLICK_TICKS, midi: CLICK[weight], velocity: CLICK_VELOCITY[weight] };
}
