import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { arbitraryChart } from '../../../test-support/arbitrary-chart.ts';
import { runs } from '../../../test-support/runs.ts';
import { runSteps } from '../../kernel/steps.ts';
import { formatChart } from '../text-chart/format-chart.ts';
import { isClean, parseChart } from '../text-chart/parse-chart.ts';
import { ASSUMPTIONS, type AssumptionKind, type LooseChoices } from './assumption.ts';
import { type LooseReading, readLooseChart } from './read-loose-chart.ts';

const read = (text: string, choices: LooseChoices = {}): LooseReading => runSteps(readLooseChart(text, choices));
const textOf = (text: string, choices: LooseChoices = {}): string => read(text, choices).text;
const kindsOf = (text: string): readonly AssumptionKind[] => read(text).assumptions.map(({ kind }) => kind);

const ABOVE_WORDS = `Lantern Parade
by Ida Marrow

Capo: 2nd fret
Tempo: 96 bpm

[Verse 1]
G            D/F#
Paper and wire and a candle end each
   Em7          C
Down to the harbour we go

(Chorus)
C  D  G  (Em)
Lights on the water

[Chorus]
C  D  G  G
`;

describe('a loose chart', () => {
  test('with chord names above words becomes headings, bars and cues', () => {
    expect(textOf(ABOVE_WORDS)).toBe(`title: Lantern Parade
credit: Ida Marrow
capo: 2
chords: shapes
tempo: 96 bpm

Verse 1:
| G | D/F# |
"Paper and wire and a"
| Em7 | C |
"Down to the harbour we"

Chorus:
| C | D | G | Em |
"Lights on the water"

Chorus (time 2):
| C | D | G | G |
`);
    expect(isClean(parseChart(textOf(ABOVE_WORDS)))).toBe(true);
  });

  test('lists each assumption with its lines', () => {
    const { assumptions } = read(ABOVE_WORDS);
    expect(assumptions.find(({ kind }) => kind === 'heading')).toEqual({
      kind: 'heading',
      chosen: 'heading',
      lines: [7, 13, 17],
      found: '[Verse 1]',
    });
    expect(assumptions.find(({ kind }) => kind === 'bracketed-chord')).toMatchObject({ lines: [14], found: '(Em)' });
    expect(assumptions.find(({ kind }) => kind === 'again')?.lines).toEqual([17]);
  });

  test.each<[LooseChoices, string | RegExp]>([
    [{ 'chord-length': 'half-bar' }, '| G / D/F# / |'],
    [{ 'chord-length': 'half-bar', metre: '3/4' }, '| G / D/F# |'],
    [{ 'chord-length': 'two-bars' }, '| G | same | D/F# | same |'],
    [{ metre: '6/8' }, 'metre: 6/8'],
    [{ words: 'whole-lines' }, '"Paper and wire and a candle end each"'],
    [{ again: 'new-section' }, 'Chorus again 2:'],
    [{ 'bracketed-chord': 'left-out' }, '| C | D | G |\n'],
    [{ credit: 'left-out' }, /^title: Lantern Parade\ncapo/],
    [{ title: 'left-out' }, /^credit: Ida Marrow/],
    [{ capo: 'sounding' }, /capo: 2\ntempo/],
    [{ heading: 'left-out' }, /96 bpm\n\n\| G/],
  ])('takes %o instead', (choices, expected) => {
    const text = textOf(ABOVE_WORDS, choices);
    expect(text).toMatch(expected);
    expect(parseChart(text).problems.filter(({ severity }) => severity === 'error')).toEqual([]);
  });

  test('can leave words out altogether', () => {
    expect(textOf(ABOVE_WORDS, { words: 'left-out' })).not.toMatch(/Paper|Lights/);
  });

  test.each([
    ['dashes and commas', 'G - D - Em, C', '| G | D | Em | C |'],
    ['rounds at the end', 'G D Em C (x3)', '| G | D | Em | C | x3'],
    ['slashes for beats', 'G / / / D / Em /', '| G / / / | D / Em / |'],
    ['a chord held over the bar line', 'G / / / / / D /', '| G / / / | G / D / |'],
    ['bar lines between, none at the ends', 'G | D Em | C', '| G | D Em | C'],
    ['bars of the chart itself', '| G | D | x2', '| G | D | x2'],
    ['no chord', 'N.C. G', '| N.C. | G |'],
    ['small letters among others', 'em G am D', '| em | G | am | D |'],
    ['real signs', 'B♭ F♯m7', '| B♭ | F♯m7 |'],
    ['a head in any bracket', '{Bridge}\nG D', 'Bridge:\n| G | D |'],
    ['a head between stars with rounds', '** Middle ** x2\nG D', 'Middle: x2\n| G | D |'],
    ['a head in pointed brackets', '<Outro>\nG D', 'Outro:\n| G | D |'],
  ])('reads %s', (_, source, expected) => {
    expect(textOf(source)).toBe(`${expected}\n`);
  });

  test.each([
    ['Do we go back', ['title']],
    ['G D\nA dog and I', ['chord-length', 'words', 'metre']],
    ['G D\ne|--0--3--|\nB|--1--1--|', ['chord-length', 'tablature', 'metre']],
    ['G D\n\n\nstray words', ['chord-length', 'other-line', 'metre']],
  ])('assumes of %j only what it has to', (source, kinds) => {
    expect(kindsOf(source)).toEqual(kinds);
  });

  test.each(['\n', '\r\n', '\r'])('reads lines that end in %j, with a byte order mark', (end) => {
    expect(textOf(`\uFEFF${ABOVE_WORDS.replaceAll('\n', end)}`)).toBe(textOf(ABOVE_WORDS));
  });

  test('fills tab stops up, and says so', () => {
    expect(kindsOf('\tG\tD\n\tlow\thigh')).toContain('tabs');
    expect(textOf('\tG\tD\n\tlow\thigh')).toBe('| G | D |\n"low high"\n');
  });

  test('that is a chart already needs no assumption and stays the same chart', () => {
    fc.assert(
      fc.property(arbitraryChart, (chart) => {
        const text = formatChart(chart);
        const reading = read(text);
        expect(reading.assumptions.map(({ kind }) => kind)).toEqual([]);
        expect(parseChart(reading.text).chart).toEqual(parseChart(text).chart);
      }),
      { numRuns: runs(1000), seed: 5 },
    );
  });

  test('of any text and any choices comes to an end with a text the chart reader takes', () => {
    const piece = fc.constantFrom(
      'G',
      'D/F#',
      'em',
      '[Verse]',
      '(x2)',
      '|',
      '\t',
      '\r\n',
      '\n',
      'words here',
      'e|--0--|',
      'Capo 3',
      '"q"',
      ':',
      '/',
      '%',
      '🎸',
    );
    const choices = fc.record(
      Object.fromEntries(Object.entries(ASSUMPTIONS).map(([kind, ways]) => [kind, fc.constantFrom(...ways)])),
      { requiredKeys: [] },
    ) as fc.Arbitrary<LooseChoices>;
    fc.assert(
      fc.property(fc.array(fc.oneof(piece, fc.string()), { maxLength: 40 }), choices, (pieces, chosen) => {
        const source = pieces.join(' ');
        const reading = read(source, chosen);
        parseChart(reading.text);
        const lines = source.split(/\r\n|\n|\r/).length;
        expect(reading.assumptions.every((each) => each.lines.every((line) => line >= 1 && line <= lines))).toBe(true);
      }),
      { numRuns: runs(3000), seed: 6 },
    );
  });

  const STANZAS = [
    'G D Em C',
    'la one',
    'G D Em C',
    'la two',
    'C D G',
    'tra',
    '',
    'G D Em C',
    'la three',
    'G D Em C',
    'la four',
    'C D G',
    'tra',
  ].join('\n');

  test('makes rounds of a line that comes again below itself, and sections of what comes again in a text without headings', () => {
    const { text, assumptions } = read(`${STANZAS}\n\nF F Bb C\nother words\n`, { title: 'left-out' });
    expect(text).toContain('| G | D | Em | C | x2\n"la one" / "la two"\n| C | D | G |');
    expect(text).toMatch(/^Verse:\n/);
    expect(text).toContain('Verse (time 2):\n| G | D | Em | C | x2\n"la three" / "la four"');
    expect(isClean(parseChart(text))).toBe(true);
    expect(assumptions.map(({ kind }) => kind)).toEqual(expect.arrayContaining(['repeats', 'sections']));
    const plain = textOf(`${STANZAS}\n\nF F Bb C\nother words\n`, { repeats: 'as-written', sections: 'one-piece' });
    expect(plain).not.toMatch(/x2|Verse/);
  });

  test('makes no more rounds of a line than a line can have, however often it comes', () => {
    const { text } = read('G D Em C\nla la\n'.repeat(3000));
    expect([...text.matchAll(/x(\d+)/g)].every(([, times]) => Number(times) <= 64)).toBe(true);
    expect(isClean(parseChart(text))).toBe(false);
    expect(parseChart(text).problems.map(({ kind }) => kind)).toContain('too-many-bars');
  });

  test('takes chords for half bars where most lines hold six or more, and says so', () => {
    const line = 'G D Em C G D C G\nwords that go with it\n';
    expect(textOf(`Verse:\n${line}`)).toContain('| G / D / | Em / C / | G / D / | C / G / |');
    expect(kindsOf(`Verse:\n${line}`)).toContain('chord-length');
    expect(textOf(`Verse:\n${line}`, { 'chord-length': 'bar' })).toContain('| G | D | Em | C | G | D | C | G |');
  });

  test('reports its progress, which rises', () => {
    const shares = [...readLooseChart('G D\nwords\n'.repeat(3000))].map(({ share }) => share);
    expect(shares.length).toBeGreaterThan(5);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
  });
});
