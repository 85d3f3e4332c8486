import { listPasses } from '../arrange/form/form-summary.ts';
import { type ChordSymbol, formatChordSymbol } from '../harmony/chord-symbol.ts';
import { uniqueBy } from '../kernel/list.ts';
import type { SongDocument } from '../song/document/document.ts';
import type { PracticeRange } from '../song/document/scene.ts';
import { listPlayedBars } from '../song/played/played-bars.ts';
import { toTimeline } from '../song/played/timeline.ts';

/** A range that a song offers; its name is of the song's sections and lines, a change has its chords instead. */
export type RangeChoice = {
  readonly range: PracticeRange;
  readonly name: string;
  readonly change: readonly [ChordSymbol, ChordSymbol] | null;
};

/** The ranges of one kind that a song offers, in the order in which they are played; bars and joined sections are put together by hand. */
export function listRangeChoices(document: SongDocument, kind: PracticeRange['kind']): readonly RangeChoice[] {
  const played = listPlayedBars(document);
  const passes = listPasses(document, played);
  const named = (range: PracticeRange, name: string): RangeChoice => ({ range, name, change: null });
  switch (kind) {
    case 'song':
      return [named({ kind }, '')];
    case 'section':
      return uniqueBy(passes, ({ section }) => String(section.id)).map(({ section }) =>
        named({ kind, sectionId: section.id }, section.name),
      );
    case 'pass':
      return passes.flatMap(({ passIndex, label }) => {
        const pass = document.map.form[passIndex];
        return pass === undefined || pass.isLeftOut ? [] : [named({ kind, passId: pass.id }, label)];
      });
    case 'line':
      return uniqueBy(played, ({ passIndex, lineId }) => `${passIndex} ${lineId}`).flatMap((bar) => {
        const pass = document.map.form[bar.passIndex];
        const label = passes.find(({ passIndex }) => passIndex === bar.passIndex)?.label ?? bar.section.name;
        return pass === undefined
          ? []
          : [named({ kind, passId: pass.id, lineId: bar.lineId }, `${label}, line ${bar.line + 1}`)];
      });
    case 'bars':
      return [named({ kind, from: played[0]?.number ?? 1, to: played[0]?.number ?? 1 }, '')];
    case 'change':
      return listChangeChoices(document);
    case 'joined':
      return [named({ kind, passIds: listRangeChoices(document, 'pass').flatMap(({ range }) => passIdOf(range)) }, '')];
  }
}

function passIdOf(range: PracticeRange): readonly number[] {
  return range.kind === 'pass' ? [range.passId] : [];
}

function listChangeChoices(document: SongDocument): readonly RangeChoice[] {
  const chords = toTimeline(listPlayedBars(document)).events.map(({ chord }) => chord);
  const changes = chords.flatMap((to, at): readonly RangeChoice[] => {
    const from = chords[at - 1] ?? null;
    if (from === null || to === null) {
      return [];
    }
    const [fromChord, toChord] = [formatChordSymbol(from), formatChordSymbol(to)];
    return fromChord === toChord
      ? []
      : [{ range: { kind: 'change', fromChord, toChord }, name: '', change: [from, to] }];
  });
  return uniqueBy(changes, ({ range }) => JSON.stringify(range));
}
