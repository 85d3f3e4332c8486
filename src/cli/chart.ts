import { parseArgs } from 'node:util';
import { createPlanner } from '../core/arrange/problem/planner.ts';
import { fillShapes } from '../core/arrange/shapes/part-shapes.ts';
import { chartTextOf } from '../core/formats/text-chart/format-chart.ts';
import { HIGHEST_CAPO_FRET } from '../core/fretboard/capo.ts';
import { formatChordSymbol } from '../core/harmony/chord-symbol.ts';
import { formatKey, parseKey } from '../core/harmony/key.ts';
import { pitchClassOf } from '../core/pitch/note-name.ts';
import { nearestMove } from '../core/pitch/pitch-class.ts';
import { formatFingers, formatShape } from '../core/shapes/shape.ts';
import { soundingKeyOf } from '../core/song/chart/song-keys.ts';
import { applyCommand, type SongCommand } from '../core/song/commands.ts';
import type { SongDocument } from '../core/song/document/document.ts';
import { mainPartOf } from '../core/song/document/parts.ts';
import { keepShapes, transposeSong } from '../core/song/part/keep-shapes.ts';
import { sayWhereHeld } from '../core/words/hold-words.ts';
import { type Answer, answer } from './answer.ts';
import { CommandError, usageError } from './command-error.ts';
import { readSong } from './read-song.ts';
import { readNumber, readTuning } from './read-words.ts';

const OPTIONS = {
  capo: { type: 'string' },
  tuning: { type: 'string' },
  key: { type: 'string' },
  'keep-shapes': { type: 'boolean' },
  sounding: { type: 'boolean' },
  json: { type: 'boolean' },
} as const;

/**
 * ladder chart FILE --capo N: the song's chart with the shapes behind that capo; what sounds stays. With --keep-shapes the shapes stay and
 * all that sounds moves; with --key the song is moved to another key first.
 */
export function runChart(args: readonly string[]): Answer {
  const { values, positionals } = parseArgs({ args: [...args], options: OPTIONS, allowPositionals: true });
  const [file, ...more] = positionals;
  if (file === undefined || more.length > 0) {
    throw usageError('chart needs one file, or - for standard input.');
  }
  const planner = createPlanner();
  const read = readSong(file, planner);
  const document = values.key === undefined ? read : apply(read, toKey(read, values.key));
  const part = mainPartOf(document);
  const capoFret = readNumber(values.capo, 'capo', [0, HIGHEST_CAPO_FRET], part.setup.capoFret);
  const tuning = values.tuning === undefined ? part.setup.tuning : readTuning(values.tuning);
  const moves: readonly SongCommand[] =
    values['keep-shapes'] === true
      ? [keepShapes(part, { tuning, capoFret })]
      : [
          { kind: 'set-tuning', partId: part.id, tuning },
          { kind: 'set-capo', partId: part.id, capoFret },
        ];
  const commands: readonly SongCommand[] = [
    ...moves,
    { kind: 'set-chart-chords', chords: values.sounding === true ? 'sounding' : 'shapes' },
  ];
  const moved = fillShapes(commands.reduce(apply, document), planner);
  const text = chartTextOf(moved);
  const json = {
    title: document.facts.title,
    capo: capoFret,
    key: formatKey(soundingKeyOf(moved).key),
    chart: text,
    shapes: mainPartOf(moved).shapes.map((stored) => ({
      chord: formatChordSymbol(stored.chord),
      frets: formatShape(stored.fingering.shape),
      fingers: formatFingers(stored.fingering.fingers),
      where: sayWhereHeld(moved, stored),
      ...(stored.fromLevel === null ? {} : { fromLevel: stored.fromLevel }),
      pinned: stored.origin !== 'accepted',
    })),
  };
  return answer(values.json === true, json, text.trimEnd());
}

/** What moves a song to a key of its own mode, the nearer way. */
function toKey(document: SongDocument, text: string): SongCommand {
  const wanted = parseKey(text);
  const { key } = soundingKeyOf(document);
  if (!wanted.ok) {
    throw usageError(`--key ${text}: write one of the 30 keys, such as Bb or F#m.`);
  }
  if (wanted.value.mode !== key.mode) {
    throw new CommandError(`the song is in ${formatKey(key)}: it can be moved to a ${key.mode} key.`);
  }
  const shift = nearestMove(pitchClassOf(wanted.value.tonic) - pitchClassOf(key.tonic));
  return transposeSong(mainPartOf(document), shift);
}

function apply(document: SongDocument, command: SongCommand): SongDocument {
  const applied = applyCommand(document, command);
  if (!applied.ok) {
    throw new CommandError(`the chart cannot be changed (${applied.error.kind}).`);
  }
  return applied.value.document;
}
