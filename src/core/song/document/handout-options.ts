import type { StringNaming } from '../../fretboard/string-names.ts';
import type { Level } from './level.ts';

/** Who reads a handout: a guitarist, or somebody without a capo on the same map (rule K14). */
export const HANDOUT_READERS = ['guitar', 'keys', 'bass', 'ukulele'] as const;

/** One of them. */
export type HandoutReader = (typeof HANDOUT_READERS)[number];

/** Bars with their chords and first words, or words with the chords above them. */
export const HANDOUT_KINDS = ['bars', 'words'] as const;

/** One of them. */
export type HandoutKind = (typeof HANDOUT_KINDS)[number];

/** On which level each hand stands. */
export type Stand = { readonly left: Level; readonly right: Level };

/** What a page can show or leave out. What has to be there to play at all (capo, boxes, patterns, bars, repeats) is no choice. */
export const HANDOUT_ITEMS = [
  'fingers',
  'page-key',
  'bar-numbers',
  'without-capo',
  'loudness',
  'ornaments',
  'notes',
  'chord-rounds',
  'picked-strings',
  'goals',
  'shape-words',
  'sounding',
  'degrees',
  'other-parts',
  'drills',
  'cautions',
  'catch-up',
  'lesson',
  'scenes',
] as const;

/** One of them. */
export type HandoutItem = (typeof HANDOUT_ITEMS)[number];

/** How one reader wants a handout. Null leaves a way of reading to the library's settings. */
export type HandoutOptions = {
  readonly reader: HandoutReader;
  readonly kind: HandoutKind;
  /** The levels of a page for all; null: as it is arranged. A student has their own (guitar-class). */
  readonly stand: Stand | null;
  readonly fretsFrom: 'capo' | 'nut' | null;
  readonly stringNaming: StringNaming | null;
  readonly isLeftHanded: boolean | null;
  readonly isLandscape: boolean;
  readonly isLargePrint: boolean;
  /** Ink only, no thin grey, so that a photocopier keeps everything. */
  readonly isBlack: boolean;
  /** Smaller type rather than a second side. */
  readonly isOneSide: boolean;
  /** What is shown, or not, otherwise than usual. */
  readonly shows: Partial<Readonly<Record<HandoutItem, boolean>>>;
};

/** What a handout is made like unless somebody chose otherwise. */
export const PLAIN_HANDOUT: HandoutOptions = {
  reader: 'guitar',
  kind: 'bars',
  stand: null,
  fretsFrom: null,
  stringNaming: null,
  isLeftHanded: null,
  isLandscape: false,
  isLargePrint: false,
  isBlack: false,
  isOneSide: false,
  shows: {},
};

/** Levels whose pages are kept to what a beginner needs (common practice): capo, boxes, strum, chords, words, repeats, stops. */
const PLAIN_UP_TO = 2;

/** What every page shows that is not for beginners. */
const USUAL: ReadonlySet<HandoutItem> = new Set([
  'fingers',
  'without-capo',
  'loudness',
  'ornaments',
  'notes',
  'picked-strings',
  'goals',
  'drills',
  'cautions',
  'scenes',
]);
const USUAL_FOR_BEGINNERS: ReadonlySet<HandoutItem> = new Set(['fingers', 'picked-strings', 'scenes']);

/**
 * Whether something is shown unless somebody says otherwise, on the page of hands on some levels (null: as it is arranged, the teacher's
 * page, which has the numbers of the bars besides).
 */
function isUsuallyShown(item: HandoutItem, stand: Stand | null): boolean {
  return stand === null
    ? item === 'bar-numbers' || USUAL.has(item)
    : (Math.max(stand.left, stand.right) <= PLAIN_UP_TO ? USUAL_FOR_BEGINNERS : USUAL).has(item);
}

/** Whether a page shows something. */
export function isShown({ shows }: Pick<HandoutOptions, 'shows'>, item: HandoutItem, stand: Stand | null): boolean {
  return shows[item] ?? isUsuallyShown(item, stand);
}

/** The options with something shown or not; what is as usual is not kept. */
export function withShown(
  options: HandoutOptions,
  item: HandoutItem,
  isOn: boolean,
  stand: Stand | null,
): HandoutOptions {
  const { [item]: _, ...others } = options.shows;
  return { ...options, shows: isUsuallyShown(item, stand) === isOn ? others : { ...others, [item]: isOn } };
}
