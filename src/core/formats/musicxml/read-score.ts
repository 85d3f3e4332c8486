/*
 * A score out of the elements of a MusicXML file, its own or anybody's: the part that has chords, with metre, keys, tempo, repeats,
 * section marks and words. Notes of a melody are not a song's map and are counted as left.
 */
import { range, uniqueBy } from '../../kernel/list.ts';
import { partOfSteps, type Steps } from '../../kernel/steps.ts';
import { barTicks } from '../../rhythm/metre.ts';
import type { ScoreFinding } from './finding.ts';
import { readKey, readMetre, readTempo, readTuning } from './read-attributes.ts';
import { readHarmony } from './read-harmony.ts';
import { type TimedMeasure, type TimedNode, timeMeasures } from './read-measures.ts';
import type { Score, ScoreMeasure, ScoreWords } from './score.ts';
import { childOf, childrenOf, textAt, type XmlNode } from './xml-node.ts';

/** A score as it was read: the numbers of its measures, and what was found on the way. */
export type ReadScore = {
  readonly score: Score;
  readonly numbers: readonly string[];
  readonly findings: readonly ScoreFinding[];
};

/** Measures that are read between two steps. */
const MEASURES_OF_STEP = 50;

/** Reads a score-partwise document, in steps; null where it is none, or has no measure. */
export function* readScore(root: XmlNode): Steps<ReadScore | null> {
  const parts = root.name === 'score-partwise' ? childrenOf(root, 'part') : [];
  const main = parts.find(hasHarmony) ?? parts[0];
  if (main === undefined || childrenOf(main, 'measure').length === 0) {
    return null;
  }
  const measures = yield* partOfSteps(timeMeasures(main), 0, 0.4);
  const sung = hasLyrics(main) ? main : (parts.find(hasLyrics) ?? main);
  const sungMeasures = sung === main ? measures : yield* partOfSteps(timeMeasures(sung), 0.4, 0.5);
  const nameOf = (part: XmlNode): string => {
    const entry = childrenOf(childOf(root, 'part-list'), 'score-part').find(
      ({ attributes }) => attributes['id'] === part.attributes['id'],
    );
    return textAt(entry ?? null, 'part-name');
  };
  const read = yield* partOfSteps(readMeasures(measures, sungMeasures), 0.5, 0.9);
  const details = measures.flatMap(({ events }) => eventsOf(events, 'attributes')).map(({ node }) => node);
  const others = parts.filter((part) => part !== main && part !== sung).map(nameOf);
  return {
    score: {
      title: textAt(root, 'work', 'work-title') || textAt(root, 'movement-title'),
      credit: childrenOf(childOf(root, 'identification'), 'creator')
        .map(({ text }) => text.trim())
        .filter((text) => text !== '')
        .join(', '),
      partName: nameOf(main),
      ...readTuning(details),
      measures: read.map(({ measure }) => measure),
    },
    numbers: measures.map(({ number }) => number),
    findings: [
      ...read.flatMap(({ findings }) => findings),
      ...notesLeft(measures),
      ...(others.length === 0 ? [] : [{ kind: 'parts-left' as const, names: others }]),
    ],
  };
}

function hasHarmony(part: XmlNode): boolean {
  return part.children.some((measure) => childOf(measure, 'harmony') !== null);
}

function hasLyrics(part: XmlNode): boolean {
  return part.children.some((measure) => childrenOf(measure, 'note').some((note) => childOf(note, 'lyric') !== null));
}

function eventsOf(events: readonly TimedNode[], name: string): readonly TimedNode[] {
  return events.filter(({ node }) => node.name === name);
}

/** Notes with a pitch are a melody; slashes and rests are not. */
function notesLeft(measures: readonly TimedMeasure[]): readonly ScoreFinding[] {
  const count = measures
    .flatMap(({ events }) => eventsOf(events, 'note'))
    .filter(({ node }) => childOf(node, 'pitch') !== null && textAt(node, 'notehead') !== 'slash').length;
  return count === 0 ? [] : [{ kind: 'notes-left', count }];
}

/** What holds from measure to measure: whether each repeats the one before, and the metre. */
type Running = { readonly isSame: boolean; readonly metre: ScoreMeasure['metre'] };

