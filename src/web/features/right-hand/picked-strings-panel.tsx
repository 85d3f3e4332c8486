import { styled } from 'styled-components';
import { listPickedChords, type PickedChord, rolesOf } from '../../../core/arrange/performance/picked-chords.ts';
import type { Pattern, PickRole } from '../../../core/rhythm/pattern.ts';
import { chosenStrings } from '../../../core/song/attachments/picked-strings.ts';
import type { PlayedBar } from '../../../core/song/played/played-bars.ts';
import { sayRole } from '../../../core/words/pick-words.ts';
import { useChordName } from '../../api/settings.tsx';
import { useRun } from '../../editor/use-run.ts';
import { useDocument, usePart } from '../../editor/use-song.tsx';
import { colour } from '../../theme/tokens.ts';
import { Caution } from '../../ui/caution.tsx';
import { Select } from '../../ui/select.tsx';
import { Signed } from '../../ui/signed.tsx';

const OWN = 'own';

/** Which strings a picked pattern strikes under each chord: the chord's own, or those that are chosen once for the song. */
export function PickedStringsPanel(props: { readonly bars: readonly PlayedBar[]; readonly pattern: Pattern | null }) {
  const { bars, pattern } = props;
  const document = useDocument();
  const part = usePart();
  const nameOf = useChordName();
  const { run, problem } = useRun();
  const chords = pattern === null ? [] : listPickedChords(document, part, bars, pattern);
  if (pattern === null || chords.length === 0) {
    return null;
  }
  const roles = rolesOf(pattern);
  const choose = (picked: PickedChord, role: PickRole, value: string): void =>
    void run({
      kind: 'pick-string',
      partId: part.id,
      chord: picked.shapeChord,
      role,
      stringNumber: value === OWN ? null : Number(value),
    });
  return (
    <Frame aria-label="Strings under each chord">
      <h3>Strings under each chord</h3>
      <p>What is chosen here holds wherever the chord is picked in this song. Strings count from 1, the thinnest.</p>
      {problem !== null && <Caution role="alert">{problem}</Caution>}
      <table>
        <thead>
          <tr>
            <th scope="col">Chord</th>
            {roles.map((role) => (
              <th key={role} scope="col">
                {sayRole(role)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {chords.map((picked) => (
            <tr key={nameOf(picked.shapeChord)}>
              <th scope="row">
                <Signed text={nameOf(picked.shapeChord)} />
              </th>
              {picked.strings.map(({ role, stringNumber }) => {
                const chosen = chosenStrings(part, picked.shapeChord).find((each) => each.role === role);
                return (
                  <td key={role}>
                    <Select
                      label={`${sayRole(role)} under ${nameOf(picked.shapeChord)}`}
                      isLabelHidden
                      options={[
                        { value: OWN, text: chosen === undefined ? `its own: ${stringNumber ?? 'none'}` : 'its own' },
                        ...listStrings(picked, chosen?.stringNumber ?? null).map((each) => ({
                          value: String(each),
                          text: String(each),
                        })),
                      ]}
                      value={chosen === undefined ? OWN : String(chosen.stringNumber)}
                      onChange={(value) => choose(picked, role, value)}
                    />
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </Frame>
  );
}

/** The strings that sound, and the one that was chosen. */
function listStrings({ shape }: PickedChord, chosen: number | null): readonly number[] {
  const sounding = shape.flatMap((fret, index) => (fret === null ? [] : [shape.length - index]));
  return [...new Set([...sounding, ...(chosen === null ? [] : [chosen])])].sort((a, b) => a - b);
}

const Frame = styled.section`
  margin-top: 18px; max-width: 100%; overflow-x: auto;
  h3 { font-size: 16px; margin: 0 0 4px; }
  p { color: ${colour.quiet}; font-size: 14px; margin: 0 0 8px; }
  table { border-collapse: collapse; font-size: 14px; }
  th { text-align: left; font-weight: 650; padding: 4px 12px 4px 0; }
  td { padding: 2px 10px 2px 0; }
`;
