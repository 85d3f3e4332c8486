import type { SeamRun } from '../arrange/form/chord-runs.ts';
import type { NewSeam } from '../arrange/form/form-cut.ts';
import type { OddBar } from '../arrange/form/odd-bars.ts';
import type { GapPlace } from '../arrange/form/record-gap.ts';
import type { ChordSymbol } from '../harmony/chord-symbol.ts';
import { range } from '../kernel/list.ts';
import { formatCount } from '../kernel/plural.ts';

type NameOf = (chord: ChordSymbol) => string;

/** An odd bar: "Bar 61, after “nobody in”, has 2 beats; its neighbours have 4. It is the only one. Count 1 2." */
export function formatOddBar({ number, cue, beats, neighbourBeats, isOnly }: OddBar): string {
  const after = cue === '' ? '' : `, after “${cue}”,`;
  const counts = range(1, beats + 1).join(' ');
  const only = isOnly ? ' It is the only one.' : '';
  return `Bar ${number}${after} has ${formatCount(beats, 'beat')}; its neighbours have ${neighbourBeats}.${only} Count ${counts}.`;
}

/** A place where bars may be missing: "Chorus 1 has 8 bars, another time 12." */
export function formatGapPlace(place: GapPlace): string {
  switch (place.kind) {
    case 'short-pass':
      return `${place.label} has ${formatCount(place.bars, 'bar')}, another time ${place.otherBars}.`;
    case 'odd-length':
      return `${place.label} has ${formatCount(place.bars, 'bar')}, which is no multiple of four.`;
    case 'line-again':
      return `${place.label} line ${place.line} (bar ${place.firstBar}) is as long as the gap: it may come once more, or once less.`;
  }
}

/** Chords held across a seam: "Am lasts 3 bars over the turnarounds from bars 23, 55 and 63." Names come in shape chords or as they sound. */
export function formatSeamRuns(runs: readonly SeamRun[], nameOf: NameOf): readonly string[] {
  const byChord = new Map<string, { readonly bars: number; readonly places: number[] }>();
  for (const { chord, bars, firstBar } of runs) {
    const key = `${nameOf(chord)} ${bars}`;
    const known = byChord.get(key) ?? { bars, places: [] };
    known.places.push(firstBar);
    byChord.set(key, known);
  }
  return [...byChord].map(([key, { bars, places }]) => {
    const name = key.slice(0, key.lastIndexOf(' '));
    const where =
      places.length === 1 ? `the turnaround from bar ${places[0]}` : `the turnarounds from bars ${places.join(', ')}`;
    return `${name} lasts ${formatCount(bars, 'bar')} over ${where}.`;
  });
}

/** A seam that a cut makes: "Chorus 1 runs into Bridge, D to Em7, as into bar 53." */
export function formatNewSeam(
  { from, to, leaving, entering, knownFromBar, isPushed }: NewSeam,
  nameOf: NameOf,
): string {
  const name = (chord: ChordSymbol | null): string => (chord === null ? 'no chord' : nameOf(chord));
  const known =
    knownFromBar === null ? 'a change the song has nowhere else: try it' : `which joins as into bar ${knownFromBar}`;
  const early = isPushed ? ` ${to} begins early: the bar before it has to leave room.` : '';
  return `${from} runs into ${to}, ${name(leaving)} to ${name(entering)}, ${known}.${early}`;
}
