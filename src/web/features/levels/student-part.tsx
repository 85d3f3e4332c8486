import { useState } from 'react';
import { styled } from 'styled-components';
import { RUNG_LEVELS } from '../../../core/arrange/levels/level-chords.ts';
import { mixRungs } from '../../../core/arrange/levels/levels.ts';
import { listRungNotes, type StrumNote } from '../../../core/arrange/strum-events.ts';
import type { RungLevel } from '../../../core/song/document.ts';
import type { PlayedBar } from '../../../core/song/played-bars.ts';
import { usePupils } from '../../editor/use-pupils.ts';
import { useDocument, usePart } from '../../editor/use-song.tsx';
import { Button } from '../../ui/button.tsx';
import { NumberSelect } from '../../ui/select.tsx';

/** A part for one student whose hands stand on different rungs, to be heard. It is called "your part", never a rank. */
export function StudentPart(props: {
  readonly played: readonly PlayedBar[];
  readonly bars: readonly number[];
  readonly onHear: (name: string, notes: readonly StrumNote[]) => void;
}) {
  const { played, bars, onHear } = props;
  const document = useDocument();
  const part = usePart();
  const { pupils } = usePupils();
  const [left, setLeft] = useState<RungLevel>(3);
  const [right, setRight] = useState<RungLevel>(1);
  const hear = (): void => {
    const mixed = mixRungs(document, part, pupils, { left, right });
    onHear('Your part', listRungNotes({ document, part, played }, mixed, bars[0] ?? 0, bars.length));
  };
  return (
    <section aria-label="One student’s part">
      <h3>Hands on different rungs</h3>
      <Row>
        <NumberSelect label="Left hand" values={RUNG_LEVELS} value={left} onChange={setLeft} />
        <NumberSelect label="Right hand" values={RUNG_LEVELS} value={right} onChange={setRight} />
        <Button onPress={hear}>Hear it</Button>
      </Row>
    </section>
  );
}

const Row = styled.div`
  display: flex; flex-wrap: wrap; gap: 12px; align-items: end;
`;
