import { useState } from 'react';
import { Link } from 'react-router';
import type { CapoRow } from '../../../core/arrange/capo/capo-rows.ts';
import type { Hand } from '../../../core/shapes/hand.ts';
import { learnSong } from '../../../core/song/document/guitar-class.ts';
import { useClassActions, useClasses } from '../../api/classes.ts';
import { useChangeSettings, useChordName } from '../../api/settings.tsx';
import { usePlayers } from '../../editor/use-players.ts';
import { useDocument, usePart, useSongState } from '../../editor/use-song.tsx';
import { Button } from '../../ui/button.tsx';
import { Caution } from '../../ui/caution.tsx';
import { HandFields } from '../../ui/hand-fields.tsx';
import { Panel } from '../../ui/panel.tsx';
import { Select } from '../../ui/select.tsx';
import { Signed } from '../../ui/signed.tsx';
import { useSetWishes } from './key-panel.tsx';

const NONE = 'none';

/** The class that is planned for: its hand, and which shapes are new to it. */
export function ClassPanel({ row }: { readonly row: CapoRow | null }) {
  const classes = useClasses();
  const { guitarClass } = usePlayers();
  const { wishes } = usePart();
  const setWishes = useSetWishes();
  const nameOf = useChordName();
  const news = row?.newChords ?? [];
  const summary =
    guitarClass === null
      ? 'no class: every shape counts alike'
      : `${guitarClass.value.name}; ${news.length === 0 ? 'nothing new here' : `new here: ${news.map(nameOf).join(', ')}`}`;
  return (
    <Panel title="The class and its hand" summary={<Signed text={summary} />}>
      <Select
        label="Planned for"
        options={[
          { value: NONE, text: 'no class' },
          ...(classes ?? []).map(({ id, value }) => ({ value: id as string, text: value.name })),
        ]}
        value={guitarClass?.id ?? NONE}
        onChange={(id) => void setWishes({ classId: id === NONE ? null : id })}
      />
      {wishes.classId !== null && classes !== null && guitarClass === null && (
        <p>The class this song was planned for is not in this library.</p>
      )}
      <OwnHand />
      {guitarClass !== null && <Taught />}
      <p>
        <Link to="/classes">Classes and the shapes they know</Link>
      </p>
    </Panel>
  );
}

/** The hand that shapes are found for: the class's, or without one the library's. */
function OwnHand() {
  const { players, guitarClass } = usePlayers();
  const { change } = useClassActions();
  const changeSettings = useChangeSettings();
  const [problem, setProblem] = useState('');
  const set = (hand: Hand): void => {
    const saved =
      guitarClass === null ? changeSettings({ hand }) : change(guitarClass, (value) => ({ ...value, hand }));
    void saved.then((refusal) => setProblem(refusal ?? ''));
  };
  return (
    <>
      <HandFields hand={players.hand} onChange={set} />
      {problem !== '' && <Caution role="alert">{problem}</Caution>}
    </>
  );
}

/** Marks the song as taught, from which the class knows its shapes. */
function Taught() {
  const { guitarClass } = usePlayers();
  const { change } = useClassActions();
  const document = useDocument();
  const songId = useSongState(({ id }) => id);
  const [problem, setProblem] = useState('');
  if (guitarClass === null) {
    return null;
  }
  const isTaught = guitarClass.value.taughtSongIds.includes(songId);
  const teach = (): void => {
    void change(guitarClass, (value) => learnSong(value, songId, document)).then((refusal) =>
      setProblem(refusal ?? ''),
    );
  };
  return (
    <>
      <p>
        {isTaught ? 'This class was taught the song. ' : 'Once the class was taught this song, it knows its shapes. '}
        <Button weight="word" onPress={teach}>
          {isTaught ? 'Learn its shapes as they are now' : 'Mark as taught'}
        </Button>
      </p>
      {problem !== '' && <Caution role="alert">{problem}</Caution>}
    </>
  );
}
