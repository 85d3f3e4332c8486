import { styled } from 'styled-components';
import type { CapoRow } from '../../../core/arrange/capo/capo-rows.ts';
import type { SetupReason } from '../../../core/arrange/setup/setup-reasons.ts';
import type { Singer } from '../../../core/song/document/wishes.ts';
import { formatReason, type ReasonNames } from '../../../core/words/reason-words.ts';
import { formatCapo, formatShapeKey } from '../../../core/words/setup-words.ts';
import { BarLinked } from '../../editor/bar-links.tsx';
import { colour } from '../../theme/tokens.ts';
import { Caution } from '../../ui/caution.tsx';
import { Signed } from '../../ui/signed.tsx';
import { SingerBar } from './singer-bar.tsx';

/** Facts that stand beside a control of their own, and are not said twice. */
const SAID_ELSEWHERE: ReadonlySet<SetupReason['kind']> = new Set(['retuning']);

/** What the chosen rung means, in sentences, and what the easiest one would change. */
export function CapoReasons(props: {
  readonly row: CapoRow;
  /** The best capo, where it is another one. */
  readonly best: CapoRow | null;
  readonly names: ReasonNames;
  readonly singer: Singer | null;
}) {
  const { row, best, names, singer } = props;
  const reasons = row.reasons.filter(({ kind }) => !SAID_ELSEWHERE.has(kind));
  return (
    <Reasons>
      <h2>
        <Signed text={`${formatCapo(row.capoFret)}, hands in ${formatShapeKey(row.shapeKey)}`} />
      </h2>
      {reasons.map((reason) => (
        <p key={`${reason.kind} ${formatReason(reason, names)}`}>
          <BarLinked text={formatReason(reason, names)} />
        </p>
      ))}
      {row.singer !== null && singer !== null && (
        <SingerBar fit={row.singer} singer={singer.range} soundingKey={row.soundingKey} />
      )}
      {best !== null && <Against row={row} best={best} names={names} />}
      {row.barreChords.length > 0 && (
        <Caution>
          Barres: short sets, then rest. Stop when it hurts, and see a teacher or a clinician if it lasts.
        </Caution>
      )}
    </Reasons>
  );
}

function Against({ row, best, names }: { readonly row: CapoRow; readonly best: CapoRow; readonly names: ReasonNames }) {
  const [choice] = best.reasons;
  return (
    <>
      <h3>Against the best capo</h3>
      <p>
        <Signed
          text={`${choice === undefined ? '' : formatReason(choice, names)} Effort ${best.effort.total.toFixed(1)} against ${row.effort.total.toFixed(1)}.`}
        />
      </p>
    </>
  );
}

const Reasons = styled.div`
  display: grid; gap: 9px; align-content: start; padding-bottom: 14px;
  h3 { padding-top: 4px; font: 650 13px/1.3 'Atkinson', sans-serif; color: ${colour.quiet}; }
  p { font-size: 14.5px; }
`;
