import { Label, Radio, RadioGroup } from 'react-aria-components';
import { styled } from 'styled-components';
import { colour } from '../theme/tokens.ts';

/** A choice between a few words, all of them in sight. */
export function Choice<T extends string>(props: {
  readonly label: string;
  readonly options: readonly { readonly value: T; readonly text: string }[];
  readonly value: T;
  readonly onChange: (value: T) => void;
}) {
  const { label, options, value, onChange } = props;
  return (
    <Group
      value={value}
      orientation="horizontal"
      onChange={(chosen) => {
        const option = options.find((each) => each.value === chosen);
        if (option !== undefined) {
          onChange(option.value);
        }
      }}
    >
      <Label>{label}</Label>
      {options.map((option) => (
        <Word key={option.value} value={option.value}>
          {option.text}
        </Word>
      ))}
    </Group>
  );
}

const Group = styled(RadioGroup)`
  display: flex; flex-wrap: wrap; align-items: center; gap: 4px; font-size: 14px;
  label:first-child, [slot="label"] { color: ${colour.quiet}; margin-right: 4px; }
`;
const Word = styled(Radio)`
  display: inline-flex; align-items: center;
  padding: 3px 10px; min-height: 28px; border: 1px solid transparent; border-radius: 4px; cursor: pointer;
  &[data-hovered] { background: ${colour.spruceSoft}; }
  &[data-selected] { border-color: ${colour.spruce}; font-weight: 650; }
  &[data-focus-visible] { outline: 3px solid ${colour.brass}; }
`;
