/* Where a pattern can be kept, as places on the page. */
import type { PassSummary } from '../../../core/arrange/form/form-summary.ts';
import type { PatternAssignment, SongDocument } from '../../../core/song/document/document.ts';
import type { PlayedBar } from '../../../core/song/played/played-bars.ts';

/** A place with its name and the bars in which it is heard first. */
export type HandTarget = {
  readonly id: number | null;
  readonly label: string;
  readonly bars: readonly PlayedBar[];
  /** All that is heard of it: the song to its end, a section once, a line in its repeats. */
  readonly heard: readonly PlayedBar[];
  readonly assignment: PatternAssignment | null;
};

/** Bars that tell what a place is like. */
const HEARD_BARS = 4;

/** What places are made of: the song, what is kept for its places, the song unrolled, and its passes. */
export type HandSong = {
  readonly document: SongDocument;
  readonly patterns: readonly PatternAssignment[];
  readonly played: readonly PlayedBar[];
  readonly passes: readonly PassSummary[];
};

/** The passes, lines and bars of a section, for what differs there. */
export function listNearTargets(song: HandSong, sectionId: number): readonly HandTarget[] {
  const { document, patterns, played, passes } = song;
  const toTarget = (id: number, label: string, isHere: (bar: PlayedBar) => boolean): HandTarget => ({
    id,
    label,
    bars: played.filter(isHere).slice(0, HEARD_BARS),
    heard: firstTime(played.filter(isHere)),
    assignment: patterns.find(({ targetId }) => targetId === id) ?? null,
  });
  const own = document.map.form.flatMap((pass, passIndex): readonly HandTarget[] => {
    const label = passes.find((each) => each.passIndex === passIndex)?.label ?? '';
    return pass.sectionId === sectionId ? [toTarget(pass.id, label, (bar) => bar.passIndex === passIndex)] : [];
  });
  const section = document.map.sections.find(({ id }) => id === sectionId);
  const lines = (section?.lines ?? []).flatMap((line, index) => [
    toTarget(line.id, `Line ${index + 1}`, ({ lineId }) => lineId === line.id),
    ...line.bars.map((bar, at) =>
      toTarget(bar.id, `Line ${index + 1}, bar ${at + 1}`, (each) => each.bar.id === bar.id),
    ),
  ]);
  return [...(own.length > 1 ? own : []), ...lines];
}

/** What is played the first time round: of one pass, and where a line comes again in it, of its first playing. */
function firstTime(bars: readonly PlayedBar[]): readonly PlayedBar[] {
  const [first] = bars;
  const isOneLine = bars.every(({ lineId }) => lineId === first?.lineId);
  return bars.filter(
    ({ passIndex, lineVisit }) => passIndex === first?.passIndex && (!isOneLine || lineVisit === first.lineVisit),
  );
}

/** The song and its sections, which every song has patterns for. */
export function listHandTargets({ document, patterns, played }: HandSong): readonly HandTarget[] {
  const find = (id: number | null): PatternAssignment | null =>
    patterns.find(({ targetId }) => targetId === id) ?? null;
  return [
    { id: null, label: 'The whole song', bars: played.slice(0, HEARD_BARS), heard: played, assignment: find(null) },
    ...document.map.sections.map(
      ({ id, name }): HandTarget => ({
        id,
        label: name,
        bars: played.filter((bar) => bar.section.id === id).slice(0, HEARD_BARS),
        heard: firstTime(played.filter((bar) => bar.section.id === id)),
        assignment: find(id),
      }),
    ),
  ];
}
