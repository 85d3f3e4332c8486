/*
 * The shapes that a teacher decided on, as the chart writes them: "G before C in Chorus bar 3 from level 4 = 320003 / 32---4", and those of
 * one level, "F on level 2 = Fmaj7 xx3210". What the chart has no words for (a line, a bar that one pass has of its own) stays with the song.
 */
import { type ChordSymbol, isSameChord } from '../../harmony/chord-symbol.ts';
import { isEqual } from '../../kernel/equal.ts';
import type { Fingering } from '../../shapes/shape.ts';
import type { LevelEdit, Part, Section, SongDocument, StoredShape } from '../document/document.ts';
import type { Level } from '../document/level.ts';
import { barsOfLines, type ChartPin, type ChartPlace } from './chart.ts';
import { songKeysOf } from './song-keys.ts';

type LeftEdit = Extract<LevelEdit, { hand: 'left' }>;

/** A line of the chart with what it stands for in the song. */
type WrittenPin = { readonly pin: ChartPin } & (
  | { readonly stored: StoredShape; readonly edit: null }
  | { readonly stored: null; readonly edit: LeftEdit }
);

/** The pins of a part, those of all levels first, as the chart writes them. */
export function listChartPins(document: SongDocument, part: Part): readonly ChartPin[] {
  return listWritten(document, part).map(({ pin }) => pin);
}

function listWritten(document: SongDocument, part: Part): readonly WrittenPin[] {
  const stored = part.shapes.flatMap((each): readonly WrittenPin[] => {
    const pin = each.origin === 'pinned' ? pinOfShape(document, each) : null;
    return pin === null ? [] : [{ pin, stored: each, edit: null }];
  });
  const edits = part.levelEdits.flatMap((edit): readonly WrittenPin[] => {
    const pin = edit.hand === 'left' ? pinOfEdit(document, part, edit) : null;
    return pin === null || edit.hand !== 'left' ? [] : [{ pin, stored: null, edit }];
  });
  return [...stored, ...edits];
}

function pinOfShape(document: SongDocument, stored: StoredShape): ChartPin | null {
  const { chord, before, fromLevel, targetId, fingering, fingersBy } = stored;
  const place = placeOf(document, targetId);
  return place === undefined
    ? null
    : {
        chord,
        before,
        place,
        fromLevel,
        onLevel: null,
        instead: null,
        shape: fingering.shape,
        fingers: fingersBy === 'teacher' ? fingering.fingers : null,
      };
}

function pinOfEdit(document: SongDocument, part: Part, edit: LeftEdit): ChartPin | null {
  const { chord, level, slotId, fingering, instead = null } = edit;
  const place = slotId === null ? null : placeOfSlot(document, part, edit);
  return place === undefined
    ? null
    : {
        chord,
        before: null,
        place,
        fromLevel: null,
        onLevel: level,
        instead,
        shape: fingering?.shape ?? null,
        fingers: fingering?.fingers ?? null,
      };
}

/** What a target is called in the chart: null for the whole song, undefined where the chart has no words for it. */
export function placeOf({ map }: SongDocument, targetId: number | null): ChartPlace | null | undefined {
  if (targetId === null) {
    return null;
  }
  const pass = map.form.find(({ id }) => id === targetId);
  const section = map.sections.find(({ id }) => id === (pass?.sectionId ?? targetId));
  if (section !== undefined && !isNameable(section)) {
    return undefined;
  }
  if (section !== undefined) {
    const passes = map.form.filter(({ sectionId }) => sectionId === section.id);
    return { name: section.name, time: pass === undefined ? null : passes.indexOf(pass) + 1, bar: null };
  }
  for (const { name, lines } of map.sections.filter(isNameable)) {
    const bar = barsOfLines(lines).findIndex(({ id }) => id === targetId);
    if (bar >= 0) {
      return { name, time: null, bar: bar + 1 };
    }
  }
  return undefined;
}

/** A name that would be read as something else cannot stand in such a line. */
function isNameable({ name }: Section): boolean {
  return !/=| (?:from|on) level \d$/.test(name);
}

/** A slot is called by its bar where it is the first there that has its chord. */
function placeOfSlot(document: SongDocument, part: Part, { chord, slotId }: LeftEdit): ChartPlace | undefined {
  const bars = document.map.sections.flatMap(({ lines }) => barsOfLines(lines));
  const bar = bars.find(({ slots }) => slots.some(({ id }) => id === slotId));
  const place = bar === undefined ? undefined : placeOf(document, bar.id);
  return place != null && findSlotId(document, part, place, chord) === slotId ? place : undefined;
}

