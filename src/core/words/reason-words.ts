import type { RetuningGain } from '../arrange/setup/retuning-gains.ts';
import type { SetupReason } from '../arrange/setup/setup-reasons.ts';
import { formatOpenString } from '../fretboard/tuning.ts';
import { type ChordSymbol, formatChordName } from '../harmony/chord-symbol.ts';
import type { Key } from '../harmony/key.ts';
import { formatCount, formatFew, plural } from '../kernel/plural.ts';
import type { Stage } from '../shapes/change-time.ts';
import { FINGER_WORDS } from '../shapes/shape.ts';
import type { OrnamentKind } from '../song/document/document.ts';
import { ORNAMENT_WORDS } from './ornament-words.ts';
import { joinWords } from './sentence.ts';
import { formatCapo, formatKeyWords, formatPitchIn, formatSetup, formatShapeKey } from './setup-words.ts';

/** How names are shown in sentences: chords as the class writes them, and who learns and sings. */
export type ReasonNames = {
  readonly chord: (chord: ChordSymbol) => string;
  readonly who: string;
  readonly singer: string;
};

/** Names where nothing better is known. */
export const PLAIN_NAMES: ReasonNames = { chord: formatChordName, who: 'the class', singer: 'the singer' };

/** A reason as a sentence, or two. */
export function formatReason(reason: SetupReason, names: ReasonNames = PLAIN_NAMES): string {
  switch (reason.kind) {
    case 'capo-choice':
      return choiceWords(reason, names);
    case 'without-capo':
      return `Without a capo the same shapes sound in ${formatKeyWords(reason.key)}, ${formatCount(reason.semitones, 'semitone')} lower.`;
    case 'lost-string':
      return lostWords(reason, names);
    case 'crowded':
      return crowdedWords(reason, names);
    case 'singer':
      return singerWords(reason, names);
    case 'no-key-sings':
      return `The tune spans ${formatCount(reason.melodySemitones, 'semitone')}, ${names.singer} ${reason.singerSemitones}: no key holds all of it.`;
    case 'quick-change':
      return quickWords(reason, names);
    case 'bass-leaps':
      return `Bar ${reason.bar}, ${names.chord(reason.from)} to ${names.chord(reason.to)}: the bass is meant to fall, and ${reason.frets} lets it leap up.`;
    case 'retuning':
      return retuningWords(reason);
    case 'lost-ornaments':
      return lostOrnamentWords(reason);
    case 'retuning-gain':
      return `Retuned for this: ${joinWords(reason.gains.map((gain) => gainWords(gain, reason.soundingKey, names)))}.`;
    case 'same-hand':
      return `The same shapes in the same key: ${reason.setups.map(formatSetup).join('; or ')}.`;
    case 'play-along':
      return reason.recordCapoFret === 0
        ? 'Without a capo the same shapes play along with the record.'
        : `Capo ${reason.recordCapoFret} plays the same shapes along with the record.`;
    case 'bare-list':
      return 'This is a list of chords, no map yet: each chord counts once.';
  }
}

type Of<K extends SetupReason['kind']> = Extract<SetupReason, { kind: K }>;

function choiceWords(reason: Of<'capo-choice'>, { who }: ReasonNames): string {
  const { capoFret, shapeKey, barreChords, newShapes, soundingKey, isAsOnRecord } = reason;
  const barres = barreChords === 0 ? 'no barre chords' : formatCount(barreChords, 'barre chord');
  const news = newShapes === null ? '' : `, ${newShapes === 0 ? 'nothing' : newShapes} new for ${who}`;
  const record = isAsOnRecord ? ', as on the record' : '';
  return `${formatCapo(capoFret)}, ${formatShapeKey(shapeKey)} shapes: ${barres}${news}; sounds in ${formatKeyWords(soundingKey)}${record}.`;
}

function lostWords(reason: Of<'lost-string'>, { chord }: ReasonNames): string {
  const { capoFret, stringNumber, section, frettedString, fret, keptByCapoFret, addedBarreChords } = reason;
  const where = section === '' ? '' : ` in ${section}`;
  const note = formatPitchIn(reason.midi, reason.soundingKey);
  const place = `${frettedString === stringNumber ? 'that string' : `string ${frettedString}`}, fret ${fret}`;
  const adds = addedBarreChords > 0 ? ` and adds ${formatCount(addedBarreChords, 'barre chord')}` : '';
  const here = capoFret === 0 ? 'Without a capo' : `At capo ${capoFret}`;
  const there = keptByCapoFret === 0 ? 'No capo' : `Capo ${keptByCapoFret}`;
  return `${here} the open ${note} of string ${stringNumber}${where} is fretted: ${chord(reason.chord)} has it on ${place}. ${there} lets it ring${adds}.`;
}

function listKinds(kinds: readonly OrnamentKind[]): string {
  return [...new Set(kinds)]
    .map((kind) => formatCount(kinds.filter((each) => each === kind).length, ORNAMENT_WORDS[kind]))
    .join(' and ');
}

function lostOrnamentWords({ capoFret, lost, stopped }: Of<'lost-ornaments'>): string {
  const gone = lost.length === 0 ? '' : `loses ${listKinds(lost)}`;
  const shut = stopped.length === 0 ? '' : `frets what rings open in ${listKinds(stopped)}`;
  return `${formatCapo(capoFret)} ${[gone, shut].filter((text) => text !== '').join(' and ')}.`;
}

