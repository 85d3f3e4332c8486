import { styled } from 'styled-components';
import type { LevelBar } from '../../../core/arrange/levels/level.ts';
import { toMapTable, toShapeTable } from '../../../core/formats/csv/song-rows.ts';
import { toMidiSong } from '../../../core/formats/midi/midi-song.ts';
import { toScore } from '../../../core/formats/musicxml/to-score.ts';
import { chartTextOf } from '../../../core/formats/text-chart/format-chart.ts';
import { toCanonicalJson } from '../../../core/kernel/canonical-json.ts';
import { fileNameOf } from '../../../core/page/layout/file-name.ts';
import { useDocument, usePart } from '../../editor/use-song.tsx';
import { download } from '../../library/download.ts';
import { Button } from '../../ui/button.tsx';
import { useDownload } from './use-download.ts';

/** The song as a file of an open format, to be taken along; the MIDI file plays what the page shows. */
export function DownloadFiles({ ownBars }: { readonly ownBars: readonly LevelBar[] | null }) {
  const document = useDocument();
  const part = usePart();
  const { busy, news, take } = useDownload();
  const { title } = document.facts;
  const takeMidi = () =>
    take('MIDI', async () => {
      const { toMidiBytes } = await import('../../../exchange/midi-bytes.ts');
      download(toMidiBytes(toMidiSong(document, part, ownBars)), 'audio/midi', fileNameOf(title, 'mid'));
      return '';
    });
  const takeScore = (isPacked: boolean) =>
    take('MusicXML', async () => {
      const { toMusicXmlText } = await import('../../../exchange/musicxml-text.ts');
      const text = toMusicXmlText(toScore(document, part));
      if (isPacked) {
        const { packScore } = await import('../../../exchange/pack-score.ts');
        download(packScore(text), 'application/vnd.recordare.musicxml', fileNameOf(title, 'mxl'));
      } else {
        download(text, 'application/vnd.recordare.musicxml+xml', fileNameOf(title, 'musicxml'));
      }
      return '';
    });
  const takeTable = (of: 'map' | 'shapes') =>
    take('table', async () => {
      const { toCsvText } = await import('../../../exchange/csv-text.ts');
      const table = of === 'map' ? toMapTable(document, part) : toShapeTable(document, part);
      download(toCsvText(table), 'text/csv', fileNameOf(`${title} ${of}`, 'csv'));
      return '';
    });
  const takeText = (text: string, type: string, ending: string): void =>
    download(text, type, fileNameOf(title, ending));
  return (
    <>
      <Row>
        <Button weight="word" onPress={() => takeText(chartTextOf(document), 'text/plain', 'txt')}>
          Text chart
        </Button>
        <Button weight="word" onPress={() => void takeMidi()} isDisabled={busy !== ''}>
          MIDI
        </Button>
        <Button weight="word" onPress={() => void takeScore(false)} isDisabled={busy !== ''}>
          MusicXML
        </Button>
        <Button weight="word" onPress={() => void takeScore(true)} isDisabled={busy !== ''}>
          MusicXML, packed
        </Button>
        <Button weight="word" onPress={() => takeText(`${toCanonicalJson(document)}\n`, 'application/json', 'json')}>
          JSON
        </Button>
        <Button weight="word" onPress={() => void takeTable('map')} isDisabled={busy !== ''}>
          CSV of the bars
        </Button>
        <Button weight="word" onPress={() => void takeTable('shapes')} isDisabled={busy !== ''}>
          CSV of the shapes
        </Button>
      </Row>
      <p role="status">{news}</p>
    </>
  );
}

const Row = styled.div`
  display: flex; flex-wrap: wrap; gap: 4px 14px;
`;
