import { err, ok, type Result } from '../kernel/result.ts';
import { type Metre, QUARTER_TICKS, usualPulseTicks } from './metre.ts';

/** A tempo: pulses a minute, and how long the counted pulse is in ticks. */
export type Tempo = { readonly tempoBpm: number; readonly pulseTicks: number };

/** Why a text is no tempo. */
export type TempoError = { readonly kind: 'not-a-tempo'; readonly found: string };

/** Slowest and fastest tempo, in pulses a minute. */
export const TEMPO_LIMITS = { slowest: 20, fastest: 400 } as const;

/** Whether a tempo lies within bounds and counts whole ticks. */
export function isTempo({ tempoBpm, pulseTicks }: Tempo): boolean {
  const { slowest, fastest } = TEMPO_LIMITS;
  return tempoBpm >= slowest && tempoBpm <= fastest && Number.isInteger(pulseTicks) && pulseTicks > 0;
}

const PULSES: readonly (readonly [string, number])[] = [
  ['half', QUARTER_TICKS * 2],
  ['dotted half', QUARTER_TICKS * 3],
  ['quarter', QUARTER_TICKS],
  ['dotted quarter', QUARTER_TICKS * 1.5],
  ['eighth', QUARTER_TICKS / 2],
  ['dotted eighth', QUARTER_TICKS * 0.75],
  ['sixteenth', QUARTER_TICKS / 4],
];

/** The word for a pulse of so many ticks: "dotted quarter"; null for a length without a name. */
export function findPulseName(pulseTicks: number): string | null {
  return PULSES.find(([, ticks]) => ticks === pulseTicks)?.[0] ?? null;
}

/** Reads "92", "92 bpm" or "dotted quarter 56"; without a note name the metre's usual pulse is counted. */
export function parseTempo(text: string, metre: Metre): Result<Tempo, TempoError> {
  const match = /^\s*([a-z]+(?: [a-z]+)?)?\s*=?\s*(\d{1,3}(?:\.\d)?)\s*(?:bpm)?\s*$/i.exec(text);
  const tempoBpm = Number(match?.[2]);
  const word = match?.[1]?.toLowerCase();
  const pulseTicks = word === undefined ? usualPulseTicks(metre) : PULSES.find(([name]) => name === word)?.[1];
  const isInRange = tempoBpm >= TEMPO_LIMITS.slowest && tempoBpm <= TEMPO_LIMITS.fastest;
  return match !== null && pulseTicks !== undefined && isInRange
    ? ok({ tempoBpm, pulseTicks })
    : err({ kind: 'not-a-tempo', found: text });
}

/** A tempo as text; the note name is left out when it is the metre's usual pulse. */
export function formatTempo(tempo: Tempo, metre: Metre): string {
  const name = tempo.pulseTicks === usualPulseTicks(metre) ? null : findPulseName(tempo.pulseTicks);
  return name === null ? `${tempo.tempoBpm}` : `${name} ${tempo.tempoBpm}`;
}

/** How long so many ticks last at a tempo, in seconds. */
export function ticksToSeconds(ticks: number, tempo: Tempo): number {
  return (ticks / tempo.pulseTicks) * (60 / tempo.tempoBpm);
}
