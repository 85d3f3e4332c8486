import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { Input, Label, SearchField } from 'react-aria-components';
import { styled } from 'styled-components';
import type { SongChoices, SongSort } from '../../../contract/song-list-schema.ts';
import { parseChordSymbol } from '../../../core/harmony/chord-symbol.ts';
import { parseKey } from '../../../core/harmony/key.ts';
import { plural } from '../../../core/kernel/plural.ts';
import { formatKeyWords } from '../../../core/words/setup-words.ts';
import { api } from '../../api/client.ts';
import { colour } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { Field } from '../../ui/field.tsx';
import { Select } from '../../ui/select.tsx';
import { Tick } from '../../ui/tick.tsx';
import type { useSongQuery, Wanted } from './use-song-query.ts';

const SORTS: readonly { readonly value: SongSort; readonly text: string }[] = [
  { value: 'opened', text: 'last opened' },
  { value: 'changed', text: 'last changed' },
  { value: 'title', text: 'title' },
  { value: 'credit', text: 'credit' },
  { value: 'key', text: 'key' },
  { value: 'capo', text: 'capo' },
  { value: 'chords', text: 'number of chords' },
  { value: 'length', text: 'length' },
];
const ANY = '';
const LOOK_AGAIN_MS = 3000;
const MOST_CHORDS = ['2', '3', '4', '5', '6', '8', '10'];

/** What there is to choose from before that is known: the controls stand there already, so that the songs below stay where they are. */
const NOTHING_YET: SongChoices = { songs: 0, unjudged: 0, keys: [], capoFrets: [], shapes: [], tags: [] };

type Change = (change: Partial<Wanted>) => void;

/** Finds songs by their words, and narrows them down by what a class can play. */
export function SongFinder(props: { readonly query: ReturnType<typeof useSongQuery>; readonly total: number | null }) {
  const { wanted, isNarrowed, change, clear } = props.query;
  const choices = useQuery({
    queryKey: ['songs', 'choices'],
    queryFn: api.readSongChoices,
    staleTime: 0,
    // As long as the engine looks at songs, what it says of them comes in.
    refetchInterval: ({ state }) => ((state.data?.unjudged ?? 0) > 0 ? LOOK_AGAIN_MS : false),
  });
  const there = choices.data ?? NOTHING_YET;
  useListedAgain(choices.data?.unjudged);
  const [isOpen, setOpen] = useState(isNarrowed && wanted.words === '');
  return (
    <Frame role="search" aria-label="Songs">
      <div>
        <WordsField words={wanted.words} onChange={(words) => change({ words })} />
        <Select label="In the order of" options={SORTS} value={wanted.sort} onChange={(sort) => change({ sort })} />
        <TagSelect wanted={wanted} change={change} tags={there.tags} />
        <p role="status">{foundWords(props.total, isNarrowed, choices.data ?? null)}</p>
        {isNarrowed && (
          <Button weight="word" onPress={clear}>
            Show all songs
          </Button>
        )}
      </div>
      <details open={isOpen} onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
        <summary>By key, capo, chords and shapes</summary>
        {isOpen && <Narrowing wanted={wanted} change={change} choices={there} />}
      </details>
    </Frame>
  );
}

/** Fetches the list again when the engine has looked at more of its songs. */
function useListedAgain(unjudged: number | undefined): void {
  const queries = useQueryClient();
  const before = useRef(unjudged);
  useEffect(() => {
    if (before.current !== undefined && before.current !== unjudged) {
      void queries.invalidateQueries({ queryKey: ['songs'], predicate: ({ queryKey }) => queryKey[1] !== 'choices' });
    }
    before.current = unjudged;
  }, [unjudged, queries]);
}

/** The words that are looked for, from key to key. */
function WordsField({ words, onChange }: { readonly words: string; readonly onChange: (words: string) => void }) {
  const [text, setText] = useState(words);
  useEffect(() => setText((typed) => (typed.trim() === words ? typed : words)), [words]);
  return (
    <Words
      value={text}
      maxLength={200}
      onChange={(typed) => {
        onChange(typed.trim());
        setText(typed);
      }}
    >
      <Label>Find in title, credit, tags, sections and words</Label>
      <Input />
    </Words>
  );
}

/** The tag that songs are to have; nothing where no song has one. */
function TagSelect(props: { readonly wanted: Wanted; readonly change: Change; readonly tags: readonly string[] }) {
  const { wanted, change, tags } = props;
  const tag = wanted.tags[0] ?? ANY;
  return tags.length === 0 && tag === ANY ? null : (
    <Select
      label="Tag"
      options={[
        { value: ANY, text: 'any' },
        ...withOwn(tags, tag === ANY ? null : tag).map((each) => ({ value: each, text: each })),
      ]}
      value={tag}
      onChange={(chosen) => change({ tags: chosen === ANY ? [] : [chosen] })}
    />
  );
}

