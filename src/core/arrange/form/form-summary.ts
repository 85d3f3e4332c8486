import { isEqual } from '../../kernel/equal.ts';
import { groupBy } from '../../kernel/list.ts';
import { formatMetre, type Metre } from '../../rhythm/metre.ts';
import type { Pass, Section, SongDocument } from '../../song/document/document.ts';
import { findSection, listPlayedBars, type PlayedBar, totalsOf } from '../../song/played/played-bars.ts';

/** One pass of the form in figures: its label is the section's name, numbered where the section comes more than once. */
export type PassSummary = {
  readonly passIndex: number;
  readonly section: Section;
  readonly label: string;
  /** Which pass of its section this is, from 1. */
  readonly time: number;
  readonly bars: number;
  /** Number of its first bar in the song. */
  readonly firstBar: number;
  /** What is out of the ordinary: another metre, a line sung again. */
  readonly remarks: readonly string[];
};

/** The passes of a song in playing order. */
export function listPasses(document: SongDocument, played = listPlayedBars(document)): readonly PassSummary[] {
  const times = new Map<number, number>();
  const barsByPass = groupBy(played, ({ passIndex }) => passIndex);
  return document.map.form.flatMap((pass, passIndex) => {
    const section = findSection(document, pass);
    if (section === null) {
      return [];
    }
    const time = (times.get(section.id) ?? 0) + 1;
    times.set(section.id, time);
    const isOnce = document.map.form.filter(({ sectionId }) => sectionId === section.id).length === 1;
    const bars = barsByPass.get(passIndex) ?? [];
    return [
      {
        passIndex,
        section,
        label: isOnce ? section.name : labelOf(section.name, time, document.map.sections),
        time,
        bars: totalsOf(bars).bars,
        firstBar: bars[0]?.number ?? 0,
        remarks: [...oddMetres(bars, document.facts.metre), ...describeEdits(section, pass)],
      },
    ];
  });
}

/** "Verse 2"; "Verse (2)" where a number would be read otherwise, or another section is called so. */
function labelOf(name: string, time: number, sections: readonly Section[]): string {
  const isClear =
    !/\d$/.test(name) && sections.every((other) => !/\d$/.test(other.name) || !other.name.startsWith(`${name} `));
  return isClear ? `${name} ${time}` : `${name} (${time})`;
}

function oddMetres(bars: readonly PlayedBar[], metre: Metre): readonly string[] {
  const odd = new Map<string, number>();
  for (const bar of bars.filter((each) => !isEqual(each.metre, metre))) {
    odd.set(formatMetre(bar.metre), (odd.get(formatMetre(bar.metre)) ?? 0) + 1);
  }
  return [...odd].map(([name, count]) => `${count === 1 ? 'one' : count} in ${name}`);
}

/** What is said of a pass and how it differs from its section, in words; other words under the same bars are not told here. */
export function describeEdits(section: Section, pass: Pass): readonly string[] {
  const lineNumber = (lineId: number): number => section.lines.findIndex(({ id }) => id === lineId) + 1;
  const again = pass.edits.flatMap((edit) =>
    edit.kind === 'sing-again' ? [`line ${lineNumber(edit.lineId)} again`] : [],
  );
  const changesBars = pass.edits.some(({ kind }) => kind !== 'sing-again' && kind !== 'set-cues');
  return [...(pass.note === '' ? [] : [pass.note]), ...again, ...(changesBars ? ['bars of its own'] : [])];
}

/** Whether a pass has other bars than its section, beyond singing lines again. */
export function hasOwnBars(pass: Pass): boolean {
  return pass.edits.some(({ kind }) => kind !== 'sing-again' && kind !== 'set-cues');
}
