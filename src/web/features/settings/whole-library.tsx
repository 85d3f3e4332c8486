import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { styled } from 'styled-components';
import { type Backup, backupSchema } from '../../../contract/backup-schema.ts';
import { api } from '../../api/client.ts';
import { settleSaves } from '../../editor/pending-saves.ts';
import { download } from '../../library/download.ts';
import { RestoreDialog } from '../../library/restore-dialog.tsx';
import { Button } from '../../ui/button.tsx';

/** Largest library file that is read, in bytes. */
const MOST_BYTES = 40_000_000;

/** The whole library as one file, and back. */
export function WholeLibrary() {
  const [backup, setBackup] = useState<Backup | null>(null);
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
  const open = async (file: File | undefined): Promise<void> => {
    if (file === undefined) {
      return;
    }
    const read = file.size > MOST_BYTES ? null : backupSchema.safeParse(parseJson(await readUtf8(file)));
    setNews(
      read?.success === true
        ? ''
        : `${file.name} is no library of this program, or of a newer one. Nothing was changed.`,
    );
    setBackup(read?.success === true ? read.data : null);
  };
  return (
    <section>
      <h2>The whole library</h2>
      <p>
        All songs, classes and settings as one JSON file, to keep elsewhere or to take to another machine. Kept versions
        stay here. What a file would change is shown before anything is.
      </p>
      <Row>
        <Button onPress={() => void take()}>Take it along</Button>
        <FileTrigger acceptedFileTypes={['application/json', '.json']} onSelect={(files) => void open(files?.[0])}>
          <Button>Bring one back</Button>
        </FileTrigger>
      </Row>
      {news !== '' && <p role="alert">{news}</p>}
      {backup !== null && <RestoreDialog backup={backup} onClose={() => setBackup(null)} />}
    </section>
  );
}

/** The text of a file, or nothing where it is not UTF-8. */
async function readUtf8(file: File): Promise<string> {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(await file.arrayBuffer());
  } catch {
    return '';
  }
}

function parseJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

const Row = styled.div`
  display: flex; flex-wrap: wrap; gap: 10px;
`;
