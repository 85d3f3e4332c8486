import { useMemo } from 'react';
import { listPlayedBars, type PlayedBar } from '../../../core/song/played-bars.ts';
import { useDocument } from '../../editor/use-song.tsx';
import { EmptyStep } from '../../ui/empty-state.tsx';
import { Loading } from '../../ui/loading.tsx';
import { RungsView } from './levels-view.tsx';
import { useRungs } from './use-levels.ts';

/** Step 6: the same song on five rungs. */
export function RungsPage() {
  const document = useDocument();
  const played = useMemo(() => listPlayedBars(document), [document]);
  return played.length === 0 ? (
    <EmptyStep title="No bars yet" text="Rungs are made from the song's bars; it has none yet." />
  ) : (
    <DerivedRungs played={played} />
  );
}

function DerivedRungs({ played }: { readonly played: readonly PlayedBar[] }) {
  const rungs = useRungs();
  return rungs === null ? (
    <Loading what="Working out the rungs …" />
  ) : (
    // While the next answer is on its way the bars of the last one may be fewer.
    <RungsView rungs={rungs} played={played.slice(0, rungs[0]?.bars.length ?? 0)} />
  );
}
