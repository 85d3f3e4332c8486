import { useState } from 'react';
import { styled } from 'styled-components';
import { mixRungs } from '../../../core/arrange/rungs.ts';
import { listRungNotes, type StrumNote } from '../../../core/arrange/strum-events.ts';
import type { RungLevel } from '../../../core/song/document.ts';
import type { PlayedBar } from '../../../core/song/played-bars.ts';
import { usePupils } from '../../editor/use-pupils.ts';
import { useDocument, usePart } from '../../editor/use-song.tsx';
import { Button } from '../../ui/button.tsx';
import { Select } from '../../ui/select.tsx';

const LEVELS = ['1', '2', '3', '4', '5'] as const;

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
  const [left, setLeft] = useState<(typeof LEVELS)[number]>('3');
  const [right, setRight] = useState<(typeof LEVELS)[number]>('1');
  const hear = (): void => {
    const levels = { left: Number(left) as RungLevel, right: Number(right) as RungLevel };
    const mixed = mixRungs(document, part, pupils, levels);
    onHear('Your part', listRungNotes({ document, part, played }, mixed, bars[0] ?? 0, bars.length));
  };
  const options = LEVELS.map((value) => ({ value, text: value }));
  return (
    <section aria-label="One student’s part">
      <h3>Hands on different rungs</h3>
      <Row>
        <Select label="Left hand" options={options} value={left} onChange={setLeft} />
        <Select label="Right hand" options={options} value={right} onChange={setRight} />
        <Button onPress={hear}>Hear it</Button>
      </Row>
    </section>
  );
}

const Row = styled.div`
  display: flex; flex-wrap: wrap; gap: 12px; align-items: end;
`;
