import { useState } from 'react';
import { styled } from 'styled-components';
import { type ChordSymbol, formatChordSymbol, isSameChord } from '../../../core/harmony/chord-symbol.ts';
import { uniqueBy } from '../../../core/kernel/list.ts';
import type { NamedChord } from '../../../core/shapes/chord-naming.ts';
import { type Fingering, formatShape } from '../../../core/shapes/shape.ts';
import { LEVEL_OF_TEXT } from '../../../core/song/chart/chart-pins.ts';
import { songKeysOf } from '../../../core/song/chart/song-keys.ts';
import type { SongCommand } from '../../../core/song/commands.ts';
import type { Level } from '../../../core/song/document/level.ts';
import { listPlayedBars, type PlayedBar } from '../../../core/song/played/played-bars.ts';
import { listSongChords } from '../../../core/song/played/song-chords.ts';
import { sayCommandError } from '../../../core/words/command-error-words.ts';
import { useChordName } from '../../api/settings.tsx';
import { useDocument, usePart, useSongEditor } from '../../editor/use-song.tsx';
import { Button } from '../../ui/button.tsx';
import { Caution } from '../../ui/caution.tsx';
import { Select } from '../../ui/select.tsx';

const ALL_LEVELS = 'pinned, on every usual level';

/** The shape chords of the song, those that a shape is named as first, and where each is met. */
function useNamedChords(names: readonly NamedChord[]) {
  const document = useDocument();
  const { toShapeChord } = songKeysOf(document, usePart());
  const played = listPlayedBars(document);
  const chords = uniqueBy(
    listSongChords(document, played).map(({ chord }) => toShapeChord(chord)),
    formatChordSymbol,
  );
  const isNamed = (chord: ChordSymbol): boolean => names.some((named) => isSameChord(named.chord, chord));
  const slotOf = ({ slots }: PlayedBar, chord: ChordSymbol): number | null =>
    slots.find((slot) => slot.chord !== null && isSameChord(toShapeChord(slot.chord), chord))?.id ?? null;
  return {
    isNamed,
    slotOf,
    offered: [...chords.filter(isNamed), ...chords.filter((chord) => !isNamed(chord))],
    barsOf: (chord: ChordSymbol) =>
      uniqueBy(
        played.filter((bar) => slotOf(bar, chord) !== null),
        ({ bar }) => String(bar.id),
      ),
  };
}

type Wanted = {
  readonly partId: number;
  readonly chord: ChordSymbol;
  readonly fingering: Fingering;
  readonly barId: number | null;
  readonly slotId: number | null;
  readonly level: Level | null;
  /** The chord that the shape is, where that is another than the one whose place it takes. */
  readonly instead: ChordSymbol | null;
};

function toCommand({ partId, chord, fingering, barId, slotId, level, instead }: Wanted): SongCommand {
  return level === null
    ? { kind: 'store-shape', partId, chord, targetId: barId, stored: { fingering, origin: 'pinned' } }
    : {
        kind: 'edit-level',
        partId,
        edit: { hand: 'left', level, chord, slotId, fingering, ...(instead === null ? {} : { instead }) },
      };
}

/** Puts a drawn shape into the song for one of its chords: one that its notes are named as, or another whose place it takes on a level. */
export function HoldNamed(props: { readonly fingering: Fingering; readonly names: readonly NamedChord[] }) {
  const { fingering, names } = props;
  const { offered, barsOf, slotOf, isNamed } = useNamedChords(names);
  const [chordText, setChord] = useState('');
  const chord = offered.find((each) => formatChordSymbol(each) === chordText) ?? offered[0];
  if (chord === undefined) {
    return null;
  }
  const [best] = names;
  return (
    <HoldFields
      offered={offered}
      chord={chord}
      fingering={fingering}
      bars={barsOf(chord)}
      slotOf={(bar) => slotOf(bar, chord)}
      instead={best === undefined || isNamed(chord) ? null : best.chord}
      onChord={setChord}
    />
  );
}

function HoldFields(props: {
  readonly offered: readonly ChordSymbol[];
  readonly chord: ChordSymbol;
  readonly fingering: Fingering;
  readonly bars: readonly PlayedBar[];
  readonly slotOf: (bar: PlayedBar) => number | null;
  readonly instead: ChordSymbol | null;
  readonly onChord: (name: string) => void;
}) {
  const { offered, chord, fingering, bars, slotOf, instead, onChord } = props;
  const { id: partId } = usePart();
  const editor = useSongEditor();
  const nameOf = useChordName();
  const [placeText, setPlace] = useState('everywhere');
  const [levelText, setLevel] = useState(ALL_LEVELS);
  const [told, setTold] = useState<{ readonly text: string; readonly isWrong: boolean } | null>(null);
  const place = bars.find(({ bar }) => String(bar.id) === placeText) ?? null;
  const hold = (): void => {
    const level = LEVEL_OF_TEXT[levelText] ?? null;
    const [barId, slotId] = place === null ? [null, null] : [place.bar.id, slotOf(place)];
    const error = editor.run(toCommand({ partId, chord, fingering, barId, slotId, level, instead }));
    const where = place === null ? 'wherever it comes' : `in bar ${place.number}`;
    const done = `${nameOf(chord)} is held as ${formatShape(fingering.shape)} ${where}.`;
    setTold({ text: error === null ? done : sayCommandError(error), isWrong: error !== null });
  };
  return (
    <Fields aria-label="Put it into the song">
      <h3>Put it into the song</h3>
      <Select
        label="For"
        options={offered.map((each) => ({ value: formatChordSymbol(each), text: nameOf(each) }))}
        value={formatChordSymbol(chord)}
        onChange={onChord}
      />
      <Select
        label="Where"
        options={[
          { value: 'everywhere', text: 'wherever it comes' },
          ...bars.map(({ bar, number }) => ({ value: String(bar.id), text: `in bar ${number}` })),
        ]}
        value={place === null ? 'everywhere' : placeText}
        onChange={setPlace}
      />
      <Select
        label="How"
        options={[
          { value: ALL_LEVELS, text: ALL_LEVELS },
          ...['1', '2', '3', '4', '5'].map((value) => ({ value, text: `on level ${value} alone` })),
        ]}
        value={levelText}
        onChange={setLevel}
      />
      <Button onPress={hold}>Hold it so</Button>
      {told !== null && (told.isWrong ? <Caution role="alert">{told.text}</Caution> : <p role="status">{told.text}</p>)}
    </Fields>
  );
}

const Fields = styled.section`
  display: grid; gap: 8px; justify-items: start; padding-top: 8px;
`;
