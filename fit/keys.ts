/* The weights of the key finder against progressions with their keys; half of each kind is kept apart. */
import { findKeys, KEY_WEIGHTS, type KeyWeights } from '../src/core/harmony/key-finding.ts';
import { KEY_PROGRESSIONS } from '../src/test-support/key-progressions.data.ts';
import { nameOfFound, sectionsOf } from '../src/test-support/read.ts';
import { climb } from './climb.ts';

const songs = KEY_PROGRESSIONS.map((each) => ({ ...each, sections: sectionsOf(each.chords) }));
const TRIED = [1.5, 1.15, 0.87, 0.67];

/** How clear a right answer should be: farther gains nothing. */
const CLEAR = 0.6;

/** How far the right key leads; negative where another comes first, by how much, and at least -1. */
function leadOf({ sections, key }: (typeof songs)[number], weights: KeyWeights): number {
  const found = findKeys(sections, weights);
  const right = found.find((each) => nameOfFound(each) === key)?.score ?? Number.NEGATIVE_INFINITY;
  const other = found.find((each) => nameOfFound(each) !== key)?.score ?? 0;
  return Math.max(-1, Math.min(CLEAR, right - other));
}

/** Progressions of one half whose key comes first, and how many there are. */
export function measureKeys(weights: KeyWeights, isKept: boolean): { readonly right: number; readonly of: number } {
  const half = songs.filter((song) => song.isKept === isKept);
  return { right: half.filter((song) => leadOf(song, weights) > 0).length, of: half.length };
}

/** Climbs from the weights of the program. */
export function fitKeys(): KeyWeights {
  const names = Object.keys(KEY_WEIGHTS) as (keyof KeyWeights)[];
  const half = songs.filter(({ isKept }) => !isKept);
  const scoreOf = (weights: KeyWeights): number => {
    const leads = half.map((song) => leadOf(song, weights));
    const moved = names.reduce((sum, name) => sum + Math.abs(Math.log(weights[name] / KEY_WEIGHTS[name])), 0);
    return leads.reduce((sum, lead) => sum + (lead > 0 ? 1 : 0) + lead / 2, 0) - moved / 20;
  };
  return climb(KEY_WEIGHTS, names, scoreOf, TRIED).weights;
}