function Narrowing(props: { readonly wanted: Wanted; readonly change: Change; readonly choices: SongChoices }) {
  const { wanted, change, choices } = props;
  const any = { value: ANY, text: 'any' };
  return (
    <div>
      <Select
        label="Sounds in"
        options={[any, ...withOwn(choices.keys, wanted.key).map((key) => ({ value: key, text: keyWords(key) }))]}
        value={wanted.key ?? ANY}
        onChange={(key) => change({ key: key === ANY ? null : key })}
      />
      <Select
        label="Capo"
        options={[
          any,
          ...withOwn(choices.capoFrets.map(String), wanted.capoFret === null ? null : String(wanted.capoFret)).map(
            (fret) => ({ value: fret, text: fret === '0' ? 'no capo' : `fret ${fret}` }),
          ),
        ]}
        value={wanted.capoFret === null ? ANY : String(wanted.capoFret)}
        onChange={(fret) => change({ capoFret: fret === ANY ? null : Number(fret) })}
      />
      <Select
        label="Chords at most"
        options={[
          any,
          ...withOwn(MOST_CHORDS, wanted.mostChords === null ? null : String(wanted.mostChords)).map((count) => ({
            value: count,
            text: count,
          })),
        ]}
        value={wanted.mostChords === null ? ANY : String(wanted.mostChords)}
        onChange={(count) => change({ mostChords: count === ANY ? null : Number(count) })}
      />
      <ShapesField
        label="Needs no shapes but"
        shapes={wanted.onlyShapes}
        onChange={(onlyShapes) => change({ onlyShapes })}
      />
      <ShapesField
        label="Needs each of the shapes"
        shapes={wanted.needsShapes}
        onChange={(needsShapes) => change({ needsShapes })}
      />
      <Tick text="no barre" isOn={wanted.hasNoBarre} onChange={(hasNoBarre) => change({ hasNoBarre })} />
      <Tick text="all open" isOn={wanted.isAllOpen} onChange={(isAllOpen) => change({ isAllOpen })} />
    </div>
  );
}

function ShapesField(props: {
  readonly label: string;
  readonly shapes: readonly string[];
  readonly onChange: (shapes: string[]) => void;
}) {
  return (
    <Field
      label={props.label}
      hint="G C D Em"
      value={props.shapes.join(' ')}
      maxLength={200}
      onCommit={(text) => {
        const names = text.split(/[\s,]+/).filter((name) => name !== '');
        const odd = names.find((name) => !parseChordSymbol(name).ok);
        if (odd !== undefined) {
          return `“${odd}” is no chord known here.`;
        }
        props.onChange(names);
        return null;
      }}
    />
  );
}

/** The choices, with the one that is made where no song has it any more. */
function withOwn(choices: readonly string[], own: string | null): readonly string[] {
  return own === null || choices.includes(own) ? choices : [own, ...choices];
}

function keyWords(text: string): string {
  const key = parseKey(text);
  return key.ok ? formatKeyWords(key.value) : text;
}

function foundWords(total: number | null, isNarrowed: boolean, choices: SongChoices | null): string {
  if (total === null || choices === null) {
    return '';
  }
  const found = isNarrowed ? `${total.toLocaleString('en')} of ${countSongs(choices.songs)}` : countSongs(total);
  return choices.unjudged === 0 ? found : `${found}; the shapes of ${choices.unjudged} are still being looked at`;
}

function countSongs(songs: number): string {
  return `${songs.toLocaleString('en')} ${plural(songs, 'song')}`;
}

/** On narrow screens the controls stand in rows that do not depend on what they say. */
const Frame = styled.search`
  display: grid; gap: 6px; padding-bottom: 12px;
  > div, details > div { display: flex; flex-wrap: wrap; gap: 8px 20px; align-items: end; }
  details > div { padding: 8px 0; }
  summary { cursor: pointer; min-height: 26px; color: ${colour.quiet}; width: fit-content; }
  p { color: ${colour.quiet}; min-height: 32px; display: flex; align-items: center; }
  @media (max-width: 1000px) {
    > div { display: grid; grid-template-columns: minmax(0, 340px) auto auto; justify-content: start; }
    > div > p, > div > p + * { grid-row: 2; }
  }
  @media (max-width: 760px) {
    > div { grid-template-columns: minmax(0, 1fr) minmax(0, 1fr); }
    > div > :first-child { grid-column: 1 / -1; }
    > div > p, > div > p + * { grid-row: 3; }
  }
`;
const Words = styled(SearchField)`
  display: grid; gap: 2px; width: min(340px, 100%);
  label { font-size: 13px; color: ${colour.quiet}; }
  input {
    font: inherit; padding: 4px 9px; min-height: 32px; width: 100%; border: 1px solid ${colour.quiet}; border-radius: 4px;
    background: ${colour.sheet}; color: ${colour.ink};
  }
`;
