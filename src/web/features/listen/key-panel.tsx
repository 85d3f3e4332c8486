import { useMemo } from 'react';
import { styled } from 'styled-components';
import { formatChordSymbol } from '../../../core/harmony/chord-symbol.ts';
import { formatDegree, formatRole, roleOfChord } from '../../../core/harmony/degree.ts';
import { parallelKeyOf, relativeKeyOf } from '../../../core/harmony/key.ts';
import { soundingKeyOf } from '../../../core/song/chart/song-keys.ts';
import { listSongChords } from '../../../core/song/played/song-chords.ts';
import { formatKeyWords } from '../../../core/words/setup-words.ts';
import { useChordName } from '../../api/settings.tsx';
import { useLaterDocument } from '../../editor/use-song.tsx';
import { colour, nameFace } from '../../theme/tokens.ts';
import { Signed } from '../../ui/signed.tsx';

/** The key of the song and what each of its chords is in it: its degree, and where it comes from if not from the key. */
export function KeyPanel() {
  const document = useLaterDocument();
  const nameOf = useChordName();
  const chords = useMemo(() => listSongChords(document).map(({ chord }) => chord), [document]);
  if (chords.length === 0) {
    return null;
  }
  const { key } = soundingKeyOf(document);
  return (
    <Panel aria-label="The chords in the key">
      <h2>In the key</h2>
      <p>
        <Signed
          text={`${formatKeyWords(key)}; relative ${formatKeyWords(relativeKeyOf(key))}, parallel ${formatKeyWords(parallelKeyOf(key))}.`}
        />
      </p>
      <dl>
        {chords.map((chord) => (
          <div key={formatChordSymbol(chord)}>
            <dt>
              <Signed text={formatDegree(chord, key)} />
            </dt>
            <dd>
              <b>
                <Signed text={nameOf(chord)} />
              </b>{' '}
              <Signed text={formatRole(roleOfChord(chord, key), key)} />
            </dd>
          </div>
        ))}
      </dl>
    </Panel>
  );
}

const Panel = styled.section`
  display: grid; gap: 8px; font-size: 14px;
  dl { margin: 0; display: grid; grid-template-columns: repeat(auto-fill, minmax(132px, 1fr)); gap: 0 14px; }
  dl div { display: grid; grid-template-columns: minmax(52px, max-content) 1fr; gap: 8px; border-top: 1px solid ${colour.hairline}; padding: 3px 0; align-items: baseline; }
  dt { font: 650 14px/1.3 ${nameFace}; color: ${colour.quiet}; }
  dd { margin: 0; color: ${colour.quiet}; overflow-wrap: anywhere; }
  dd b { color: ${colour.ink}; }
`;
