/*
 * Lines of the chart that say how a chord is held: "G before C in Chorus bar 3 from level 4 = 320003 / 32---4". The fingers are one sign for
 * each string, a dash where none stands.
 */

import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { formatChordSymbol, parseChordSymbol } from '../../harmony/chord-symbol.ts';
import { isLegalFingering } from '../../shapes/fingering.ts';
import {
  type Finger,
  type Fingering,
  formatFingers,
  formatShape,
  parseFingers,
  parseShape,
  type Shape,
} from '../../shapes/shape.ts';
import { barsOfLines, type ChartPin, type ChartPlace, type ChartSection } from '../../song/chart/chart.ts';
import { LEVEL_OF_TEXT } from '../../song/chart/chart-pins.ts';
import { type ChartProblem, type ProblemKind, placeOf, problemAt, type Span } from './problem.ts';

/** Whether a line is one of these. */
export function isPinText(text: string): boolean {
  return /^[A-G]\S*(?: (?:before|in|from|on) [^|:=]*)?\s*=\s*(?:[xX0-9A-G]|goes on)/.test(text);
}

/** What the pins of a chart may name: its sections, the form, and how many strings there are. */
export type PinContext = {
  readonly sections: readonly ChartSection[];
  readonly form: readonly string[];
  readonly strings: number;
};

/** Reads the pins of a chart; a line that cannot be used is said in `problems`, and then `isUnread`. */
export function readPins(
  spans: readonly Span[],
  context: PinContext,
  problems: ChartProblem[],
): { readonly pins: readonly ChartPin[]; readonly isUnread: boolean } {
  const pins: ChartPin[] = [];
  for (const span of spans) {
    const read = readPin(span.text, context);
    if ('fault' in read) {
      problems.push(problemAt(placeOf(span), read.fault, span.text, ['G = 320033', 'G before C = 320003 / 32---4']));
    } else {
      pins.push(read);
    }
  }
  return { pins, isUnread: pins.length < spans.length };
}

type Fault = { readonly fault: ProblemKind };

const LEFT = /^(\S+?)(?:\s+before\s+(\S+))?(?:\s+in\s+(.+?))?(?:\s+(from|on)\s+level\s+([1-5]))?$/;
const RIGHT = /^(?:([A-G]\S*)\s+)?([xX0-9-]+)(?:\s*\/\s*([1-4tT-]+))?$/;
const GOES_ON = /^goes on$/;

function readPin(text: string, context: PinContext): ChartPin | Fault {
  const at = text.lastIndexOf('=');
  const held = readHeld(text.slice(at + 1).trim(), context.strings);
  const where = readWhere(text.slice(0, at).trim(), context);
  if (held === null || where === null) {
    return { fault: 'bad-pin' };
  }
  if (held === 'bad-fingers' || where === 'bad-pin-place') {
    return { fault: where === 'bad-pin-place' ? where : 'bad-fingers' };
  }
  const pin = { ...where, ...held };
  return isSense(pin) ? pin : { fault: 'bad-pin' };
}

/** Another chord, or the one before going on, is said of a level; of one level a bar can be said, or the whole song. */
function isSense({ onLevel, before, place, shape, instead }: ChartPin): boolean {
  const isOfLevel = before === null && (place === null || place.bar !== null) && (shape !== null || place !== null);
  return onLevel === null ? instead === null && shape !== null : isOfLevel;
}

type Where = Pick<ChartPin, 'chord' | 'before' | 'place' | 'fromLevel' | 'onLevel'>;

function readWhere(text: string, context: PinContext): Where | 'bad-pin-place' | null {
  const left = LEFT.exec(text);
  const chord = readChord(left?.[1]);
  const before = readChord(left?.[2]);
  if (left === null || chord == null || before === undefined) {
    return null;
  }
  const place = readPlace(left[3], context);
  const level = LEVEL_OF_TEXT[left[5] ?? ''] ?? null;
  const isOn = left[4] === 'on';
  return place === undefined
    ? 'bad-pin-place'
    : { chord, before, place, fromLevel: isOn ? null : level, onLevel: isOn ? level : null };
}

