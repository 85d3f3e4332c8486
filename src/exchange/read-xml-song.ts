import { isLeft } from '../core/formats/musicxml/finding.ts';
import { sayFindings } from '../core/formats/musicxml/finding-words.ts';
import { type ReadScore, readScore } from '../core/formats/musicxml/read-score.ts';
import { toScoreSong } from '../core/formats/musicxml/score-song.ts';
import { formatFew } from '../core/kernel/plural.ts';
import { err, type Result } from '../core/kernel/result.ts';
import { partOfSteps, type Steps } from '../core/kernel/steps.ts';
import { NEW_SONG_SIZE } from '../core/song/document/song-limits.ts';
import { decodeXml } from './decode-xml.ts';
import { MOST_MARKUP, parseXmlInSteps } from './parse-xml.ts';
import { checkedSong, type FileSource, REPLACED, type ReadSong, type Refusal, storable } from './read-song.ts';

/** Reads MusicXML from the bytes of its text. */
export function* readXmlSong(bytes: Uint8Array, { title, planner }: FileSource): Steps<Result<ReadSong, Refusal>> {
  const text = decodeXml(bytes);
  const clean = storable(text);
  const parsed = yield* partOfSteps(parseXmlInSteps(clean), 0.1, 0.5);
  if (!parsed.ok) {
    const { error } = parsed;
    return err(
      error.kind === 'not-xml' ? `It is no well-formed XML: ${error.detail.slice(0, 200)}` : XML_WORDS[error.kind],
    );
  }
  const read = yield* partOfSteps(readScore(parsed.value), 0.5, 0.7);
  const refusal = refusalOf(parsed.value.name, read);
  if (read === null || refusal !== null) {
    return err(refusal ?? NO_SCORE);
  }
  const song = yield* partOfSteps(toScoreSong(read, title, planner), 0.7, 0.9);
  yield { share: 0.9 };
  const pinned = song.pinnedShapes;
  const assumed = [
    ...sayFindings(song.findings.filter((finding) => !isLeft(finding))),
    ...(pinned === 0 ? [] : [`${formatFew(pinned, 'One shape is', 'shape is', 'shapes are')} pinned as drawn.`]),
    ...(clean === text ? [] : [REPLACED]),
  ];
  return checkedSong(song.document, { format: 'MusicXML', assumed, left: sayFindings(song.findings.filter(isLeft)) });
}

const NO_SCORE = 'It is XML and no MusicXML score.';
const XML_WORDS = {
  'declares-entities': 'It declares entities of its own, which no score needs; it was not read any further.',
  'too-deep': 'Its elements lie deeper than any score needs; it was not read any further.',
  'too-much': `It holds more than ${MOST_MARKUP.toLocaleString('en')} elements and attributes, far more than a song needs; it was not read any further.`,
} as const;

/** Why a score gives no map, or null. */
function refusalOf(root: string, read: ReadScore | null): string | null {
  if (root === 'score-timewise') {
    return 'It is MusicXML written measure by measure (timewise); save it part by part (partwise).';
  }
  if (read === null) {
    return NO_SCORE;
  }
  const { measures } = read.score;
  if (measures.every(({ harmonies }) => harmonies.length === 0)) {
    return 'It is a score without chord names; there is nothing to make a map of.';
  }
  return measures.length > NEW_SONG_SIZE.writtenBars
    ? `It has ${measures.length} measures; at most ${NEW_SONG_SIZE.writtenBars} can be taken.`
    : null;
}
