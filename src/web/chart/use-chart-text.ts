import { useCallback, useEffect, useRef, useState } from 'react';
import { commandForText } from '../../core/formats/text-chart/apply-text.ts';
import { chartTextOf } from '../../core/formats/text-chart/format-chart.ts';
import { type ParsedChart, parseChart } from '../../core/formats/text-chart/parse-chart.ts';
import type { SongCommand } from '../../core/song/commands.ts';
import { SONG_LIMITS } from '../../core/song/document/song-limits.ts';
import { useDocument, useSongEditor } from '../editor/use-song.tsx';
import { LONG_TEXT, MEDIUM_TEXT, takeNow, UNREAD, useTextReading } from './use-text-reading.ts';

/** The chart being edited: its text as typed, what was read from it, and how to change it. */
export type ChartText = {
  readonly text: string;
  readonly parsed: ParsedChart;
  /** How much of a long text has been read, from 0 to 1; null while none is being read. */
  readonly readingShare: number | null;
  /** Takes a text as it is typed; `isApart` where it is a step of its own, whatever was typed just before. */
  readonly change: (text: string, isApart?: boolean) => void;
  /** Keeps a chord name as it is written, although the key would spell it otherwise. */
  readonly keepName: (name: string) => void;
  /** Gives the reading of a long text up: the text stays, the song keeps its last good state. */
  readonly stopReading: () => void;
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
  const [text, setText] = useState(() => chartTextOf(document));
  const [parsed, setParsed] = useState<ParsedChart>(() => (text.length > MEDIUM_TEXT ? UNREAD : parseChart(text)));
  const made = useRef(document);
  const typing = useRef({ run: 0, lastMs: 0 });
  const { readingShare, readLong, drop } = useTextReading(editor);
  const waiting = useRef<string | null>(null);
  /** Brings what was read into the song; null leaves the song as it is. */
  const take = (command: SongCommand | null, group?: string): void => {
    waiting.current = null;
    if (command !== null) {
      editor.run(command, group);
    }
    made.current = editor.store.getState().history.present;
  };
  /** Reads a text that the song already says, or that is to be shown as it stands. */
  const readOnly = useCallback(
    (shown: string): void => {
      drop();
      if (shown.length > MEDIUM_TEXT) {
        readLong('read-chart', shown, setParsed);
      } else {
        setParsed(parseChart(shown));
      }
    },
    [drop, readLong],
  );
  useEffect(() => {
    if (document === made.current) {
      return;
    }
    // Shapes that were filled in beside the page leave the text as it was typed.
    const isOther = document.map !== made.current.map || chartTextOf(document) !== chartTextOf(made.current);
    made.current = document;
    if (isOther) {
      waiting.current = null;
      const shown = chartTextOf(document);
      setText(shown);
      readOnly(shown);
    }
  }, [document, readOnly]);
  const first = useRef(text);
  useEffect(() => {
    if (first.current.length > MEDIUM_TEXT) {
      readOnly(first.current);
    }
  }, [readOnly]);
  useEffect(() => () => takeNow(editor, waiting.current), [editor]);
  const change = (typed: string, isApart = false): void => {
    if (typed === text) {
      return;
    }
    const next = typed.replace(REFUSED, '\uFFFD');
    const group = nextGroup(typing.current, isApart);
    const onRead = (read: ParsedChart): void => {
      setParsed(read);
      take(commandForText(next, read), group);
    };
    setText(next);
    drop();
    waiting.current = next;
    if (next.length > LONG_TEXT) {
      readLong('apply-text', next, (read, document) => {
        setParsed(read);
        take({ kind: 'replace-song', document }, group);
      });
    } else if (next.length > MEDIUM_TEXT) {
      readLong('read-chart', next, onRead);
    } else {
      onRead(parseChart(next));
    }
  };
  const stopReading = (): void => {
    drop();
    take(text.length > SONG_LIMITS.chartCharacters ? null : { kind: 'keep-draft', draftText: text });
  };
  const keepName = (name: string): void => take(commandForText(text, parsed, [name]));
  return { text, parsed, readingShare, change, keepName, stopReading };
}

/** The undo group of a keystroke: that of the run it belongs to. */
function nextGroup(typing: { run: number; lastMs: number }, isApart: boolean): string {
  const nowMs = performance.now();
  typing.run += isApart || nowMs - typing.lastMs > RUN_PAUSE_MS ? 1 : 0;
  typing.lastMs = nowMs;
  return `chart typing ${typing.run}`;
}
