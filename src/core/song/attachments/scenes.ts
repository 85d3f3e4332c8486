/* The scenes of a song: how passages are rehearsed, kept by name. */
import { isEqual } from '../../kernel/equal.ts';
import { err, ok, type Result } from '../../kernel/result.ts';
import { TEMPO_LIMITS } from '../../rhythm/tempo.ts';
import type { SongDocument } from '../document/document.ts';
import type { Scene } from '../document/scene.ts';
import { isSceneName, SCENE_LIMITS } from '../document/song-limits.ts';
import type { Detached } from './attachments.ts';

/** Keeps a scene: in the place of the one with its id, or as a new one where that is null. */
export type PutScene = {
  readonly kind: 'put-scene';
  readonly sceneId: number | null;
  readonly scene: Omit<Scene, 'id'>;
};

/** Takes a scene away. */
export type DropScene = { readonly kind: 'drop-scene'; readonly sceneId: number };

/** Why a scene cannot be kept or taken away. */
export type SceneError =
  | { readonly kind: 'no-such-scene'; readonly sceneId: number }
  | { readonly kind: 'bad-scene-name'; readonly most: number }
  | { readonly kind: 'scene-named-twice'; readonly name: string }
  | { readonly kind: 'scene-tempo-out-of-bounds' }
  | { readonly kind: 'too-many-scenes'; readonly most: number };

/** Carries out the keeping of a scene. */
export function putScene(document: SongDocument, { sceneId, scene }: PutScene): Result<Detached, SceneError> {
  const { scenes } = document;
  const old = scenes.find(({ id }) => id === sceneId);
  const fault = faultOf(document, sceneId, scene);
  if (fault !== null) {
    return err(fault);
  }
  if (old !== undefined) {
    const next = { ...scene, id: old.id };
    return ok({
      document: isEqual(old, next)
        ? document
        : { ...document, scenes: scenes.map((each) => (each === old ? next : each)) },
      lost: [],
    });
  }
  const { nextId } = document;
  return ok({
    document: { ...document, nextId: nextId + 1, scenes: [...scenes, { ...scene, id: nextId }] },
    lost: [],
  });
}

function faultOf({ scenes }: SongDocument, sceneId: number | null, scene: Omit<Scene, 'id'>): SceneError | null {
  const others = scenes.filter(({ id }) => id !== sceneId);
  const { slowest, fastest } = TEMPO_LIMITS;
  const tempos = [scene.bpm, ...(scene.ramp === null ? [] : [scene.ramp.startBpm, scene.ramp.goalBpm])];
  if (sceneId !== null && others.length === scenes.length) {
    return { kind: 'no-such-scene', sceneId };
  }
  if (!isSceneName(scene.name)) {
    return { kind: 'bad-scene-name', most: SCENE_LIMITS.nameCharacters };
  }
  if (others.some(({ name }) => name.toLowerCase() === scene.name.toLowerCase())) {
    return { kind: 'scene-named-twice', name: scene.name };
  }
  if (tempos.some((bpm) => bpm < slowest || bpm > fastest)) {
    return { kind: 'scene-tempo-out-of-bounds' };
  }
  return others.length >= SCENE_LIMITS.scenes ? { kind: 'too-many-scenes', most: SCENE_LIMITS.scenes } : null;
}

/** Carries out the taking away of a scene. */
export function dropScene(document: SongDocument, { sceneId }: DropScene): Result<Detached, SceneError> {
  const scenes = document.scenes.filter(({ id }) => id !== sceneId);
  return scenes.length === document.scenes.length
    ? err({ kind: 'no-such-scene', sceneId })
    : ok({ document: { ...document, scenes }, lost: [] });
}
