import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { styled } from 'styled-components';
import type { SettingsChange } from '../../../contract/settings-schema.ts';
import { STRING_NAMINGS } from '../../../core/fretboard/string-names.ts';
import { CHORD_STYLES } from '../../../core/harmony/chord-style.ts';
import { useChangeSettings, useSettings, useSettingsFailure } from '../../api/settings.tsx';
import { arePressesHeard, hearPresses } from '../../sound/presses-heard.ts';
import { LOOKS, useLook } from '../../theme/look.ts';
import { PAPER_CHOICES, usePaper } from '../../theme/paper.ts';
import { colour } from '../../theme/tokens.ts';
import { Choice } from '../../ui/choice.tsx';
import { HandFields } from '../../ui/hand-fields.tsx';
import { useKeyedActions } from '../../ui/keys.tsx';
import { Signed } from '../../ui/signed.tsx';
import { Tick } from '../../ui/tick.tsx';
import { useWindowTitle } from '../../ui/window-title.ts';
import { OwnTunings } from './own-tunings.tsx';
import { SigningOut } from './signing-out.tsx';
import { WholeLibrary } from './whole-library.tsx';

const STRING_WORDS = {
  number: 'by number, 1 the thinnest',
  'standard letter': 'by their letter in standard tuning',
  'tuned letter': 'by the letter they are tuned to',
} as const;
const FRETS = [
  { value: 'capo', text: 'from the capo' },
  { value: 'nut', text: 'from the nut' },
] as const;
const HANDS = [
  { value: 'right', text: 'right-handed' },
  { value: 'left', text: 'left-handed' },
] as const;

/** What holds for every song of the library, and what holds on this device. */
export function SettingsPage() {
  useWindowTitle('Settings');
  const settings = useSettings();
  const changeSettings = useChangeSettings();
  const failure = useSettingsFailure();
  const [problem, setProblem] = useState('');
  const [look, setLook] = useLook();
  const [paper, setPaper] = usePaper();
  const [areHeard, setHeard] = useState(arePressesHeard);
  const change = async (next: SettingsChange): Promise<string | null> => {
    const refusal = await changeSettings(next);
    setProblem(refusal ?? '');
    return refusal;
  };
  const navigate = useNavigate();
  useKeyedActions('Settings', [{ key: '0', label: 'Go to the songs', run: () => void navigate('/') }]);
  const { hand } = settings;
  return (
    <Page>
      <header>
        <h1>Settings</h1>
        <Link to="/">Back to the songs</Link>
      </header>
      <p role="status">{problem || failure}</p>
      <section>
        <h2>How charts read</h2>
        <Choice
          label="Chords"
          options={CHORD_STYLES.map(({ style, example }) => ({ value: style, text: example }))}
          value={settings.chordStyle}
          onChange={(chordStyle) => void change({ chordStyle })}
        />
        <Choice
          label="Strings"
          options={STRING_NAMINGS.map((value) => ({ value, text: STRING_WORDS[value] }))}
          value={settings.stringNaming}
          onChange={(stringNaming) => void change({ stringNaming })}
        />
        <Choice
          label="Frets are counted"
          options={FRETS}
          value={settings.fretsFrom}
          onChange={(fretsFrom) => void change({ fretsFrom })}
        />
        <Choice
          label="Chord boxes"
          options={HANDS}
          value={settings.isLeftHanded ? 'left' : 'right'}
          onChange={(side) => void change({ isLeftHanded: side === 'left' })}
        />
      </section>
      <section>
        <h2>The hand that shapes are found for</h2>
        <HandFields hand={hand} onChange={(next) => void change({ hand: next })} />
        <p>
          Shapes that a song has already been given stay as they are. Scale length and highest fret belong to each
          song’s guitar, on its Capo step.
        </p>
      </section>
      <OwnTunings
        tunings={settings.ownTunings}
        onChange={(ownTunings) => change({ ownTunings: [...ownTunings] as never })}
      />
      <WholeLibrary />
      <SigningOut />
      <section>
        <h2>This device</h2>
        <Choice label="Look" options={LOOKS} value={look} onChange={setLook} />
        <Choice label="Paper" options={PAPER_CHOICES} value={paper} onChange={setPaper} />
        <Tick
          text="chord boxes and frets sound as they are pressed"
          isOn={areHeard}
          onChange={(are) => {
            hearPresses(are);
            setHeard(are);
          }}
        />
      </section>
      <Note>
        <Signed text="Charts are always typed and saved in letters (Cmaj7, Bb); a style only changes what is shown." />
      </Note>
    </Page>
  );
}

const Page = styled.main`
  max-width: 900px; margin: 0 auto; padding: 28px 32px 60px; display: grid; gap: 22px;
  header { display: flex; justify-content: space-between; align-items: baseline; }
  header a { display: inline-flex; align-items: center; min-height: 28px; }
  section { display: grid; gap: 10px; border-top: 1px solid ${colour.hairline}; padding-top: 16px; }
  section p { font-size: 14px; color: ${colour.quiet}; max-width: 70ch; }
  [role="status"]:empty { display: none; }
  [role="status"] { color: ${colour.rosewood}; font-weight: 650; }
  [role="radiogroup"] { flex-wrap: wrap; }
  [role="radiogroup"] > :first-child { min-width: 150px; }
`;
const Note = styled.p`
  font-size: 14px; color: ${colour.quiet};
`;
