import { changed, each } from './upgrade.ts';

/** Version 5 says level for what was called a rung: the five difficulties. A rung is a fret of the neck. */
export function renameRungs(document: unknown): unknown {
  return changed(document, (song) => ({
    ...song,
    formatVersion: 5,
    arrangements: each(song['arrangements'], (arrangement) => ({
      ...arrangement,
      parts: each(arrangement['parts'], ({ rungEdits, firstRung, ...part }) => ({
        ...part,
        ornaments: each(part['ornaments'], withLevel),
        levelEdits: each(rungEdits, withLevel),
        firstLevel: firstRung,
      })),
    })),
  }));
}

function withLevel({ rung, ...rest }: Readonly<Record<string, unknown>>): Readonly<Record<string, unknown>> {
  return { ...rest, level: rung };
}
