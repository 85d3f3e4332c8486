import { useMemo } from 'react';
import { styled } from 'styled-components';
import { listSeamRuns } from '../../../../core/arrange/form/chord-runs.ts';
import type { PassSummary } from '../../../../core/arrange/form/form-summary.ts';
import { listOddBars } from '../../../../core/arrange/form/odd-bars.ts';
import { checkRecord, type RecordCheck } from '../../../../core/arrange/form/record-check.ts';
import { listGapPlaces } from '../../../../core/arrange/form/record-gap.ts';
import { type ChordSymbol, formatChordSymbol } from '../../../../core/harmony/chord-symbol.ts';
import { formatCount, formatFew } from '../../../../core/kernel/plural.ts';
import { formatMinutes } from '../../../../core/rhythm/clock.ts';
import { songKeysOf } from '../../../../core/song/chart/song-keys.ts';
import { type PlayedBar, totalsOf } from '../../../../core/song/played/played-bars.ts';
import { listSongChords } from '../../../../core/song/played/song-chords.ts';
import { changesPerMinute } from '../../../../core/song/played/timeline.ts';
import { formatGapPlace, formatOddBar, formatSeamRuns } from '../../../../core/words/bar-words.ts';
import { formatTotals } from '../../../../core/words/setup-words.ts';
import { useChordName } from '../../../api/settings.tsx';
import { BarLinked } from '../../../editor/bar-links.tsx';
import { useDocument, usePart } from '../../../editor/use-song.tsx';
import { colour } from '../../../theme/tokens.ts';
import { Panel } from '../../../ui/panel.tsx';
import { Signed } from '../../../ui/signed.tsx';

const MOST_TOLD = 6;

/** What the map adds up to, and what is worth knowing about it. */
export function MapFacts({
  played,
  passes,
}: {
  readonly played: readonly PlayedBar[];
  readonly passes: readonly PassSummary[];
}) {
  const document = useDocument();
  const nameOf = useChordName();
  const { toShapeChord } = songKeysOf(document, usePart());
  const shapeName = (chord: ChordSymbol): string => nameOf(toShapeChord(chord));
  const totals = totalsOf(played);
  const left = document.map.form.filter(({ isLeftOut }) => isLeftOut).length;
  const record = left > 0 ? null : checkRecord(document, totals);
  const told = useMemo(
    () => ({ odd: listOddBars(document, played), seams: listSeamRuns(played).filter(({ bars }) => bars > 2) }),
    [document, played],
  );
  const sentences = [...told.odd.map(formatOddBar), ...formatSeamRuns(told.seams, shapeName)];
  if (played.length === 0) {
    return null;
  }
  return (
    <Facts>
      <h2>What it adds up to</h2>
      <p>
        {formatTotals(totals)}, {totals.beats} beats in {formatPasses(passes, left)}.
        {document.facts.tempo === null && ' Give a tempo above to know how long it lasts.'}
      </p>
      {left > 0 && <p>With passes left out the record is not compared.</p>}
      {record !== null && <Gap record={record} played={played} />}
      {sentences.slice(0, MOST_TOLD).map((text) => (
        <p key={text}>
          <BarLinked text={text} />
        </p>
      ))}
      {sentences.length > MOST_TOLD && <p>And {sentences.length - MOST_TOLD} more odd bars and turnarounds.</p>}
      <Panel title="Chords" summary={formatCount(listSongChords(document, played).length, 'chord')}>
        <ul>
          {listSongChords(document, played).map(({ chord, bars, entries }) => (
            <li key={formatChordSymbol(chord)}>
              <b>
                <Signed text={shapeName(chord)} />
              </b>{' '}
              in {formatCount(bars, 'bar')}, entered {formatFew(entries, 'once', 'time')}
            </li>
          ))}
        </ul>
      </Panel>
      <Changes played={played} passes={passes} />
    </Facts>
  );
}

function formatPasses(passes: readonly PassSummary[], left: number): string {
  const played = passes.length - left;
  const count = formatCount(played, 'section');
  return left === 0 ? count : `${count}, ${left} left out`;
}

/** How far map and record are apart, and where the bars may be. */
function Gap({ record, played }: { readonly record: RecordCheck; readonly played: readonly PlayedBar[] }) {
  const document = useDocument();
  const { gapSeconds, bars } = record;
  const places = listGapPlaces(document, gapSeconds > 0 ? bars : -bars, played);
  return (
    <>
      <p>
        Map {formatMinutes(record.mapSeconds)}, record {formatMinutes(record.recordSeconds)}:{' '}
        {Math.round(Math.abs(gapSeconds))} s is {formatCount(bars, 'bar')} {gapSeconds > 0 ? 'short' : 'too many'} at{' '}
        {document.facts.tempo?.tempoBpm}; tempo {record.tempoBpm} would explain it too.
      </p>
      <p>
        {places.length === 0
          ? 'No place stands out; listen to the ends first, where records are longest.'
          : `Look here first: ${places.map(formatGapPlace).join(' ')}`}
      </p>
    </>
  );
}

/** How busy the left hand is in each pass. */
function Changes({
  played,
  passes,
}: {
  readonly played: readonly PlayedBar[];
  readonly passes: readonly PassSummary[];
}) {
  const rates = passes.flatMap(({ passIndex, label }) => {
    const rate = changesPerMinute(played.filter((bar) => bar.passIndex === passIndex));
    return rate === null ? [] : [{ passIndex, label, rate }];
  });
  const most = Math.max(0, ...rates.map(({ rate }) => rate));
  return rates.length === 0 ? null : (
    <Panel title="Changes a minute" summary={`at most ${Math.round(most)}`}>
      <ul>
        {rates.map(({ passIndex, label, rate }) => (
          <li key={passIndex}>
            <b>{label}</b> {Math.round(rate)}
          </li>
        ))}
      </ul>
    </Panel>
  );
}

const Facts = styled.div`
  display: grid; gap: 10px; align-content: start;
  > p { font-size: 14px; }
  ul { list-style: none; margin: 0; padding: 0; font-size: 14px; }
  li { padding: 4px 0; border-top: 1px solid ${colour.hairline}; }
  li b { display: inline-block; min-width: 64px; }
`;
