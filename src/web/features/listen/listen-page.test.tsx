import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import { fingerPin } from '../../../core/arrange/shapes/part-shapes.ts';
import { parseChart } from '../../../core/formats/text-chart/parse-chart.ts';
import { newSong } from '../../../core/song/document/new-song.ts';
import { applyChart } from '../../../core/song/map/apply-chart.ts';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { chartIn, showSong } from '../../../test-support/song-screen.tsx';
import { ProblemList } from '../../chart/problem-list.tsx';
import { FactsForm } from './facts-form.tsx';
import { KeyPanel } from './key-panel.tsx';
import { ListenPage } from './listen-page.tsx';

afterEach(cleanup);

const SONG = songFromChart('title: Copper Kettle Road\n\nVerse:\n| G | D | Em7 | C |\n| G | D | F | G |\n');
const factsOf = (editor: ReturnType<typeof showSong>) => editor.store.getState().history.present.facts;
const write = (label: string | RegExp, text: string): HTMLElement => {
  const field = screen.getByLabelText(label);
  fireEvent.change(field, { target: { value: text } });
  fireEvent.blur(field);
  return field;
};

describe('the facts of a song', () => {
  test.each<[string, string, object]>([
    ['Title', ' Kettle ', { title: 'Kettle' }],
    ['Credit', 'the class', { credit: 'the class' }],
    ['Sounding key', 'f#m', { key: { tonic: 'F#', mode: 'minor' } }],
    ['Melody, lowest to highest note', 'C4-D5', { melodyRange: { lowMidi: 60, highMidi: 74 } }],
    ['Length of the record', '3:25', { recordSeconds: 205 }],
    ['Tags, parted by commas', 'duets, slow', { tags: ['duets', 'slow'] }],
    ['Notes for yourself', 'two\nlines', { notes: 'two\nlines' }],
  ])('%s is read from "%s", in one step', (label, text, expected) => {
    const editor = showSong(SONG, <FactsForm isWaiting={false} />);
    write(label, text);
    expect(factsOf(editor)).toMatchObject(expected);
    expect(editor.store.getState().history.past).toHaveLength(1);
  });

  test.each<[string, string, RegExp]>([
    ['Title', '  ', /needs a title/],
    ['Sounding key', 'H', /a key such as Bb/],
    ['Sounding key', 'G#', /./],
    ['Melody, lowest to highest note', 'D5-C4', /lower one first/],
    ['Length of the record', '3 min', /minutes and seconds/],
  ])('%s does not take "%s", says why and keeps it', (label, text, complaint) => {
    const editor = showSong(SONG, <FactsForm isWaiting={false} />);
    const field = write(label, text);
    expect(factsOf(editor)).toEqual(SONG.facts);
    expect(field.getAttribute('aria-invalid')).toBe('true');
    expect((field as HTMLInputElement).value).toBe(text);
    expect(screen.getAllByText(complaint).length).toBeGreaterThan(0);
  });

  test('an empty field clears what it held', () => {
    const editor = showSong(songFromChart('key: Bb\n\n| Bb |\n'), <FactsForm isWaiting={false} />);
    write('Sounding key', '');
    expect(factsOf(editor).key).toBeNull();
  });

  test('wait while the chart cannot be read', () => {
    showSong(SONG, <FactsForm isWaiting />);
    expect((screen.getByLabelText('Title') as HTMLInputElement).disabled).toBe(true);
  });
});

