import { useState } from 'react';
import { styled } from 'styled-components';
import { LEVELS } from '../../../core/arrange/levels/level-chords.ts';
import type { PlayedLevel } from '../../../core/arrange/levels/levels.ts';
import { STRING_NAMINGS } from '../../../core/fretboard/string-names.ts';
import type { Paper } from '../../../core/page/layout/handout-layout.ts';
import { STAGES } from '../../../core/shapes/change-time.ts';
import { CLASS_LIMITS } from '../../../core/song/document/guitar-class.ts';
import {
  HANDOUT_READERS,
  type HandoutItem,
  type HandoutOptions,
  isShown,
  type Stand,
} from '../../../core/song/document/handout-options.ts';
import { joinWords } from '../../../core/words/sentence.ts';
import { useSettings } from '../../api/settings.tsx';
import { PAPER_CHOICES } from '../../theme/paper.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { AddField } from '../../ui/field.tsx';
import { STAGE_CHOICES } from '../../ui/hand-fields.tsx';
import { Panel } from '../../ui/panel.tsx';
import { NumberSelect, Select } from '../../ui/select.tsx';
import { Tick } from '../../ui/tick.tsx';
import type { HandoutChoices } from './use-handout-choices.ts';

const EVERYONE = 'everyone';
const READER_WORDS = { guitar: 'a guitarist', keys: 'keys', bass: 'a bass', ukulele: 'a ukulele' } as const;
const LIBRARY = 'library';
const CLASS = 'class';
const KINDS = [
  { value: 'bars', text: 'of bars' },
  { value: 'words', text: 'of words, chords above' },
] as const;

/** Whom the page is for. */
export function WhoPanel({
  reader,
  playedLevels,
}: {
  readonly reader: HandoutChoices;
  readonly playedLevels: readonly PlayedLevel[];
}) {
  const { className, students, student, options, stand, setStand } = reader;
  return (
    <Part>
      <h2>For</h2>
      <Select
        label={className === null ? 'No class is chosen on the Capo step' : `Of ${className}`}
        options={[
          { value: EVERYONE, text: className === null ? 'everyone' : 'the whole class' },
          ...students.map(({ id, name }) => ({ value: String(id), text: name })),
        ]}
        value={student === null ? EVERYONE : String(student.id)}
        onChange={(value) => reader.choose(value === EVERYONE ? null : Number(value))}
      />
      <Select
        label="Who plays"
        options={HANDOUT_READERS.map((value) => ({ value, text: READER_WORDS[value] }))}
        value={options.reader}
        onChange={(value) => reader.change({ reader: value })}
      />
      <Choice label="Page" options={KINDS} value={options.kind} onChange={(kind) => reader.change({ kind })} />
      {options.reader === 'guitar' && (
        <>
          <Choice
            label="Part"
            options={[
              { value: 'all', text: 'as arranged' },
              { value: 'own', text: 'on a level' },
            ]}
            value={stand === null ? 'all' : 'own'}
            onChange={(value) => setStand(value === 'all' ? null : { left: 3, right: 3 })}
          />
          {stand !== null && <StandFields stand={stand} playedLevels={playedLevels} onChange={setStand} />}
        </>
      )}
      {className !== null && (
        <Panel title="Students" summary={`${students.length} with pages of their own`}>
          <AddField
            label="One more student"
            hint="a name, then Enter"
            maxLength={CLASS_LIMITS.nameCharacters}
            onAdd={reader.add}
          />
          {student !== null && (
            <>
              <Select
                label={`${student.name} has played for`}
                options={[{ value: CLASS, text: 'as long as the class' }, ...STAGE_CHOICES]}
                value={student.stage ?? CLASS}
                onChange={(value) => reader.setStage(STAGES.find((stage) => stage === value) ?? null)}
              />
              <Button weight="word" onPress={reader.remove}>
                Forget {student.name}
              </Button>
            </>
          )}
        </Panel>
      )}
      {reader.problem !== '' && <p role="alert">{reader.problem}</p>}
    </Part>
  );
}

const OWN = 'own';

/** The level of the page: those that are alike are one choice, and each hand can have its own. */
function StandFields(props: {
  readonly stand: Stand;
  readonly playedLevels: readonly PlayedLevel[];
  readonly onChange: (stand: Stand) => void;
}) {
  const { stand, playedLevels, onChange } = props;
  const [isOwn, setOwn] = useState(stand.left !== stand.right);
  const alike = playedLevels.find(({ levels }) => levels.includes(stand.left) && levels.includes(stand.right));
  const isSplit = isOwn || alike === undefined;
  return (
    <>
      <Select
        label="Level"
        options={[
          ...playedLevels.map(({ levels }) => ({
            value: String(levels[0]),
            text: levels.length > 1 ? `${joinWords(levels.map(String))}, which are alike` : String(levels[0]),
          })),
          { value: OWN, text: 'each hand on its own' },
        ]}
        value={isSplit ? OWN : String(alike.levels[0])}
        onChange={(value) => {
          const level = LEVELS.find((each) => String(each) === value);
          setOwn(level === undefined);
          if (level !== undefined) {
            onChange({ left: level, right: level });
          }
        }}
      />
      {isSplit && (
        <Pair>
          <NumberSelect
            label="Left hand on level"
            values={LEVELS}
            value={stand.left}
            onChange={(left) => onChange({ ...stand, left })}
          />
          <NumberSelect
            label="Right hand on level"
            values={LEVELS}
            value={stand.right}
            onChange={(right) => onChange({ ...stand, right })}
          />
        </Pair>
      )}
    </>
  );
}

