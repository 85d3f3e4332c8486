import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { songFromValue } from '../../../test-support/read-chart.ts';
import { runs } from '../../../test-support/runs.ts';
import { parseChart } from '../../formats/text-chart/parse-chart.ts';
import { formatFinding } from '../../words/finding-words.ts';
import { type Finding, recognise } from './recogniser.ts';

const songOf = (text: string) => songFromValue(parseChart(text).chart);
const told = (text: string) => recognise(songOf(text)).map(formatFinding);

describe('what repeats in a song', () => {
  test('is a line that comes again, one that differs in a bar, and a loop begun elsewhere', () => {
    expect(
      told(
        'key: C\n\nVerse:\n| C | Dm | Em | F |\n| C | Dm | Em | G |\n\nChorus:\n| Em | F | C | Dm |\n| C | Dm | Em | F |\n| G | G | Dm | Am |\n',
      ),
    ).toEqual([
      'Verse line 2 is line 1; bar 4 is the only difference.',
      'Chorus line 1 is Verse line 1 begun at its bar 3.',
      'Chorus line 2 is Verse line 1.',
    ]);
  });

  test('is known again after a key change, with how much higher it lies', () => {
    expect(told('key: G\n\nVerse:\n| G | Am | Bm |\n\nLast verse:\n| (key A) A | Bm | C#m |\n')).toEqual([
      'Last verse is Verse, 2 semitones higher.',
    ]);
  });

  test('is a section that differs from another in one bar, and its lines are not told again', () => {
    const lines = '| C | Dm | Em | F |\n| Am | Bdim | Em | E |\n';
    expect(told(`key: C\n\nVerse:\n${lines}\nBridge:\n${lines.replace('E |', 'G |')}`)).toEqual([
      'Bridge is Verse; bar 8 is the only difference.',
    ]);
  });

  test('is a loop that many songs share, by its degrees, whatever its colours; a bar that says same is the bar before it', () => {
    expect(told('key: G\n\nVerse:\n| G | D/F# | Em7 | Cadd9 |\n| G | D | Em | C |\n')).toContain(
      'Verse line 1 goes I V vi IV, as many songs do.',
    );
    expect(told('key: Am\n\nVerse:\n| Am | same | G | F E |\n| Am | Am | G | F E |\n')).toContain(
      'Verse line 2 is line 1.',
    );
  });

  test('is not told of an empty song, of single bars, or of a line that stays on one chord', () => {
    expect(told('')).toEqual([]);
    expect(told('Verse:\n| C |\n| C |\n')).toEqual([]);
    expect(told('Verse:\n| C | C |\n\nBridge:\n| C | C | C |\n')).toEqual([]);
  });
});

/** A line of a few bars over few chords, so that likeness is frequent. */
const arbitraryLine = fc.array(fc.constantFrom('C', 'G', 'Am', 'F'), { minLength: 2, maxLength: 4 });
const arbitrarySections = fc.array(fc.array(arbitraryLine, { minLength: 1, maxLength: 3 }), {
  minLength: 1,
  maxLength: 3,
});

/** The plain definition: what a later line is to the earlier ones, the strongest likeness first, the first of its kind. */
function likenessOf(line: readonly string[], earlier: readonly (readonly string[])[]): string | null {
  const sameLength = earlier.filter((other) => other.length === line.length);
  const countOf = (other: readonly string[]) => line.filter((chord, index) => chord !== other[index]).length;
  if (sameLength.some((other) => countOf(other) === 0)) {
    return 'same-line';
  }
  if (line.length >= 3 && sameLength.some((other) => countOf(other) === 1)) {
    return 'near-line';
  }
  const turns = (other: readonly string[]) => other.map((_, by) => [...other.slice(by), ...other.slice(0, by)].join());
  return new Set(line).size > 1 && sameLength.some((other) => turns(other).includes(line.join()))
    ? 'rotated-line'
    : null;
}

test('finds what trying every pair of lines finds, and nothing else', () => {
  fc.assert(
    fc.property(arbitrarySections, (sections) => {
      const text = sections.map(
        (lines, index) => `Part ${index + 1}:\n${lines.map((line) => `| ${line.join(' | ')} |`).join('\n')}`,
      );
      const found = recognise(songOf(`key: C\n\n${text.join('\n\n')}\n`));
      const flat = sections.map((lines) => lines.flat().join());
      const isEqualToEarlier = (index: number) =>
        flat.slice(0, index).includes(flat[index] ?? '') && (sections[index] ?? []).flat().length >= 2;
      const nearTo = (index: number) =>
        found.some((finding) => finding.kind === 'near-section' && finding.section === `Part ${index + 1}`);
      sections.forEach((lines, index) => {
        const name = `Part ${index + 1}`;
        expect(found.some((finding) => finding.kind === 'same-section' && finding.section === name)).toBe(
          isEqualToEarlier(index),
        );
        lines.forEach((line, at) => {
          const earlier = [...sections.slice(0, index).flat(), ...lines.slice(0, at)];
          const own = found.filter((finding) => isAbout(finding, name, at + 1)).map(({ kind }) => kind);
          const isTold = isEqualToEarlier(index) || nearTo(index);
          expect(own).toEqual(isTold ? [] : [likenessOf(line, earlier)].filter((kind) => kind !== null));
        });
      });
    }),
    { numRuns: runs(400), seed: 21 },
  );
});

function isAbout(finding: Finding, section: string, line: number): boolean {
  return (
    'line' in finding &&
    finding.kind !== 'common-loop' &&
    finding.line.section === section &&
    finding.line.line === line
  );
}
