import { styled } from 'styled-components';
import type { ShapeSheet } from '../../../core/arrange/shapes/shape-plan.ts';
import { type ChordSymbol, formatChordSymbol, isSameChord } from '../../../core/harmony/chord-symbol.ts';
import { uniqueBy } from '../../../core/kernel/list.ts';
import { sayHeld, sayWhereHeld } from '../../../core/words/hold-words.ts';
import { useChordName } from '../../api/settings.tsx';
import { useDocument, usePart, useSongEditor } from '../../editor/use-song.tsx';
import { Button } from '../../ui/button.tsx';
import { Signed } from '../../ui/signed.tsx';

/** What the teacher decided for chords that the song does not have where it stands: kept until they come again, or taken out. */
export function WaitingPins({ sheets }: { readonly sheets: readonly ShapeSheet[] }) {
  const document = useDocument();
  const part = usePart();
  const editor = useSongEditor();
  const nameOf = useChordName();
  const isGone = (chord: ChordSymbol): boolean => !sheets.some((sheet) => isSameChord(sheet.chord, chord));
  const pins = part.shapes.filter(({ origin, chord }) => origin !== 'accepted' && isGone(chord));
  const picked = uniqueBy(part.pickedStrings.map(({ chord }) => chord).filter(isGone), formatChordSymbol);
  if (pins.length === 0 && picked.length === 0) {
    return null;
  }
  return (
    <Told>
      <h2>Waiting for their chords</h2>
      <ul>
        {pins.map((stored) => {
          const { chord, targetId, before } = stored;
          const where = sayWhereHeld(document, stored, nameOf);
          const words = [`${nameOf(chord)} ${sayHeld(stored)}`, where].filter((text) => text !== '').join(', ');
          return (
            <li key={words}>
              <Signed text={`${words}: the song has no such chord in these shapes. `} />
              <Button
                weight="word"
                aria-label={`Let go: ${words}`}
                onPress={() =>
                  editor.run({ kind: 'store-shape', partId: part.id, chord, targetId, before, stored: null })
                }
              >
                Let go
              </Button>
            </li>
          );
        })}
        {picked.length > 0 && (
          <li>
            <Signed text={`Strings that are picked under ${picked.map(nameOf).join(', ')}.`} />
          </li>
        )}
      </ul>
    </Told>
  );
}

const Told = styled.section`
  padding-top: 20px; display: grid; gap: 6px;
  h2 { font-size: 17px; }
  ul { margin: 0; padding-left: 18px; display: grid; gap: 4px; font-size: 14.5px; }
`;
