import { useState } from 'react';
import { styled } from 'styled-components';
import { LEVELS } from '../../../core/arrange/levels/level-chords.ts';
import { mixLevels } from '../../../core/arrange/levels/levels.ts';
import type { Level } from '../../../core/song/document/level.ts';
import type { PlayedBar } from '../../../core/song/played/played-bars.ts';
import { usePlayers } from '../../editor/use-players.ts';
import { useDocument, usePart } from '../../editor/use-song.tsx';
import type { Audition } from '../../sound/use-audition.ts';
import { Button } from '../../ui/button.tsx';
import { NumberSelect } from '../../ui/select.tsx';

/** A part for one student whose hands stand on different levels, to be heard. It is called "your part", never a rank. */
export function StudentPart(props: {
  readonly played: readonly PlayedBar[];
  readonly bars: readonly number[];
  readonly onHear: Audition['playBars'];
}) {
  const { played, bars, onHear } = props;
  const document = useDocument();
  const part = usePart();
  const { players } = usePlayers();
  const [left, setLeft] = useState<Level>(3);
  const [right, setRight] = useState<Level>(1);
  const hear = (): void => {
    const mixed = mixLevels(document, part, players, { left, right });
    onHear('Your part', [[{ part, played, bars: mixed }, bars]]);
  };
  return (
    <section aria-label="One student’s part">
      <h3>Hands on different levels</h3>
      <Row>
        <NumberSelect label="Left hand" values={LEVELS} value={left} onChange={setLeft} />
        <NumberSelect label="Right hand" values={LEVELS} value={right} onChange={setRight} />
        <Button onPress={hear}>Hear it</Button>
      </Row>
    </section>
  );
}

const Row = styled.div`
  display: flex; flex-wrap: wrap; gap: 12px; align-items: end;
`;
