/*
 * Any chord box strums as it is pressed, or with h while what it stands in has the focus. One listener serves every box of a screen: a
 * box says its frets and its capo (painters/shape-box), and lies in buttons, rows and lists that have work of their own.
 */
import { useEffect } from 'react';
import { STANDARD_TUNING, type Tuning } from '../../core/fretboard/tuning.ts';
import { parseShape } from '../../core/shapes/shape.ts';
import { type KeyScope, useKeyedActions } from '../ui/keys.tsx';
import { hearPressed, hearShapes } from './hear-notes.ts';

type Box = { readonly frets: string; readonly capo: string };

/** Lets the boxes of the screen be heard on strings that are tuned so. */
export function HearBoxes({ tuning = STANDARD_TUNING }: { readonly tuning?: Tuning }) {
  useEffect(() => {
    const onClick = ({ target }: MouseEvent): void => {
      const box = target instanceof Element ? boxOf(target.closest('[data-frets]')) : null;
      if (box !== null) {
        sound(box, tuning, hearPressed);
      }
    };
    document.addEventListener('click', onClick, true);
    return () => document.removeEventListener('click', onClick, true);
  }, [tuning]);
  useKeyedActions(
    'Chord boxes',
    [
      {
        key: 'h',
        label: 'Strum the box that has the focus',
        run: ({ target }) => {
          const box = boxOf(boxNear(target));
          if (box !== null) {
            sound(box, tuning, hearShapes);
          }
        },
      },
    ],
    WHERE_A_BOX_IS,
  );
  return null;
}

/** The box in the control, row or entry that has the focus. */
function boxNear(target: EventTarget | null): Element | null {
  return target instanceof Element
    ? (target.closest('label, button, li, a, [role="radio"]')?.querySelector('[data-frets]') ?? null)
    : null;
}

const WHERE_A_BOX_IS: KeyScope = { holdsAt: (target) => boxNear(target) !== null };

function boxOf(element: Element | null): Box | null {
  const frets = element?.getAttribute('data-frets') ?? null;
  return element === null || frets === null ? null : { frets, capo: element.getAttribute('data-capo') ?? '0' };
}

function sound({ frets, capo }: Box, tuning: Tuning, heard: typeof hearShapes): void {
  const shape = parseShape(frets, tuning.openMidi.length);
  if (shape.ok) {
    heard(frets, { tuning, capoFret: Number(capo) }, [shape.value]);
  }
}
