import { useEffect, useState } from 'react';
import { Radio, RadioGroup } from 'react-aria-components';
import { styled } from 'styled-components';
import type { ChangeSheet, ShapePlan } from '../../../core/arrange/shapes/shape-plan.ts';
import { itemAt } from '../../../core/kernel/list.ts';
import { formatChange } from '../../../core/words/finger-change-words.ts';
import { formatTimes } from '../../../core/words/line-words.ts';
import { useChordName } from '../../api/settings.tsx';
import { usePlaceStyle } from '../../editor/use-place-style.ts';
import { usePart } from '../../editor/use-song.tsx';
import { ShapeBox } from '../../painters/shape-box.tsx';
import { colour, nameFace } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { useKeyedActions } from '../../ui/keys.tsx';
import { Signed } from '../../ui/signed.tsx';
import { STAGES, type Stage } from './change-geometry.ts';
import { ChangePicture } from './change-picture.tsx';
import { TwoColumns } from './two-columns.tsx';

const STAGE_MS = 900;
const STAGE_WORDS: Readonly<Record<Stage, string>> = {
  before: 'as it was',
  lift: 'what lifts',
  move: 'what slides and moves',
  land: 'what lands',
};

/** Every change that occurs, hardest first, and the chosen one finger by finger. */
export function ChangesView({ plan }: { readonly plan: ShapePlan }) {
  const [chosenKey, choose] = useState('');
  const nameOf = useChordName();
  const chosen = plan.changes.find((change) => keyOf(change) === chosenKey) ?? plan.changes[0];
  if (chosen === undefined) {
    return <Alone>The song has no changes yet: one chord goes all the way.</Alone>;
  }
  const most = plan.changes[0]?.change.cost ?? 1;
  const name = (place: number): string => nameOf(itemAt(plan.sheets, place).chord);
  return (
    <TwoColumns>
      <section aria-label="Changes of the song">
        <p>Hardest first, with how often each comes.</p>
        <List aria-label="Change" value={keyOf(chosen)} onChange={choose}>
          {plan.changes.map((sheet) => (
            <Row key={keyOf(sheet)} value={keyOf(sheet)} aria-label={rowWords(sheet, name)}>
              <b>
                <Signed text={`${name(sheet.from)} to ${name(sheet.to)}`} />
              </b>
              <span>{formatTimes(sheet.count)}</span>
              <Meter aria-hidden="true">
                <i style={{ width: `${(sheet.change.cost / Math.max(most, 0.01)) * 100}%` }} />
              </Meter>
              <span>{sheet.change.cost.toFixed(1)}</span>
              <small>{timeWords(sheet)}</small>
            </Row>
          ))}
        </List>
      </section>
      <aside aria-label="The chosen change">
        <Chosen key={keyOf(chosen)} sheet={chosen} plan={plan} name={name} />
      </aside>
    </TwoColumns>
  );
}

function keyOf({ from, to }: ChangeSheet): string {
  return `${from} ${to}`;
}

function rowWords(sheet: ChangeSheet, name: (place: number) => string): string {
  return `${name(sheet.from)} to ${name(sheet.to)}, ${formatTimes(sheet.count)}, effort ${sheet.change.cost.toFixed(1)}, ${timeWords(sheet)}`;
}

/** The time a student's hand wants against the time there is, as it is strummed. */
function timeWords({ neededMs, gapMs, isByPattern, bar }: ChangeSheet): string {
  const needed = `wants about ${(neededMs / 1000).toFixed(2)} s`;
  if (gapMs === null) {
    return `${needed}; first in bar ${bar}`;
  }
  const late = neededMs > gapMs ? 'quick' : 'time enough';
  const strummed = isByPattern ? 'as it is strummed' : 'in quarters';
  return `${needed} of ${(gapMs / 1000).toFixed(2)} s ${strummed}: ${late}; first in bar ${bar}`;
}

