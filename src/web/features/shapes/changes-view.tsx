import { useEffect, useMemo, useState } from 'react';
import { Radio, RadioGroup } from 'react-aria-components';
import { styled } from 'styled-components';
import { CHANGE_GROUPS, type GroupedChange, groupChanges } from '../../../core/arrange/shapes/change-groups.ts';
import type { ChangeSheet, ShapePlan } from '../../../core/arrange/shapes/shape-plan.ts';
import { type ChordSymbol, formatChordSymbol } from '../../../core/harmony/chord-symbol.ts';
import { itemAt } from '../../../core/kernel/list.ts';
import { formatCount } from '../../../core/kernel/plural.ts';
import { stagesOf } from '../../../core/rehearse/range.ts';
import { listPlayedBars } from '../../../core/song/played/played-bars.ts';
import { sayChangeAct, sayChangeGroup, sayChangeTime } from '../../../core/words/changes/change-group-words.ts';
import { formatChange } from '../../../core/words/finger-change-words.ts';
import { formatTimes } from '../../../core/words/line-words.ts';
import { useChordName } from '../../api/settings.tsx';
import { BarLinked } from '../../editor/bar-links.tsx';
import { usePlaceStyle } from '../../editor/use-place-style.ts';
import { useDocument, usePart } from '../../editor/use-song.tsx';
import { ShapeBox } from '../../painters/shape-box.tsx';
import { useAudition } from '../../sound/use-audition.ts';
import { colour, nameFace } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { useKeyedActions } from '../../ui/keys.tsx';
import { SideSheet } from '../../ui/side-sheet.tsx';
import { Signed } from '../../ui/signed.tsx';
import { STAGES, type Stage } from './change-geometry.ts';
import { ChangePicture } from './change-picture.tsx';
import { TWO_COLUMNS_PX, TwoColumns } from './two-columns.tsx';

const STAGE_MS = 900;
const STAGE_WORDS: Readonly<Record<Stage, string>> = {
  before: 'as it was',
  lift: 'what lifts',
  move: 'what slides and moves',
  land: 'what lands',
};

/** Every change that occurs, by what it asks for, and the chosen one finger by finger. */
export function ChangesView({ plan }: { readonly plan: ShapePlan }) {
  const [chosenKey, choose] = useState('');
  const nameOf = useChordName();
  const tempoBpm = useDocument().facts.tempo?.tempoBpm ?? null;
  const grouped = useMemo(() => groupChanges(plan.changes, tempoBpm), [plan.changes, tempoBpm]);
  const chosen = grouped.find(({ sheet }) => keyOf(sheet) === chosenKey) ?? grouped[0];
  if (chosen === undefined) {
    return <Alone>The song has no changes yet: one chord goes all the way.</Alone>;
  }
  const name = (place: number): string => nameOf(itemAt(plan.sheets, place).chord);
  const nameOfChange = ({ from, to }: ChangeSheet): string => `${name(from)} to ${name(to)}`;
  return (
    <TwoColumns>
      <section aria-label="Changes of the song">
        <List aria-label="Change" value={keyOf(chosen.sheet)} onChange={choose}>
          {CHANGE_GROUPS.map((group) => {
            const own = grouped.filter((each) => each.group === group);
            return own.length === 0 ? null : (
              <Group key={group} aria-label={sayChangeGroup(group, tempoBpm)}>
                <h2>
                  {sayChangeGroup(group, tempoBpm)} <small>{formatCount(own.length, 'change')}</small>
                </h2>
                {own.map((each) => (
                  <ChangeRow key={keyOf(each.sheet)} grouped={each} title={nameOfChange(each.sheet)} />
                ))}
              </Group>
            );
          })}
        </List>
      </section>
      <SideSheet
        label="The chosen change"
        title={nameOfChange(chosen.sheet)}
        chosen={chosenKey}
        narrowPx={TWO_COLUMNS_PX}
      >
        <Chosen key={keyOf(chosen.sheet)} grouped={chosen} plan={plan} name={name} />
      </SideSheet>
    </TwoColumns>
  );
}

function ChangeRow({ grouped, title }: { readonly grouped: GroupedChange; readonly title: string }) {
  const { sheet, group } = grouped;
  const act = sayChangeAct(grouped);
  return (
    <Row
      value={keyOf(sheet)}
      data-group={group}
      aria-label={`${title}, ${formatTimes(sheet.count)}, ${act}. ${sayChangeTime(grouped)}`}
    >
      <b>
        <Signed text={title} />
      </b>
      <span>{formatTimes(sheet.count)}</span>
      <span>{act}</span>
    </Row>
  );
}

/** Plays a change with both hands, where the song has it first; or ends it. */
function useHearChange(
  { from, to }: { readonly from: ChordSymbol; readonly to: ChordSymbol },
  name: string,
): () => void {
  const document = useDocument();
  const { playing, play, stop } = useAudition();
  return () => {
    const range = { kind: 'change', fromChord: formatChordSymbol(from), toChord: formatChordSymbol(to) } as const;
    const played = listPlayedBars(document);
    const bars = stagesOf(document, range).flatMap((indexes) => indexes.flatMap((index) => played[index] ?? []));
    return playing === name ? stop() : play(name, bars, null);
  };
}

function keyOf({ from, to }: ChangeSheet): string {
  return `${from} ${to}`;
}

function Chosen(props: {
  readonly grouped: GroupedChange;
  readonly plan: ShapePlan;
  readonly name: (place: number) => string;
}) {
  const { grouped, plan, name } = props;
  const { sheet } = grouped;
  const style = usePlaceStyle();
  const { capoFret } = usePart().setup;
  const { stage, step, isPlaying, play } = useStages();
  const hear = useHearChange(
    { from: itemAt(plan.sheets, sheet.from).sounding, to: itemAt(plan.sheets, sheet.to).sounding },
    `${name(sheet.from)} to ${name(sheet.to)}`,
  );
  useKeyedActions('The change', [
    { key: '.', label: 'Next stage of the change', run: () => step(1) },
    { key: ',', label: 'Stage before', run: () => step(-1) },
    { key: 'p', label: 'Show the change as it moves', run: play },
    { key: 'h', label: 'Hear the change where the song has it', run: hear },
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
      <p>
        <BarLinked text={sayChangeTime(grouped)} />
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
          Show it move
        </Button>
        <Button onPress={hear} aria-keyshortcuts="h">
          Hear it
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
  display: grid; gap: 18px;
`;
const Group = styled.section`
  h2 { padding-bottom: 6px; border-bottom: 1px solid ${colour.hairline}; }
  h2 small { font: inherit; font-size: 14px; font-weight: 400; color: ${colour.quiet}; }
`;
const Row = styled(Radio)`
  display: grid; grid-template-columns: minmax(120px, 1.3fr) 84px minmax(0, 1.4fr); gap: 10px; align-items: center; min-height: 44px;
  padding: 5px 8px; border-bottom: 1px solid ${colour.hairline}; cursor: pointer; font-size: 14px;
  b { font: 650 17px/1.2 ${nameFace}; }
  span { color: ${colour.quiet}; }
  &[data-group="quick"] > :last-child { color: ${colour.rosewood}; font-weight: 650; }
  &[data-group="easy"] { min-height: 36px; b { font-size: 15px; } }
  &[data-hovered] { background: ${colour.sheet}; }
  &[data-selected] { background: ${colour.brassSoft}; box-shadow: inset 0 0 0 2px ${colour.brass}; }
  &[data-focus-visible] { outline: 3px solid ${colour.spruce}; outline-offset: -1px; z-index: 1; }
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
