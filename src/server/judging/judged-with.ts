import { ENGINE_VERSION } from '../../core/arrange/shapes/song-judgement.ts';
import type { LibrarySettings } from '../../core/song/document/settings.ts';

/** What songs are judged by now, as it is written beside each judgement: the engine and the hand. */
export function judgedWith({ hand }: Pick<LibrarySettings, 'hand'>): string {
  return `${ENGINE_VERSION} ${JSON.stringify(hand)}`;
}
