/*
 * Where bars may be missing when the record is longer than the map, or too many when it is shorter (rule M10). Three signs, the
 * strongest first: a pass that is short against the other passes of its section by just that many bars; a section that
 * lacks them to a multiple of four; a line of just that many bars, which may be played once more (or once less). Nothing
 * is sure: what stands in few places is offered, with its reason.
 */
import { sumOf } from '../../kernel/list.ts';
import type { SongDocument } from '../../song/document/document.ts';
import { listPlayedBars, type PlayedBar } from '../../song/played/played-bars.ts';
import { listPasses } from './form-summary.ts';

/** A place where the difference may lie. `label` names a pass of the form; bars are counted in the song. */
export type GapPlace =
  | { readonly kind: 'short-pass'; readonly label: string; readonly bars: number; readonly otherBars: number }
  | { readonly kind: 'odd-length'; readonly label: string; readonly bars: number }
  | { readonly kind: 'line-again'; readonly label: string; readonly line: number; readonly firstBar: number };

/** Most places that are worth telling. */
const MOST_PLACES = 3;

/** The likely places of a gap of so many bars: missing from the map where positive, too many in it where negative. */
export function listGapPlaces(
  document: SongDocument,
  gapBars: number,
  played: readonly PlayedBar[] = listPlayedBars(document),
): readonly GapPlace[] {
  if (gapBars === 0) {
    return [];
  }
  const passes = listPasses(document, played).filter(({ bars }) => bars > 0);
  const short = passes.flatMap((pass): readonly GapPlace[] => {
    const siblings = passes.filter((other) => other.section.id === pass.section.id && other !== pass);
    const fuller = siblings.find((other) => other.bars === pass.bars + gapBars);
    return fuller === undefined
      ? []
      : [{ kind: 'short-pass', label: pass.label, bars: pass.bars, otherBars: fuller.bars }];
  });
  const odd = passes.flatMap((pass): readonly GapPlace[] =>
    pass.bars % 4 !== 0 && pass.bars + gapBars > 0 && (pass.bars + gapBars) % 4 === 0
      ? [{ kind: 'odd-length', label: pass.label, bars: pass.bars }]
      : [],
  );
  const again = passes.flatMap((pass): readonly GapPlace[] => linesOfLength(pass, Math.abs(gapBars), played));
  // The ends of a record are played longer or shorter more often than its middle (common practice).
  const ends = again.filter((place) => place.label === passes.at(-1)?.label || place.label === passes[0]?.label);
  const places = [...short, ...odd, ...ends, ...again.filter((place) => !ends.includes(place))];
  return places.slice(0, MOST_PLACES);
}

function linesOfLength(
  pass: { readonly passIndex: number; readonly label: string },
  bars: number,
  played: readonly PlayedBar[],
): readonly GapPlace[] {
  const own = played.filter((bar) => bar.passIndex === pass.passIndex);
  const lineIds = [...new Set(own.map(({ lineId }) => lineId))];
  return lineIds.flatMap((lineId, index): readonly GapPlace[] => {
    const inLine = own.filter((bar) => bar.lineId === lineId && bar.round === 1);
    return sumOf(inLine, () => 1) === bars
      ? [{ kind: 'line-again', label: pass.label, line: index + 1, firstBar: inLine[0]?.number ?? 0 }]
      : [];
  });
}
