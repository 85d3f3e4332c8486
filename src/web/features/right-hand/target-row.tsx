import { styled } from 'styled-components';
import { beatTicks } from '../../../core/rhythm/metre.ts';
import { cellAt, type Pattern } from '../../../core/rhythm/pattern.ts';
import { fitPattern, STROKE_LIMITS, strokesPerSecond } from '../../../core/rhythm/pattern-fit.ts';
import { NOTHING_SAID } from '../../../core/song/attachments/right-hand.ts';
import { CHORD_ENTRIES, DYNAMICS, type PatternAssignment } from '../../../core/song/document/document.ts';
import type { PlayedBar } from '../../../core/song/played/played-bars.ts';
import { ENTRY_WORDS, ROUND_WORDS } from '../../../core/words/pattern-words.ts';
import { useDocument } from '../../editor/use-song.tsx';
import { StrokeRow } from '../../painters/stroke-row.tsx';
import { useSounding } from '../../sound/sounding.ts';
import { colour, nameFace } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { Select } from '../../ui/select.tsx';
import type { HandTarget } from './hand-target.ts';

const USUAL = 'usual';

/** A pattern whose strokes light up as they are heard. */
function LitStrokes({ pattern, isPlaying }: { readonly pattern: Pattern; readonly isPlaying: boolean }) {
  const litCell = useSounding(({ bar }) => (isPlaying && bar !== null ? cellAt(pattern, bar.patternTick) : null));
  return <StrokeRow pattern={pattern} isSmall litCell={litCell} />;
}

/** A place with what the right hand does there: its own pattern, or the one it takes from further out. */
export function TargetRow(props: {
  readonly target: HandTarget;
  readonly pattern: Pattern | null;
  /** Strings the pattern asks for that do not sound, in words; empty where all do. */
  readonly silent: string;
  readonly isChosen: boolean;
  readonly isPlaying: boolean;
  /** Whether it is a pass, a line or a bar, which mostly does what is around it. */
  readonly isNear: boolean;
  readonly onChoose: () => void;
  readonly onPlay: () => void;
  readonly onChange: (change: Partial<Omit<PatternAssignment, 'targetId'>>) => void;
}) {
  const { target, pattern, silent, isChosen, isPlaying, isNear, onChoose, onPlay, onChange } = props;
  const { assignment, label } = target;
  const isOwn = assignment !== null && assignment.pattern !== null;
  return (
    <Row data-chosen={isChosen || undefined}>
      <button type="button" aria-pressed={isChosen} onClick={onChoose}>
        <b>{label}</b>
        <small>
          {pattern === null ? 'a strum on each beat' : isOwn ? pattern.name : `as the rest: ${pattern.name}`}
        </small>
      </button>
      <div>
        {pattern !== null && (isOwn || !isNear) && (
          <>
            <LitStrokes pattern={pattern} isPlaying={isPlaying} />
            <p>{fitWords(pattern, target.bars)}</p>
            {silent !== '' && <p>Not sounding: {silent}.</p>}
          </>
        )}
      </div>
      <Acts>
        <Touch target={target} hasTwoBars={pattern?.bars === 2} onChange={onChange} />
        <Button weight="word" onPress={onPlay} aria-label={`${isPlaying ? 'Stop' : 'Hear'} ${label}`}>
          {isPlaying ? 'Stop' : 'Hear'}
        </Button>
        {isOwn && (
          <Button
            weight="word"
            onPress={() => onChange({ pattern: null })}
            aria-label={`Remove ${pattern?.name} from ${label}`}
          >
            Remove
          </Button>
        )}
      </Acts>
    </Row>
  );
}

