import { useEffect, useMemo, useRef, useState } from 'react';
import { fingerPin } from '../../../core/arrange/part-shapes.ts';
import { formatChart } from '../../../core/formats/text-chart/format-chart.ts';
import { isClean, type ParsedChart, parseChart } from '../../../core/formats/text-chart/parse-chart.ts';
import { chartOf } from '../../../core/song/chart-of.ts';
import type { SongCommand } from '../../../core/song/commands.ts';
import type { SongDocument } from '../../../core/song/document.ts';
import { SONG_LIMITS } from '../../../core/song/song-limits.ts';
import { useDocument, useSongEditor } from '../../editor/use-song.tsx';

/** The chart being edited: its text as typed, what was read from it, and how to change it. */
export type ChartText = {
  readonly text: string;
  readonly parsed: ParsedChart;
  readonly change: (text: string) => void;
};

/** Text that no database takes: U+0000 and halves of surrogate pairs become the replacement character. */
const REFUSED = /\u0000|[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/g;

/** A pause longer than this ends a run of typing, which is undone as one step. */
const RUN_PAUSE_MS = 1500;

/**
 * Keeps the text that is typed and the document in step. The text stays as typed while the document follows it; when
 * the document changes by other hands (undo, a fact, the names shown) the text is written anew.
 */
export function useChartText(): ChartText {
  const editor = useSongEditor();
  const document = useDocument();
  const [text, setText] = useState(() => textOf(document));
  const made = useRef(document);
  const typing = useRef({ run: 0, lastMs: 0 });
  useEffect(() => {
    if (document !== made.current) {
      made.current = document;
      setText(textOf(document));
    }
  }, [document]);
  const parsed = useMemo(() => parseChart(text), [text]);
  const change = (typed: string): void => {
    if (typed === text) {
      return;
    }
    const next = typed.replace(REFUSED, '\uFFFD');
    const read = parseChart(next);
    setText(next);
    const command = commandFor(next, read);
    if (command !== null) {
      editor.run(command, nextGroup(typing.current));
    }
    made.current = editor.store.getState().history.present;
  };
  return { text, parsed, change };
}

/** What a text does to the song; null for one that is too long even to be kept as it is. */
function commandFor(text: string, read: ParsedChart): SongCommand | null {
  if (!read.isUsable) {
    return text.length > SONG_LIMITS.chartCharacters ? null : { kind: 'keep-draft', draftText: text };
  }
  return {
    kind: 'apply-chart',
    chart: read.chart,
    options: { unreadHeaders: read.unreadHeaders, fingerPin },
    draftText: isClean(read) ? null : text,
  };
}

/** The undo group of a keystroke: that of the run it belongs to. */
function nextGroup(typing: { run: number; lastMs: number }): string {
  const nowMs = performance.now();
  typing.run += nowMs - typing.lastMs > RUN_PAUSE_MS ? 1 : 0;
  typing.lastMs = nowMs;
  return `chart typing ${typing.run}`;
}

function textOf(document: SongDocument): string {
  return document.chart.draftText ?? formatChart(chartOf(document));
}
