import { useEffect, useRef, useState } from 'react';
import type { Assumption } from '../../../core/formats/loose-chart/assumption.ts';
import { isClean, type ParsedChart, parseChart } from '../../../core/formats/text-chart/parse-chart.ts';
import { withHeader } from '../../../core/formats/text-chart/with-header.ts';
import { titleFromWords } from '../../../core/song/document/first-words.ts';
import { UNTITLED } from '../../../core/song/document/song-limits.ts';
import { coreWorker, unlessDropped } from '../../api/core-worker.ts';
import type { ChartText } from '../../chart/use-chart-text.ts';
import { useDocument } from '../../editor/use-song.tsx';

/** What was done with a text that was pasted into an empty chart: what was assumed, and the text as it was. */
export type PasteReading = { readonly assumptions: readonly Assumption[]; readonly pasted: string };

/** So many characters at once are a paste. */
const LEAST_PASTED = 20;

/**
 * Reads a text that is pasted into an empty chart at once as what it looks like, and calls a song without a title by its first words; what was
 * typed, and what was taken back, is left alone.
 */
export function usePasteReading(chart: ChartText, looksLoose: boolean) {
  const { title } = useDocument().facts;
  const [reading, setReading] = useState<PasteReading | null>(null);
  const before = useRef(chart.text);
  const current = useRef(chart);
  current.current = chart;
  const isUntitled = title === UNTITLED;
  const { text, parsed } = chart;
  useEffect(() => {
    const isPaste = before.current.trim() === '' && text.length >= LEAST_PASTED;
    before.current = text;
    if (!isPaste) {
      return undefined;
    }
    const take = (found: string, read: ParsedChart, assumptions: readonly Assumption[]): void => {
      const named = isUntitled && read.chart.headers.title === null ? titleFromWords(read.chart) : null;
      const next = named === null ? found : withHeader(found, 'title', named);
      if (current.current.text === text && next !== text) {
        before.current = next;
        current.current.change(next, true);
        setReading({ assumptions, pasted: text });
      }
    };
    if (!looksLoose) {
      if (isClean(parsed)) {
        take(text, parsed, []);
      }
      return undefined;
    }
    const job = coreWorker.ask<'read-loose'>({ kind: 'read-loose', text, choices: {} }, () => undefined);
    job.result
      .then((loose) => {
        const read = parseChart(loose.text);
        if (loose.text !== '' && isClean(read)) {
          take(loose.text, read, loose.assumptions);
        }
      })
      .catch(unlessDropped(() => undefined));
    return job.cancel;
  }, [text, parsed, looksLoose, isUntitled]);
  return { reading, forget: () => setReading(null) };
}