/** How loud a place is, whether the palm damps it, whether it plays at all, and whether a pattern of two bars runs on over its lines. */
function Touch(props: {
  readonly target: HandTarget;
  readonly hasTwoBars: boolean;
  readonly onChange: (change: Partial<Omit<PatternAssignment, 'targetId'>>) => void;
}) {
  const { target, hasTwoBars, onChange } = props;
  const { id, label, assignment } = target;
  // Nothing is around the whole song.
  const usual = id === null ? 'as usual' : 'as the rest';
  const { dynamics, isMuted, isSilent, runsOn, entry } = assignment ?? NOTHING_SAID;
  // A guitar alone that is silent is no song.
  const hasOthers = useDocument().arrangements.some(({ parts }) => parts.length > 1);
  return (
    <>
      <Select
        label={`How loud: ${label}`}
        isLabelHidden
        options={[{ value: USUAL, text: `loudness ${usual}` }, ...DYNAMICS.map((value) => ({ value, text: value }))]}
        value={dynamics ?? USUAL}
        onChange={(value) => onChange({ dynamics: value === USUAL ? null : value })}
      />
      <YesOrNo
        label={`Palm: ${label}`}
        words={[`palm ${usual}`, 'palm-muted', 'open']}
        value={isMuted}
        onChange={(value) => onChange({ isMuted: value })}
      />
      {(hasOthers || isSilent !== null) && (
        <YesOrNo
          label={`Whether it plays: ${label}`}
          words={[`plays ${usual}`, 'silent', 'plays']}
          value={isSilent}
          onChange={(value) => onChange({ isSilent: value })}
        />
      )}
      <Select
        label={`A chord between strums: ${label}`}
        isLabelHidden
        options={[
          { value: USUAL, text: `chords ${usual}` },
          ...CHORD_ENTRIES.map((value) => ({ value, text: ENTRY_WORDS[value] })),
        ]}
        value={entry ?? USUAL}
        onChange={(value) => onChange({ entry: value === USUAL ? null : value })}
      />
      {(hasTwoBars || runsOn !== null) && (
        <YesOrNo
          label={`From line to line: ${label}`}
          words={[`lines ${usual}`, 'runs on over lines', 'begins anew with each line']}
          value={runsOn}
          onChange={(value) => onChange({ runsOn: value })}
        />
      )}
    </>
  );
}

/** A choice of one thing or the other, or of what is around. */
function YesOrNo(props: {
  readonly label: string;
  readonly words: readonly [usual: string, yes: string, no: string];
  readonly value: boolean | null;
  readonly onChange: (value: boolean | null) => void;
}) {
  const { label, words, value, onChange } = props;
  const [usual, yes, no] = words;
  return (
    <Select
      label={label}
      isLabelHidden
      options={[
        { value: USUAL, text: usual },
        { value: 'yes', text: yes },
        { value: 'no', text: no },
      ]}
      value={value === null ? USUAL : value ? 'yes' : 'no'}
      onChange={(chosen) => onChange(chosen === USUAL ? null : chosen === 'yes')}
    />
  );
}

/** How a pattern goes into the bars of a place, and whether a player's hand can do it at the tempo. */
function fitWords(pattern: Pattern, bars: readonly PlayedBar[]): string {
  const [bar] = bars;
  if (bar === undefined) {
    return 'not in the form';
  }
  const { kind } = fitPattern(pattern, bar.lengthTicks, bar.metre);
  const fit = kind === 'single' ? 'one strum a bar: it is counted in other notes' : ROUND_WORDS[pattern.bars];
  if (bar.tempo === null) {
    return fit;
  }
  const perMinute = (bar.tempo.tempoBpm * bar.tempo.pulseTicks) / beatTicks(bar.metre);
  const rate = strokesPerSecond(pattern, perMinute);
  const level = ([2, 3, 4, 5] as const).find((each) => rate <= STROKE_LIMITS[each]);
  const limit = level === undefined ? 'more than most hands can do' : `within level ${level}`;
  return `${fit}; ${rate.toFixed(1)} strums a second, ${limit}`;
}

const Row = styled.li`
  display: grid; grid-template-columns: 150px minmax(0, 1fr) auto; gap: 14px; align-items: start; padding: 8px 0; border-top: 1px solid ${colour.hairline};
  > button { text-align: left; border: 0; background: transparent; padding: 4px 6px; cursor: pointer; border-radius: 0; border-left: 4px solid transparent; }
  > button:hover { background: ${colour.spruceSoft}; }
  &[data-chosen] > button { border-left-color: ${colour.brass}; background: ${colour.spruceSoft}; }
  > button b { display: block; font: 650 17px/1.2 ${nameFace}; }
  small, p { font-size: 13px; color: ${colour.quiet}; }
  @media (max-width: 900px) { grid-template-columns: minmax(0, 1fr); }
`;
const Acts = styled.div`
  display: flex; flex-wrap: wrap; gap: 4px 8px; justify-content: end; max-width: 330px;
`;
