import type { HeaderName } from '../../song/chart/chart.ts';
import { findHeaderName } from './read-headers.ts';

/** A chart's text with one header line set to a value: in its place where it stands, else after the last header line at the top. */
export function withHeader(text: string, name: Exclude<HeaderName, 'pins'>, value: string): string {
  const lines = text.split('\n');
  const nameOf = (line: string): ReturnType<typeof findHeaderName> =>
    findHeaderName(/^\s*([A-Za-z]+)\s*:/.exec(line)?.[1] ?? '');
  const top = lines.findIndex((line) => nameOf(line) === null);
  const head = top < 0 ? lines.length : top;
  const own = lines.slice(0, head).findIndex((line) => nameOf(line) === name);
  const written = `${name}: ${value}`;
  // The first header stands apart from the bars.
  const added = head === 0 ? [written, ''] : [written];
  return (own < 0 ? lines.toSpliced(head, 0, ...added) : lines.with(own, written)).join('\n');
}
