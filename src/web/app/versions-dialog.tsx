import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { styled } from 'styled-components';
import type { KeptVersion, VersionReason } from '../../contract/api.ts';
import { sayChanges } from '../../core/words/version-words.ts';
import { api } from '../api/client.ts';
import { reasonOf } from '../api/reason.ts';
import { useSongEditor, useSongState } from '../editor/use-song.tsx';
import { colour } from '../theme/tokens.ts';
import { Button } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { Loading } from '../ui/loading.tsx';
import { formatMoment } from '../ui/moment.ts';

const REASONS: Readonly<Record<VersionReason, string>> = {
  editing: 'while editing',
  'before-restore': 'before another was brought back',
  'before-import': 'before an import',
  conflict: 'gave way in a conflict',
};

/** The kept versions of the song, newest first, each with what changed after it, and the way back. */
export function VersionsDialog({ onClose }: { readonly onClose: () => void }) {
  const id = useSongState((state) => state.id);
  const editor = useSongEditor();
  const versions = useQuery({
    queryKey: ['versions', id],
    queryFn: async () => {
      await editor.flush();
      return api.listVersions(id);
    },
    gcTime: 0,
    staleTime: 0,
  });
  return (
    <Dialog title="Kept versions" isOpen onClose={onClose}>
      {versions.isPending && <Loading what="Looking them up …" />}
      {versions.isError && <p role="alert">{versions.error.message}</p>}
      {versions.data?.length === 0 && (
        <p>None yet. While you edit, a version is kept at most every ten minutes; older ones thin out.</p>
      )}
      <List>
        {versions.data?.map((version) => (
          <Version key={version.id} version={version} onBack={onClose} />
        ))}
      </List>
    </Dialog>
  );
}

function Version({ version, onBack }: { readonly version: KeptVersion; readonly onBack: () => void }) {
  const editor = useSongEditor();
  const id = useSongState((state) => state.id);
  const [problem, setProblem] = useState('');
  const madeAt = formatMoment(version.madeAt);
  const bringBack = async (): Promise<void> => {
    try {
      const document = await api.openVersion(id, version.id);
      await editor.flush();
      await api.keepVersion(id, { reason: 'before-restore' });
      editor.run({ kind: 'replace-song', document });
      onBack();
    } catch (error) {
      setProblem(reasonOf(error, 'It could not be brought back.'));
    }
  };
  return (
    <li>
      <div>
        <b>{madeAt}</b> <small>{REASONS[version.reason]}</small>
        <p>
          {version.changes === null
            ? 'This version cannot be read.'
            : `Changed after it: ${sayChanges(version.changes)}.`}
        </p>
        {problem !== '' && <p role="alert">{problem}</p>}
      </div>
      <Button
        isDisabled={version.changes === null}
        aria-label={`Bring back ${madeAt}`}
        onPress={() => void bringBack()}
      >
        Bring back
      </Button>
    </li>
  );
}

const List = styled.ol`
  list-style: none; margin: 0; padding: 0; width: 100%;
  li { display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 16px; align-items: center; border-top: 1px solid ${colour.hairline}; padding: 8px 0; }
  small { color: ${colour.quiet}; }
  p { font-size: 14px; color: ${colour.quiet}; overflow-wrap: anywhere; }
`;
