import { useMemo } from 'react';
import { styled } from 'styled-components';
import type { PassSummary } from '../../../core/arrange/form-summary.ts';
import { recognise } from '../../../core/arrange/recogniser.ts';
import { checkRecord } from '../../../core/arrange/record-check.ts';
import { formatChordSymbol } from '../../../core/harmony/chord-symbol.ts';
import { isEqual } from '../../../core/kernel/equal.ts';
import { formatFinding } from '../../../core/page/finding-words.ts';
import { formatTotals } from '../../../core/page/setup-words.ts';
import { formatMinutes } from '../../../core/rhythm/clock.ts';
import { beatTicks } from '../../../core/rhythm/metre.ts';
import type { PlayedBar } from '../../../core/song/played-bars.ts';
import { totalsOf } from '../../../core/song/played-bars.ts';
import { listSongChords } from '../../../core/song/song-chords.ts';
import { songKeysOf } from '../../../core/song/song-keys.ts';
import { useChordName } from '../../api/settings.tsx';
import { useDocument, useLaterDocument, usePart } from '../../editor/use-song.tsx';
import { colour } from '../../theme/tokens.ts';
import { Signed } from '../../ui/signed.tsx';

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
  const totals = totalsOf(played);
  const record = checkRecord(document, totals);
  const { tempo } = document.facts;
  return (
    <Facts>
      <h2>What it adds up to</h2>
      <p>
        {formatTotals(totals)}, {totals.beats} beats in {passes.length} {passes.length === 1 ? 'pass' : 'passes'}.
        {tempo === null && ' Give a tempo at Listen to know how long it lasts.'}
      </p>
      {record !== null && (
        <p>
          Map {formatMinutes(record.mapSeconds)}, record {formatMinutes(record.recordSeconds)}:{' '}
          {Math.round(Math.abs(record.gapSeconds))} s is {record.bars} {record.bars === 1 ? 'bar' : 'bars'} at{' '}
          {tempo?.tempoBpm}; tempo {record.tempoBpm} would explain it too.
        </p>
      )}
      {oddBars(played, document.facts.metre).map((text) => (
        <p key={text}>{text}</p>
      ))}
      <Repeats />
      <h2>Chords</h2>
      <ul>
        {listSongChords(document, played).map(({ chord, bars, entries }) => (
          <li key={formatChordSymbol(chord)}>
            <b>
              <Signed text={nameOf(toShapeChord(chord))} />
            </b>{' '}
            in {bars} {bars === 1 ? 'bar' : 'bars'}, entered {entries === 1 ? 'once' : `${entries} times`}
          </li>
        ))}
      </ul>
    </Facts>
  );
}

/** What repeats and what differs, as plain statements. */
function Repeats() {
  const document = useLaterDocument();
  const sentences = useMemo(() => recognise(document).map(formatFinding), [document]);
  return sentences.length === 0 ? null : (
    <>
      <h2>What repeats</h2>
      {sentences.slice(0, MOST_SHOWN).map((sentence) => (
        <p key={sentence}>{sentence}</p>
      ))}
      {sentences.length > MOST_SHOWN && <p>And {sentences.length - MOST_SHOWN} more lines that come again.</p>}
    </>
  );
}

const MOST_SHOWN = 12;

/** Single bars in another metre, with their numbers, so that nobody trips (rule M5). */
function oddBars(played: readonly PlayedBar[], metre: PlayedBar['metre']): readonly string[] {
  const odd = played.filter((bar) => bar.number > 0 && !isEqual(bar.metre, metre));
  const shown = odd.slice(0, 8);
  return shown.map(
    (bar) =>
      `Bar ${bar.number} has ${bar.lengthTicks / beatTicks(bar.metre)} beats; its neighbours have ${metre.beats}.${odd.length === 1 ? ' It is the only one.' : ''}`,
  );
}

const Facts = styled.div`
  display: grid; gap: 10px; align-content: start;
  h2:not(:first-child) { padding-top: 8px; }
  ul { list-style: none; margin: 0; padding: 0; font-size: 14px; }
  li { padding: 4px 0; border-top: 1px solid ${colour.hairline}; }
  li b { display: inline-block; min-width: 64px; }
`;
