import { styled } from 'styled-components';
import { joinWords } from '../../../../core/words/sentence.ts';
import { colour } from '../../../theme/tokens.ts';
import { Button } from '../../../ui/button.tsx';
import { Panel } from '../../../ui/panel.tsx';
import { REHEARSE_ACTS, type RehearseAct } from '../acts.ts';
import { forget, learn, useSwitches } from './pedal-store.ts';
import { type Pedals, sendSimulated } from './use-pedals.ts';

/** Pedals and page turners: what each switch does, learned by pressing it, and a pedal to try it with. */
export function PedalsPanel({ pedals }: { readonly pedals: Pedals }) {
  const { switches, learning } = useSwitches();
  const namesOf = (act: RehearseAct): readonly string[] =>
    Object.entries(switches).flatMap(([name, own]) => (own === act ? [name.replace(/^key /, 'the key ')] : []));
  return (
    <Panel title="Pedals and page turners" summary="start, again, slower, next by foot">
      <p>
        {pedals.isPossible
          ? pedals.names.length > 0
            ? `Listening to ${joinWords(pedals.names)}.`
            : 'A pedal with MIDI is listened to once it is connected; a page turner counts as a keyboard.'
          : 'This browser gives no MIDI here, so only page turners work, which count as keyboards.'}
      </p>
      {pedals.isPossible && pedals.names.length === 0 && <Button onPress={pedals.connect}>Connect a pedal</Button>}
      <Acts>
        {REHEARSE_ACTS.map(({ act, label }) => (
          <li key={act}>
            <span>
              {label}
              <small>{joinWords(namesOf(act))}</small>
            </span>
            <Button weight="word" aria-label={`Learn: ${label}`} onPress={() => learn(learning === act ? null : act)}>
              {learning === act ? 'press the switch now' : 'learn'}
            </Button>
            {namesOf(act).length > 0 && (
              <Button weight="word" aria-label={`Forget: ${label}`} onPress={() => forget(act)}>
                forget
              </Button>
            )}
          </li>
        ))}
      </Acts>
      <p>No pedal at hand? These three send what one would send:</p>
      <Simulated>
        {SWITCHES.map(({ name, control }) => (
          <Button key={name} onPress={() => sendSimulated([0xb0, control, 127])}>
            {name}
          </Button>
        ))}
      </Simulated>
    </Panel>
  );
}

/** Controllers that no standard has given a meaning (MIDI 1.0: 102 to 119 are undefined). */
const SWITCHES = [
  { name: 'Left switch', control: 102 },
  { name: 'Middle switch', control: 103 },
  { name: 'Right switch', control: 104 },
] as const;

const Acts = styled.ul`
  list-style: none; margin: 0; padding: 0; display: grid; gap: 6px;
  li { display: flex; gap: 10px; align-items: baseline; }
  li > span { flex: 1; }
  small { display: block; color: ${colour.quiet}; font-size: 13px; }
`;
const Simulated = styled.div`
  display: flex; gap: 8px; flex-wrap: wrap;
`;
