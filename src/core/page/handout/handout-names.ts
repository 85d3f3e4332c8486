/* What chords are called on a page, and what stands small under them. */
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { formatDegree } from '../../harmony/degree.ts';
import { isEqual } from '../../kernel/equal.ts';
import { type SongKeys, songKeysOf } from '../../song/chart/song-keys.ts';
import type { Part, SongDocument } from '../../song/document/document.ts';
import { isShown } from '../../song/document/handout-options.ts';
import { formatCapo, formatShapeKey } from '../../words/setup-words.ts';
import type { HandoutWords } from './handout-blocks.ts';
import type { HandoutRequest } from './handout-request.ts';

/** What a chord is called in the bars: by its shape, by what one student holds, or as it sounds for those without a capo. */
export function createNames(
  { options, ownBars }: HandoutRequest,
  { toShapeChord }: SongKeys,
  nameOf: (chord: ChordSymbol) => string,
  waysOf: (slotId: number) => readonly number[],
): HandoutWords['nameOf'] {
  if (options.reader !== 'guitar') {
    return (_, chord) => nameOf(chord);
  }
  // The first way needs no number in the bars.
  const numbered = (name: string, slotId: number): string => {
    const numbers = waysOf(slotId);
    return numbers.every((number) => number === 1) ? name : `${name} (${numbers.join(', ')})`;
  };
  if (ownBars === null) {
    return ({ id }, chord) => numbered(nameOf(toShapeChord(chord)), id);
  }
  const own = new Map(ownBars.flatMap(({ slots }) => slots.map((each) => [each.slot.id, each] as const)));
  return (slot, chord) => {
    const held = own.get(slot.id);
    return held?.isMerged === true ? null : numbered(nameOf(held?.held?.chord ?? toShapeChord(chord)), slot.id);
  };
}

/** What stands small under a chord: its degree, what sounds, what the other parts hold. */
export function createBeside(
  request: HandoutRequest,
  document: SongDocument,
  { sounding }: SongKeys,
  nameOf: (chord: ChordSymbol) => string,
): HandoutWords['beside'] {
  const { options, stand } = request;
  const isGuitar = options.reader === 'guitar';
  const others = otherPartsOf(request).map((part) => songKeysOf(document, part).toShapeChord);
  return (chord) => [
    ...(isShown(options, 'degrees', stand) ? [formatDegree(chord, sounding)] : []),
    ...(isShown(options, 'sounding', stand) && isGuitar ? [nameOf(chord)] : []),
    ...(isGuitar ? others : []).map((toShapeChord) => nameOf(toShapeChord(chord))),
  ];
}

/** The other parts of the arrangement that stand elsewhere on the neck, as far as they are asked for. */
function otherPartsOf({ document, part, options, stand }: HandoutRequest): readonly Part[] {
  const arrangement = document.arrangements.find(({ parts }) => parts.some(({ id }) => id === part.id));
  return isShown(options, 'other-parts', stand)
    ? (arrangement?.parts ?? []).filter(({ id, setup }) => id !== part.id && !isEqual(setup, part.setup))
    : [];
}

export function otherPartWords(request: HandoutRequest, document: SongDocument): readonly string[] {
  return request.options.reader !== 'guitar'
    ? []
    : otherPartsOf(request).map((part) => {
        const { shape } = songKeysOf(document, part);
        return `Small under the chords: ${part.name}, ${formatCapo(part.setup.capoFret).toLowerCase()}, ${formatShapeKey(shape)} shapes.`;
      });
}
