import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { memo, useEffect, useRef } from 'react';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import type { SongSummary } from '../../../contract/song-list-schema.ts';
import { parseKey } from '../../../core/harmony/key.ts';
import { formatCount } from '../../../core/kernel/plural.ts';
import { formatKeyWords, formatShapeKey, formatTotals } from '../../../core/words/setup-words.ts';
import { colour, nameFace } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { formatDay } from '../../ui/moment.ts';
import { Signed } from '../../ui/signed.tsx';
import type { SongPages } from './use-song-pages.ts';

/** How high a row is thought to be before it is drawn, in px, and how many are drawn beyond what is seen. */
const ROW_PX = 72;
const BEYOND = 4;
/** So few are drawn all at once, so that the browser's own search finds them. */
const MOST_AT_ONCE = 100;

/** The songs as a table; of many only what is seen is drawn, however many there are. */
export function SongTable(props: {
  readonly pages: SongPages;
  readonly total: number;
  /** Called once the first songs stand there. */
  readonly onListed: () => void;
  readonly onDelete: (song: SongSummary) => void;
}) {
  const { pages, total, onListed, onDelete } = props;
  const { songAt, look } = pages;
  const body = useRef<HTMLTableSectionElement>(null);
  const rows = useWindowVirtualizer({
    count: total,
    estimateSize: () => ROW_PX,
    overscan: total <= MOST_AT_ONCE ? total : BEYOND,
    scrollMargin: body.current?.offsetTop ?? 0,
    // Rows may come a moment after the wheel; scrolling itself never waits for them.
    useFlushSync: false,
    // A song keeps its row's height where it is listed elsewhere.
    getItemKey: (index) => songAt(index)?.id ?? index,
  });
  const seen = rows.getVirtualItems();
  const [first, last] = [seen[0], seen.at(-1)];
  useEffect(() => {
    if (first !== undefined && last !== undefined) {
      look(first.index, last.index);
    }
  });
  const isListed = first !== undefined;
  useEffect(() => {
    if (isListed) {
      onListed();
    }
  }, [isListed, onListed]);
  const margin = rows.options.scrollMargin;
  return (
    <Table aria-rowcount={total + 1} aria-label="Songs">
      <thead>
        <tr aria-rowindex={1}>
          <th scope="col">Song</th>
          <th scope="col">Sounds in</th>
          <th scope="col">Played as</th>
          <th scope="col">Length</th>
          <th scope="col">Last changed</th>
          <td />
        </tr>
      </thead>
      <tbody ref={body}>
        <Gap px={first === undefined ? 0 : first.start - margin} />
        {seen.map(({ index, key }) => {
          const song = songAt(index);
          return (
            <tr key={key} ref={rows.measureElement} data-index={index} aria-rowindex={index + 2}>
              {song === null ? <td colSpan={6}>…</td> : <Cells song={song} onDelete={onDelete} />}
            </tr>
          );
        })}
        <Gap px={last === undefined ? 0 : rows.getTotalSize() + margin - last.end} />
      </tbody>
    </Table>
  );
}

/** The room of the rows that are not drawn. */
function Gap({ px }: { readonly px: number }) {
  return px > 0 ? (
    <tr data-gap>
      <td colSpan={6} style={{ height: px }} />
    </tr>
  ) : null;
}

/** What a row says; drawn again only where the song has changed, since rows come and go while one scrolls. */
const Cells = memo(function Cells(props: {
  readonly song: SongSummary;
  readonly onDelete: (song: SongSummary) => void;
}) {
  const { song, onDelete } = props;
  return (
    <>
      <th scope="row">
        <Link to={`/songs/${song.id}/${song.bars === 0 ? 'song' : 'capo'}`}>{song.title}</Link>
        <small>{[song.credit, ...song.tags].filter((text) => text !== '').join(' · ')}</small>
      </th>
      <td>
        <Signed text={keyWords(song.soundingKey)} />
      </td>
      <td>
        <Signed text={playedAs(song)} />
        <small>{judgedWords(song)}</small>
      </td>
      <td>{song.bars === 0 ? 'no bars yet' : formatTotals(song)}</td>
      <td>{formatDay(song.updatedAt)}</td>
      <td>
        <Button weight="word" aria-label={`Delete ${song.title}`} onPress={() => onDelete(song)}>
          Delete
        </Button>
      </td>
    </>
  );
});

function keyWords(text: string): string {
  const key = parseKey(text);
  return key.ok ? formatKeyWords(key.value) : '–';
}

function playedAs(song: SongSummary): string {
  const key = parseKey(song.shapeKey);
  const capo = song.capoFret === 0 ? 'no capo' : `capo ${song.capoFret}`;
  return key.ok ? `${formatShapeKey(key.value)} shapes, ${capo}` : '–';
}

/** What the engine says of a song's shapes: "6 chords, all open". */
function judgedWords({ judged }: SongSummary): string {
  if (judged === null || judged.chords === 0) {
    return '';
  }
  const hold = judged.isAllOpen ? ', all open' : judged.hasNoBarre ? ', no barre' : '';
  return `${formatCount(judged.chords, 'chord')}${hold}`;
}

const Table = styled.table`
  width: 100%; border-collapse: collapse; text-align: left;
  thead th { font-size: 13px; font-weight: 400; color: ${colour.quiet}; padding: 6px 12px 6px 0; }
  tbody th, tbody td { border-top: 1px solid ${colour.hairline}; padding: 14px 12px 14px 0; vertical-align: baseline; font-weight: 400; }
  tbody tr[data-gap] td { padding: 0; border: 0; }
  tbody th a { font: 650 19px/1.25 ${nameFace}; text-decoration: none; color: ${colour.ink}; display: inline-block; min-height: 24px; overflow-wrap: anywhere; }
  tbody th a:hover { text-decoration: underline; text-decoration-color: ${colour.brass}; }
  small { display: block; color: ${colour.quiet}; font-size: 13px; overflow-wrap: anywhere; }
  tbody tr:hover { background: ${colour.sheet}; }
  @media (max-width: 760px) {
    display: block;
    thead { position: absolute; left: -9999px; }
    tbody { display: block; }
    tbody tr:not([data-gap]) {
      display: grid; grid-template-columns: auto auto minmax(0, 1fr); gap: 0 14px; align-items: center; padding: 10px 0; border-top: 1px solid ${colour.hairline};
    }
    tbody tr[data-gap], tbody tr[data-gap] td { display: block; }
    tbody th, tbody td { border: 0; padding: 0; font-size: 14px; }
    tbody th { grid-column: 1 / 3; }
    tbody td:last-child { grid-column: 3; grid-row: 1; justify-self: end; }
    tbody td:nth-child(3) { grid-column: 2 / -1; }
    tbody td:nth-child(4) { grid-column: 1 / 3; color: ${colour.quiet}; }
    tbody td:nth-child(5) { justify-self: end; color: ${colour.quiet}; }
    tbody td:nth-child(3) small { display: inline; padding-left: 8px; }
  }
`;
