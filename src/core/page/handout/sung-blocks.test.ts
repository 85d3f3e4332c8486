import { describe, expect, test } from 'vitest';
import { handoutOf } from '../../../test-support/handout-of.ts';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { chartTextOf } from '../../formats/text-chart/format-chart.ts';
import { parseChart } from '../../formats/text-chart/parse-chart.ts';
import { applyCommand } from '../../song/commands.ts';
import { mainPartOf } from '../../song/document/parts.ts';
import { measureText } from '../drawing/text-width.ts';
import { layOutHandout, PHONE_SHEET } from '../layout/handout-layout.ts';
import { speakHandout } from './handout-spoken.ts';

const CHART = `title: Kettle Moon
key: G
form: Intro, Verse, Chorus, Verse, Chorus
G = 320003
D = xx0232
Em7 = 022033
Cadd9 = x32033

Intro:
| G | same |

Verse:
| G | D | Em7 | Cadd9 |

Chorus:
| Cadd9 G | <D | Em7_ | D!3 |

words: mine

Verse (time 1):
G              D
Kettle moon is rising over
Em7           Cadd9
all the yards I know

Verse (time 2):
G              D
Second time the kettle's
Em7             Cadd9
Boiled away to__tin

Chorus:
Cadd9 G           D
Sing  it low, halle-
Em7        D
lujah, slow
`;
const song = songFromChart(CHART);
const sungOf = (document: typeof song, stand: Parameters<typeof handoutOf>[1] = {}) =>
  handoutOf(document, { options: { kind: 'words' }, ...stand }).sung;
const rowsOf = (document: typeof song, name: string) =>
  sungOf(document).flatMap((block) =>
    'rows' in block && block.name === name
      ? block.rows.map((row) => row.map(({ chord, text }) => `${chord}|${text}`).join(' '))
      : [],
  );

describe('words with chords above', () => {
  test('are read, printed with each chord over its syllable, and written again', () => {
    expect(parseChart(CHART).problems).toEqual([]);
    expect(rowsOf(song, 'Verse 1')).toEqual(['G|Kettle moon is  D|rising over', 'Em7|all the yards  Cadd9|I know']);
    expect(rowsOf(song, 'Chorus 1')[0]).toBe('Cadd9|Sing  G|it low, hall D|e-');
    const again = songFromChart(chartTextOf(song));
    expect(rowsOf(again, 'Verse 2')).toEqual(rowsOf(song, 'Verse 2'));
    expect(chartTextOf(again)).toBe(chartTextOf(song));
  });

  test('stand in the order of the form: bars where there are none, and what is sung again says so', () => {
    expect(
      sungOf(song).map((block) => ('rows' in block ? [block.name, block.remark, block.rows.length] : block.name)),
    ).toEqual(['Intro', ['Verse 1', '', 2], ['Chorus 1', '', 2], ['Verse 2', '', 2], ['Chorus 2', 'as Chorus 1', 0]]);
    expect(JSON.stringify(speakHandout(handoutOf(song, { options: { kind: 'words' } })))).toContain(
      'Em7 (let ring): lujah, slow; D (stop on 3).',
    );
  });

  test('follow the song: another key, a chord that is written between, a bar that goes', () => {
    const moved = applyCommand(song, {
      kind: 'take-setup',
      partId: mainPartOf(song).id,
      setup: { ...mainPartOf(song).setup, capoFret: 2 },
      keyShift: 2,
      shapes: mainPartOf(song).shapes,
    });
    expect(moved.ok && rowsOf(moved.value.document, 'Verse 1')).toEqual(rowsOf(song, 'Verse 1'));
    const other = songFromChart(CHART.split('words:')[0]?.replace('| G | D | Em7 |', '| G Am | D | Em7 |') ?? '');
    const kept = { ...other, words: null };
    expect(sungOf(kept)).toEqual([]);
    const edited = parseChart(CHART.replace('| G | D | Em7 |', '| G Am | D | Em7 |'));
    expect(edited.problems.map(({ kind, found, proposals }) => [kind, found, proposals])).toContainEqual([
      'words-chord-off',
      'D',
      ['Am'],
    ]);
  });

  test('are only kept where they may be, and say why', () => {
    const { problems, unreadHeaders } = parseChart(CHART.replace('words: mine', 'words: somebody'));
    expect(problems.map(({ kind }) => kind)).toEqual(['bad-words-right']);
    expect(unreadHeaders).toEqual(['words']);
    expect(handoutOf(song, { options: { kind: 'words' } }).wordsRight).toBe('Words: our own.');
    const bars = handoutOf(song);
    expect(bars.leftOut).toContainEqual({
      what: 'whole words',
      why: 'they are on the page of words with chords above',
      place: { step: 'listen' },
    });
  });

  test('stay under their chords in a narrow column, and no word is parted from itself', () => {
    const handout = handoutOf(song, { options: { kind: 'words' } });
    const [phone] = layOutHandout(handout, { ...PHONE_SHEET, widthMm: 48 }, measureText);
    const marks = (phone?.marks ?? []).flatMap((mark) => (mark.kind === 'text' ? [mark] : []));
    const rights = marks.map((mark) => mark.xMm + measureText(mark.text, mark.sizeMm, mark.face, mark.isBold));
    expect(Math.max(...rights)).toBeLessThanOrEqual(48);
    const over = marks.find(({ text }) => text === 'lujah,' || text.startsWith('lujah'));
    const chord = marks.filter(({ text, face, yMm }) => face === 'name' && text === 'Em7' && yMm < (over?.yMm ?? 0));
    expect(chord.at(-1)?.xMm).toBeCloseTo(over?.xMm ?? -1, 3);
  });
});

test('who wrote the words, above the song, is no beginning of words; a section may be called so', () => {
  const named = parseChart('words: Ida Marrow\n\nVerse:\n| G | D |\n');
  expect(named.chart.sections.map(({ name }) => name)).toEqual(['Verse']);
  expect(named.problems.map(({ kind }) => kind)).toEqual(['unknown-header']);
  const section = parseChart('Verse:\n| G |\n\nWords: x2\n| D |\n');
  expect([section.problems, section.chart.sections.map(({ name }) => name)]).toEqual([[], ['Verse', 'Words']]);
});
