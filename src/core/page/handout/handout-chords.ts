/* The chords of a page: how each is held, drawn, said in words, and what the full shape will be. */
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { isBarreChord } from '../../shapes/shape.ts';
import { songKeysOf } from '../../song/chart/song-keys.ts';
import type { SongDocument } from '../../song/document/document.ts';
import { listSongChords } from '../../song/played/song-chords.ts';
import { sayWay } from '../../words/hold-words.ts';
import { formatShapeWords } from '../../words/shape-words.ts';
import type { Figure } from '../drawing/figure.ts';
import { type HeldWay, listNumberedWays } from './handout-holds.ts';
import { drawBox, drawForReader, listReaderChords, notesOf } from './handout-instruments.ts';
import type { Telling } from './telling.ts';

/** The chords of a page, and the ways in which they are held, where they are held in several. */
export function listHeldChords({ source, isGuitar }: Telling): {
  readonly all: readonly HeldWay[];
  readonly ways: readonly HeldWay[];
} {
  const { document, part, played, isOwn } = source;
  const sounding = listSongChords(document, played).map(({ chord }) => chord);
  if (!isGuitar) {
    const all = sounding.map((chord) => ({ named: chord, sounding: chord, fingering: null, number: null, kept: null }));
    return { all, ways: [] };
  }
  const ways = listNumberedWays(source.bars);
  const { toShapeChord } = songKeysOf(document, part);
  return { all: listReaderChords(sounding, part, toShapeChord, { ways, isOwn }), ways };
}

/** A chord as it is drawn; on a student's page with the full barre beside an easier shape. */
export function chordFigures(chord: HeldWay, telling: Telling): readonly Figure[] {
  const { source, shows, nameOf } = telling;
  const figure = toFigure(chord, telling);
  const own = chord.number === null ? figure : { ...figure, ...sayWayOf(chord, source.document, figure, nameOf) };
  return [own, ...(shows('goals') && source.isOwn ? goalOf(chord, telling) : [])];
}

function goalOf({ fingering, kept }: HeldWay, { box, nameOf }: Telling): readonly Figure[] {
  return fingering === null || kept === null || !isBarreChord(kept.fingering) || isBarreChord(fingering)
    ? []
    : [
        {
          name: nameOf(kept.chord),
          note: 'full barre, for later',
          spoken: '',
          drawing: drawBox(kept.fingering, box),
          place: { step: 'shapes', chord: nameOf(kept.chord) },
        },
      ];
}

/** A shape in words; none where none is kept. */
export function wordsOfShape(
  { named, fingering, number }: HeldWay,
  { nameOf, places }: Telling,
): readonly { readonly name: string; readonly text: string }[] {
  const name = number === null ? nameOf(named) : `${nameOf(named)} (${number})`;
  return fingering === null ? [] : [{ name, text: formatShapeWords(fingering, named, places).join(' ') }];
}

/** "G (2)", with where it is held. */
function sayWayOf(
  { named, number, kept }: HeldWay,
  document: SongDocument,
  { note }: Figure,
  nameOf: (chord: ChordSymbol) => string,
): Pick<Figure, 'name' | 'note'> {
  const where = kept === null ? '' : sayWay(document, kept, nameOf);
  return { name: `${nameOf(named)} (${number})`, note: [note, where].filter((text) => text !== '').join(' · ') };
}

function toFigure(chord: HeldWay, { request, shows, box, nameOf }: Telling): Figure {
  const { reader } = request.options;
  const isNotes = reader === 'keys' || reader === 'bass';
  const notes = [
    isNotes ? notesOf(chord.sounding) : '',
    shows('sounding') && reader === 'guitar' ? nameOf(chord.sounding) : '',
    reader === 'guitar' ? sayFirstString(chord) : '',
  ];
  return {
    name: nameOf(chord.named),
    note: notes.filter((text) => text !== '').join(' · '),
    spoken: '',
    drawing: drawForReader(reader, chord, box),
    place: { step: 'shapes', chord: nameOf(chord.named) },
  };
}

/** So many low strings that are not struck make the string to begin at worth saying. */
const SILENT_BELOW = 2;

/** "from string 4", where several low strings are left out and the box alone is soon misread. */
function sayFirstString({ fingering }: HeldWay): string {
  const first = fingering === null ? -1 : fingering.shape.findIndex((fret) => fret !== null);
  return fingering === null || first < SILENT_BELOW ? '' : `from string ${fingering.shape.length - first}`;
}
