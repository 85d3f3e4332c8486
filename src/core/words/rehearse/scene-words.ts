/* Ranges and scenes in words: "Verse 2, line 1", "Monday: verse at 70, bass only". */
import { type ChordSymbol, parseChordSymbol } from '../../harmony/chord-symbol.ts';
import { isEqual } from '../../kernel/equal.ts';
import { formatFew } from '../../kernel/plural.ts';
import { stagesOf } from '../../rehearse/range.ts';
import { listRangeChoices } from '../../rehearse/range-choices.ts';
import { TEMPO_LIMITS } from '../../rhythm/tempo.ts';
import type { SceneError } from '../../song/attachments/scenes.ts';
import type { SongDocument } from '../../song/document/document.ts';
import type { Level } from '../../song/document/level.ts';
import { LAYERS, type Layer, type PracticeRange, type Scene } from '../../song/document/scene.ts';
import { joinWords } from '../sentence.ts';
import { LAYER_WORDS } from './stage-words.ts';

/** The kinds of ranges, as they are chosen. */
export const RANGE_WORDS: Readonly<Record<PracticeRange['kind'], string>> = {
  song: 'the whole song',
  section: 'a section',
  pass: 'one time of a section',
  line: 'a line',
  bars: 'some bars',
  change: 'a change',
  joined: 'sections joined one by one',
};

/** A range in words; `nameOf` names a chord as the song has it. What is no longer in the song is said. */
export function sayRange(document: SongDocument, range: PracticeRange, nameOf: (chord: ChordSymbol) => string): string {
  if (stagesOf(document, range).length === 0) {
    return 'nothing that is in the song now';
  }
  switch (range.kind) {
    case 'song':
      return RANGE_WORDS.song;
    case 'bars':
      return range.from === range.to ? `bar ${range.from}` : `bars ${range.from} to ${range.to}`;
    case 'change':
      return `${nameText(range.fromChord, nameOf)} to ${nameText(range.toChord, nameOf)}`;
    case 'joined': {
      const passes = listRangeChoices(document, 'pass');
      const names = range.passIds.flatMap(
        (passId) => passes.find((each) => isEqual(each.range, { kind: 'pass', passId }))?.name ?? [],
      );
      return `${joinWords(names)}, joined one by one`;
    }
    default:
      return listRangeChoices(document, range.kind).find((each) => isEqual(each.range, range))?.name ?? '';
  }
}

function nameText(text: string, nameOf: (chord: ChordSymbol) => string): string {
  const chord = parseChordSymbol(text);
  return chord.ok ? nameOf(chord.value) : text;
}

/** What of a band is heard: "bass only", "without this guitar"; empty where all of it is. */
export function sayHeardLayers(silent: readonly Layer[], hasLoop: boolean, hasSecond: boolean): string {
  const players = LAYERS.filter(
    (layer) =>
      layer !== 'tone' && layer !== 'click' && (layer !== 'loop' || hasLoop) && (layer !== 'second' || hasSecond),
  );
  const heard = players.filter((layer) => !silent.includes(layer));
  const missing = players.filter((layer) => silent.includes(layer));
  if (missing.length === 0) {
    return '';
  }
  if (heard.length === 0) {
    return 'no band';
  }
  return heard.length <= missing.length
    ? `${joinWords(heard.map((layer) => LAYER_WORDS[layer]))} only`
    : `without ${joinWords(missing.map((layer) => LAYER_WORDS[layer]))}`;
}

/** The levels of both hands: "level 3", "left hand level 3, right hand level 1", "as arranged". */
export function sayLevels(left: Level | null, right: Level | null): string {
  if (left === null || right === null) {
    return 'as arranged';
  }
  return left === right ? `level ${left}` : `left hand level ${left}, right hand level ${right}`;
}

/** A scene in one line: "Monday: Verse at 70, up to 92, bass only, over and over". */
export function sayScene(document: SongDocument, scene: Scene, nameOf: (chord: ChordSymbol) => string): string {
  const { name, range, bpm, ramp, isLooped, left, right, loop, silent } = scene;
  const hasSecond = document.arrangements.some(({ parts }) => parts.length > 1);
  const tempo = ramp === null ? `at ${Math.round(bpm)}` : `from ${ramp.startBpm} to ${ramp.goalBpm}`;
  const level = left === null || right === null ? '' : sayLevels(left, right);
  const looped =
    loop === null ? '' : `over the ${LAYER_WORDS[loop.layer]} of ${sayRange(document, loop.range, nameOf)}`;
  const parts = [
    `${sayRange(document, range, nameOf)} ${tempo}`,
    level,
    sayHeardLayers(silent, loop !== null, hasSecond),
    looped,
    isLooped ? 'over and over' : '',
  ];
  return `${name}: ${parts.filter((part) => part !== '').join(', ')}`;
}

/** Why a scene cannot be kept, and what would do. */
export function saySceneError(error: SceneError): string {
  switch (error.kind) {
    case 'no-such-scene':
      return 'This scene is no longer kept with the song.';
    case 'bad-scene-name':
      return `A scene needs a name of one line, ${error.most} characters at most.`;
    case 'scene-named-twice':
      return `Another scene is called “${error.name}” already.`;
    case 'scene-tempo-out-of-bounds':
      return `A scene goes at ${TEMPO_LIMITS.slowest} to ${TEMPO_LIMITS.fastest} beats a minute.`;
    case 'too-many-scenes':
      return `A song keeps ${error.most} scenes at most.`;
  }
}

/** How many scenes a song keeps: "one scene", "3 scenes"; "none yet". */
export function sayScenes(count: number): string {
  return count === 0 ? 'none yet' : formatFew(count, 'one scene', 'scene');
}
