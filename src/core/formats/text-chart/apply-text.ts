import type { Planner } from '../../arrange/problem/planner.ts';
import { fillShapes, fingerPin } from '../../arrange/shapes/part-shapes.ts';
import type { Steps } from '../../kernel/steps.ts';
import { applyCommand, type SongCommand } from '../../song/commands.ts';
import type { SongDocument } from '../../song/document/document.ts';
import { SONG_LIMITS } from '../../song/document/song-limits.ts';
import { isClean, type ParsedChart, readChart } from './parse-chart.ts';

/** What a text does to the song, its chords spelled as the key asks but for names to keep; null for one that is too long even to be kept as it is. */
export function commandForText(text: string, read: ParsedChart, keptNames: readonly string[] = []): SongCommand | null {
  if (!read.isUsable) {
    return text.length > SONG_LIMITS.chartCharacters ? null : { kind: 'keep-draft', draftText: text };
  }
  return {
    kind: 'apply-chart',
    chart: read.chart,
    options: { unreadHeaders: read.unreadHeaders, fingerPin, keptNames },
    draftText: isClean(read) ? null : text,
  };
}

/** A text as read, and the song after it; the same song where the text is too long to be kept. */
export type AppliedText = { readonly parsed: ParsedChart; readonly document: SongDocument };

/** Reads a text and lines a song up with it, in steps: for texts so long that a screen would stand still meanwhile. */
export function* applyTextInSteps(document: SongDocument, text: string, planner: Planner): Steps<AppliedText> {
  const parsed = yield* readChart(text);
  const command = commandForText(text, parsed);
  yield { share: 0.9 };
  const outcome = command === null ? null : applyCommand(document, command);
  return { parsed, document: outcome?.ok === true ? fillShapes(outcome.value.document, planner) : document };
}