describe('the key of a song', () => {
  test('names each chord by its degree, and where one from outside comes from', () => {
    showSong(SONG, <KeyPanel />);
    const rows = within(screen.getByRole('region', { name: 'The chords in the key' }));
    const degrees = rows.getAllByRole('term').map(({ textContent }) => textContent);
    expect(degrees.slice(0, 4)).toEqual(['I', 'V', 'vi7', 'IV']);
    expect(degrees[4]).toMatch(/VII/);
  });

  test('says what the chords say and why, and takes the next guess at a press', async () => {
    const editor = showSong(songFromChart('Verse:\n| Am | F | C | G |\n'), <KeyPanel />);
    const found = within(screen.getByRole('list', { name: 'The key by its chords' }));
    expect(found.getAllByRole('listitem').map(({ textContent }) => textContent)).toEqual([
      'By its chords A minor: all chords lie in the key; it begins on Am.',
      'Nearly as well C major: all chords lie in the key.',
    ]);
    fireEvent.click(screen.getByRole('button', { name: 'Take it as C major' }));
    await waitFor(() => expect(factsOf(editor).key).toEqual({ tonic: 'C', mode: 'major' }));
  });

  test('names a section that stands elsewhere, and what the chords say against a key that was stated', () => {
    const chart = 'key: D\n\nVerse:\n| E | B7 | E | A |\n| E | B7 | E |\n\nBridge:\n| C | Am | Dm | G7 |\n';
    showSong(songFromChart(chart), <KeyPanel />);
    expect(screen.getByText(/^The chords alone would say E major: /)).toBeTruthy();
    expect(screen.getByText(/^Bridge by itself C major: all chords lie in the key; G7 leads to C/)).toBeTruthy();
  });

  test('says nothing of a song without chords', () => {
    showSong(newSong('Empty'), <KeyPanel />);
    expect(screen.queryByRole('region')).toBeNull();
  });
});

describe('the first step', () => {
  test('names chords or shapes as the teacher chooses, by press or key; the song sounds as before', async () => {
    const song = songFromChart('capo: 3\nchords: shapes\n\n| G | D |\n');
    const editor = showSong(song, <ListenPage />);
    fireEvent.keyDown(document.body, { key: 's' });
    await waitFor(() => expect(chartIn(editor)).toContain('| Bb | F |'));
    fireEvent.click(screen.getByRole('radio', { name: 'shapes' }));
    await waitFor(() => expect(chartIn(editor)).toContain('| G | D |'));
    expect(editor.store.getState().history.present.map).toBe(song.map);
  });

  test('says what an empty chart needs, and what of one cannot be read', async () => {
    showSong(newSong('Empty'), <ListenPage />);
    expect(screen.getByText(/Paste or type/)).toBeTruthy();
    cleanup();
    const broken = { ...SONG, chart: { ...SONG.chart, draftText: 'Verse:\n| G | Dq |\n' } };
    showSong(broken, <ListenPage />);
    const findings = await waitFor(() => within(screen.getByRole('region', { name: 'Findings in the chart' })));
    expect(findings.getByRole('button', { name: 'Line 2, column 7' })).toBeTruthy();
    expect((screen.getByLabelText('Title') as HTMLInputElement).disabled).toBe(true);
  });

  test('says that a chord is spelled as the key asks, and keeps the name at a press; one that the song has is not asked about', () => {
    const kept: string[] = [];
    const chart = {
      text: 'key: E',
      parsed: parseChart('key: E\n\n| E | Abm | Dbm |\n'),
      keepName: (name: string) => kept.push(name),
    };
    showSong(songFromChart('key: E\n\n| E |\n'), <ProblemList chart={chart} onGo={() => undefined} />);
    expect(screen.getByText(/Abm is G#m in this key/)).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Keep Dbm' }));
    expect(kept).toEqual(['Dbm']);
    cleanup();
    const song = applyChart(newSong('Kept'), chart.parsed.chart, {
      unreadHeaders: [],
      fingerPin,
      keptNames: ['Abm'],
    }).document;
    showSong(song, <ProblemList chart={chart} onGo={() => undefined} />);
    expect(screen.queryByText(/Abm is G#m/)).toBeNull();
    expect(screen.getByText(/Dbm is C#m/)).toBeTruthy();
  });

  test('offers to read names above words', () => {
    const loose = { ...SONG, chart: { ...SONG.chart, draftText: 'G        D\nfirst words of it\n' } };
    showSong(loose, <ListenPage />);
    expect(screen.getByRole('button', { name: 'Read it as that' })).toBeTruthy();
  });
});
