import { loadDocument } from '../../contract/load-document.ts';
import { listChanges, type SongChange } from '../../core/song/changes.ts';

/** What changed from each version to the next newer one, the newest first; null where one of the two cannot be read. */
export function listChangesOfTexts({
  now,
  versions,
}: {
  readonly now: string;
  readonly versions: readonly string[];
}): readonly (readonly SongChange[] | null)[] {
  let newer = readText(now);
  return versions.map((text) => {
    const document = readText(text);
    const changes = document === null || newer === null ? null : listChanges(document, newer);
    newer = document ?? newer;
    return changes;
  });
}

function readText(text: string) {
  const loaded = loadDocument(JSON.parse(text));
  return loaded.ok ? loaded.value : null;
}
