import { useState } from 'react';
import { styled } from 'styled-components';
import type { RungBar } from '../../../core/arrange/rung.ts';
import { toMidiSong } from '../../../core/formats/midi/midi-song.ts';
import { chartTextOf } from '../../../core/formats/text-chart/format-chart.ts';
import { toCanonicalJson } from '../../../core/kernel/canonical-json.ts';
import { fileNameOf } from '../../../core/page/file-name.ts';
import { useDocument, usePart } from '../../editor/use-song.tsx';
import { colour } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';

/** The song as a file of an open format, to be taken along; the MIDI file plays what the page shows. */
export function TakeFiles({ ownBars }: { readonly ownBars: readonly RungBar[] | null }) {
  const document = useDocument();
  const part = usePart();
  const [problem, setProblem] = useState('');
  const { title } = document.facts;
  const takeMidi = async (): Promise<void> => {
    try {
      const { toMidiBytes } = await import('../../../exchange/midi-bytes.ts');
      const bytes = toMidiBytes(toMidiSong(document, part, ownBars));
      download(new Blob([bytes.slice().buffer], { type: 'audio/midi' }), fileNameOf(title, 'mid'));
    } catch {
      setProblem('The MIDI writer could not be loaded. Try again when the server answers.');
    }
  };
  const takeText = (text: string, type: string, ending: string): void =>
    download(new Blob([text], { type }), fileNameOf(title, ending));
  return (
    <Row>
      <span>The song as a file:</span>
      <Button weight="word" onPress={() => takeText(chartTextOf(document), 'text/plain', 'txt')}>
        Text chart
      </Button>
      <Button weight="word" onPress={() => void takeMidi()}>
        MIDI
      </Button>
      <Button weight="word" onPress={() => takeText(`${toCanonicalJson(document)}\n`, 'application/json', 'json')}>
        JSON
      </Button>
      {problem !== '' && <span role="alert">{problem}</span>}
    </Row>
  );
}

/** Hands a file to the browser. */
function download(blob: Blob, name: string): void {
  const link = window.document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

const Row = styled.div`
  display: flex; flex-wrap: wrap; gap: 4px 14px; align-items: center; width: min(100%, 760px); font-size: 14px; color: ${colour.quiet};
  @media print { display: none; }
`;
