import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { commandForText } from '../../core/formats/text-chart/apply-text.ts';
import { sayProblem } from '../../core/formats/text-chart/chart-messages.ts';
import { chartTextOf } from '../../core/formats/text-chart/format-chart.ts';
import { parseChart } from '../../core/formats/text-chart/parse-chart.ts';
import { withHeader } from '../../core/formats/text-chart/with-header.ts';
import { HIGHEST_CAPO_FRET, toShapeKey } from '../../core/fretboard/capo.ts';
import { range } from '../../core/kernel/list.ts';
import { barTicks, formatMetre, parseMetre, usualPulseTicks } from '../../core/rhythm/metre.ts';
import { fitTaps, LEAST_TAPS } from '../../core/rhythm/tap-fit.ts';
import { songKeysOf } from '../../core/song/chart/song-keys.ts';
import { UNTITLED } from '../../core/song/document/song-limits.ts';
import { sayCommandError } from '../../core/words/command-error-words.ts';
import { formatKeyWords, formatShapeKey } from '../../core/words/setup-words.ts';
import { KeyField, LengthField, TempoField, TuningSelect, useSaid } from '../editor/fact-fields.tsx';
import { useDocument, usePart, useSongEditor } from '../editor/use-song.tsx';
import { colour } from '../theme/tokens.ts';
import { Button } from '../ui/button.tsx';
import { Field } from '../ui/field.tsx';
import { Select } from '../ui/select.tsx';
import type { StripWord } from './strip-words.ts';

/** What a word of the strip opens: the fact it names, to be changed in place. */
export function StripPanel({ word, onMove, onDone }: PanelProps & { readonly word: StripWord }) {
  const isWaiting = useDocument().chart.draftText !== null;
  const Inside = PANELS[word];
  return (
    <Frame>
      {isWaiting ? (
        <p>
          The chart has lines that cannot be read, and its text holds this too.{' '}
          <Link to="song" onClick={onDone}>
            Mend it
          </Link>{' '}
          first.
        </p>
      ) : (
        <Inside onMove={onMove} onDone={onDone} />
      )}
    </Frame>
  );
}

type PanelProps = { readonly onMove: () => void; readonly onDone: () => void };

const PANELS: Readonly<Record<StripWord, (props: PanelProps) => React.ReactNode>> = {
  title: TitlePanel,
  key: KeyPanel,
  shapes: CapoPanel,
  capo: CapoPanel,
  tuning: TuningPanel,
  tempo: TempoPanel,
  length: LengthPanel,
};

function TitlePanel({ onDone }: PanelProps) {
  const { facts } = useDocument();
  const run = useSaid();
  return (
    <Field
      label="Title"
      value={facts.title === UNTITLED ? '' : facts.title}
      onCommit={(text) => {
        const problem =
          text.trim() === '' ? 'A song needs a title.' : run({ kind: 'set-facts', facts: { title: text.trim() } });
        if (problem === null) {
          onDone();
        }
        return problem;
      }}
    />
  );
}

function KeyPanel({ onMove }: PanelProps) {
  const { sounding } = songKeysOf(useDocument(), usePart());
  return (
    <>
      <KeyField label="What the key is called" hint={`found: ${formatKeyWords(sounding)}`} />
      <p>The chords stay as they are.</p>
      <Button onPress={onMove}>Move the song to another key</Button>
    </>
  );
}

function CapoPanel({ onDone }: PanelProps) {
  const document = useDocument();
  const part = usePart();
  const run = useSaid();
  const { sounding } = songKeysOf(document, part);
  const textOf = (capoFret: number): string => {
    const shapes = formatShapeKey(toShapeKey(sounding, { ...part.setup, capoFret }));
    return capoFret === 0 ? `no capo: ${shapes} shapes` : `fret ${capoFret}: ${shapes} shapes`;
  };
  return (
    <>
      <Select
        label="Capo, and the shapes that sound the same song"
        options={range(0, HIGHEST_CAPO_FRET + 1).map((fret) => ({ value: String(fret), text: textOf(fret) }))}
        value={String(part.setup.capoFret)}
        onChange={(fret) => run({ kind: 'set-capo', partId: part.id, capoFret: Number(fret) })}
      />
      <Link to="capo" onClick={onDone}>
        Compare them on the neck
      </Link>
    </>
  );
}

function TuningPanel({ onDone }: PanelProps) {
  return (
    <>
      <TuningSelect />
      <Link to="capo" onClick={onDone}>
        How to tune, under The guitar
      </Link>
    </>
  );
}

function TempoPanel(_: PanelProps) {
  return (
    <>
      <TempoField />
      <TapTempo />
      <MetreField />
    </>
  );
}

/** The tempo from taps with the music. */
function TapTempo() {
  const { metre } = useDocument().facts;
  const run = useSaid();
  const taps = useRef<readonly number[]>([]);
  const [said, setSaid] = useState('');
  const pulseTicks = usualPulseTicks(metre);
  const tap = (): void => {
    const nowMs = performance.now();
    const last = taps.current.at(-1) ?? nowMs;
    taps.current = nowMs - last > PAUSE_MS ? [nowMs] : [...taps.current, nowMs];
    const fit = fitTaps(taps.current, Math.max(1, Math.round(barTicks(metre) / pulseTicks)));
    if (fit.ok) {
      const tempoBpm = Math.round(60_000 / fit.value.beatMs);
      setSaid(run({ kind: 'set-facts', facts: { tempo: { tempoBpm, pulseTicks } } }) ?? `${tempoBpm} by your taps.`);
    } else {
      setSaid(taps.current.length < LEAST_TAPS ? 'Go on with the beat …' : 'No steady beat yet.');
    }
  };
  return (
    <Taps>
      <Button onPressStart={tap}>Tap the beat</Button>
      <span role="status">{said}</span>
    </Taps>
  );
}

/** A longer pause begins a new count, in ms. */
const PAUSE_MS = 2500;

/** The metre stands in the chart's text, whose bars it measures: it is written there, unless a bar would not fit it. */
function MetreField() {
  const document = useDocument();
  const editor = useSongEditor();
  return (
    <Field
      label="Metre"
      value={formatMetre(document.facts.metre)}
      hint="such as 3/4 or 6/8"
      onCommit={(text) => {
        if (!parseMetre(text.trim()).ok) {
          return 'Write a metre such as 4/4, 6/8 or 7/8 2+2+3.';
        }
        const chart = withHeader(chartTextOf(document), 'metre', text.trim());
        const parsed = parseChart(chart);
        const problem = parsed.problems.find(({ severity }) => severity === 'error');
        const command = commandForText(chart, parsed);
        if (problem !== undefined || command === null) {
          return `The bars do not fit it${problem === undefined ? '' : `, line ${problem.line}: ${sayProblem(problem)}`}`;
        }
        const error = editor.run(command);
        return error === null ? null : sayCommandError(error);
      }}
    />
  );
}

function LengthPanel({ onDone }: PanelProps) {
  return (
    <>
      <LengthField />
      <Link to="map" onClick={onDone}>
        The bars, on the Map
      </Link>
    </>
  );
}

const Frame = styled.div`
  display: grid; gap: 12px; justify-items: start; font-size: 14px;
  a { display: inline-flex; align-items: center; min-height: 28px; }
  p { color: ${colour.quiet}; }
`;
const Taps = styled.div`
  display: flex; align-items: center; gap: 12px; min-height: 36px;
  span { color: ${colour.quiet}; }
`;
