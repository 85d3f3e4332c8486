import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { styled } from 'styled-components';
import type {
  Compared,
  Comparison,
  LibraryPreview,
  RestoredLibrary,
  RestoreMode,
} from '../../contract/library-schema.ts';
import { formatCount, plural } from '../../core/kernel/plural.ts';
import { api } from '../api/client.ts';
import { reasonOf } from '../api/reason.ts';
import { colour } from '../theme/tokens.ts';
import { Button } from '../ui/button.tsx';
import { Choice } from '../ui/choice.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { Loading } from '../ui/loading.tsx';
import { Progress } from '../ui/progress.tsx';

const MODES: readonly { readonly value: RestoreMode; readonly text: string }[] = [
  { value: 'merge', text: 'beside what is here' },
  { value: 'replace', text: 'in place of what is here' },
];

/** What happens to a song in each way of bringing a library back. */
const SONG_WORDS: Readonly<Record<RestoreMode, Readonly<Record<Comparison, string>>>> = {
  merge: {
    added: 'new here, to come in',
    'newer-there': 'later in the file, which is taken; what is here becomes a kept version',
    'newer-here': 'later here, which stays; what the file has becomes a kept version',
    'only-here': 'only here, to stay',
    same: 'the same in both',
    unreadable: 'not readable, left out',
  },
  replace: {
    added: 'new here, to come in',
    'newer-there': 'later in the file, which is taken; what is here becomes a kept version',
    'newer-here': 'later here, but what the file has is taken; what is here becomes a kept version',
    'only-here': 'only here, to be taken out',
    same: 'the same in both',
    unreadable: 'not readable, left out',
  },
};

const ORDER: readonly Comparison[] = ['only-here', 'unreadable', 'newer-here', 'newer-there', 'added', 'same'];

/** What bringing a library back from a file would change, song by song; then it is done, all of it or nothing. Closing it stops the looking. */
export function RestoreDialog({ file, onClose }: { readonly file: File; readonly onClose: () => void }) {
  const queries = useQueryClient();
  const [mode, setMode] = useState<RestoreMode>('merge');
  const [done, setDone] = useState<RestoredLibrary | null>(null);
  const [problem, setProblem] = useState('');
  const [isWorking, setWorking] = useState(false);
  const [share, setShare] = useState(0);
  const preview = useQuery({
    queryKey: ['library-preview', file.name, file.size, file.lastModified],
    queryFn: ({ signal }) => api.previewLibrary(file, { onProgress: setShare, signal }),
    gcTime: 0,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  const bringBack = async (): Promise<void> => {
    setWorking(true);
    setProblem('');
    setShare(0);
    try {
      // Once it is sent it is done as a whole, whether or not somebody waits for it.
      const { signal } = new AbortController();
      setDone(await api.restoreLibrary(file, mode, { onProgress: setShare, signal }));
      await queries.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== 'library-preview' });
    } catch (error) {
      setProblem(reasonOf(error));
    } finally {
      setWorking(false);
    }
  };
  return (
    <Dialog title="A whole library" isOpen onClose={onClose} isWide>
      {preview.isPending && <Sending share={share} what="Comparing it with what is here …" />}
      {preview.isError && (
        <p role="alert">
          {file.name}: {preview.error.message}
        </p>
      )}
      {done !== null && <Done done={done} />}
      {done === null && preview.data !== undefined && (
        <>
          <Choice label="Bring it back" options={MODES} value={mode} onChange={setMode} />
          <Changes preview={preview.data} mode={mode} />
          {problem !== '' && <p role="alert">{problem}</p>}
          {isWorking && <Sending share={share} what="Putting it in …" />}
          <Button weight="strong" isDisabled={isWorking} onPress={() => void bringBack()}>
            {mode === 'merge' ? 'Bring it in' : 'Put it in place of this library'}
          </Button>
        </>
      )}
    </Dialog>
  );
}

/** How far a file is sent, and then what is done with it. */
function Sending({ share, what }: { readonly share: number; readonly what: string }) {
  return share < 1 ? <Progress label="Sending the file" share={share} /> : <Loading what={what} />;
}

function Changes({ preview, mode }: { readonly preview: LibraryPreview; readonly mode: RestoreMode }) {
  const { songs } = preview;
  const groups = ORDER.flatMap((comparison) => {
    const own = songs.filter((song) => song.comparison === comparison);
    return own.length === 0 ? [] : [{ comparison, own }];
  });
  return (
    <List>
      {groups.map(({ comparison, own }) => (
        <li key={comparison} data-warns={isWarning(comparison, mode) || undefined}>
          <b>
            {formatCount(own.length, 'song')}: {SONG_WORDS[mode][comparison]}
          </b>
          <p>{namesOf(own)}</p>
        </li>
      ))}
      <li>
        <b>Classes, results of drills, and settings</b>
        <p>{restWords(preview, mode)}</p>
      </li>
    </List>
  );
}

function isWarning(comparison: Comparison, mode: RestoreMode): boolean {
  return (
    comparison === 'unreadable' || (mode === 'replace' && (comparison === 'only-here' || comparison === 'newer-here'))
  );
}

const MOST_NAMES = 30;

function namesOf(songs: readonly Compared[]): string {
  const more = songs.length - MOST_NAMES;
  return `${songs
    .slice(0, MOST_NAMES)
    .map(({ name }) => name)
    .join(' · ')}${more > 0 ? ` · and ${more} more` : ''}`;
}

/** What becomes of all that is no song. */
function restWords({ classes, newResults, settingsDiffer }: LibraryPreview, mode: RestoreMode): string {
  const count = (comparison: Comparison): number => classes.filter((each) => each.comparison === comparison).length;
  const classWords =
    mode === 'merge'
      ? `${formatCount(count('added'), 'class', 'classes')} ${plural(count('added'), 'comes', 'come')} in; those that are here stay as they are.`
      : `The classes are those of the file: ${count('added')} new, ${count('newer-here')} changed, ${count('only-here')} taken out.`;
  const results =
    mode === 'merge'
      ? `${formatCount(newResults, 'result')} of drills ${plural(newResults, 'comes', 'come')} in.`
      : `The results of drills are those of the file, ${newResults} of them new.`;
  const settings = !settingsDiffer
    ? 'The settings are the same.'
    : mode === 'merge'
      ? 'The settings stay as they are here.'
      : 'The settings become those of the file.';
  return `${classWords} ${results} ${settings}`;
}

function Done({ done }: { readonly done: RestoredLibrary }) {
  const { added, changed, removed, leftOut, keptIn } = done;
  return (
    <>
      <p role="status">
        {formatCount(added, 'song')} came in, {changed} changed, {removed} taken out.
        {leftOut.length > 0 && ` ${leftOut.length} could not be read and stay in the file.`}
      </p>
      {keptIn !== null && <p>The library as it was before lies in the data folder, in {keptIn}.</p>}
    </>
  );
}

const List = styled.ul`
  list-style: none; margin: 0; padding: 0; width: 100%;
  li { border-top: 1px solid ${colour.hairline}; padding: 8px 0; }
  p { font-size: 14px; color: ${colour.quiet}; overflow-wrap: anywhere; }
  li[data-warns] b { color: ${colour.rosewood}; }
`;
