import { useEffect, useMemo } from 'react';
import { mixLevels, type PlayedLevel } from '../../../core/arrange/levels/levels.ts';
import type { Performed } from '../../../core/arrange/performance/performance.ts';
import { performanceOf } from '../../../core/arrange/performance/performance.ts';
import type { Players } from '../../../core/arrange/problem/planner.ts';
import type { Part, SongDocument } from '../../../core/song/document/document.ts';
import { findPart, mainPartOf, secondPartOf } from '../../../core/song/document/parts.ts';
import type { SongEditor } from '../../editor/song-editor.ts';
import { useLevels } from '../../editor/use-levels.ts';
import { usePlayers } from '../../editor/use-players.ts';
import { useDocument, usePart, useSongEditor } from '../../editor/use-song.tsx';
import { createPlayAlong, type PlayAlong } from './play-along.ts';
import { type PlayAlongSetup, plainSetup } from './play-along-desk.ts';

const opened = new WeakMap<SongEditor, PlayAlong>();

/** The play-along of the open song, which follows whatever is changed in it. */
export function usePlayAlong(): PlayAlong {
  const editor = useSongEditor();
  const document = useDocument();
  const part = usePart();
  const playAlong = playAlongOf(editor, document, part);
  const left = playAlong.use(({ setup }) => setup.left);
  const right = playAlong.use(({ setup }) => setup.right);
  const levels = useLevels();
  const { players } = usePlayers();
  const guitar = useMemo(
    () => onLevels({ document, part, players, levels }, left, right),
    [document, part, players, levels, left, right],
  );
  const second = useMemo(() => secondOf(document, part), [document, part]);
  useEffect(() => playAlong.setSong({ document, guitar, second }), [playAlong, document, guitar, second]);
  // While it plays on another screen it follows what is changed there: the capo, the chords, the right hand.
  useEffect(() => {
    stopFollowing();
    return () => {
      stopFollowing = followElsewhere(editor, playAlong, players);
    };
  }, [editor, playAlong, players]);
  return playAlong;
}

let stopFollowing = (): void => undefined;

/** Follows the song until it is quiet; its own screen does so itself. Answers how to end it. */
function followElsewhere(editor: SongEditor, playAlong: PlayAlong, players: Players): () => void {
  if (playAlong.use.getState().place === null) {
    return () => undefined;
  }
  return editor.store.subscribe(({ history: { present }, partId }, { history: before }) => {
    const { place, setup } = playAlong.use.getState();
    if (present !== before.present && place !== null) {
      const part = (partId === null ? null : findPart(present, partId)) ?? mainPartOf(present);
      const guitar = onLevels({ document: present, part, players, levels: NO_LEVELS }, setup.left, setup.right);
      playAlong.setSong({ document: present, guitar, second: secondOf(present, part) });
    }
  });
}

/** Levels that are worked out as they are needed. */
const NO_LEVELS: readonly PlayedLevel[] = [];

function playAlongOf(editor: SongEditor, document: SongDocument, part: Part): PlayAlong {
  const known = opened.get(editor);
  if (known !== undefined) {
    return known;
  }
  const song = { document, guitar: performanceOf(document, part), second: secondOf(document, part) };
  const made = createPlayAlong(song, plainSetup(document));
  opened.set(editor, made);
  return made;
}

type Levelled = {
  readonly document: SongDocument;
  readonly part: Part;
  readonly players: Players;
  readonly levels: readonly PlayedLevel[] | null;
};

/** A part with its hands on levels; as it is arranged where neither is said, or the levels are still worked out. */
function onLevels(
  { document, part, players, levels }: Levelled,
  left: PlayAlongSetup['left'],
  right: PlayAlongSetup['right'],
): Performed {
  const arranged = performanceOf(document, part);
  if (left === null || right === null || levels === null) {
    return arranged;
  }
  const same = left === right ? levels.find((each) => each.levels.includes(left)) : undefined;
  const bars = same?.bars ?? mixLevels(document, part, players, { left, right });
  return { part, played: arranged.played, bars };
}

/** The guitar beside the open one; null where there is one only. */
function secondOf(document: SongDocument, part: Part): Performed | null {
  const other = secondPartOf(document, part);
  return other === null ? null : performanceOf(document, other);
}
