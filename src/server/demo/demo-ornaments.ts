import { invariant } from '../../core/kernel/invariant.ts';
import { QUARTER_TICKS } from '../../core/rhythm/metre.ts';
import { parseOrnamentNotes } from '../../core/song/attachments/ornament-text.ts';
import { applyCommand } from '../../core/song/commands.ts';
import type { OrnamentKind, SongDocument } from '../../core/song/document/document.ts';
import type { Level } from '../../core/song/document/level.ts';
import { mainPartOf } from '../../core/song/document/parts.ts';
import { listPlayedBars } from '../../core/song/played/played-bars.ts';

/** An ornament of a demo song: in the played bars of these numbers, from a beat on, in steps of so many to the beat. */
type Written = {
  readonly bars: readonly number[];
  readonly kind: OrnamentKind;
  readonly level: Level;
  readonly beat: number;
  readonly steps: 1 | 2;
  readonly notes: string;
};

const DOG_RIFF = '6/0 - 6/0 5/0 5/3 5/2 5/0 6/5';

const ORNAMENTS: Readonly<Record<string, readonly Written[]>> = {
  'Tin Roof Almanac': [{ bars: [6], kind: 'added-finger', level: 5, beat: 1, steps: 1, notes: '1/3 - 1/2 -' }],
  'Quarry Dog': [
    { bars: [1, 2, 3, 4, 17, 18, 47, 48, 49, 50], kind: 'riff', level: 4, beat: 1, steps: 2, notes: DOG_RIFF },
    { bars: [6, 20], kind: 'bass-walk', level: 5, beat: 3, steps: 1, notes: '6/2 6/4' },
    { bars: [12], kind: 'bass-walk', level: 5, beat: 4, steps: 1, notes: '6/4' },
  ],
  'Last Tram, Wrong Shoes': [
    { bars: [1, 2], kind: 'riff', level: 5, beat: 1, steps: 2, notes: '5/0 4/2 5/0 4/4 5/0 4/2 5/0 4/4' },
    { bars: [3], kind: 'riff', level: 5, beat: 1, steps: 2, notes: '4/0 3/2 4/0 3/4 4/0 3/2 4/0 3/4' },
    { bars: [4], kind: 'riff', level: 5, beat: 1, steps: 2, notes: '6/0 5/2 6/0 5/4 6/0 5/2 6/0 5/4' },
  ],
};

/** A demo song with its ornaments. */
export function withOrnaments(song: SongDocument): SongDocument {
  const played = listPlayedBars(song);
  return (ORNAMENTS[song.facts.title] ?? []).reduce((current, { bars, kind, level, beat, steps, notes: text }) => {
    const notes = parseOrnamentNotes(text, { startTick: (beat - 1) * QUARTER_TICKS, stepTicks: QUARTER_TICKS / steps });
    invariant(notes.ok, `notes of ${song.facts.title}`);
    const outcome = applyCommand(current, {
      kind: 'put-ornaments',
      partId: mainPartOf(current).id,
      replaces: [],
      spots: played.filter(({ number }) => bars.includes(number)).map(({ bar }) => ({ barId: bar.id, passIds: null })),
      ornament: { kind, level, notes: notes.value },
    });
    invariant(outcome.ok, `an ornament of ${song.facts.title}`);
    return outcome.value.document;
  }, song);
}
