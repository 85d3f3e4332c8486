import { useMemo } from 'react';
import { listPlayedBars, type PlayedBar } from '../../../core/song/played/played-bars.ts';
import { useLevels } from '../../editor/use-levels.ts';
import { useDocument } from '../../editor/use-song.tsx';
import { EmptyStep } from '../../ui/empty-state.tsx';
import { Loading } from '../../ui/loading.tsx';
import { LevelsView } from './levels-view.tsx';

/** Step 6: the same song on five levels. */
export function LevelsPage() {
  const document = useDocument();
  const played = useMemo(() => listPlayedBars(document), [document]);
  return played.length === 0 ? (
    <EmptyStep title="No bars yet" text="Levels are made from the song's bars; it has none yet." />
  ) : (
    <DerivedLevels played={played} />
  );
}

function DerivedLevels({ played }: { readonly played: readonly PlayedBar[] }) {
  const playedLevels = useLevels();
  return playedLevels === null ? (
    <Loading what="Working out the levels …" />
  ) : (
    // While the next answer is on its way the bars of the last one may be fewer.
    <LevelsView playedLevels={playedLevels} played={played.slice(0, playedLevels[0]?.bars.length ?? 0)} />
  );
}
