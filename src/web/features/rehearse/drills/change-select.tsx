import { styled } from 'styled-components';
import { formatTimes } from '../../../../core/words/line-words.ts';
import { useDocument } from '../../../editor/use-song.tsx';
import { ShapeBox } from '../../../painters/shape-box.tsx';
import { nameFace } from '../../../theme/tokens.ts';
import { Select } from '../../../ui/select.tsx';
import { Signed } from '../../../ui/signed.tsx';
import { useSongChordName } from '../use-song-chord-name.ts';
import type { NamedChange } from './use-drill-changes.ts';

/** Which change is drilled, with its two boxes. */
export function ChangeSelect(props: {
  readonly changes: readonly NamedChange[];
  readonly at: number;
  readonly onChange: (at: number) => void;
  /** Whether its boxes are shown here; where it is played the stage shows them. */
  readonly hasBoxes: boolean;
}) {
  const { changes, at, onChange, hasBoxes } = props;
  const change = changes[at];
  const nameOf = useSongChordName();
  const { facts } = useDocument();
  return (
    <>
      <Select
        label={facts.tempo === null ? 'Change' : 'Change, the hardest first'}
        options={changes.map(({ name, count }, index) => ({
          value: String(index),
          text: `${name}, ${formatTimes(count)}`,
        }))}
        value={String(at)}
        onChange={(value) => onChange(Number(value))}
      />
      {hasBoxes && change !== undefined && (
        <Pair>
          {[change.from, change.to].map((chord, index) => {
            const held = change.held[index === 0 ? 0 : 1];
            return (
              // biome-ignore lint/suspicious/noArrayIndexKey: there are two places
              <figure key={index}>
                <figcaption>
                  <Signed text={nameOf(chord)} />
                </figcaption>
                <ShapeBox fingering={held.fingering} capoFret={0} gridPx={120} detail="fingers" />
              </figure>
            );
          })}
        </Pair>
      )}
    </>
  );
}

const Pair = styled.div`
  display: flex; gap: 40px; flex-wrap: wrap;
  figure { margin: 0; }
  figcaption { font: 650 34px/1.2 ${nameFace}; }
`;
