/* The way from a page to the step of the song that decides what stands there. */
import { useSearchParams } from 'react-router';
import type { SongPlace } from '../../core/page/drawing/region.ts';

/** The path of a place, from another step of the same song. */
export function pathOfPlace(place: SongPlace): string {
  switch (place.step) {
    case 'listen':
      return '../song';
    case 'capo':
    case 'levels':
      return `../${place.step}`;
    case 'shapes':
      return `../shapes?${new URLSearchParams({ chord: place.chord })}`;
    case 'map':
      return `../map?${new URLSearchParams({ section: String(place.sectionId), ...(place.barId === null ? {} : { bar: String(place.barId) }) })}`;
    case 'right-hand':
      return `../right-hand?${new URLSearchParams({ of: place.of, ...(place.sectionId === null ? {} : { section: String(place.sectionId) }) })}`;
  }
}

/** What a link to a step asks for; null where it asks for nothing. */
export function useAskedPlace() {
  const [asked] = useSearchParams();
  const idOf = (name: string): number | null => {
    const text = asked.get(name);
    return text !== null && /^\d{1,9}$/.test(text) ? Number(text) : null;
  };
  return { chord: asked.get('chord'), of: asked.get('of'), sectionId: idOf('section'), barId: idOf('bar') };
}
