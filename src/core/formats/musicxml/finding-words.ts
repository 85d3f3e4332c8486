import { formatFew, plural } from '../../kernel/plural.ts';
import { formatMetre } from '../../rhythm/metre.ts';
import type { ScoreFinding } from './finding.ts';

type Of<K extends ScoreFinding['kind']> = Extract<ScoreFinding, { kind: K }>;

const WORDS: { readonly [K in ScoreFinding['kind']]: (finding: Of<K>) => string } = {
  'key-assumed': () => 'No key is named: it is found from the chords.',
  'metre-assumed': () => 'No metre is named: 4/4.',
  'no-tempo': () => 'No tempo is named.',
  'no-title': () => 'It has no title: it is called as the file.',
  'one-section': () => 'No section is marked: it is one walk-through.',
  'lines-of-four': () => 'No line breaks are written: four bars make a line.',
  'metre-changed': ({ measure, metre }) =>
    `Measure ${measure} has another length than its metre: ${formatMetre(metre)}.`,
  'measure-filled': ({ measure }) => `Measure ${measure} is no whole number of beats long: it fills its metre.`,
  'chord-moved': ({ measure, chord }) => `Measure ${measure}: ${chord} is moved to the nearest half beat.`,
  'chord-simplified': ({ measure, found, chord }) => `Measure ${measure}: ${found} is read as ${chord}.`,
  'repeat-across-sections': ({ measure }) =>
    `The repeat from measure ${measure} reaches over section marks: it is played out in the form.`,
  'name-changed': ({ found, name }) => `The section “${found.slice(0, 60)}” is called ${name}.`,
  'lyrics-shortened': ({ lines }) =>
    `Of ${formatFew(lines, 'one line', 'line')} of sung text the first words stay, as cues.`,
  'chord-left': ({ measure, found }) =>
    `Measure ${measure}: the harmony ${found.slice(0, 60)} is no chord that is known here.`,
  'shape-left': ({ chord }) => `The shape of ${chord} does not sound it in this tuning.`,
  'jump-left': ({ measure, words }) =>
    `Measure ${measure}: ${words.slice(0, 60)} is not followed; put the form right on the Map.`,
  'notes-left': ({ count }) => `${count} written notes: a map has chords and bars, no melody.`,
  'parts-left': ({ names }) =>
    `${plural(names.length, 'The part')} ${names.map((name) => name.slice(0, 40) || 'without a name').join(', ')}.`,
  'words-left': ({ count }) => `${formatFew(count, 'One remark', 'remark')} over the staff.`,
  'text-cut': ({ what }) => `The ${what} is too long and was cut.`,
};

const MOST_ALIKE = 8;

/** What was found in a score, in sentences; of many alike the first few and how many more there are. */
export function sayFindings(findings: readonly ScoreFinding[]): readonly string[] {
  const kinds = [...new Set(findings.map(({ kind }) => kind))];
  return kinds.flatMap((kind) => {
    const alike = findings.filter((finding) => finding.kind === kind);
    const said = [...new Set(alike.map(sayFinding))];
    const more = said.length - MOST_ALIKE;
    return more > 0 ? [...said.slice(0, MOST_ALIKE), `And ${more} more like that.`] : said;
  });
}

function sayFinding(finding: ScoreFinding): string {
  return (WORDS[finding.kind] as (each: ScoreFinding) => string)(finding);
}
