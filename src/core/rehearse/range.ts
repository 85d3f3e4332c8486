/*
 * What is rehearsed: a range of the song as rounds of played bars.
 *
 * A range is said as teachers say it (the whole song, a section, one time of it, a line, some bars, a change, sections joined one after
 * the other). Here it becomes the bars that are played in each of its stages, by their indexes among the played bars; joined sections have a stage for
 * each section that is added.
 */
import { formatChordSymbol } from '../harmony/chord-symbol.ts';
import { range as numbers } from '../kernel/list.ts';
import type { SongDocument } from '../song/document/document.ts';
import type { PracticeRange } from '../song/document/scene.ts';
import { listPlayedBars, type PlayedBar } from '../song/played/played-bars.ts';

/** The stages of a range; each is the indexes of its played bars, in order. Empty where nothing of it is left in the song. */
export function stagesOf(document: SongDocument, range: PracticeRange): readonly (readonly number[])[] {
  const played = listPlayedBars(document);
  const where = (is: (bar: PlayedBar, index: number) => boolean): readonly number[] =>
    played.flatMap((bar, index) => (is(bar, index) ? [index] : []));
  const passOf = ({ passIndex }: PlayedBar): number | null => document.map.form[passIndex]?.id ?? null;
  const stages = ((): readonly (readonly number[])[] => {
    switch (range.kind) {
      case 'song':
        return [where(() => true)];
      case 'section': {
        const first = played.find(({ section }) => section.id === range.sectionId)?.passIndex;
        return [where(({ passIndex }) => passIndex === first)];
      }
      case 'pass':
        return [where((bar) => passOf(bar) === range.passId)];
      case 'line': {
        const first = played.find((bar) => passOf(bar) === range.passId && bar.lineId === range.lineId)?.lineVisit;
        return [where(({ lineVisit }) => lineVisit === first)];
      }
      case 'bars':
        return [where(({ number }) => number >= range.from && number <= range.to)];
      case 'change':
        return [findChange(played, range.fromChord, range.toChord)];
      case 'joined':
        return range.passIds.map((_, at) =>
          range.passIds.slice(0, at + 1).flatMap((passId) => where((bar) => passOf(bar) === passId)),
        );
    }
  })();
  return stages.filter((bars) => bars.length > 0);
}

/** The bars of the first place at which one chord goes to another: one bar, or the bar before and the bar of the change. */
function findChange(played: readonly PlayedBar[], fromChord: string, toChord: string): readonly number[] {
  const met = played.flatMap(({ slots }, index) =>
    slots.map(({ chord }) => ({ name: chord === null ? null : formatChordSymbol(chord), index })),
  );
  const to = met.findIndex(({ name }, at) => name === toChord && met[at - 1]?.name === fromChord);
  const [first, last] = [met[to - 1], met[to]];
  return first === undefined || last === undefined ? [] : numbers(first.index, last.index + 1);
}
