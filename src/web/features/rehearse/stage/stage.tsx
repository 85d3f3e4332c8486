import { styled } from 'styled-components';
import type { SongDocument } from '../../../../core/song/document/document.ts';
import { sayBarsLeft, sayStagePlace } from '../../../../core/words/rehearse/stage-words.ts';
import { colour, nameFace } from '../../../theme/tokens.ts';
import { Signed } from '../../../ui/signed.tsx';
import type { PlayAlong } from '../play-along.ts';
import { type StageSight, usePasses, useStage } from '../use-stage.ts';
import { HandRow } from './hand-row.tsx';
import { NowNext } from './now-next.tsx';
import { StageRows } from './stage-rows.tsx';
import { StageTempo } from './stage-tempo.tsx';

/** What is read from a stand: where one is, what is held and what comes, this line and the next, and the right hand. */
export function Stage({ playAlong, isForClass }: { readonly playAlong: PlayAlong; readonly isForClass: boolean }) {
  const stage = useStage(playAlong);
  const { document } = playAlong.use((state) => state.song);
  return (
    <Frame aria-label="The stage">
      <Head>
        <b>
          <Signed text={document.facts.title} />
        </b>
        <StagePlace stage={stage} document={document} />
        <StageTempo playAlong={playAlong} place={stage.place} />
      </Head>
      <NowNext stage={stage} isForClass={isForClass} />
      <StageRows stage={stage} />
      {!isForClass && <HandRow stage={stage} />}
    </Frame>
  );
}

function StagePlace({ stage, document }: { readonly stage: StageSight; readonly document: SongDocument }) {
  const passes = usePasses(document);
  const { guitar, index, indexes, rows, row, place } = stage;
  const bar = guitar.played[index ?? indexes[0] ?? -1];
  const own = rows[row];
  if (bar === undefined || own === undefined) {
    return <span>Nothing of this is in the song now.</span>;
  }
  const repeats = bar.section.lines.find(({ id }) => id === bar.lineId)?.times ?? 1;
  const at = place.kind === 'bar' ? place.at : own.from;
  return (
    <>
      <span>{sayStagePlace(bar, passes, repeats)}</span>
      <span>bar {bar.number}</span>
      <span>{sayBarsLeft(own.to - at - 1)}</span>
    </>
  );
}

const Frame = styled.section`
  display: grid; gap: clamp(4px, 1.6vh, 16px); align-content: start; min-width: 0;
`;
const Head = styled.header`
  display: flex; flex-wrap: wrap; gap: 2px 26px; align-items: baseline; font-size: 18px; color: ${colour.quiet};
  b { font: 650 25px/1.2 ${nameFace}; color: ${colour.ink}; }
  @media (max-width: 700px) { font-size: 15px; > span:nth-of-type(3) { display: none; } b { font-size: 19px; } }
`;
