import { itemAt, range } from '../../../../core/kernel/list.ts';
import { formatFew } from '../../../../core/kernel/plural.ts';
import type { ChartEnding } from '../../../../core/song/chart/chart.ts';
import { toChartBar } from '../../../../core/song/chart/chart-of.ts';
import type { Line } from '../../../../core/song/document/document.ts';
import { SONG_LIMITS } from '../../../../core/song/document/song-limits.ts';
import type { LineEdit } from '../../../../core/song/map/line-edits.ts';
import { Button } from '../../../ui/button.tsx';
import { Caution } from '../../../ui/caution.tsx';
import { Field } from '../../../ui/field.tsx';
import { Panel } from '../../../ui/panel.tsx';
import { breakLine, foldLines, joinLine, shiftLines, unrollLine } from '../acts/line-acts.ts';
import { editBlock } from '../acts/map-stores.ts';
import type { MapBlock } from '../places/bar-places.ts';
import { useMapStores } from '../use-map.tsx';
import { Acts } from './bar-panel.tsx';

/** The focused line: its rounds, the words of each, its note, and how it stands to its neighbours. */
export function LinePanel({ block, line: index }: { readonly block: MapBlock; readonly line: number }) {
  const stores = useMapStores();
  const line = block.lines[index];
  if (line === undefined) {
    return null;
  }
  const edit = (...edits: readonly LineEdit[]): string | null =>
    editBlock(stores, block, edits) ? null : stores.session.getState().problem;
  return (
    <Panel title="Line" summary={summaryOf(line)}>
      <Field
        label="Rounds"
        value={String(line.times)}
        onCommit={(text) =>
          /^\d+$/.test(text.trim())
            ? edit({ kind: 'set-line', line: index, times: Number(text) })
            : `A number of repeats lies between 1 and ${SONG_LIMITS.times}.`
        }
      />
      {range(0, Math.min(line.times, MOST_FIELDS)).map((round) => (
        <Field
          key={round}
          label={line.times === 1 ? 'Words under it' : `Words, time ${round + 1}`}
          value={line.cues[round] ?? ''}
          maxLength={SONG_LIMITS.cueCharacters}
          onCommit={(text) => edit({ kind: 'set-line', line: index, cues: withCue(line, round, text.trim()) })}
        />
      ))}
      <Caution>Words belong to their owners: the first few are enough to find the place.</Caution>
      <Field
        label="Note"
        value={line.note}
        hint="muted"
        onCommit={(text) => edit({ kind: 'set-line', line: index, note: text.trim() })}
      />
      <Acts>
        <Button weight="word" onPress={() => breakLine(stores)}>
          Break before this bar
        </Button>
        <Button weight="word" onPress={() => joinLine(stores)}>
          Join with the next
        </Button>
        <Button weight="word" onPress={() => foldLines(stores)}>
          Make rounds of lines
        </Button>
        {(line.times > 1 || line.endings.length > 0) && (
          <Button weight="word" onPress={() => unrollLine(stores)}>
            Write the rounds out
          </Button>
        )}
        {line.times > 1 && line.bars.length > 1 && (
          <Button weight="word" onPress={() => void edit(...lastRoundOtherwise(line, index))}>
            End the last round otherwise
          </Button>
        )}
        <Button weight="word" onPress={() => shiftLines(stores, -1)}>
          Up
        </Button>
        <Button weight="word" onPress={() => shiftLines(stores, 1)}>
          Down
        </Button>
        <Button weight="word" onPress={() => void edit({ kind: 'remove-lines', from: index, count: 1 })}>
          Delete the line
        </Button>
      </Acts>
    </Panel>
  );
}

/** Rounds that get a field for their words. */
const MOST_FIELDS = 16;

function summaryOf({ times, endings, cues, note }: Line): string {
  const rounds = formatFew(times, 'once', 'round');
  const ends = endings.length === 0 ? '' : `${endings.length} endings`;
  return [rounds, ends, cues[0] === undefined ? '' : `“${cues[0]}”`, note].filter(Boolean).join(', ');
}

/** The words of a line with those of one round changed; empty rounds at the end are left off. */
function withCue(line: Line, round: number, text: string): readonly string[] {
  const cues = range(0, line.times).map((index) => (index === round ? text : (line.cues[index] ?? '')));
  return cues.slice(0, cues.findLastIndex((cue) => cue !== '') + 1);
}

/** The line's last bar as two endings, equal at first: one for the last round, one for those before. */
function lastRoundOtherwise(line: Line, index: number): readonly LineEdit[] {
  const last = toChartBar(itemAt(line.bars, line.bars.length - 1), (chord) => chord);
  const old = line.endings.map(
    ({ rounds, bars }): ChartEnding => ({ rounds, bars: bars.map((bar) => toChartBar(bar, (chord) => chord)) }),
  );
  if (old.length > 0) {
    const before = old.map(({ rounds, bars }) => ({ rounds: rounds.filter((round) => round < line.times), bars }));
    const own = old.find(({ rounds }) => rounds.includes(line.times))?.bars ?? [last];
    const endings = [...before.filter(({ rounds }) => rounds.length > 0), { rounds: [line.times], bars: own }];
    return [{ kind: 'write-endings', line: index, endings }];
  }
  const at = line.bars.length - 1;
  return [
    { kind: 'write-bars', run: { line: index, ending: null, from: at, count: 1 }, bars: [] },
    {
      kind: 'write-endings',
      line: index,
      endings: [
        { rounds: range(1, line.times), bars: [last] },
        { rounds: [line.times], bars: [last] },
      ],
    },
  ];
}
