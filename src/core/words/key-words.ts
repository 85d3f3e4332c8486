import type { ChordSymbol } from '../harmony/chord-symbol.ts';
import type { FoundKey, KeyReason } from '../harmony/key-finding.ts';
import { formatNoteName } from '../pitch/note-name.ts';
import { joinWords } from './sentence.ts';
import { formatKeyWords } from './setup-words.ts';

/** A key that was found, by its mode where it has one: "C major", "D dorian". */
export function formatFoundKey({ key, mode }: FoundKey): string {
  return mode === null ? formatKeyWords(key) : `${formatNoteName(key.tonic)} ${mode}`;
}

/** Why a key was found, as half a sentence: "all chords lie in the key, G7 leads to C, it begins and ends on C". */
export function formatKeyReasons({ reasons }: FoundKey, nameOf: (chord: ChordSymbol) => string): string {
  const places = reasons.filter(isPlace);
  const rest = reasons.filter((reason) => !isPlace(reason));
  return [...rest.map((reason) => reasonWords(reason, nameOf)), ...placeWords(places, nameOf)].join('; ');
}

type Place = Extract<KeyReason, { readonly kind: keyof typeof PLACE_VERBS }>;

const PLACE_VERBS = { 'first-chord': 'begins', 'last-chord': 'ends', 'longest-chord': 'stays longest' } as const;

function isPlace(reason: KeyReason): reason is Place {
  return reason.kind in PLACE_VERBS;
}

/** The song's places on one chord in one clause; with another bass it is another chord, and another clause. */
function placeWords(places: readonly Place[], nameOf: (chord: ChordSymbol) => string): readonly string[] {
  const names = [...new Set(places.map(({ chord }) => nameOf(chord)))];
  return names.map((name) => {
    const verbs = places.filter(({ chord }) => nameOf(chord) === name).map(({ kind }) => PLACE_VERBS[kind]);
    return `it ${joinWords(verbs)} on ${name}`;
  });
}

function reasonWords(reason: Exclude<KeyReason, Place>, nameOf: (chord: ChordSymbol) => string): string {
  switch (reason.kind) {
    case 'all-notes':
      return 'all chords lie in the key';
    case 'most-notes':
      return reason.foreign.length * 2 < reason.of
        ? `all chords but ${joinWords(reason.foreign.map(nameOf))} lie in the key`
        : `${reason.of - reason.foreign.length} of ${reason.of} chords lie in the key`;
    case 'mode':
      return `${nameOf(reason.chord)} makes it ${reason.mode}`;
    case 'raised-seventh':
      return `${nameOf(reason.chord)} raises the seventh, as minor keys do`;
    case 'cadence':
      return `${nameOf(reason.from)} leads to ${nameOf(reason.to)}${reason.isSeam ? ' where a section comes round' : ''}`;
    case 'two-five':
      return `${nameOf(reason.from)} and ${nameOf(reason.to)} lead towards it`;
  }
}
