import { styled } from 'styled-components';
import { performanceOf } from '../../../../core/arrange/performance/performance.ts';
import { uniqueBy } from '../../../../core/kernel/list.ts';
import { sayHeld, sayWhereHeld } from '../../../../core/words/hold-words.ts';
import { useChordName } from '../../../api/settings.tsx';
import { useDocument, usePart } from '../../../editor/use-song.tsx';
import { colour } from '../../../theme/tokens.ts';
import { Signed } from '../../../ui/signed.tsx';

/** How the chords of a written bar are held wherever it is played: each way once, with where it is held. */
export function HeldHere({ barId }: { readonly barId: number }) {
  const document = useDocument();
  const part = usePart();
  const nameOf = useChordName();
  const { played, bars } = performanceOf(document, part);
  const ways = uniqueBy(
    bars.flatMap(({ slots }, index) =>
      played[index]?.bar.id === barId
        ? slots.flatMap(({ held }) =>
            held === null
              ? []
              : [
                  [`${nameOf(held.chord)} ${sayHeld(held)}`, sayWhereHeld(document, held, nameOf)]
                    .filter((text) => text !== '')
                    .join(', '),
                ],
          )
        : [],
    ),
    (text) => text,
  );
  return ways.length === 0 ? null : (
    <Told>
      <Signed text={`Held: ${ways.join('; ')}.`} />
    </Told>
  );
}

const Told = styled.p`
  font-size: 13px; color: ${colour.quiet};
`;
