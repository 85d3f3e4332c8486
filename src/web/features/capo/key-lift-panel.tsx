import type { CapoRow } from '../../../core/arrange/capo/capo-rows.ts';
import { formatLift } from '../../../core/words/lift-words.ts';
import { useChordName } from '../../api/settings.tsx';
import { Panel } from '../../ui/panel.tsx';
import { Signed } from '../../ui/signed.tsx';

/** A key change inside the song: three ways through it. Not shown for a song that stays in its key. */
export function KeyLiftPanel({ lifts }: Pick<CapoRow, 'lifts'>) {
  const nameOf = useChordName();
  return lifts.length === 0 ? null : (
    <Panel
      title="Key change in the song"
      summary={<Signed text={lifts.map(({ bar, section }) => `bar ${bar}, ${section}`).join('; ')} />}
      isOpenAtFirst
    >
      {lifts.map((lift) => (
        <div key={lift.bar}>
          {formatLift(lift, nameOf).map((sentence) => (
            <p key={sentence}>
              <Signed text={sentence} />
            </p>
          ))}
        </div>
      ))}
    </Panel>
  );
}
