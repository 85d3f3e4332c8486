/** A text chart of so many bars, ten lines of four bars a section. */
export function toLongChart(bars: number): string {
  const chords = ['G', 'D/F#', 'Em7', 'Cadd9', 'Am7', 'Bm7', 'C', 'D'];
  const line = (index: number): string =>
    `| ${[0, 1, 2, 3].map((bar) => chords[(index * 3 + bar) % chords.length]).join(' | ')} |\n"words of line ${index}"\n`;
  const section = (index: number): string =>
    `Part ${index + 1}:\n${Array.from({ length: 10 }, (_, at) => line(index * 10 + at)).join('')}`;
  return `title: Long\nkey: G\ntempo: 100\n\n${Array.from({ length: Math.ceil(bars / 40) }, (_, at) => section(at)).join('\n')}`;
}
