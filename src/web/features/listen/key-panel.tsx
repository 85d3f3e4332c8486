import { useMemo } from 'react';
import { styled } from 'styled-components';
import { formatChordSymbol } from '../../../core/harmony/chord-symbol.ts';
import { formatDegree, formatRole, roleOfChord } from '../../../core/harmony/degree.ts';
import { formatKey, parallelKeyOf, relativeKeyOf } from '../../../core/harmony/key.ts';
import { nearKeysOf } from '../../../core/harmony/key-finding.ts';
import { uniqueBy } from '../../../core/kernel/list.ts';
import { foundKeysOf, listSectionKeys, soundingKeyOf } from '../../../core/song/chart/song-keys.ts';
import type { SongDocument } from '../../../core/song/document/document.ts';
import { listSongChords } from '../../../core/song/played/song-chords.ts';
import { formatFoundKey, formatKeyReasons } from '../../../core/words/key-words.ts';
import { formatKeyWords } from '../../../core/words/setup-words.ts';
import { useChordName } from '../../api/settings.tsx';
import { useLaterDocument, useSongEditor } from '../../editor/use-song.tsx';
import { colour, nameFace } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
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
      <KeysFound document={document} />
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

/** What the chords say of the key, why, what else they may be in, and which sections stand elsewhere. */
function KeysFound({ document }: { readonly document: SongDocument }) {
  const editor = useSongEditor();
  const nameOf = useChordName();
  const found = foundKeysOf(document);
  const sections = useMemo(() => listSectionKeys(document), [document]);
  const { key, isFound } = soundingKeyOf(document);
  const near = nearKeysOf(found);
  const others = near.filter((each) => formatKey(each.key) !== formatKey(key));
  const isAgreed = isFound || near.some((each) => formatKey(each.key) === formatKey(key));
  const named = isAgreed ? near : found.slice(0, 1);
  return (
    <>
      <ul aria-label="The key by its chords">
        {named.map((each, place) => (
          <li key={formatFoundKey(each)}>
            <Signed
              text={`${place === 0 ? (isAgreed ? 'By its chords' : 'The chords alone would say') : 'Nearly as well'} ${formatFoundKey(each)}: ${formatKeyReasons(each, nameOf)}.`}
            />
          </li>
        ))}
        {sections.map(({ section, found: own }) => (
          <li key={section.id}>
            <Signed text={`${section.name} by itself ${formatFoundKey(own)}: ${formatKeyReasons(own, nameOf)}.`} />
          </li>
        ))}
      </ul>
      {uniqueBy(isAgreed ? others : named, (each) => formatKey(each.key)).map((each) => (
        <Button
          key={formatKey(each.key)}
          weight="word"
          onPress={() => editor.run({ kind: 'set-facts', facts: { key: each.key } })}
        >
          <Signed text={`Take it as ${formatKeyWords(each.key)}`} />
        </Button>
      ))}
    </>
  );
}

const Panel = styled.section`
  display: grid; gap: 8px; font-size: 14px;
  ul { margin: 0; padding: 0; list-style: none; display: grid; gap: 4px; }
  button { justify-self: start; }
  dl { margin: 0; display: grid; grid-template-columns: repeat(auto-fill, minmax(132px, 1fr)); gap: 0 14px; }
  dl div { display: grid; grid-template-columns: minmax(52px, max-content) 1fr; gap: 8px; border-top: 1px solid ${colour.hairline}; padding: 3px 0; align-items: baseline; }
  dt { font: 650 14px/1.3 ${nameFace}; color: ${colour.quiet}; }
  dd { margin: 0; color: ${colour.quiet}; overflow-wrap: anywhere; }
  dd b { color: ${colour.ink}; }
`;