/** A chord that may be left out (null); undefined for text that is none. */
function readChord(text: string | undefined): ChordSymbol | null | undefined {
  if (text === undefined) {
    return null;
  }
  const chord = parseChordSymbol(text);
  return chord.ok ? chord.value : undefined;
}

/** What stands behind the sign: another chord, frets and fingers, as far as they are written. */
export type HeldText = {
  readonly instead: ChordSymbol | null;
  readonly shape: Shape | null;
  readonly fingers: readonly (Finger | null)[] | null;
};

/** Reads "320003 / 32---4" or "Am x02210"; null where it is neither, or has fingers that no hand has there. */
export function readHeld(text: string, strings: number): HeldText | 'bad-fingers' | null {
  if (GOES_ON.test(text)) {
    return { instead: null, shape: null, fingers: null };
  }
  const parts = RIGHT.exec(text);
  const shape = parts === null ? null : parseShape(parts[2] ?? '', strings);
  const instead = readChord(parts?.[1]);
  if (shape?.ok !== true || instead === undefined) {
    return null;
  }
  const fingers = parts?.[3] === undefined ? null : parseFingers(parts[3], strings);
  const isBad = parts?.[3] !== undefined && (fingers === null || !isLegalFingering({ shape: shape.value, fingers }));
  return isBad ? 'bad-fingers' : { instead, shape: shape.value, fingers };
}

const TIME = /^(.+) \(time (\d+)\)$/;
const BAR = /^(.+) bar (\d+)$/;

/** A place by its name; null where none is named, undefined where the song has none of that name. */
function readPlace(text: string | undefined, { sections, form }: PinContext): ChartPlace | null | undefined {
  if (text === undefined) {
    return null;
  }
  const named = (name: string): ChartSection | undefined =>
    sections.find((section) => section.name.toLowerCase() === name.toLowerCase());
  const whole = named(text);
  if (whole !== undefined) {
    return { name: whole.name, time: null, bar: null };
  }
  const time = TIME.exec(text);
  const timed = named(time?.[1] ?? '');
  if (timed !== undefined) {
    const passes = form.filter((name) => name === timed.name).length;
    const number = Number(time?.[2]);
    return number >= 1 && number <= passes ? { name: timed.name, time: number, bar: null } : undefined;
  }
  const bar = BAR.exec(text);
  const barred = named(bar?.[1] ?? '');
  const number = Number(bar?.[2]);
  return barred !== undefined && number >= 1 && number <= barsOfLines(barred.lines).length
    ? { name: barred.name, time: null, bar: number }
    : undefined;
}

/** A pin as a line of the chart. */
export function formatPin(pin: ChartPin): string {
  const { chord, before, place, fromLevel, onLevel, instead, shape, fingers } = pin;
  const left = [
    formatChordSymbol(chord),
    ...(before === null ? [] : [`before ${formatChordSymbol(before)}`]),
    ...(place === null ? [] : [`in ${formatPlace(place)}`]),
    ...(fromLevel === null ? [] : [`from level ${fromLevel}`]),
    ...(onLevel === null ? [] : [`on level ${onLevel}`]),
  ];
  const right = [
    ...(instead === null ? [] : [formatChordSymbol(instead)]),
    ...(shape === null ? ['goes on'] : [formatHeld(shape, fingers)]),
  ];
  return `${left.join(' ')} = ${right.join(' ')}`;
}

function formatHeld(shape: Shape, fingers: Fingering['fingers'] | null): string {
  return fingers === null ? formatShape(shape) : `${formatShape(shape)} / ${formatFingers(fingers)}`;
}

function formatPlace({ name, time, bar }: ChartPlace): string {
  return `${name}${time === null ? '' : ` (time ${time})`}${bar === null ? '' : ` bar ${bar}`}`;
}
