import { styled } from 'styled-components';
import { isEqual } from '../../../../core/kernel/equal.ts';
import type { Scene, SceneSetup } from '../../../../core/song/document/scene.ts';
import { SCENE_LIMITS } from '../../../../core/song/document/song-limits.ts';
import { sayScene, sayScenes } from '../../../../core/words/rehearse/scene-words.ts';
import { useRun } from '../../../editor/use-run.ts';
import { useDocument } from '../../../editor/use-song.tsx';
import { colour } from '../../../theme/tokens.ts';
import { Button } from '../../../ui/button.tsx';
import { Caution } from '../../../ui/caution.tsx';
import { AddField } from '../../../ui/field.tsx';
import { Panel } from '../../../ui/panel.tsx';
import { Signed } from '../../../ui/signed.tsx';
import { Tick } from '../../../ui/tick.tsx';
import type { PlayAlong } from '../play-along.ts';
import { useSongChordName } from '../use-song-chord-name.ts';

/** What is set up now, kept with the song under a name, and what was kept before. */
export function ScenesPanel({ playAlong }: { readonly playAlong: PlayAlong }) {
  const { scenes } = useDocument();
  const setup = playAlong.use((state) => state.setup);
  const { run, problem } = useRun();
  const put = (scene: Omit<Scene, 'id'>, sceneId: number | null): boolean => run({ kind: 'put-scene', sceneId, scene });
  return (
    <Panel title="Scenes" summary={sayScenes(scenes.length)}>
      <AddField
        label="Keep what is set up now as"
        hint="such as Monday"
        maxLength={SCENE_LIMITS.nameCharacters}
        onAdd={(name) => put({ ...toScene(setup), name: name.trim(), isOnPage: false }, null)}
      />
      {problem !== '' && <Caution role="alert">{problem}</Caution>}
      <List>
        {scenes.map((scene) => (
          <SceneRow
            key={scene.id}
            scene={scene}
            isSetUp={isEqual(toScene(setup), toScene(scene))}
            onTake={() => takeScene(playAlong, scene)}
            onPut={(next) => put(next, scene.id)}
            onKeepNow={() => put({ ...toScene(setup), name: scene.name, isOnPage: scene.isOnPage }, scene.id)}
            onDrop={() => run({ kind: 'drop-scene', sceneId: scene.id })}
          />
        ))}
      </List>
    </Panel>
  );
}

function SceneRow(props: {
  readonly scene: Scene;
  readonly isSetUp: boolean;
  readonly onTake: () => void;
  readonly onPut: (scene: Omit<Scene, 'id'>) => void;
  readonly onKeepNow: () => void;
  readonly onDrop: () => void;
}) {
  const { scene, isSetUp, onTake, onPut, onKeepNow, onDrop } = props;
  const document = useDocument();
  const nameOf = useSongChordName();
  const { id: _, ...own } = scene;
  return (
    <li>
      <span>
        <Signed text={sayScene(document, scene, nameOf)} />
      </span>
      <Row>
        <Button weight="word" isDisabled={isSetUp} aria-label={`Set up ${scene.name}`} onPress={onTake}>
          {isSetUp ? 'set up' : 'set it up'}
        </Button>
        <Button
          weight="word"
          isDisabled={isSetUp}
          aria-label={`Keep what is set up now as ${scene.name}`}
          onPress={onKeepNow}
        >
          keep as it is now
        </Button>
        <Button weight="word" aria-label={`Take ${scene.name} away`} onPress={onDrop}>
          take away
        </Button>
      </Row>
      <Tick text="on the page" isOn={scene.isOnPage} onChange={(isOnPage) => onPut({ ...own, isOnPage })} />
    </li>
  );
}

/** What of a setup is kept. */
function toScene({ range, bpm, ramp, isLooped, hasRest, click, silent, left, right, loop }: SceneSetup): SceneSetup {
  return { range, bpm, ramp, isLooped, hasRest, click, silent, left, right, loop };
}

/** Sets a scene up; a loop that was laid around a line is forgotten. */
function takeScene(playAlong: PlayAlong, scene: Scene): void {
  playAlong.use.setState({ before: null, isCounted: false });
  playAlong.change(toScene(scene));
}

const List = styled.ul`
  && { list-style: none; padding: 0; }
  li { padding: 8px 0; border-bottom: 1px solid ${colour.hairline}; }
`;
const Row = styled.div`
  display: flex; flex-wrap: wrap; gap: 4px 12px;
`;