function findSlotId(document: SongDocument, part: Part, place: ChartPlace, chord: ChordSymbol): number | null {
  const { toShapeChord } = songKeysOf(document, part);
  const bar = barOf(document.map.sections, place);
  return bar?.slots.find((slot) => slot.chord !== null && isSameChord(toShapeChord(slot.chord), chord))?.id ?? null;
}

function sectionOf(sections: readonly Section[], { name }: ChartPlace): Section | undefined {
  return sections.find((section) => section.name === name);
}

function barOf(sections: readonly Section[], place: ChartPlace) {
  return barsOfLines(sectionOf(sections, place)?.lines ?? [])[(place.bar ?? 0) - 1];
}

/** The id of what a place of the chart names; null where the song has no such place. */
function targetOf({ map }: SongDocument, place: ChartPlace): number | null {
  const section = sectionOf(map.sections, place);
  if (place.bar !== null) {
    return barOf(map.sections, place)?.id ?? null;
  }
  const passes = map.form.filter(({ sectionId }) => sectionId === section?.id);
  return (place.time === null ? section : passes[place.time - 1])?.id ?? null;
}

/** Gives fingers to a shape that is written without; null for one that no hand can hold. */
export type FingerPin = (shape: Fingering['shape'], part: Part) => Fingering | null;

/** A part with the pins of a chart in the place of those that the chart could have written before; the same part where they are the same. */
export function withChartPins(
  document: SongDocument,
  part: Part,
  pins: readonly ChartPin[],
  fingerPin: FingerPin,
): Part {
  const written = listWritten(document, part);
  if (
    isEqual(
      written.map(({ pin }) => pin),
      pins,
    )
  ) {
    return part;
  }
  const isWritten = (each: StoredShape | LevelEdit): boolean =>
    written.some(({ stored, edit }) => stored === each || edit === each);
  const shapes: StoredShape[] = [];
  const levelEdits: LevelEdit[] = [];
  for (const pin of pins) {
    const before = written.find((each) => isEqual(each.pin, pin));
    const stored = before === undefined ? toStored(document, part, pin, fingerPin) : before.stored;
    const edit = before === undefined ? toEdit(document, part, pin, fingerPin) : before.edit;
    shapes.push(...(stored === null ? [] : [stored]));
    levelEdits.push(...(edit === null ? [] : [edit]));
  }
  const isReplaced = ({ chord, targetId, before }: StoredShape): boolean =>
    shapes.some((pin) => isEqual([pin.chord, pin.targetId, pin.before], [chord, targetId, before]));
  return {
    ...part,
    shapes: [...part.shapes.filter((stored) => !isWritten(stored) && !isReplaced(stored)), ...shapes],
    levelEdits: [...part.levelEdits.filter((edit) => !isWritten(edit)), ...levelEdits],
  };
}

function toStored(document: SongDocument, part: Part, pin: ChartPin, fingerPin: FingerPin): StoredShape | null {
  const { chord, before, place, fromLevel, onLevel } = pin;
  const fingering = onLevel === null ? fingeringOf(part, pin, fingerPin) : null;
  const targetId = place === null ? null : targetOf(document, place);
  return fingering === null || (place !== null && targetId === null)
    ? null
    : {
        chord,
        targetId,
        before,
        fromLevel,
        fingering,
        fingersBy: pin.fingers === null ? 'nobody' : 'teacher',
        origin: 'pinned',
        written: null,
      };
}

function toEdit(document: SongDocument, part: Part, pin: ChartPin, fingerPin: FingerPin): LeftEdit | null {
  const { chord, place, onLevel, instead } = pin;
  const slotId = place === null ? null : findSlotId(document, part, place, chord);
  const fingering = fingeringOf(part, pin, fingerPin);
  const isHeld = pin.shape === null ? slotId !== null : fingering !== null;
  return onLevel === null || !isHeld || (place !== null && slotId === null)
    ? null
    : { hand: 'left', level: onLevel, chord, slotId, fingering, ...(instead === null ? {} : { instead }) };
}

function fingeringOf(part: Part, { shape, fingers }: ChartPin, fingerPin: FingerPin): Fingering | null {
  if (shape === null) {
    return null;
  }
  return fingers === null ? fingerPin(shape, part) : { shape, fingers };
}

/** A pin that holds wherever its chord comes, on the usual levels, with whichever fingers suit the song. */
export function plainPin(chord: ChordSymbol, shape: Fingering['shape']): ChartPin {
  return {
    chord,
    shape,
    fingers: null,
    before: null,
    place: null,
    fromLevel: null,
    onLevel: null,
    instead: null,
  };
}

/** The levels by their numbers in text. */
export const LEVEL_OF_TEXT: Readonly<Record<string, Level>> = { 1: 1, 2: 2, 3: 3, 4: 4, 5: 5 };