function Chosen(props: {
  readonly sheet: ChangeSheet;
  readonly plan: ShapePlan;
  readonly name: (place: number) => string;
}) {
  const { sheet, plan, name } = props;
  const style = usePlaceStyle();
  const { capoFret } = usePart().setup;
  const { stage, step, isPlaying, play } = useStages();
  useKeyedActions('The change', [
    { key: '.', label: 'Next stage of the change', run: () => step(1) },
    { key: ',', label: 'Stage before', run: () => step(-1) },
    { key: 'p', label: 'Play the change', run: play },
  ]);
  const ends = [sheet.from, sheet.to].map((place) => itemAt(plan.sheets, place));
  return (
    <Detail>
      <h2>
        <Signed text={`${name(sheet.from)} to ${name(sheet.to)}`} />
      </h2>
      <p>
        <Signed text={formatChange(sheet.change, style)} />
      </p>
      <Ends>
        {ends.map(({ rated, chord }) =>
          rated === null ? null : (
            <ShapeBox
              key={`${chord.root}${chord.quality}${chord.bass}`}
              fingering={rated.fingering}
              capoFret={capoFret}
              gridPx={56}
              detail="fingers"
            />
          ),
        )}
      </Ends>
      <ChangePicture change={sheet.change} stage={stage} />
      <p role="status">
        {STAGES.indexOf(stage) + 1} of {STAGES.length}: {STAGE_WORDS[stage]}
      </p>
      <Ends>
        <Button onPress={() => step(-1)} isDisabled={stage === 'before'} aria-keyshortcuts=",">
          Back
        </Button>
        <Button weight="strong" onPress={() => step(1)} isDisabled={stage === 'land'} aria-keyshortcuts=".">
          Next
        </Button>
        <Button onPress={play} isDisabled={isPlaying} aria-keyshortcuts="p">
          Play
        </Button>
      </Ends>
      <small>Brass fingers stay. Hollow ones are in the air.</small>
    </Detail>
  );
}

/** The stage that is shown, by steps or by itself from the beginning. */
function useStages() {
  const [index, setIndex] = useState(0);
  const [isPlaying, setPlaying] = useState(false);
  const last = STAGES.length - 1;
  useEffect(() => {
    if (!isPlaying) {
      return undefined;
    }
    if (index === last) {
      setPlaying(false);
      return undefined;
    }
    const timer = window.setTimeout(() => setIndex(index + 1), STAGE_MS);
    return () => window.clearTimeout(timer);
  }, [isPlaying, index, last]);
  return {
    stage: itemAt(STAGES, index),
    isPlaying,
    step: (by: number): void => {
      setPlaying(false);
      setIndex(Math.max(0, Math.min(last, index + by)));
    },
    play: (): void => {
      setIndex(0);
      setPlaying(true);
    },
  };
}

const Alone = styled.p`
  padding: 24px 48px;
`;
const List = styled(RadioGroup)`
  border-top: 1px solid ${colour.hairline}; margin-top: 10px;
`;
const Row = styled(Radio)`
  display: grid; grid-template-columns: minmax(120px, 1.3fr) 72px 90px 34px minmax(0, 2fr); gap: 10px; align-items: center; min-height: 40px;
  padding: 5px 8px; border-bottom: 1px solid ${colour.hairline}; cursor: pointer; font-size: 14px; font-variant-numeric: tabular-nums;
  b { font: 650 17px/1.2 ${nameFace}; }
  small { font-size: 13px; color: ${colour.quiet}; }
  &[data-hovered] { background: ${colour.sheet}; }
  &[data-selected] { background: ${colour.brassSoft}; box-shadow: inset 0 0 0 2px ${colour.brass}; }
  &[data-focus-visible] { outline: 3px solid ${colour.spruce}; outline-offset: -1px; z-index: 1; }
  @media (max-width: 760px) { grid-template-columns: minmax(0, 1fr) auto auto; > small { grid-column: 1 / -1; } > :nth-child(3) { display: none; } }
`;
const Meter = styled.span`
  display: block; height: 8px; background: ${colour.hairline};
  i { display: block; height: 8px; background: ${colour.spruceMid}; }
`;
const Detail = styled.div`
  display: grid; gap: 10px; align-content: start;
  h2 { font: 650 22px/1.2 ${nameFace}; }
  p { font-size: 14.5px; }
  small { color: ${colour.quiet}; font-size: 13px; }
`;
const Ends = styled.div`
  display: flex; gap: 10px; align-items: center; flex-wrap: wrap;
`;
