import { styled } from 'styled-components';
import { LEVELS } from '../../../core/arrange/levels/level-chords.ts';
import { STRING_NAMINGS } from '../../../core/fretboard/string-names.ts';
import type { Paper } from '../../../core/page/layout/handout-layout.ts';
import { CLASS_LIMITS, type StudentStand } from '../../../core/song/document/guitar-class.ts';
import { HANDOUT_READERS, type HandoutOptions } from '../../../core/song/document/handout-options.ts';
import { useSettings } from '../../api/settings.tsx';
import { PAPER_CHOICES } from '../../theme/paper.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { AddField } from '../../ui/field.tsx';
import { Panel } from '../../ui/panel.tsx';
import { NumberSelect, Select } from '../../ui/select.tsx';
import { Tick } from '../../ui/tick.tsx';
import type { HandoutChoices } from './use-handout-choices.ts';

const EVERYONE = 'everyone';
const READER_WORDS = { guitar: 'a guitarist', keys: 'keys', bass: 'a bass', ukulele: 'a ukulele' } as const;
const LIBRARY = 'library';

/** Whom the page is for. */
export function WhoPanel({ reader }: { readonly reader: HandoutChoices }) {
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
          {stand !== null && <StandFields stand={stand} onChange={setStand} />}
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
            <Button weight="word" onPress={reader.remove}>
              Forget {student.name}
            </Button>
          )}
        </Panel>
      )}
      {reader.problem !== '' && <p role="alert">{reader.problem}</p>}
    </Part>
  );
}

function StandFields(props: { readonly stand: StudentStand; readonly onChange: (stand: StudentStand) => void }) {
  const { stand, onChange } = props;
  return (
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
  );
}

type Flag = { [K in keyof HandoutOptions]: HandoutOptions[K] extends boolean ? K : never }[keyof HandoutOptions];

const SHOWN: readonly { readonly flag: Flag; readonly text: string }[] = [
  { flag: 'showsFingers', text: 'finger numbers' },
  { flag: 'showsWords', text: 'shapes in words' },
  { flag: 'showsSounding', text: 'what sounds, beside the shapes' },
  { flag: 'showsDegrees', text: 'degrees of the key' },
  { flag: 'showsOtherParts', text: 'the other guitars’ names' },
  { flag: 'showsDrills', text: 'changes to drill, and cautions' },
];
const MADE: readonly { readonly flag: Flag; readonly text: string }[] = [
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
  const { options, change } = props.reader;
  const library = useSettings();
  const chosen = [...SHOWN, ...MADE].filter(({ flag }) => options[flag]).length;
  return (
    <Panel title="How it reads" summary={`${chosen} of ${SHOWN.length + MADE.length} ticked`} isOpenAtFirst>
      <Choice label="Paper" options={PAPER_CHOICES} value={paper} onChange={onPaper} />
      <Ticks>
        {[...MADE, ...SHOWN].map(({ flag, text }) => (
          <Tick key={flag} text={text} isOn={options[flag]} onChange={(isOn) => change({ [flag]: isOn })} />
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
