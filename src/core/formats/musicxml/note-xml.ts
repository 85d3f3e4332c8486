import { range } from '../../kernel/list.ts';
import type { NoteName } from '../../pitch/note-name.ts';
import type { NotePiece } from './note-lengths.ts';
import { el, type XmlNode } from './xml-node.ts';

/** The letter of a note and its signs in semitones, as elements want them. */
export function partsOf(note: NoteName): { readonly step: string; readonly alter: number } {
  const signs = note.slice(1);
  return { step: note.charAt(0), alter: signs.startsWith('#') ? signs.length : -signs.length };
}

/** The types of the ties at a note: one that stops here, one that starts. */
export function tiesOf(stops: boolean, starts: boolean): readonly string[] {
  return [...(stops ? ['stop'] : []), ...(starts ? ['start'] : [])];
}

/** The written value of a length, where it has one. */
export function toValueXml({ value }: NotePiece): readonly (XmlNode | null)[] {
  return value === null
    ? []
    : [
        el('type', value.type),
        ...range(0, value.dots).map(() => el('dot')),
        value.isTriplet ? el('time-modification', [el('actual-notes', 3), el('normal-notes', 2)]) : null,
      ];
}
