import { Select as AriaSelect, Button, Label, ListBox, ListBoxItem, Popover, SelectValue } from 'react-aria-components';
import { styled } from 'styled-components';
import { colour } from '../theme/tokens.ts';

/** A choice from a list that is shown when it is asked for. */
export function Select<T extends string>(props: {
  readonly label: string;
  readonly options: readonly { readonly value: T; readonly text: string }[];
  readonly value: T;
  readonly onChange: (value: T) => void;
  /** Whether the label is only for those who hear the page. */
  readonly isLabelHidden?: boolean;
  readonly isDisabled?: boolean;
}) {
  const { label, options, value, onChange, isLabelHidden = false, isDisabled = false } = props;
  return (
    <Frame
      selectedKey={value}
      isDisabled={isDisabled}
      onSelectionChange={(chosen) => {
        const option = options.find((each) => each.value === chosen);
        if (option !== undefined) {
          onChange(option.value);
        }
      }}
      {...(isLabelHidden ? { 'aria-label': label } : {})}
    >
      {!isLabelHidden && <Label>{label}</Label>}
      <Button>
        <SelectValue />
        <span aria-hidden="true">▾</span>
      </Button>
      <List>
        <ListBox>
          {options.map((option) => (
            <Item key={option.value} id={option.value} textValue={option.text}>
              {option.text}
            </Item>
          ))}
        </ListBox>
      </List>
    </Frame>
  );
}

/** A choice among a few numbers. */
export function NumberSelect<N extends number>(props: {
  readonly label: string;
  readonly values: readonly N[];
  readonly value: N;
  readonly onChange: (value: N) => void;
}) {
  const { label, values, value, onChange } = props;
  return (
    <Select
      label={label}
      options={values.map((each) => ({ value: String(each), text: String(each) }))}
      value={String(value)}
      onChange={(text) => {
        const chosen = values.find((each) => String(each) === text);
        if (chosen !== undefined) {
          onChange(chosen);
        }
      }}
    />
  );
}

const Frame = styled(AriaSelect)`
  display: grid; gap: 2px; justify-items: start;
  > span:first-child { font-size: 13px; color: ${colour.quiet}; }
  button {
    display: inline-flex; gap: 8px; align-items: center; min-height: 32px; padding: 3px 10px; background: transparent; cursor: pointer;
    border: 1px solid ${colour.spruceMid}; border-radius: 4px; text-align: left;
  }
  button[data-hovered] { background: ${colour.spruceSoft}; }
  &[data-disabled] { opacity: .6; }
`;
const List = styled(Popover)`
  background: ${colour.sheet}; color: ${colour.ink}; border: 1px solid ${colour.spruce}; border-radius: 4px; padding: 4px; max-height: 320px; overflow: auto;
`;
const Item = styled(ListBoxItem)`
  padding: 6px 12px; min-height: 30px; cursor: pointer; border-radius: 3px; outline: none;
  &[data-focused] { background: ${colour.spruceSoft}; outline: 2px solid ${colour.brass}; }
  &[data-selected] { font-weight: 650; }
`;
