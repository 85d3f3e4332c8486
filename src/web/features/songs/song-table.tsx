import { Link } from 'react-router';
import { styled } from 'styled-components';
import type { SongSummary } from '../../../contract/api.ts';
import { parseKey } from '../../../core/harmony/key.ts';
import { formatKeyWords, formatShapeKey, formatTotals } from '../../../core/page/setup-words.ts';
import { colour, nameFace } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { Signed } from '../../ui/signed.tsx';

const dates = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });

/** The songs as a table, last changed first. */
export function SongTable(props: {
  readonly songs: readonly SongSummary[];
  readonly onDelete: (song: SongSummary) => void;
}) {
  return (
    <Table>
      <thead>
        <tr>
          <th scope="col">Song</th>
          <th scope="col">Sounds in</th>
          <th scope="col">Played as</th>
          <th scope="col">Length</th>
          <th scope="col">Last changed</th>
          <td />
        </tr>
      </thead>
      <tbody>
        {props.songs.map((song) => (
          <tr key={song.id}>
            <th scope="row">
              <Link to={`/songs/${song.id}/${song.bars === 0 ? 'listen' : 'capo'}`}>{song.title}</Link>
              <small>{song.credit}</small>
            </th>
            <td>
              <Signed text={keyWords(song.soundingKey)} />
            </td>
            <td>
              <Signed text={playedAs(song)} />
            </td>
            <td>{song.bars === 0 ? 'no bars yet' : formatTotals(song)}</td>
            <td>{dates.format(new Date(song.updatedAt))}</td>
            <td>
              <Button weight="word" aria-label={`Delete ${song.title}`} onPress={() => props.onDelete(song)}>
                Delete
              </Button>
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

function keyWords(text: string): string {
  const key = parseKey(text);
  return key.ok ? formatKeyWords(key.value) : '–';
}

function playedAs(song: SongSummary): string {
  const key = parseKey(song.shapeKey);
  const capo = song.capoFret === 0 ? 'no capo' : `capo ${song.capoFret}`;
  return key.ok ? `${formatShapeKey(key.value)} shapes, ${capo}` : '–';
}

const Table = styled.table`
  width: 100%; border-collapse: collapse; text-align: left;
  thead th { font-size: 13px; font-weight: 400; color: ${colour.quiet}; padding: 6px 12px 6px 0; }
  tbody th, tbody td { border-top: 1px solid ${colour.hairline}; padding: 14px 12px 14px 0; vertical-align: baseline; font-weight: 400; }
  tbody th a { font: 650 19px/1.25 ${nameFace}; text-decoration: none; color: ${colour.ink}; display: inline-block; min-height: 24px; }
  tbody th a:hover { text-decoration: underline; text-decoration-color: ${colour.brass}; }
  small { display: block; color: ${colour.quiet}; font-size: 13px; }
  tbody tr:hover { background: ${colour.sheet}; }
`;
