import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { styled } from 'styled-components';
import { api } from '../../api/client.ts';
import { settleSaves } from '../../editor/pending-saves.ts';
import { download } from '../../library/download.ts';
import { RestoreDialog } from '../../library/restore-dialog.tsx';
import { Button } from '../../ui/button.tsx';

/** The whole library as one file, and back. */
export function WholeLibrary() {
  const [file, setFile] = useState<File | null>(null);
  const [news, setNews] = useState('');
  const take = async (): Promise<void> => {
    setNews('');
    try {
      await settleSaves();
      download(await api.takeLibrary(), 'application/json', 'golden-ladder-library.json');
    } catch (error) {
      setNews(error instanceof Error ? error.message : 'The library could not be taken along.');
    }
  };
  return (
    <section>
      <h2>The whole library</h2>
      <p>
        All songs, classes, results of drills and settings as one JSON file, to keep elsewhere or to take to another
        machine. Kept versions stay here. What a file would change is shown before anything is.
      </p>
      <Row>
        <Button onPress={() => void take()}>Take it along</Button>
        <FileTrigger
          acceptedFileTypes={['application/json', '.json']}
          onSelect={(files) => setFile(files?.[0] ?? null)}
        >
          <Button>Bring one back</Button>
        </FileTrigger>
      </Row>
      {news !== '' && <p role="alert">{news}</p>}
      {file !== null && <RestoreDialog file={file} onClose={() => setFile(null)} />}
    </section>
  );
}

const Row = styled.div`
  display: flex; flex-wrap: wrap; gap: 10px;
`;
