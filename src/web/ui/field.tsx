import { useEffect, useState } from 'react';
import { FieldError, Input, Label, TextArea, TextField } from 'react-aria-components';
import { styled } from 'styled-components';
import { colour } from '../theme/tokens.ts';

type FieldProps = {
  readonly label: string;
  readonly value: string;
  /** Called when the field is left or Enter is pressed, if the text changed; answers what is wrong with it, or null. */
  readonly onCommit: (value: string) => string | null;
  readonly hint?: string;
  readonly isDisabled?: boolean;
  readonly isLong?: boolean;
  readonly maxLength?: number;
};

/** A labelled text field that hands its text on when it is finished, and keeps it, with a reason, when it is refused. */
export function Field({ label, value, onCommit, hint, isDisabled = false, isLong = false, maxLength }: FieldProps) {
  const [text, setText] = useState(value);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    setText(value);
    setProblem(null);
  }, [value]);
  const commit = (): void => {
    if (text !== value) {
      setProblem(onCommit(text));
    }
  };
  return (
    <Frame
      value={text}
      onChange={setText}
      onBlur={commit}
      isDisabled={isDisabled}
      isInvalid={problem !== null}
      {...(maxLength === undefined ? {} : { maxLength })}
    >
      <Label>{label}</Label>
      {isLong ? (
        <TextArea rows={3} {...(hint === undefined ? {} : { placeholder: hint })} />
      ) : (
        <Input
          {...(hint === undefined ? {} : { placeholder: hint })}
          onKeyDown={(event) => {
            if (event.key === 'Enter') {
              commit();
            }
          }}
        />
      )}
      <FieldError>{problem}</FieldError>
    </Frame>
  );
}

/** A field for one more of something: what is written is handed on with Enter, and the field is empty again. */
export function AddField(props: {
  readonly label: string;
  readonly hint: string;
  readonly maxLength: number;
  readonly onAdd: (text: string) => void;
}) {
  const { label, hint, maxLength, onAdd } = props;
  const [added, setAdded] = useState(0);
  return (
    <Field
      key={added}
      label={label}
      value=""
      hint={hint}
      maxLength={maxLength}
      onCommit={(text) => {
        if (text.trim() !== '') {
          onAdd(text.trim());
          setAdded((count) => count + 1);
        }
        return null;
      }}
    />
  );
}

const Frame = styled(TextField)`
  display: grid; gap: 2px;
  label { font-size: 13px; color: ${colour.quiet}; }
  input, textarea {
    border: 0; border-bottom: 1px solid ${colour.spruceMid}; background: transparent; padding: 4px 2px; min-height: 30px;
    width: 100%; border-radius: 0; resize: vertical;
  }
  textarea { border: 1px solid ${colour.spruceMid}; padding: 6px; }
  input::placeholder, textarea::placeholder { color: ${colour.quiet}; }
  [data-invalid] { border-color: ${colour.rosewood}; }
  [slot="errorMessage"] { font-size: 13px; color: ${colour.rosewood}; }
  &[data-disabled] { opacity: .6; }
`;
