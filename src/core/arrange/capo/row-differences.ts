/*
 * Two or three setups side by side: only what differs. What is equal in all of them teaches the eye to skip.
 */
import { formatChordSymbol } from '../../harmony/chord-symbol.ts';
import type { Key } from '../../harmony/key.ts';
import { isEqual } from '../../kernel/equal.ts';
import { range } from '../../kernel/list.ts';
import { formatShape } from '../../shapes/shape.ts';
import type { SingerFit } from '../setup/singer-fit.ts';
import type { CapoRow, RowChord } from './capo-rows.ts';

/** One thing in which setups differ, with its value for each, in their order. Lower efforts are easier. */
export type RowDifference =
  | { readonly kind: 'shape-key' | 'sounding-key'; readonly values: readonly Key[] }
  | { readonly kind: 'chord'; readonly values: readonly RowChord[] }
  | {
      readonly kind: 'effort' | 'hold' | 'change' | 'barres' | 'new-shapes' | 'ringing-strings';
      readonly values: readonly number[];
    }
  | { readonly kind: 'singer'; readonly values: readonly (SingerFit | null)[] }
  | { readonly kind: 'hardest'; readonly values: readonly CapoRow['hardest'][] }
  | { readonly kind: 'crowding'; readonly values: readonly CapoRow['crowding'][] }
  /** How far each sounds from the record, in semitones, and the capo fret at which its shapes play along; null for none. */
  | { readonly kind: 'record'; readonly values: readonly Pick<CapoRow, 'recordShift' | 'recordCapoFret'>[] };

/** Efforts nearer than this are not told apart. */
const SAME_EFFORT = 0.05;

/** What tells setups of one song apart, the keys first, then chord by chord; empty for equal ones. */
export function listDifferences(rows: readonly CapoRow[]): readonly RowDifference[] {
  const [first] = rows;
  const chords = range(0, first?.chords.length ?? 0).map(
    (place): RowDifference => ({ kind: 'chord', values: rows.flatMap((row) => row.chords[place] ?? []) }),
  );
  const all: readonly RowDifference[] = [
    { kind: 'sounding-key', values: rows.map(({ soundingKey }) => soundingKey) },
    { kind: 'shape-key', values: rows.map(({ shapeKey }) => shapeKey) },
    ...chords,
    { kind: 'barres', values: rows.map(({ barreChords }) => barreChords.length) },
    { kind: 'new-shapes', values: rows.map(({ newChords }) => newChords.length) },
    { kind: 'ringing-strings', values: rows.map(countRinging) },
    { kind: 'hardest', values: rows.map(({ hardest }) => hardest) },
    { kind: 'effort', values: rows.map(({ effort }) => effort.total) },
    { kind: 'hold', values: rows.map(({ effort }) => effort.hold) },
    { kind: 'change', values: rows.map(({ effort }) => effort.change) },
    { kind: 'singer', values: rows.map(({ singer }) => singer) },
    { kind: 'crowding', values: rows.map(({ crowding }) => crowding) },
    { kind: 'record', values: rows.map(({ recordShift, recordCapoFret }) => ({ recordShift, recordCapoFret })) },
  ];
  return all.filter(isDifferent);
}

/** Open strings that ring, over all chords. */
function countRinging({ chords }: CapoRow): number {
  return chords.reduce((sum, { ringingStrings }) => sum + ringingStrings, 0);
}

function isDifferent(difference: RowDifference): boolean {
  switch (difference.kind) {
    case 'chord':
      return differ(difference.values.map(toHeld));
    case 'effort':
    case 'hold':
    case 'change':
      return Math.max(...difference.values) - Math.min(...difference.values) > SAME_EFFORT;
    case 'record':
      return differ(difference.values.map(({ recordShift }) => recordShift));
    default:
      return differ(difference.values);
  }
}

function differ(values: readonly unknown[]): boolean {
  return values.some((value) => !isEqual(value, values[0]));
}

function toHeld({ shapeChord, rated }: RowChord): string {
  return `${formatChordSymbol(shapeChord)} ${rated === null ? '' : formatShape(rated.fingering.shape)}`;
}
