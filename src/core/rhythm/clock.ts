import { err, ok, type Result } from '../kernel/result.ts';

/** Seconds as minutes and seconds, rounded to the second: "3:25". */
export function formatMinutes(seconds: number): string {
  const whole = Math.round(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}

/** Reads minutes and seconds, "3:25", as seconds; nothing shorter than a second or longer than 99:59. */
export function parseMinutes(text: string): Result<number, { readonly kind: 'not-a-length'; readonly found: string }> {
  const match = /^\s*(\d{1,2}):([0-5]\d)\s*$/.exec(text);
  const seconds = Number(match?.[1]) * 60 + Number(match?.[2]);
  return match === null || seconds === 0 ? err({ kind: 'not-a-length', found: text }) : ok(seconds);
}
