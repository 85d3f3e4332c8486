import type { ShapePlan } from '../../../core/arrange/shapes/shape-plan.ts';
import { itemAt } from '../../../core/kernel/list.ts';
import { formatCount } from '../../../core/kernel/plural.ts';
import { sayHeld } from '../../../core/words/hold-words.ts';
import { formatKeptHand, formatSongDelta } from '../../../core/words/line-words.ts';
import { useChordName } from '../../api/settings.tsx';
import { usePart, useSongEditor } from '../../editor/use-song.tsx';
import { Button } from '../../ui/button.tsx';
import { Signed } from '../../ui/signed.tsx';
import { Told } from './told.tsx';

/** Second fingerings that the song gains by, each to be taken with one press. */
export function SecondFingerings({ plan }: { readonly plan: ShapePlan }) {
  const part = usePart();
  const nameOf = useChordName();
  const editor = useSongEditor();
  return plan.proposals.length === 0 ? null : (
    <Told>
      <h2>What a second fingering would gain</h2>
      <ul>
        {plan.proposals.map(({ chord, before, fingering, gain }) => {
          const words = `${nameOf(chord)} before ${nameOf(before)}: ${sayHeld({ fingering })}, the song ${gain.toFixed(2)} easier`;
          return (
            <li key={words}>
              <Signed text={`${words}. `} />
              <Button
                weight="word"
                aria-label={`Hold ${words}`}
                onPress={() => {
                  const stored = { fingering, origin: 'pinned' as const };
                  editor.run({ kind: 'store-shape', partId: part.id, chord, before, stored });
                }}
              >
                Hold it so
              </Button>
            </li>
          );
        })}
      </ul>
    </Told>
  );
}

/** A hand of kept fingers that could be held through several chords, to be taken as a whole. */
export function WholeHand({ plan, names }: { readonly plan: ShapePlan; readonly names: readonly string[] }) {
  const part = usePart();
  const editor = useSongEditor();
  const { keptHand } = plan;
  if (keptHand === null) {
    return null;
  }
  const words = `${formatKeptHand(keptHand, names)} Held so, ${formatSongDelta(keptHand.songDelta)}.`;
  const shapes = keptHand.members.map(({ chord, fingering }) => ({
    chord: itemAt(plan.sheets, chord).chord,
    fingering,
  }));
  return (
    <Told>
      <h2>One hand for {formatCount(shapes.length, 'chord')}</h2>
      <p>
        <Signed text={`${words} `} />
        <Button weight="word" onPress={() => editor.run({ kind: 'pin-shapes', partId: part.id, shapes })}>
          Hold all of them so
        </Button>
      </p>
    </Told>
  );
}
