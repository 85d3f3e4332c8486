import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { styled } from 'styled-components';
import type { OpenClass } from '../../../contract/class-schema.ts';
import type { SongSummary } from '../../../contract/song-list-schema.ts';
import { mixLevels } from '../../../core/arrange/levels/levels.ts';
import { formatCount } from '../../../core/kernel/plural.ts';
import { measureText } from '../../../core/page/drawing/text-width.ts';
import { composeHandout } from '../../../core/page/handout/handout-content.ts';
import { fileNameOf } from '../../../core/page/layout/file-name.ts';
import { layOutHandout, type Paper, sheetOf } from '../../../core/page/layout/handout-layout.ts';
import { type BookSong, layOutBook } from '../../../core/page/layout/song-book.ts';
import type { Hand } from '../../../core/shapes/hand.ts';
import { PLAIN_HANDOUT } from '../../../core/song/document/handout-options.ts';
import { mainPartOf } from '../../../core/song/document/parts.ts';
import type { ReadingStyle } from '../../../core/song/document/settings.ts';
import { useClasses } from '../../api/classes.ts';
import { api } from '../../api/client.ts';
import { makePdf } from '../../api/pdf-worker.ts';
import { useSettings } from '../../api/settings.tsx';
import { playersOf } from '../../editor/use-players.ts';
import { download } from '../../library/download.ts';
import { PAPER_CHOICES, usePaper } from '../../theme/paper.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { Field } from '../../ui/field.tsx';
import { Progress } from '../../ui/progress.tsx';
import { Select } from '../../ui/select.tsx';
import { Tick } from '../../ui/tick.tsx';
import type { Wanted } from './use-song-query.ts';

/** So many songs are offered for one book. */
const MOST_SONGS = 100;
const NO_CLASS = 'none';
const UNTITLED_BOOK = 'Song book';

/** Chosen songs as one PDF with contents and page numbers, made as a class reads. */
export function BookDialog({ wanted, onClose }: { readonly wanted: Wanted; readonly onClose: () => void }) {
  const { data, error } = useQuery({
    queryKey: ['songs', wanted, 'book'],
    queryFn: () => api.findSongs({ ...wanted, from: 0, count: MOST_SONGS }),
  });
  const classes = useClasses() ?? [];
  const reading = useSettings();
  const [paper, setPaper] = usePaper();
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [classId, setClass] = useState(NO_CLASS);
  const [title, setTitle] = useState(UNTITLED_BOOK);
  const [work, setWork] = useState<{ readonly share: number } | null>(null);
  const [news, setNews] = useState('');
  const songs = (data?.songs ?? []).filter(({ bars }) => bars > 0);
  const chosen = songs.filter(({ id }) => !left.has(id));
  const guitarClass = classes.find(({ id }) => id === classId) ?? null;
  const take = async (): Promise<void> => {
    setWork({ share: 0 });
    setNews('');
    try {
      const made = await makeBook({ title, songs: chosen, guitarClass, reading, hand: reading.hand, paper }, (share) =>
        setWork({ share }),
      );
      download(made.bytes, 'application/pdf', fileNameOf(title, 'pdf'));
      const unready = made.unready.length === 0 ? '' : ` Not ready, and left out: ${made.unready.join(', ')}.`;
      setNews(`${formatCount(made.songs, 'song')} on ${formatCount(made.pages, 'page')}.${unready}`);
    } catch (failure) {
      setNews(`The book could not be made (${failure instanceof Error ? failure.message : String(failure)}).`);
    }
    setWork(null);
  };
  return (
    <Dialog title="A song book" isOpen onClose={onClose} isWide>
      {error !== null && <p role="alert">{error.message}</p>}
      <Row>
        <Field
          label="Title"
          value={title}
          onCommit={(text) => {
            setTitle(text.trim() === '' ? UNTITLED_BOOK : text.trim().slice(0, 60));
            return null;
          }}
        />
        <Select
          label="As it is read by"
          options={[
            { value: NO_CLASS, text: 'the library’s settings' },
            ...classes.map(({ id, value }) => ({ value: id as string, text: value.name })),
          ]}
          value={classId}
          onChange={setClass}
        />
        <Choice label="Paper" options={PAPER_CHOICES} value={paper} onChange={setPaper} />
      </Row>
      <p>
        {formatCount(chosen.length, 'song')} of {songs.length} that are listed and have bars
        {(data?.total ?? 0) > MOST_SONGS ? `; the first ${MOST_SONGS} of ${data?.total} are offered` : ''}.{' '}
        <Button
          weight="word"
          onPress={() => setLeft(left.size === 0 ? new Set(songs.map(({ id }) => id as string)) : new Set())}
        >
          {left.size === 0 ? 'None' : 'All'}
        </Button>
      </p>
      <List aria-label="Songs of the book">
        {songs.map(({ id, title: name }) => (
          <li key={id}>
            <Tick
              text={name}
              isOn={!left.has(id)}
              onChange={(isOn) => setLeft(new Set(isOn ? [...left].filter((each) => each !== id) : [...left, id]))}
            />
          </li>
        ))}
      </List>
      {work !== null && <Progress label="Making the book" share={work.share} />}
      <p role="status">{news}</p>
      <Button weight="strong" isDisabled={work !== null || chosen.length === 0} onPress={() => void take()}>
        PDF
      </Button>
    </Dialog>
  );
}

/** What a book is made from. */
type BookOrder = {
  readonly title: string;
  readonly songs: readonly SongSummary[];
  readonly guitarClass: OpenClass | null;
  readonly reading: ReadingStyle;
  readonly hand: Hand;
  readonly paper: Paper;
};

/** Lays the songs out one after the other, the screen drawn between, and writes them as one file. */
async function makeBook(order: BookOrder, onShare: (share: number) => void) {
  const { title, songs, paper, guitarClass } = order;
  const options = guitarClass?.value.handout ?? PLAIN_HANDOUT;
  const sheet = sheetOf(paper, options);
  const players = playersOf(guitarClass, order.hand);
  const { stand } = options;
  const laid: BookSong[] = [];
  const unready: string[] = [];
  for (const [index, { id, title: name }] of songs.entries()) {
    const { document } = await api.openSong(id);
    const part = mainPartOf(document);
    const ownBars = stand === null ? null : mixLevels(document, part, players, stand);
    const handout = composeHandout({
      document,
      part,
      reading: order.reading,
      options,
      ownBars,
      stand,
      stage: players.hand.stage,
    });
    if (handout.missing.length > 0) {
      unready.push(name);
    } else {
      laid.push({ title: handout.title, credit: handout.credit, pages: layOutHandout(handout, sheet, measureText) });
    }
    onShare((index + 1) / (songs.length + 1));
  }
  const pages = layOutBook(title, laid, sheet, measureText);
  const { bytes } = await makePdf(pages, title);
  return { bytes, pages: pages.length, songs: laid.length, unready };
}

const Row = styled.div`
  display: flex; flex-wrap: wrap; gap: 18px; align-items: end;
`;
const List = styled.ul`
  list-style: none; padding: 0; margin: 0; display: grid; gap: 2px; max-height: 40vh; overflow: auto;
`;
