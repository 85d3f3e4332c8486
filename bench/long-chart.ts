/** Bars of the long song. */
export const LONG_BARS = 600;

/** A song of so many bars with words, as a text chart. */
export function longChart(bars = LONG_BARS): string {
  const chords = ['G', 'D/F#', 'Em7', 'Cadd9', 'Am7', 'Bm7', 'C', 'D'];
  const line = (index: number): string =>
    `| ${[0, 1, 2, 3].map((bar) => chords[(index * 3 + bar) % chords.length]).join(' | ')} |\n"words of line ${index}"\n`;
  const part = (index: number): string =>
    `Part ${index + 1}:\n${Array.from({ length: 10 }, (_, at) => line(index * 10 + at)).join('')}`;
  return `title: Six Hundred Bars\nkey: G\ntempo: 100\n\n${Array.from({ length: bars / 40 }, (_, at) => part(at)).join('\n')}`;
}
