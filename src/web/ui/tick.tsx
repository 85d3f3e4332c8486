import { Checkbox } from 'react-aria-components';
import { styled } from 'styled-components';
import { colour } from '../theme/tokens.ts';

/** Something that is either so or not. */
export function Tick(props: {
  readonly text: string;
  readonly isOn: boolean;
  readonly onChange: (isOn: boolean) => void;
  readonly isDisabled?: boolean;
}) {
  const { text, isOn, onChange, isDisabled = false } = props;
  return (
    <Frame isSelected={isOn} onChange={onChange} isDisabled={isDisabled}>
      <i aria-hidden="true" />
      {text}
    </Frame>
  );
}

const Frame = styled(Checkbox)`
  display: flex; gap: 8px; align-items: center; min-height: 28px; cursor: pointer;
  i { width: 15px; height: 15px; border: 1px solid ${colour.spruce}; border-radius: 2px; flex: none; }
  &[data-selected] i { background: ${colour.spruce}; outline: 2px solid ${colour.sheet}; outline-offset: -4px; }
  &[data-hovered] { background: ${colour.spruceSoft}; }
  &[data-focus-visible] { outline: 3px solid ${colour.brass}; }
  &[data-disabled] { opacity: .55; cursor: default; }
`;
