import { useEffect, useMemo, useRef, useState } from 'react';
import { commandForText } from '../../../core/formats/text-chart/apply-text.ts';
import { formatChart } from '../../../core/formats/text-chart/format-chart.ts';
import { type ParsedChart, parseChart } from '../../../core/formats/text-chart/parse-chart.ts';
import { chartOf } from '../../../core/song/chart-of.ts';
import type { SongDocument } from '../../../core/song/document.ts';
import { SONG_LIMITS } from '../../../core/song/song-limits.ts';
import { coreWorker } from '../../api/core-worker.ts';
import type { SongEditor } from '../../editor/song-editor.ts';
import { useDocument, useSongEditor } from '../../editor/use-song.tsx';

/** The chart being edited: its text as typed, what was read from it, and how to change it. */
export type ChartText = {
  readonly text: string;
  readonly parsed: ParsedChart;
  /** How much of a long text has been read, from 0 to 1; null while none is being read. */
  readonly readingShare: number | null;
  readonly change: (text: string) => void;
  /** Gives the reading of a long text up: the text stays, the song keeps its last good state. */
  readonly stopReading: () => void;
};

/** Text that no database takes: U+0000 and halves of surrogate pairs become the replacement character. */
const REFUSED = /\u0000|[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/g;

/** A pause longer than this ends a run of typing, which is undone as one step. */
const RUN_PAUSE_MS = 1500;

/** Longer texts are read by the worker, so that typing never waits for them. */
const LONG_TEXT = 20_000;

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
  const { longParsed, readingShare, readLong, drop } = useLongText(editor);
  useEffect(() => {
    if (document !== made.current) {
      made.current = document;
      drop();
      setText(textOf(document));
    }
  }, [document, drop]);
  const asked = useRef('');
  useEffect(() => {
    if (text.length > LONG_TEXT && asked.current !== text) {
      asked.current = text;
      readLong(made.current, text, () => undefined);
    }
  }, [text, readLong]);
  const shortParsed = useMemo(() => (text.length > LONG_TEXT ? null : parseChart(text)), [text]);
  const keep = (): void => {
    made.current = editor.store.getState().history.present;
  };
  const change = (typed: string): void => {
    if (typed === text) {
      return;
    }
    const next = typed.replace(REFUSED, '\uFFFD');
    const group = nextGroup(typing.current);
    setText(next);
    drop();
    if (next.length > LONG_TEXT) {
      asked.current = next;
      readLong(editor.store.getState().history.present, next, (read) => {
        editor.run({ kind: 'replace-song', document: read }, group);
        keep();
      });
      return;
    }
    const command = commandForText(next, parseChart(next));
    if (command !== null) {
      editor.run(command, group);
    }
    keep();
  };
  const stopReading = (): void => {
    drop();
    if (text.length <= SONG_LIMITS.chartCharacters) {
      editor.run({ kind: 'keep-draft', draftText: text });
      keep();
    }
  };
  return { text, parsed: shortParsed ?? longParsed ?? UNREAD, readingShare, change, stopReading };
}

/** What is shown of a long text before it has been read: nothing. */
const UNREAD: ParsedChart = parseChart('');

/** Reads long texts one after the other in the worker; a newer one, or `drop`, ends the reading of the one before. */
function useLongText(editor: SongEditor) {
  const [longParsed, setLongParsed] = useState<ParsedChart | null>(null);
  const [readingShare, setShare] = useState<number | null>(null);
  const job = useRef<{ readonly cancel: () => void } | null>(null);
  const tools = useMemo(() => {
    const drop = (): void => {
      job.current?.cancel();
      job.current = null;
      setShare(null);
    };
    const readLong = (document: SongDocument, text: string, onRead: (document: SongDocument) => void): void => {
      setShare(0);
      const asked = coreWorker.ask<'apply-text'>(
        { kind: 'apply-text', document, text, hand: editor.planner().hand },
        setShare,
      );
      job.current = asked;
      asked.result
        .then(({ parsed, document: read }) => {
          setLongParsed(parsed);
          onRead(read);
        })
        .catch(() => setLongParsed(null))
        .finally(() => setShare(null));
    };
    return { drop, readLong };
  }, [editor]);
  useEffect(() => tools.drop, [tools]);
  return { longParsed, readingShare, ...tools };
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
