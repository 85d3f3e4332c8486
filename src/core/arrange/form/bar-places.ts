/* Bars as a teacher names them: "Chorus 2, line 1, bar 3", beside their numbers in the song. */
import { uniqueBy } from '../../kernel/list.ts';
import { err, ok, type Result } from '../../kernel/result.ts';
import { type BarNumbersError, parseBarNumbers } from '../../song/played/bar-numbers.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';
import type { PassSummary } from './form-summary.ts';

/** Why a text names no bars. */
export type BarPlacesError =
  | BarNumbersError
  | { readonly kind: 'no-such-section'; readonly found: string; readonly labels: readonly string[] }
  | { readonly kind: 'no-such-line'; readonly label: string; readonly line: number; readonly lines: number }
  | {
      readonly kind: 'no-such-bar-of-line';
      readonly label: string;
      readonly line: number;
      readonly bar: number;
      readonly bars: number;
    };

/** A played bar as a teacher says it; lines and bars count from 1, repeats of a line are not told apart. */
export function formatBarPlace(
  { passIndex, section, line, inRound }: PlayedBar,
  passes: readonly PassSummary[],
): string {
  const label = passes.find((pass) => pass.passIndex === passIndex)?.label ?? section.name;
  return `${label}, line ${line + 1}, bar ${inRound + 1}`;
}

const PLACE = /^(.+?)[\s,]+line\s+(\d{1,3})[\s,]+bars?\s+(\d{1,3})(?:\s*[-–]\s*(\d{1,3}))?$/i;

/**
 * Reads bars by their numbers ("1-4, 17") or by their places ("Chorus 2, line 1, bar 3", "Verse, line 2, bars 1-2"), several parted by
 * semicolons. A section's plain name stands for its first pass.
 */
export function parseBarPlaces(
  text: string,
  played: readonly PlayedBar[],
  passes: readonly PassSummary[],
): Result<readonly PlayedBar[], BarPlacesError> {
  const found: PlayedBar[] = [];
  const pieces = text.split(';').filter((piece) => piece.trim() !== '');
  for (const piece of pieces.length === 0 ? [text] : pieces) {
    const match = PLACE.exec(piece.trim());
    const read = match === null ? parseBarNumbers(piece, played) : findPlace(match, played, passes);
    if (!read.ok) {
      return read;
    }
    found.push(...read.value);
  }
  return ok(uniqueBy(found, ({ number }) => String(number)));
}

function findPlace(
  [, name = '', lineText = '', fromText = '', toText = fromText]: RegExpExecArray,
  played: readonly PlayedBar[],
  passes: readonly PassSummary[],
): Result<readonly PlayedBar[], BarPlacesError> {
  const [line, from, to] = [Number(lineText), Number(fromText), Number(toText)];
  const same = (label: string): boolean => label.toLowerCase() === name.trim().toLowerCase();
  const pass = passes.find(({ label }) => same(label)) ?? passes.find(({ section }) => same(section.name));
  if (pass === undefined) {
    return err({ kind: 'no-such-section', found: name.trim(), labels: passes.map(({ label }) => label) });
  }
  const { label } = pass;
  const ofPass = played.filter(({ passIndex }) => passIndex === pass.passIndex);
  const ofLine = ofPass.filter((bar) => bar.line === line - 1);
  if (ofLine.length === 0) {
    const lines = Math.max(0, ...ofPass.map((bar) => bar.line + 1));
    return err({ kind: 'no-such-line', label, line, lines });
  }
  const bars = Math.max(...ofLine.map(({ inRound }) => inRound + 1));
  if (from < 1 || to > bars || to < from) {
    return err({ kind: 'no-such-bar-of-line', label, line, bar: from < 1 ? from : to, bars });
  }
  return ok(
    uniqueBy(
      ofLine.filter(({ inRound }) => inRound + 1 >= from && inRound + 1 <= to),
      ({ bar }) => String(bar.id),
    ),
  );
}
