import { useState } from 'react';
import { ToggleButton } from 'react-aria-components';
import { styled } from 'styled-components';
import { formatStringName } from '../../../core/fretboard/string-names.ts';
import { itemAt, range } from '../../../core/kernel/list.ts';
import { HIGHEST_SHAPE_FRET, type Shape } from '../../../core/shapes/shape.ts';
import { useSettings } from '../../api/settings.tsx';
import { usePlaceStyle } from '../../editor/use-place-style.ts';
import { colour } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';

const SHOWN_FRETS = 5;

/** A piece of neck to draw a shape on, by mouse, touch or keys: arrows move, space presses. Strings stand upright. */
export function FretGrid({ shape, onChange }: { readonly shape: Shape; readonly onChange: (shape: Shape) => void }) {
  const { isLeftHanded } = useSettings();
  const style = usePlaceStyle();
  const [first, setFirst] = useState(1);
  const strings = range(0, shape.length);
  const order = isLeftHanded ? [...strings].reverse() : strings;
  const set = (string: number, fret: number | null): void =>
    onChange(shape.map((old, index) => (index === string ? fret : old)));
  const nameOf = (string: number): string => formatStringName(string, style.tuning, style.stringNaming);
  const move = (by: number): void => setFirst(Math.max(1, Math.min(HIGHEST_SHAPE_FRET - SHOWN_FRETS + 1, first + by)));
  return (
    <>
      <Grid $strings={shape.length} onKeyDown={moveFocus} role="group" aria-label="Neck">
        <span />
        {order.map((string) => (
          <TopSign
            key={string}
            onPress={() => set(string, shape[string] === null ? 0 : null)}
            aria-label={topWords(shape, string, nameOf(string))}
          >
            {shape[string] === null ? '×' : shape[string] === 0 ? '○' : '·'}
          </TopSign>
        ))}
        {range(first, first + SHOWN_FRETS).flatMap((fret) => [
          <i key={`fret ${fret}`}>{fret + style.fretOffset}</i>,
          ...order.map((string) => (
            <Cell
              key={`${fret} ${string}`}
              isSelected={itemAt(shape, string) === fret}
              onChange={(isOn) => set(string, isOn ? fret : 0)}
              aria-label={`${nameOf(string)}, fret ${fret + style.fretOffset}`}
            >
              <span />
            </Cell>
          )),
        ])}
      </Grid>
      <Acts>
        <Button onPress={() => move(-1)} isDisabled={first === 1}>
          Lower frets
        </Button>
        <Button onPress={() => move(1)}>Higher frets</Button>
        <Button onPress={() => onChange(shape.map(() => null))}>Clear</Button>
      </Acts>
    </>
  );
}

function topWords(shape: Shape, string: number, name: string): string {
  const fret = shape[string] ?? null;
  return fret === null
    ? `${name} is not struck: open it`
    : fret === 0
      ? `${name} is open: mute it`
      : `${name}, fret ${fret}: mute it`;
}

const STEPS: Readonly<Record<string, 'left' | 'right' | 'up' | 'down'>> = {
  ArrowLeft: 'left',
  ArrowRight: 'right',
  ArrowUp: 'up',
  ArrowDown: 'down',
};

/** Arrows go from button to button by where they stand. */
function moveFocus(event: React.KeyboardEvent<HTMLDivElement>): void {
  const step = STEPS[event.key];
  const from = document.activeElement?.getBoundingClientRect();
  if (step === undefined || from === undefined) {
    return;
  }
  event.preventDefault();
  const centre = (box: DOMRect): readonly [number, number] => [box.left + box.width / 2, box.top + box.height / 2];
  const [x, y] = centre(from);
  const targets = [...event.currentTarget.querySelectorAll('button')].flatMap((button) => {
    const [dx, dy] = centre(button.getBoundingClientRect()).map((at, axis) => at - (axis === 0 ? x : y)) as [
      number,
      number,
    ];
    const along = { left: -dx, right: dx, up: -dy, down: dy }[step];
    const across = step === 'left' || step === 'right' ? Math.abs(dy) : Math.abs(dx);
    return along > 4 && across < 4 ? [{ button, along }] : [];
  });
  targets.sort((a, b) => a.along - b.along)[0]?.button.focus();
}

const Grid = styled.div<{ readonly $strings: number }>`
  display: grid; grid-template-columns: 28px repeat(${({ $strings }) => $strings}, 44px); padding: 12px 0 10px; width: fit-content;
  i { font-style: normal; font-size: 13px; color: ${colour.quiet}; align-self: center; text-align: right; padding-right: 8px; }
`;
const Cell = styled(ToggleButton)`
  width: 44px; height: 48px; border: 0; border-bottom: 2px solid ${colour.wire}; background: linear-gradient(90deg, transparent 21px, ${colour.quiet} 21px 23px, transparent 23px);
  cursor: pointer; padding: 0; display: grid; place-items: center;
  span { width: 26px; height: 26px; border-radius: 13px; }
  &[data-hovered] span { background: ${colour.hairline}; }
  &[data-selected] span { background: ${colour.ink}; }
  &[data-focus-visible] { outline: 3px solid ${colour.brass}; outline-offset: -3px; }
`;
const TopSign = styled(Button)`
  && { width: 44px; min-height: 36px; padding: 0; border: 0; border-bottom: 4px solid ${colour.ink}; border-radius: 0; font-size: 18px; color: ${colour.ink}; }
`;
const Acts = styled.div`
  display: flex; gap: 8px; flex-wrap: wrap;
`;
