import { fillShapesInSteps, fingerPin } from '../core/arrange/shapes/part-shapes.ts';
import type { Assumption } from '../core/formats/loose-chart/assumption.ts';
import { sayAssumption } from '../core/formats/loose-chart/assumption-words.ts';
import { readLooseChart } from '../core/formats/loose-chart/read-loose-chart.ts';
import { sayProblem } from '../core/formats/text-chart/chart-messages.ts';
import { isClean, type ParsedChart, readChart } from '../core/formats/text-chart/parse-chart.ts';
import { err, type Result } from '../core/kernel/result.ts';
import { partOfSteps, type Steps } from '../core/kernel/steps.ts';
import { applyCommand } from '../core/song/commands.ts';
import { newSong } from '../core/song/document/new-song.ts';
import { SONG_LIMITS } from '../core/song/document/song-limits.ts';
import { checkedSong, type FileSource, REPLACED, type ReadSong, type Refusal, storable } from './read-song.ts';

/** A text chart; one that cannot be read as such and has no bar lines is read as people write charts down. */
export function* readTextSong(text: string, source: FileSource): Steps<Result<ReadSong, Refusal>> {
  if (text.length > SONG_LIMITS.chartCharacters) {
    return err(`It has ${text.length} characters; at most ${SONG_LIMITS.chartCharacters} can be read as a chart.`);
  }
  const clean = storable(text);
  const replaced = clean === text ? [] : [REPLACED];
  const strict = yield* partOfSteps(readChart(clean), 0, 0.4);
  if (isClean(strict)) {
    const report: Report = { format: 'text chart', assumed: replaced, left: [] };
    return yield* partOfSteps(chartSong(strict, source, report), 0.4, 1);
  }
  const reading = yield* partOfSteps(readLooseChart(clean), 0.4, 0.7);
  const loose = yield* partOfSteps(readChart(reading.text), 0.7, 0.9);
  if (clean.includes('|') || !isClean(loose)) {
    const problem = strict.problems.find(({ severity }) => severity === 'error');
    return err(
      problem === undefined
        ? 'It cannot be read as a chart.'
        : `Line ${problem.line}, column ${problem.column}: ${sayProblem(problem)} Paste it into a new song to mend it there.`,
    );
  }
  const isLeftOut = ({ chosen }: Assumption): boolean => chosen === 'left-out';
  const report: Report = {
    format: 'loose chart',
    assumed: [...replaced, ...reading.assumptions.filter((each) => !isLeftOut(each)).map(say)],
    left: reading.assumptions.filter(isLeftOut).map(say),
  };
  return yield* partOfSteps(chartSong(loose, source, report), 0.9, 1);
}

/** "Words under chords (lines 3, 7: “…”): the first five words stay." */
function say(assumption: Assumption): string {
  const { title, where, ways } = sayAssumption(assumption);
  return `${title} (${where}): ${ways.find(({ value }) => value === assumption.chosen)?.text ?? ''}.`;
}

type Report = Pick<ReadSong, 'format' | 'assumed' | 'left'>;

function* chartSong(
  parsed: ParsedChart,
  { title, planner }: FileSource,
  report: Report,
): Steps<Result<ReadSong, Refusal>> {
  const applied = applyCommand(newSong(title), {
    kind: 'apply-chart',
    chart: parsed.chart,
    options: { unreadHeaders: parsed.unreadHeaders, fingerPin },
    draftText: null,
  });
  if (!applied.ok) {
    return err('It cannot be made into a song.');
  }
  const { document } = applied.value;
  yield { share: 0.3 };
  return document.map.sections.length === 0
    ? err('It holds no chords.')
    : checkedSong(yield* partOfSteps(fillShapesInSteps(document, planner), 0.3, 0.9), report);
}
