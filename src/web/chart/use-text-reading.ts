import { useEffect, useMemo, useState } from 'react';
import { commandForText } from '../../core/formats/text-chart/apply-text.ts';
import { type ParsedChart, parseChart } from '../../core/formats/text-chart/parse-chart.ts';
import type { SongCommand } from '../../core/song/commands.ts';
import type { SongDocument } from '../../core/song/document/document.ts';
import { SONG_LIMITS } from '../../core/song/document/song-limits.ts';
import { coreWorker, unlessDropped } from '../api/core-worker.ts';
import type { SongEditor } from '../editor/song-editor.ts';

/** Longer texts are read by the worker, so that typing never waits for them. */
export const MEDIUM_TEXT = 4000;
/** Still longer ones are lined up with the song there too. */
export const LONG_TEXT = 20_000;

/** A text that was still being read when its screen was left is taken at once; a long one as it stands. */
export function takeNow(editor: SongEditor, text: string | null): void {
  if (text === null) {
    return;
  }
  const command: SongCommand | null =
    text.length > LONG_TEXT && text.length <= SONG_LIMITS.chartCharacters
      ? { kind: 'keep-draft', draftText: text }
      : commandForText(text, parseChart(text));
  if (command !== null) {
    editor.run(command);
  }
}

/** What is shown of a text before it has been read: nothing. */
export const UNREAD: ParsedChart = parseChart('');

/** Waits no longer than this for a text before it says how far it is. */
const SILENT_MS = 250;

/** Reads texts one after the other in the worker; a newer one, or `drop`, ends the reading of the one before. */
export function useTextReading(editor: SongEditor) {
  const [readingShare, setShare] = useState<number | null>(null);
  const tools = useMemo(() => {
    let job: { readonly cancel: () => void } | null = null;
    const drop = (): void => {
      job?.cancel();
      job = null;
      setShare(null);
    };
    const readLong = (
      kind: 'read-chart' | 'apply-text',
      text: string,
      onRead: (parsed: ParsedChart, document: SongDocument) => void,
    ): void => {
      const startedAt = performance.now();
      const document = editor.store.getState().history.present;
      const over = (): void => setShare(null);
      // A reading that gave way to a newer one leaves the bar to that.
      const failed = unlessDropped(over);
      const report = (share: number): void => {
        if (performance.now() - startedAt > SILENT_MS) {
          setShare(share);
        }
      };
      if (kind === 'read-chart') {
        const asked = coreWorker.ask<'read-chart'>({ kind, text }, report);
        job = asked;
        asked.result.then((parsed) => onRead(parsed, document)).then(over, failed);
      } else {
        const asked = coreWorker.ask<'apply-text'>({ kind, document, text, players: editor.players() }, report);
        job = asked;
        asked.result.then((read) => onRead(read.parsed, read.document)).then(over, failed);
      }
    };
    return { drop, readLong };
  }, [editor]);
  useEffect(() => {
    coreWorker.warm();
    return tools.drop;
  }, [tools]);
  return { readingShare, ...tools };
}
