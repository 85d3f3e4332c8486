import { styled } from 'styled-components';
import { formatStringName } from '../../../core/fretboard/string-names.ts';
import { range } from '../../../core/kernel/list.ts';
import { FINGER_WORDS, type Finger, type Fingering } from '../../../core/shapes/shape.ts';
import { useSettings } from '../../api/settings.tsx';
import { usePlaceStyle } from '../../editor/use-place-style.ts';
import { colour, nameFace } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';

const ORDER: readonly Finger[] = [1, 2, 3, 4];

/** The fingers of a shape, a button for each stopped string: pressed, it has the next finger; the lowest string the thumb too. */
export function FingerPad(props: { readonly fingering: Fingering; readonly onChange: (fingering: Fingering) => void }) {
  const { fingering, onChange } = props;
  const { shape, fingers } = fingering;
  const { isLeftHanded } = useSettings();
  const style = usePlaceStyle();
  const strings = range(0, shape.length);
  return (
    <Pad role="group" aria-label="Fingers">
      {(isLeftHanded ? [...strings].reverse() : strings).map((string) => {
        const fret = shape[string] ?? null;
        const finger = fingers[string] ?? null;
        const name = formatStringName(string, style.tuning, style.stringNaming);
        return fret === null || fret === 0 ? (
          <span key={string}>{fret === null ? '×' : '○'}</span>
        ) : (
          <Button
            key={string}
            aria-label={`${name}, fret ${fret + style.fretOffset}: ${finger === null ? 'no finger' : FINGER_WORDS[finger]}`}
            onPress={() =>
              onChange({ shape, fingers: fingers.map((old, at) => (at === string ? nextFinger(old, string) : old)) })
            }
          >
            {finger ?? '–'}
          </Button>
        );
      })}
    </Pad>
  );
}

function nextFinger(finger: Finger | null, string: number): Finger {
  const order = string === 0 ? [...ORDER, 'T' as const] : ORDER;
  const at = finger === null ? -1 : order.indexOf(finger);
  return order[(at + 1) % order.length] ?? 1;
}

const Pad = styled.div`
  display: flex; gap: 4px;
  span { width: 40px; display: grid; place-items: center; color: ${colour.quiet}; }
  button { width: 40px; min-height: 40px; padding: 0; font: 650 17px/1 ${nameFace}; }
`;
