import { styled } from 'styled-components';
import type { Place } from '../../../../core/rehearse/itinerary.ts';
import { sayTempoOf } from '../../../../core/words/rehearse/stage-words.ts';
import { formatCapo } from '../../../../core/words/setup-words.ts';
import { colour, nameFace } from '../../../theme/tokens.ts';
import type { PlayAlong } from '../play-along.ts';
import { barOf, bpmAt, songBpmOf } from '../play-along-desk.ts';

/** The capo, and the tempo as it goes now. */
export function StageTempo({ playAlong, place }: { readonly playAlong: PlayAlong; readonly place: Place }) {
  const setup = playAlong.use((state) => state.setup);
  const { document, guitar } = playAlong.use((state) => state.song);
  const isCounted = playAlong.use((state) => state.isCounted);
  const bpm = bpmAt(playAlong.desk, barOf(place)?.round ?? 0);
  return (
    <Tempo>
      <span>{formatCapo(guitar.part.setup.capoFret).toLowerCase()}</span>
      <b data-testid="tempo">{Math.round(bpm)}</b>
      <span>{sayTempoOf(songBpmOf(document), setup.ramp, isCounted)}</span>
    </Tempo>
  );
}

const Tempo = styled.span`
  margin-left: auto; display: inline-flex; gap: 18px; align-items: baseline;
  b { font: 650 34px/1 ${nameFace}; color: ${colour.ink}; }
`;
