/*
 * Cutting the form to fit a lesson (rule M12): what the song comes to without some passes, and whether the seams that are
 * made still join. A seam joins as before where the same two chords follow each other somewhere in the full song.
 */
import { type ChordSymbol, formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { sumOf } from '../../kernel/list.ts';
import type { SongDocument } from '../../song/document/document.ts';
import { listPlayedBars, type PlayedBar, type SongTotals, totalsOf } from '../../song/played/played-bars.ts';
import { listPasses } from './form-summary.ts';

/** Two passes that come to follow each other, with the chords on both sides (null: none is played there). */
export type NewSeam = {
  readonly from: string;
  readonly to: string;
  readonly leaving: ChordSymbol | null;
  readonly entering: ChordSymbol | null;
  /** Where the full song makes this change of chords: the number of the bar it leads into; null where it never does. */
  readonly knownFromBar: number | null;
  /** Whether the pass that follows begins early, into the bar before it. */
  readonly isPushed: boolean;
};

/** What a cut comes to. */
export type FormCut = { readonly before: SongTotals; readonly after: SongTotals; readonly seams: readonly NewSeam[] };

/** The form without some passes, beside the form as it is now played. */
export function planFormCut(document: SongDocument, passIds: readonly number[]): FormCut {
  const without: SongDocument = {
    ...document,
    map: {
      ...document.map,
      form: document.map.form.map((pass) => (passIds.includes(pass.id) ? { ...pass, isLeftOut: true } : pass)),
    },
  };
  const whole = listPlayedBars(document);
  const left = listPlayedBars(without);
  return { before: totalsOf(whole), after: totalsOf(left), seams: listSeams(document, whole, left) };
}

function listSeams(
  document: SongDocument,
  whole: readonly PlayedBar[],
  left: readonly PlayedBar[],
): readonly NewSeam[] {
  const labels = new Map(listPasses(document, whole).map(({ passIndex, label }) => [passIndex, label]));
  const followed = new Set(whole.slice(1).map((bar, index) => `${whole[index]?.passIndex} ${bar.passIndex}`));
  return left.flatMap((bar, index): readonly NewSeam[] => {
    const before = left[index - 1];
    if (before === undefined || followed.has(`${before.passIndex} ${bar.passIndex}`)) {
      return [];
    }
    const leaving = before.slots.at(-1)?.chord ?? null;
    const entering = bar.slots[0]?.chord ?? null;
    return [
      {
        from: labels.get(before.passIndex) ?? '',
        to: labels.get(bar.passIndex) ?? '',
        leaving,
        entering,
        knownFromBar: findChange(whole, leaving, entering),
        isPushed: sumOf(bar.slots.slice(0, 1), ({ pushTicks }) => pushTicks) > 0,
      },
    ];
  });
}

/** The first bar of the song into which one chord leads to another, from bar to bar; a chord that stays is found where it stays. */
function findChange(played: readonly PlayedBar[], from: ChordSymbol | null, to: ChordSymbol | null): number | null {
  const found = played.find(
    ({ slots }, index) =>
      index > 0 &&
      nameOf(played[index - 1]?.slots.at(-1)?.chord) === nameOf(from) &&
      nameOf(slots[0]?.chord) === nameOf(to),
  );
  return found?.number ?? null;
}

function nameOf(chord: ChordSymbol | null | undefined): string {
  return chord === null || chord === undefined ? '' : formatChordSymbol(chord);
}
