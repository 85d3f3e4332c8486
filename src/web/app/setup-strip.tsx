import { useMemo } from 'react';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { songKeysOf } from '../../core/song/chart/song-keys.ts';
import type { Part, SongDocument } from '../../core/song/document/document.ts';
import { findPart, mainPartOf } from '../../core/song/document/parts.ts';
import { listPlayedBars, totalsOf } from '../../core/song/played/played-bars.ts';
import { formatKeyWords, formatShapeKey, formatTempoWords, formatTotals } from '../../core/words/setup-words.ts';
import { useLaterDocument, usePart, useSongEditor } from '../editor/use-song.tsx';
import { colour, frame, nameFace } from '../theme/tokens.ts';
import { Button } from '../ui/button.tsx';
import { Choice } from '../ui/choice.tsx';
import { Signed } from '../ui/signed.tsx';
import { SaveSign } from './save-sign.tsx';

/** The strip along the top: what sounds, what the hand does, and how long it is; each word leads to where it is changed. */
export function SetupStrip({ onShow }: { readonly onShow: (sheet: 'keys' | 'versions' | 'move') => void }) {
  const document = useLaterDocument();
  const { id } = usePart();
  const words = useMemo(() => stripWords(document, findPart(document, id) ?? mainPartOf(document)), [document, id]);
  return (
    <Strip>
      <h1>{document.facts.title}</h1>
      <dl>
        {words.map(({ term, value, to }) => (
          <div key={term}>
            <dt>{term}</dt>
            <dd>
              <Link to={to}>
                <Signed text={value} />
              </Link>
            </dd>
          </div>
        ))}
      </dl>
      <PartChoice />
      <SaveSign />
      <span>
        <Button weight="word" onPress={() => onShow('move')} aria-label="Move the song to another key or capo">
          Move
        </Button>
        <Button weight="word" onPress={() => onShow('versions')} aria-keyshortcuts="v">
          Versions
        </Button>
        <Button weight="word" onPress={() => onShow('keys')} aria-keyshortcuts="?">
          Keys
        </Button>
      </span>
    </Strip>
  );
}

/** Which guitar the screens speak of, where there is more than one. */
function PartChoice() {
  const editor = useSongEditor();
  const document = useLaterDocument();
  const { id } = usePart();
  const parts = document.arrangements.flatMap((arrangement) => arrangement.parts);
  return parts.length < 2 ? null : (
    <Choice
      label="Guitar"
      options={parts.map((part, index) => ({
        value: String(part.id),
        text: part.name.length <= 12 ? part.name : `Guitar ${index + 1}`,
      }))}
      value={String(id)}
      onChange={(partId) => editor.store.setState({ partId: Number(partId) })}
    />
  );
}

function stripWords(
  document: SongDocument,
  part: Part,
): readonly { readonly term: string; readonly value: string; readonly to: string }[] {
  const played = listPlayedBars(document);
  const { sounding, shape, isFound } = songKeysOf(document, part);
  const { capoFret, tuning } = part.setup;
  const isEmpty = played.length === 0;
  return [
    {
      term: isFound && !isEmpty ? 'sounds in (found)' : 'sounds in',
      value: isEmpty && isFound ? '–' : formatKeyWords(sounding),
      to: 'listen',
    },
    { term: 'shapes in', value: isEmpty && isFound ? '–' : formatShapeKey(shape), to: 'capo' },
    { term: 'capo', value: capoFret === 0 ? 'none' : `fret ${capoFret}`, to: 'capo' },
    { term: 'tuning', value: tuning.name, to: 'listen' },
    { term: 'tempo', value: formatTempoWords(document.facts.tempo, document.facts.metre), to: 'listen' },
    { term: 'length', value: formatTotals(totalsOf(played)), to: 'map' },
  ];
}

const Strip = styled.header`
  display: flex; align-items: center; gap: 24px; min-height: ${frame.stripPx}px; padding: 8px 24px;
  border-bottom: 1px solid ${colour.hairline};
  h1 { font: 650 20px/1.2 ${nameFace}; max-width: 26ch; flex: 0 1 auto; min-width: 7ch; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
  dl { display: flex; gap: 4px 20px; margin: 0; flex: none; }
  > :last-child { flex: none; }
  @media (max-width: 1100px) { flex-wrap: wrap; dl { flex: 0 1 auto; flex-wrap: wrap; } }
  dt { font-size: 12px; color: ${colour.quiet}; line-height: 1.3; }
  dd { margin: 0; font-weight: 650; line-height: 1.3; }
  dd a { color: inherit; text-decoration: underline dotted ${colour.brass} 2px; text-underline-offset: 4px; display: inline-block; min-height: 24px; min-width: 24px; }
  dd a:hover { background: ${colour.brassSoft}; }
  @media print { display: none; }
`;
