import { useState } from 'react';
import { styled } from 'styled-components';
import { easiestFrets } from '../../../core/arrange/capo/capo-rows.ts';
import { toSvg } from '../../../core/formats/svg/svg-page.ts';
import { drawLadder, ladderWords } from '../../../core/page/drawing/ladder-drawing.ts';
import { measureText } from '../../../core/page/drawing/text-width.ts';
import type { Handout } from '../../../core/page/handout/handout-content.ts';
import { fileNameOf } from '../../../core/page/layout/file-name.ts';
import { listPictures, type Picture } from '../../../core/page/layout/pictures.ts';
import { songKeysOf } from '../../../core/song/chart/song-keys.ts';
import { formatKeyWords } from '../../../core/words/setup-words.ts';
import { coreWorker } from '../../api/core-worker.ts';
import { loadFont } from '../../api/page-fonts.ts';
import { useChordName } from '../../api/settings.tsx';
import { usePlayers } from '../../editor/use-players.ts';
import { useDocument, usePart } from '../../editor/use-song.tsx';
import { download } from '../../library/download.ts';
import { pageToPng } from '../../painters/page-png.ts';
import { Button } from '../../ui/button.tsx';
import { Select } from '../../ui/select.tsx';
import { useDownload } from './use-download.ts';

const LADDER = 'the capo ladder';

/** Any drawing of the page, or the capo ladder, as a picture of its own. */
export function DownloadPictures({ handout, isBlack }: { readonly handout: Handout; readonly isBlack: boolean }) {
  const [chosen, setChosen] = useState(LADDER);
  const { busy, news, take } = useDownload();
  const drawLadderPicture = useLadderPicture();
  const pictures = listPictures(handout, isBlack, measureText);
  const names = uniqueNames(pictures.map(({ name }) => name));
  const index = names.indexOf(chosen);
  const pictureOf = async (): Promise<Picture> => pictures[index] ?? (await drawLadderPicture());
  const titleOf = ({ name }: Picture): string => `${handout.title}: ${name}`;
  const takeSvg = () =>
    take('picture', async () => {
      const picture = await pictureOf();
      const title = titleOf(picture);
      const { toFontStyle } = await import('../../../exchange/embedded-fonts.ts');
      const style = await toFontStyle([picture.page], loadFont);
      const svg = toSvg(picture.page, { title, description: picture.description, style, isHidden: false });
      download(svg, 'image/svg+xml', fileNameOf(title, 'svg'));
      return '';
    });
  const takePng = () =>
    take('picture', async () => {
      const picture = await pictureOf();
      const png = await pageToPng(picture.page);
      download(new Uint8Array(await png.arrayBuffer()), 'image/png', fileNameOf(titleOf(picture), 'png'));
      return '';
    });
  const copy = () =>
    take('copy', async () => {
      const png = pictureOf().then(({ page }) => pageToPng(page));
      await navigator.clipboard.write([new ClipboardItem({ 'image/png': png })]);
      return 'The picture is in the clipboard.';
    });
  return (
    <>
      <Select
        label="What"
        options={[...new Set([LADDER, ...names])].map((name) => ({ value: name, text: name }))}
        value={index < 0 ? LADDER : chosen}
        onChange={setChosen}
      />
      <Row>
        <Button onPress={() => void takeSvg()} isDisabled={busy !== ''}>
          SVG
        </Button>
        <Button onPress={() => void takePng()} isDisabled={busy !== ''}>
          PNG
        </Button>
        <Button onPress={() => void copy()} isDisabled={busy !== ''}>
          Copy
        </Button>
      </Row>
      <p role="status">{news}</p>
    </>
  );
}

/** Names by which each can be chosen; those that come again are numbered. */
function uniqueNames(names: readonly string[]): readonly string[] {
  return names.map((name, index) => {
    const before = names.slice(0, index).filter((other) => other === name).length;
    return before === 0 && name !== LADDER ? name : `${name} (${before + 1})`;
  });
}

/** Plans the capo as the Capo step does, and draws it. */
function useLadderPicture(): () => Promise<Picture> {
  const document = useDocument();
  const part = usePart();
  const { players } = usePlayers();
  const nameOf = useChordName();
  return async () => {
    const { rows } = await coreWorker.ask<'plan-capo'>({ kind: 'plan-capo', document, partId: part.id, players })
      .result;
    const picture = {
      title: document.facts.title,
      soundingWords: `Sounds in ${formatKeyWords(songKeysOf(document, part).sounding)}. Effort in easy fingers, less is easier.`,
      rows,
      capoFret: part.setup.capoFret,
      easiest: easiestFrets(rows),
      scaleLengthMm: part.instrument.scaleLengthMm,
    };
    return { name: LADDER, description: ladderWords(picture, nameOf), page: drawLadder(picture, nameOf) };
  };
}

const Row = styled.div`
  display: flex; flex-wrap: wrap; gap: 8px;
`;
