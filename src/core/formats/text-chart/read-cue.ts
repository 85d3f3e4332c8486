import { SONG_LIMITS } from '../../song/document/song-limits.ts';
import { type ChartProblem, placeOf, problemAt, type Span } from './problem.ts';

/** The cues of a line of text under bars: quoted ones, one a round parted by slashes, or the bare words. */
export function readCues(span: Span, problems: ChartProblem[]): readonly string[] {
  const cues = span.text.startsWith('"') ? splitQuoted(span.text) : [span.text];
  if (cues === null || cues.some((cue) => cue.length > SONG_LIMITS.cueCharacters)) {
    problems.push(problemAt(placeOf(span), 'bad-cue', span.text, ['"first words" / "second time"']));
    return [];
  }
  return cues;
}

function splitQuoted(text: string): readonly string[] | null {
  const cues: string[] = [];
  let rest = text;
  while (rest !== '') {
    const match = /^"((?:[^"]|"")*)"(?:\s*\/\s*(?=")|\s*$)/.exec(rest);
    if (match === null) {
      return null;
    }
    cues.push((match[1] ?? '').replaceAll('""', '"'));
    rest = rest.slice(match[0].length);
  }
  return cues;
}