function metreOf({ events }: TimedMeasure): ScoreMeasure['metre'] {
  return (
    eventsOf(events, 'attributes')
      .flatMap(({ node }) => readMetre(node) ?? [])
      .at(-1) ?? null
  );
}

/** Whether a measure repeats the one before: from where that is begun until it is stopped. */
function repeatsAfter({ events }: TimedMeasure, isRepeating: boolean): boolean {
  const signs = eventsOf(events, 'attributes').flatMap(({ node }) =>
    childrenOf(node, 'measure-style').flatMap((style) => childrenOf(style, 'measure-repeat')),
  );
  return signs.reduce((_, { attributes }) => attributes['type'] === 'start', isRepeating);
}

/** Reads measures whose words may stand in another part, in steps. */
function* readMeasures(measures: readonly TimedMeasure[], sung: readonly TimedMeasure[]): Steps<readonly Read[]> {
  const read: Read[] = [];
  let state: Running = { isSame: false, metre: null };
  for (const [index, measure] of measures.entries()) {
    state = { isSame: repeatsAfter(measure, state.isSame), metre: metreOf(measure) ?? state.metre };
    read.push(readMeasure(measure, sung[index] ?? measure, { ...state, isFirst: index === 0 }));
    if (index % MEASURES_OF_STEP === 0) {
      yield { share: index / measures.length };
    }
  }
  return read;
}

type Read = { readonly measure: ScoreMeasure; readonly findings: readonly ScoreFinding[] };

function readMeasure(
  timed: TimedMeasure,
  sung: TimedMeasure,
  { isFirst, isSame, metre: running }: Running & { readonly isFirst: boolean },
): Read {
  const { events, number } = timed;
  const attributes = eventsOf(events, 'attributes').map(({ node }) => node);
  const directions = eventsOf(events, 'direction');
  const findings: ScoreFinding[] = [];
  const harmonies = eventsOf(events, 'harmony').flatMap((event) => {
    const read = readHarmony(event, number);
    findings.push(...read.findings);
    return read.harmony ?? [];
  });
  const rehearsals = directions.flatMap(({ node }) =>
    childrenOf(node, 'direction-type').flatMap((type) => childrenOf(type, 'rehearsal')),
  );
  const remarks = directions.flatMap(({ tick, offsetTicks, node }) =>
    childrenOf(node, 'direction-type').flatMap((type) =>
      childrenOf(type, 'words').map(({ text }): ScoreWords => ({ tick: tick + offsetTicks, text: text.trim() })),
    ),
  );
  const jump = findJump(events, remarks);
  return {
    measure: {
      lengthTicks: timed.lengthTicks,
      isPickup: isShort(timed, running, isFirst),
      metre: metreOf(timed),
      key: attributes.flatMap((node) => readKey(node) ?? []).at(-1) ?? null,
      tempo:
        [...directions.map(({ node }) => node), ...eventsOf(events, 'sound').map(({ node }) => node)]
          .flatMap((node) => readTempo(node) ?? [])
          .at(-1) ?? null,
      rehearsal: rehearsals.map(({ text }) => text.trim()).find((text) => text !== '') ?? null,
      isNewLine: eventsOf(events, 'print').some(
        ({ node }) => node.attributes['new-system'] === 'yes' || node.attributes['new-page'] === 'yes',
      ),
      isSame,
      ...readBarlines(eventsOf(events, 'barline').map(({ node }) => node)),
      isTiedIn: eventsOf(events, 'note').some(({ tick, node }) => tick === 0 && isTiedSlash(node)),
      harmonies,
      notes: [],
      tabNotes: [],
      remarks,
      ...readLyrics(sung),
    },
    findings: [...findings, ...(jump === null ? [] : [{ kind: 'jump-left' as const, measure: number, words: jump }])],
  };
}

/** A measure that is shorter than its metre is a pick-up where it is the first, or is not to be counted. */
function isShort({ isImplicit, lengthTicks }: TimedMeasure, metre: ScoreMeasure['metre'], isFirst: boolean): boolean {
  return lengthTicks > 0 && metre !== null && lengthTicks < barTicks(metre) && (isImplicit || isFirst);
}

/** A slash that is tied to the one before: a strum that goes on. Notes of a tune that are tied say nothing of the strum. */
function isTiedSlash(note: XmlNode): boolean {
  const isSlash = textAt(note, 'notehead') === 'slash';
  return isSlash && childrenOf(note, 'tie').some(({ attributes }) => attributes['type'] === 'stop');
}

