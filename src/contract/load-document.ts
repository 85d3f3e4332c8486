import { err, ok, type Result } from '../core/kernel/result.ts';
import { FORMAT_VERSION, type SongDocument } from '../core/song/document/document.ts';
import { checkSong } from './check-song.ts';
import { wordsOfIssue } from './issue-words.ts';
import { songSchema } from './song-schema.ts';
import { addWishes } from './upgrades/upgrade-1-to-2.ts';
import { addLeftOut } from './upgrades/upgrade-2-to-3.ts';
import { addTags } from './upgrades/upgrade-3-to-4.ts';
import { renameRungs } from './upgrades/upgrade-4-to-5.ts';
import { addTies } from './upgrades/upgrade-5-to-6.ts';
import { addHolds } from './upgrades/upgrade-6-to-7.ts';
import { addWordsAndBarNotes } from './upgrades/upgrade-7-to-8.ts';
import { addScenes } from './upgrades/upgrade-8-to-9.ts';

/** Why something is no song this program can open. */
export type LoadError =
  | { readonly kind: 'no-version' }
  | { readonly kind: 'newer-version'; readonly version: number; readonly known: number }
  | { readonly kind: 'malformed'; readonly findings: readonly string[] };

/** Older versions and how each becomes the next one. */
const UPGRADES: ReadonlyMap<number, (document: unknown) => unknown> = new Map([
  [1, addWishes],
  [2, addLeftOut],
  [3, addTags],
  [4, renameRungs],
  [5, addTies],
  [6, addHolds],
  [7, addWordsAndBarNotes],
  [8, addScenes],
]);

const MOST_FINDINGS = 10;

/** Reads anything as a saved song: looks at its version, upgrades it step by step, then checks it as a whole. */
export function loadDocument(value: unknown): Result<SongDocument, LoadError> {
  const version = versionOf(value);
  if (version === null) {
    return err({ kind: 'no-version' });
  }
  if (version > FORMAT_VERSION) {
    return err({ kind: 'newer-version', version, known: FORMAT_VERSION });
  }
  let upgraded = value;
  for (let from = version; from < FORMAT_VERSION; from += 1) {
    upgraded = UPGRADES.get(from)?.(upgraded);
  }
  const parsed = songSchema.safeParse(upgraded);
  if (!parsed.success) {
    const findings = parsed.error.issues.map(wordsOfIssue);
    return err({ kind: 'malformed', findings: findings.slice(0, MOST_FINDINGS) });
  }
  const findings = checkSong(parsed.data);
  return findings.length === 0
    ? ok(parsed.data)
    : err({ kind: 'malformed', findings: findings.slice(0, MOST_FINDINGS) });
}

function versionOf(value: unknown): number | null {
  const version = typeof value === 'object' && value !== null && 'formatVersion' in value ? value.formatVersion : null;
  return typeof version === 'number' && Number.isInteger(version) && version >= 1 ? version : null;
}