function gainWords(gain: RetuningGain, key: Key, { chord }: ReasonNames): string {
  switch (gain.kind) {
    case 'drone':
      return `string ${gain.stringNumber} rings open under every chord, on ${formatPitchIn(gain.midi, key)}`;
    case 'ornaments':
      return `${listKinds(gain.kept)} can be played that standard tuning loses`;
    case 'bass':
      return `${chord(gain.chord)} has its bass lower, on ${formatPitchIn(gain.midi, key)}`;
    case 'low-capo':
      return `the capo stands at ${gain.capoFret} instead of ${gain.standardCapoFret}`;
    case 'easier':
      return `${gain.by.toFixed(1)} easier than the best in standard tuning`;
  }
}

function crowdedWords(reason: Of<'crowded'>, { chord }: ReasonNames): string {
  const { capoFret, neckFret, spaceMm, practiceCapoFret, recordCapoFret } = reason;
  const practise = practiceCapoFret === 0 ? 'Practise without a capo' : `Practise at capo ${practiceCapoFret}`;
  const record = recordCapoFret === null ? '' : `; capo ${recordCapoFret} plays with the record`;
  return `At capo ${capoFret} the ${chord(reason.chord)} hand stands in neck fret ${neckFret}, ${Math.round(spaceMm)} mm wide. ${practise}${record}.`;
}

function singerWords(reason: Of<'singer'>, { singer: name }: ReasonNames): string {
  const { key, fit, singer } = reason;
  if (fit.below < 0 || fit.above < 0) {
    return outOfRangeWords(reason, name);
  }
  const octave = fit.octaveSemitones === 0 ? '' : `, an octave ${fit.octaveSemitones < 0 ? 'lower' : 'higher'},`;
  return `In ${formatKeyWords(key)}${octave} the tune runs ${formatPitchIn(fit.sung.lowMidi, key)} to ${formatPitchIn(fit.sung.highMidi, key)}; ${name} is easy from ${formatOpenString(singer.lowMidi)} to ${formatOpenString(singer.highMidi)}: ${formatCount(fit.below, 'semitone')} spare below, ${fit.above} above.`;
}

function outOfRangeWords({ key, fit, cue, better }: Of<'singer'>, name: string): string {
  const isHigh = fit.above < fit.below;
  const where = isHigh && cue !== '' ? ` at “${cue}”` : '';
  const capo = better?.capoFret == null ? '' : ` (${formatCapo(better.capoFret).toLowerCase()})`;
  const way = better === null ? '' : `; ${formatKeyWords(better.key)}${capo} brings it in`;
  return `In ${formatKeyWords(key)} the tune is ${formatCount(isHigh ? -fit.above : -fit.below, 'semitone')} too ${isHigh ? 'high' : 'low'} for ${name}${where}${way}.`;
}

function quickWords(reason: Of<'quick-change'>, { chord }: ReasonNames): string {
  const { bar, from, to, gapMs, isByPattern, staying, moving, neededMs, stage } = reason;
  const stays =
    staying.length === 0
      ? 'no finger stays'
      : `${staying.map((finger) => FINGER_WORDS[finger]).join(' and ')} ${plural(staying.length, 'stays', 'stay')}`;
  return `Bar ${bar}, ${chord(from)} to ${chord(to)}: ${(gapMs / 1000).toFixed(2)} s from strum to strum, ${isByPattern ? 'as it is strummed' : 'strummed in quarters'}; ${stays}, ${moving} ${plural(moving, 'moves', 'move')}; clean in about ${(neededMs / 1000).toFixed(2)} s ${STAGE_WORDS[stage]}. ${startWords(reason)}`;
}

const STAGE_WORDS: Readonly<Record<Stage, string>> = {
  beginner: 'after a few months',
  year: 'after about a year',
  player: 'for one who has played longer',
};

/** Where to begin with a change that is quick, and what helps; the cures in the order in which teachers take them (common practice). */
function startWords({ tempoBpm, drillBpm, isOneStrum, helpsToLeaveOut }: Of<'quick-change'>): string {
  const begin = isOneStrum ? `begin with one strum a bar at ${drillBpm}` : `begin at ${drillBpm}`;
  const cure = helpsToLeaveOut ? ', or leave out the beat before it' : '';
  return `At ${tempoBpm} this is quick: ${begin}${cure}.`;
}

function retuningWords({ stringNumber, fromMidi, toMidi, match }: Of<'retuning'>): string {
  const semitones = fromMidi - toMidi;
  const way = semitones > 0 ? 'down' : 'up';
  const like =
    match === null
      ? ''
      : `, ${match.octaves === 0 ? 'unison' : formatFew(match.octaves, 'octave', 'octave')} with string ${match.stringNumber}`;
  const moved = semitones > 0 ? `f+${semitones}` : `f-${-semitones}`;
  return `String ${stringNumber}: from ${formatOpenString(fromMidi)} ${way} to ${formatOpenString(toMidi)}${like}. What was at fret f is now at fret ${moved}.`;
}
