import type { LevelBar } from '../core/arrange/levels/level.ts';
import { mixLevels } from '../core/arrange/levels/levels.ts';
import { composeHandout, type Handout } from '../core/page/handout/handout-content.ts';
import { AVERAGE_HAND } from '../core/shapes/hand.ts';
import type { Part, SongDocument } from '../core/song/document/document.ts';
import { type HandoutOptions, PLAIN_HANDOUT, type Stand } from '../core/song/document/handout-options.ts';
import { mainPartOf } from '../core/song/document/parts.ts';
import { DEFAULT_SETTINGS, type ReadingStyle } from '../core/song/document/settings.ts';

/** How a handout differs from that of the main part, as it is arranged, for an average hand. */
export type HandoutOf = {
  readonly options?: Partial<HandoutOptions>;
  readonly stand?: Stand | null;
  readonly part?: Part;
  readonly reading?: Partial<ReadingStyle>;
};

const PLAYERS = { hand: AVERAGE_HAND, known: null };

/** The bars of hands on some levels; null: as it is arranged. */
function ownBarsOf(document: SongDocument, part: Part, stand: Stand | null): readonly LevelBar[] | null {
  return stand === null ? null : mixLevels(document, part, PLAYERS, stand);
}

/** A song's handout. */
export function handoutOf(document: SongDocument, given: HandoutOf = {}): Handout {
  const { options = {}, stand = null, part = mainPartOf(document), reading = {} } = given;
  return composeHandout({
    document,
    part,
    reading: { ...DEFAULT_SETTINGS, ...reading },
    options: { ...PLAIN_HANDOUT, ...options },
    ownBars: ownBarsOf(document, part, stand),
    stand,
    stage: PLAYERS.hand.stage,
  });
}
