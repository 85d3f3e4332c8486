import { formatCount } from '../../../../core/kernel/plural.ts';
import { listPlayedBars, type PlayedBar } from '../../../../core/song/played/played-bars.ts';
import { useAudition } from '../../../sound/use-audition.ts';
import { barsInRun, documentOf, type MapStores, selectedRuns } from '../acts/map-stores.ts';
import { useMapStores } from '../use-map.tsx';

/** What is heard of the map: the selected bars, their line, their section, or the song from there on. */
export const HEARD = [
  { value: 'bars', text: 'these bars' },
  { value: 'line', text: 'the line' },
  { value: 'section', text: 'the section' },
  { value: 'on', text: 'from here on' },
] as const;

type Heard = (typeof HEARD)[number]['value'];

/** Hears what is selected on the map, or ends it. */
export function useHearSelected(): {
  readonly playing: string | null;
  readonly hear: (heard: Heard) => void;
  readonly stop: () => void;
} {
  const stores = useMapStores();
  const { playing, play, stop } = useAudition();
  const hear = (heard: Heard): void => {
    const bars = heardBars(stores, heard);
    if (bars.length > 0) {
      play(
        heard === 'bars' ? formatCount(bars.length, 'bar') : (HEARD.find(({ value }) => value === heard)?.text ?? ''),
        bars,
        null,
      );
    }
  };
  return { playing, hear, stop };
}

/** The played bars of what is asked for, where they are played first. */
function heardBars(stores: MapStores, heard: Heard): readonly PlayedBar[] {
  const selected = selectedRuns(stores);
  const document = documentOf(stores);
  const played = listPlayedBars(document);
  const ids = new Set(selected?.runs.flatMap((run) => barsInRun(selected.block.lines, run).map(({ id }) => id)) ?? []);
  const passIndex = document.map.form.findIndex(({ id }) => id === selected?.block.passId);
  const first = played.findIndex((bar) => ids.has(bar.bar.id) && (passIndex === -1 || bar.passIndex === passIndex));
  const start = played[first];
  if (start === undefined) {
    return [];
  }
  switch (heard) {
    case 'bars':
      return played.filter(
        (bar) =>
          bar.lineVisit >= start.lineVisit &&
          bar.passIndex === start.passIndex &&
          bar.round === 1 &&
          ids.has(bar.bar.id),
      );
    case 'line':
      return played.filter(({ lineVisit }) => lineVisit === start.lineVisit);
    case 'section':
      return played.filter((bar) => bar.passIndex === start.passIndex);
    case 'on':
      return played.slice(first);
  }
}
