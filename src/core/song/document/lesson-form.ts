import type { SongDocument } from './document.ts';

/** The song as a lesson plays it: without the passes that are left out, and without sections that only they would play. */
export function withoutLeftOut(document: SongDocument): SongDocument {
  const { sections, form } = document.map;
  if (form.every(({ isLeftOut }) => !isLeftOut)) {
    return document;
  }
  const played = form.filter(({ isLeftOut }) => !isLeftOut);
  const isIn = (passes: typeof form, sectionId: number): boolean => passes.some((pass) => pass.sectionId === sectionId);
  return {
    ...document,
    map: { sections: sections.filter(({ id }) => isIn(played, id) || !isIn(form, id)), form: played },
  };
}
