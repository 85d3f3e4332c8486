import { itemAt } from '../../kernel/list.ts';
import type { Part, SongDocument } from './document.ts';

/** The part a text chart speaks of: the first of the first arrangement. */
export function mainPartOf(document: SongDocument): Part {
  return itemAt(itemAt(document.arrangements, 0).parts, 0);
}

/** The document with one part changed; the same object when the part comes back unchanged or is not there. */
export function changePart(document: SongDocument, partId: number, change: (part: Part) => Part): SongDocument {
  let isChanged = false;
  const arrangements = document.arrangements.map((arrangement) => ({
    ...arrangement,
    parts: arrangement.parts.map((part) => {
      const next = part.id === partId ? change(part) : part;
      isChanged ||= next !== part;
      return next;
    }),
  }));
  return isChanged ? { ...document, arrangements } : document;
}

/** The guitar beside one: the first of the others, the one that a text chart speaks of before all; null where there is none. */
export function secondPartOf(document: SongDocument, part: Part): Part | null {
  const others = document.arrangements.flatMap(({ parts }) => parts).filter(({ id }) => id !== part.id);
  return others.find(({ id }) => id === mainPartOf(document).id) ?? others[0] ?? null;
}

/** The part with an id, or null. */
export function findPart(document: SongDocument, partId: number): Part | null {
  return document.arrangements.flatMap(({ parts }) => parts).find(({ id }) => id === partId) ?? null;
}