const SHOWN: readonly { readonly item: HandoutItem; readonly text: string }[] = [
  { item: 'fingers', text: 'finger numbers' },
  { item: 'page-key', text: 'how to read this page' },
  { item: 'bar-numbers', text: 'numbers of the bars' },
  { item: 'without-capo', text: 'what sounds, with and without the capo' },
  { item: 'loudness', text: 'loudness and palm' },
  { item: 'ornaments', text: 'fills and riffs' },
  { item: 'notes', text: 'notes on sections, lines and bars' },
  { item: 'chord-rounds', text: 'how often the pattern goes to a chord' },
  { item: 'picked-strings', text: 'strings that are picked' },
  { item: 'goals', text: 'full barres beside easy shapes' },
  { item: 'shape-words', text: 'shapes in words' },
  { item: 'sounding', text: 'what sounds, beside the shapes' },
  { item: 'degrees', text: 'degrees of the key' },
  { item: 'other-parts', text: 'the other guitars’ names' },
  { item: 'drills', text: 'changes to drill' },
  { item: 'cautions', text: 'cautions' },
  { item: 'catch-up', text: 'what we did, what to practise' },
  { item: 'lesson', text: 'the lesson, with minutes' },
  { item: 'scenes', text: 'how we rehearse it: scenes that are for the page' },
];

type Flag = { [K in keyof HandoutOptions]: HandoutOptions[K] extends boolean ? K : never }[keyof HandoutOptions];

const MADE: readonly { readonly flag: Flag; readonly text: string }[] = [
  { flag: 'isOneSide', text: 'one side, smaller type' },
  { flag: 'isLandscape', text: 'paper on its side' },
  { flag: 'isLargePrint', text: 'large print' },
  { flag: 'isBlack', text: 'black only, for a photocopier' },
];

/** How the page is made; remembered for whom it is made. */
export function LooksPanel(props: {
  readonly reader: HandoutChoices;
  readonly paper: Paper;
  readonly onPaper: (paper: Paper) => void;
}) {
  const { paper, onPaper } = props;
  const { options, change, show, stand } = props.reader;
  const library = useSettings();
  const shown = SHOWN.filter(({ item }) => isShown(options, item, stand)).length;
  return (
    <Panel title="How it reads" summary={`${shown} of ${SHOWN.length} shown`} isOpenAtFirst>
      <Choice label="Paper" options={PAPER_CHOICES} value={paper} onChange={onPaper} />
      <Ticks>
        {MADE.map(({ flag, text }) => (
          <Tick key={flag} text={text} isOn={options[flag]} onChange={(isOn) => change({ [flag]: isOn })} />
        ))}
      </Ticks>
      <Ticks>
        {SHOWN.map(({ item, text }) => (
          <Tick key={item} text={text} isOn={isShown(options, item, stand)} onChange={(isOn) => show(item, isOn)} />
        ))}
      </Ticks>
      <Select
        label="Frets are counted"
        options={[
          { value: LIBRARY, text: `as in the settings (from the ${library.fretsFrom})` },
          { value: 'capo', text: 'from the capo' },
          { value: 'nut', text: 'from the nut' },
        ]}
        value={options.fretsFrom ?? LIBRARY}
        onChange={(value) => change({ fretsFrom: value === 'capo' || value === 'nut' ? value : null })}
      />
      <Select
        label="Strings are called"
        options={[
          { value: LIBRARY, text: `as in the settings (by ${library.stringNaming})` },
          ...STRING_NAMINGS.map((value) => ({ value: value as string, text: `by ${value}` })),
        ]}
        value={options.stringNaming ?? LIBRARY}
        onChange={(value) => change({ stringNaming: STRING_NAMINGS.find((naming) => naming === value) ?? null })}
      />
      <Select
        label="Boxes are for"
        options={[
          { value: LIBRARY, text: `as in the settings (${library.isLeftHanded ? 'left' : 'right'}-handed)` },
          { value: 'right', text: 'the right-handed' },
          { value: 'left', text: 'the left-handed' },
        ]}
        value={options.isLeftHanded === null ? LIBRARY : options.isLeftHanded ? 'left' : 'right'}
        onChange={(value) => change({ isLeftHanded: value === LIBRARY ? null : value === 'left' })}
      />
    </Panel>
  );
}

const Part = styled.section`
  display: grid; gap: 10px; justify-items: start; font-size: 14px; padding-bottom: 12px;
  h2 { font-size: 17px; }
  > * { max-width: 100%; }
  > div:last-child { justify-self: stretch; }
`;
const Pair = styled.div`
  display: flex; gap: 18px; flex-wrap: wrap;
`;
const Ticks = styled.div`
  display: grid; gap: 2px;
`;
