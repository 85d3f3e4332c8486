/*
 * What the lowest strings play through a song: basses that walk down or up by steps, and basses that stay while the chords
 * above change (rules S5, S12). Followed in what the shapes really sound, so a bass that is meant to fall and leaps up does
 * not pass for one that falls.
 */
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { itemAt } from '../../kernel/list.ts';

/** A chord of a song as it is held: its lowest sounding note as a MIDI number named behind the capo, or null. */
export type BassNote = { readonly chord: ChordSymbol; readonly lowestMidi: number | null };

/** A run of chords whose bass falls, rises or stays; `members` are places in the list of chords. */
export type BassLine = {
  readonly kind: 'falls' | 'rises' | 'stays';
  readonly members: readonly number[];
  readonly midi: readonly number[];
  /** How often the song plays it. */
  readonly count: number;
};

const LEAST_WALK = 3;
const LEAST_PEDAL = 3;
const MOST_STEP = 2;

/**
 * The bass lines along a sequence of chords (places in `basses`), in order of first use. A walk is told only where a slash
 * chord takes part, since plain roots that happen to lie side by side are no line, and from the chord before the first of
 * those on; a pedal only where chords change over it. A line that is part of a longer one is not told again.
 */
export function listBassLines(basses: readonly BassNote[], sequence: readonly number[]): readonly BassLine[] {
  const lines = new Map<string, BassLine>();
  const note = (line: Omit<BassLine, 'count'>): void => {
    const key = `${line.kind} ${line.members.join()}`;
    lines.set(key, { ...line, count: (lines.get(key)?.count ?? 0) + 1 });
  };
  for (const kind of ['falls', 'rises', 'stays'] as const) {
    for (const run of listRuns(basses, sequence, kind)) {
      const members = kind === 'stays' ? run : fromFirstSlash(basses, run);
      if (isTold(basses, members, kind)) {
        note({ kind, members, midi: members.flatMap((place) => itemAt(basses, place).lowestMidi ?? []) });
      }
    }
  }
  const all = [...lines.values()];
  return all.filter((line) => !all.some((other) => other !== line && isPartOf(line, other)));
}

function fromFirstSlash(basses: readonly BassNote[], run: readonly number[]): readonly number[] {
  const first = run.findIndex((place) => itemAt(basses, place).chord.bass !== null);
  return first < 0 ? [] : run.slice(Math.max(0, first - 1));
}

function isPartOf(line: BassLine, other: BassLine): boolean {
  const text = (members: readonly number[]): string => ` ${members.join(' ')} `;
  return line.kind === other.kind && text(other.members).includes(text(line.members));
}

/** The longest runs along the sequence in which each bass follows the one before in a given way. */
function listRuns(
  basses: readonly BassNote[],
  sequence: readonly number[],
  kind: BassLine['kind'],
): readonly (readonly number[])[] {
  const runs: number[][] = [];
  let run: number[] = [];
  for (const place of sequence) {
    const before = run.at(-1);
    if (before !== undefined && follows(itemAt(basses, before).lowestMidi, itemAt(basses, place).lowestMidi, kind)) {
      run.push(place);
    } else {
      runs.push(run);
      run = [place];
    }
  }
  return [...runs, run];
}

function follows(from: number | null, to: number | null, kind: BassLine['kind']): boolean {
  if (from === null || to === null) {
    return false;
  }
  const step = to - from;
  switch (kind) {
    case 'falls':
      return step < 0 && step >= -MOST_STEP;
    case 'rises':
      return step > 0 && step <= MOST_STEP;
    case 'stays':
      return step === 0;
  }
}

function isTold(basses: readonly BassNote[], members: readonly number[], kind: BassLine['kind']): boolean {
  if (kind === 'stays') {
    return new Set(members).size >= LEAST_PEDAL;
  }
  return members.length >= LEAST_WALK && members.some((place) => itemAt(basses, place).chord.bass !== null);
}
