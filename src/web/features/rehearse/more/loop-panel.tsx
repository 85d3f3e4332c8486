import { LOOPED_LAYERS, type SceneLoop } from '../../../../core/song/document/scene.ts';
import { sayRange } from '../../../../core/words/rehearse/scene-words.ts';
import { LAYER_WORDS } from '../../../../core/words/rehearse/stage-words.ts';
import { Panel } from '../../../ui/panel.tsx';
import { Select } from '../../../ui/select.tsx';
import type { PlayAlong } from '../play-along.ts';
import { useSongChordName } from '../use-song-chord-name.ts';
import { RangeFields } from './range-fields.tsx';

const NONE = 'nothing';

/** A part of the band that goes round under whatever is played: a bass line of the verse under the solo, one bar of the second guitar. */
export function LoopPanel({ playAlong }: { readonly playAlong: PlayAlong }) {
  const { loop } = playAlong.use((state) => state.setup);
  const { document, second } = playAlong.use((state) => state.song);
  const nameOf = useSongChordName();
  const layers = LOOPED_LAYERS.filter((layer) => layer !== 'second' || second !== null);
  const summary = loop === null ? NONE : `${LAYER_WORDS[loop.layer]}: ${sayRange(document, loop.range, nameOf)}`;
  const change = (next: SceneLoop | null): void => playAlong.change({ loop: next });
  return (
    <Panel title="Looped under it" summary={summary}>
      <Select
        label="Which part goes round"
        options={[{ value: NONE, text: NONE }, ...layers.map((layer) => ({ value: layer, text: LAYER_WORDS[layer] }))]}
        value={loop?.layer ?? NONE}
        onChange={(value) => {
          const layer = layers.find((each) => each === value);
          change(layer === undefined ? null : { layer, range: loop?.range ?? { kind: 'song' } });
        }}
      />
      {loop !== null && (
        <RangeFields label="Its bars" range={loop.range} onChange={(range) => change({ ...loop, range })} />
      )}
      <p>
        It begins anew with every round. The part itself can be silenced in the band, so that only the loop is heard.
      </p>
    </Panel>
  );
}