const JUMPS = ['dacapo', 'dalsegno', 'tocoda', 'fine'] as const;
const JUMP_WORDS = { dacapo: 'D.C.', dalsegno: 'D.S.', tocoda: 'To Coda', fine: 'Fine' } as const;

/** A jump in the measure, in words; jumps are not followed. */
function findJump(events: readonly TimedNode[], remarks: readonly ScoreWords[]): string | null {
  const sounds = events.flatMap(({ node }) => (node.name === 'sound' ? [node] : childrenOf(node, 'sound')));
  const found = JUMPS.find((jump) => sounds.some(({ attributes }) => attributes[jump] !== undefined));
  const said = remarks.find(({ text }) => /^(?:d\.?\s?[cs]\.?\b|to coda|fine$|al coda)/i.test(text));
  return said?.text ?? (found === undefined ? null : JUMP_WORDS[found]);
}

function readBarlines(
  barlines: readonly XmlNode[],
): Pick<ScoreMeasure, 'opensRepeat' | 'closesRepeat' | 'ending' | 'closesEnding'> {
  const repeats = barlines.flatMap((node) => childrenOf(node, 'repeat'));
  const endings = barlines.flatMap((node) => childrenOf(node, 'ending'));
  const backward = repeats.find(({ attributes }) => attributes['direction'] === 'backward');
  const times = Number(backward?.attributes['times'] ?? 2);
  const start = endings.find(({ attributes }) => attributes['type'] === 'start');
  const end = endings.find(({ attributes }) => attributes['type'] !== 'start');
  return {
    opensRepeat: repeats.some(({ attributes }) => attributes['direction'] === 'forward'),
    closesRepeat: backward === undefined ? null : Number.isInteger(times) && times >= 2 && times <= 64 ? times : 2,
    ending: start === undefined ? null : readRounds(start),
    closesEnding: end === undefined ? null : readRounds(end),
  };
}

/** "1, 2" or "1-3" as rounds; the first where nothing can be read. */
function readRounds({ attributes }: XmlNode): readonly number[] {
  const rounds = (attributes['number'] ?? '').split(/[\s,]+/).flatMap((piece) => {
    const [, from, until = from] = /^(\d{1,2})(?:-(\d{1,2}))?$/.exec(piece) ?? [];
    return from === undefined ? [] : range(Number(from), Math.min(64, Number(until)) + 1);
  });
  const usable = [...new Set(rounds.filter((round) => round >= 1 && round <= 64))].sort((a, b) => a - b);
  return usable.length === 0 ? [1] : usable;
}

/** Words under the notes: what is marked as a cue is one, what is marked as a syllable stands under its change, all else is sung text. */
function readLyrics({ events }: TimedMeasure): Pick<ScoreMeasure, 'cues' | 'syllables'> {
  const lyrics = eventsOf(events, 'note').flatMap(({ tick, node }) =>
    childrenOf(node, 'lyric').map((lyric) => ({ tick, lyric, text: syllablesOf(lyric) })),
  );
  const isSyllable = ({ lyric }: (typeof lyrics)[number]): boolean => lyric.attributes['name'] === 'syllable';
  const syllables = lyrics.filter(isSyllable).map(({ tick, text }) => ({ tick, text }));
  const cues = lyrics
    .filter((each) => !isSyllable(each) && each.text !== '')
    .map(({ tick, lyric, text }) => {
      const verse = Number(/\d+/.exec(lyric.attributes['number'] ?? '1')?.[0] ?? 1);
      return { tick, text, verse: Math.max(1, Math.min(64, verse)) };
    });
  return { cues, syllables: uniqueBy(syllables, ({ tick }) => String(tick)) };
}

/** The text of a lyric; a syllable that is joined to the next keeps a hyphen at its end for whoever puts words together. */
function syllablesOf(lyric: XmlNode): string {
  const text = childrenOf(lyric, 'text')
    .map((node) => node.text)
    .join(' ')
    .replace(/\s+/g, ' ')
    .trim();
  const isOpen = ['begin', 'middle'].includes(textAt(lyric, 'syllabic'));
  return isOpen && text !== '' ? `${text}\u00AD` : text;
}
