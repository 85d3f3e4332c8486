import { type ChordSymbol, formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { range } from '../../kernel/list.ts';
import { QUARTER_TICKS } from '../../rhythm/metre.ts';
import type { Finger, Fingering } from '../../shapes/shape.ts';
import { type KindDegree, readChordKind } from './chord-kinds.ts';
import type { ScoreFinding } from './finding.ts';
import { noteNameAt } from './read-attributes.ts';
import type { TimedNode } from './read-measures.ts';
import type { ScoreHarmony } from './score.ts';
import { childOf, childrenOf, numberAt, textAt, type XmlNode } from './xml-node.ts';

/** How early a chord may come: an eighth or a sixteenth (rule M6). */
const PUSHES: ReadonlySet<number> = new Set([QUARTER_TICKS / 2, QUARTER_TICKS / 4]);

/** A harmony of a measure; null where no chord came of it. */
export function readHarmony(
  { tick, offsetTicks, node }: TimedNode,
  measure: string,
): { readonly harmony: ScoreHarmony | null; readonly findings: readonly ScoreFinding[] } {
  const kind = textAt(node, 'kind');
  const isEarly = PUSHES.has(-offsetTicks);
  const place = isEarly ? { tick, pushTicks: -offsetTicks } : { tick: Math.max(0, tick + offsetTicks), pushTicks: 0 };
  if (kind === 'none') {
    return { harmony: { ...place, chord: null, fingering: null }, findings: [] };
  }
  const root = noteNameAt(childOf(node, 'root'), 'root-step', 'root-alter');
  const text = childOf(node, 'kind')?.attributes['text'] ?? '';
  const degrees = childrenOf(node, 'degree').flatMap(readDegree);
  const read = readChordKind({ kind, degrees }, text);
  if (root === null || read === null) {
    const found = [textAt(node, 'root', 'root-step') || textAt(node, 'function'), kind].filter((word) => word !== '');
    return { harmony: null, findings: [{ kind: 'chord-left', measure, found: found.join(' ') }] };
  }
  const bass = noteNameAt(childOf(node, 'bass'), 'bass-step', 'bass-alter');
  const chord: ChordSymbol = { root, quality: read.quality, bass: bass === root ? null : bass };
  return {
    harmony: { ...place, chord, fingering: readFrame(childOf(node, 'frame')) },
    findings: read.isExact
      ? []
      : [
          {
            kind: 'chord-simplified',
            measure,
            found: [`${root} ${kind}`, ...degrees.map(({ type, value }) => `${type} ${value}`)].join(', '),
            chord: formatChordSymbol(chord),
          },
        ],
  };
}

function readDegree(degree: XmlNode): readonly KindDegree[] {
  const value = numberAt(degree, 'degree-value');
  const alter = numberAt(degree, 'degree-alter') ?? 0;
  const type = textAt(degree, 'degree-type');
  const isUsable = value !== null && Number.isInteger(value) && value >= 1 && value <= 13 && Number.isInteger(alter);
  return isUsable && Math.abs(alter) <= 2 && (type === 'add' || type === 'alter' || type === 'subtract')
    ? [{ type, value, alter }]
    : [];
}

const FINGERS: ReadonlyMap<string, Finger> = new Map<string, Finger>([
  ['1', 1],
  ['2', 2],
  ['3', 3],
  ['4', 4],
  ['T', 'T'],
  ['t', 'T'],
]);
const HIGHEST_FRET = 24;
const MOST_STRINGS = 8;

/** A frame as a fingering, lowest string first, frets as they are written; null where it is none. */
function readFrame(frame: XmlNode | null): Fingering | null {
  const strings = numberAt(frame, 'frame-strings');
  const notes = childrenOf(frame, 'frame-note');
  if (strings === null || !Number.isInteger(strings) || strings < 1 || strings > MOST_STRINGS || notes.length === 0) {
    return null;
  }
  const on = (string: number): XmlNode | null =>
    notes.find((note) => numberAt(note, 'string') === strings - string) ?? null;
  const shape = range(0, strings).map((string) => numberAt(on(string), 'fret'));
  const fingers = range(0, strings).map((string) => FINGERS.get(textAt(on(string), 'fingering')) ?? null);
  const isUsable = shape.every(
    (fret) => fret === null || (Number.isInteger(fret) && fret >= 0 && fret <= HIGHEST_FRET),
  );
  return isUsable ? { shape, fingers } : null;
}
