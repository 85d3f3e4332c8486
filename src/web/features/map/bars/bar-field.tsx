import { type KeyboardEvent, useEffect, useRef } from 'react';
import { styled } from 'styled-components';
import { chartFace, colour } from '../../../theme/tokens.ts';
import { Button } from '../../../ui/button.tsx';
import { cancelTyping, draftKeyOf, type TypingGoesOn, takeText, typeText } from '../acts/bar-typing.ts';
import { useMapState, useMapStores } from '../use-map.tsx';

const GOES_ON: Readonly<Record<string, TypingGoesOn>> = { Tab: 'next', '|': 'next', Enter: 'stay' };

/** The bar that is being typed: its text, and what is wrong with it once it was taken. */
export function BarField({ label, isNext }: { readonly label: string; readonly isNext: boolean }) {
  const stores = useMapStores();
  const editing = useMapState((state) => state.editing);
  const drafts = useMapState((state) => state.drafts);
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const input = field.current;
    input?.focus();
    input?.setSelectionRange(input.value.length, input.value.length);
  }, []);
  if (editing === null) {
    return null;
  }
  const draft = drafts[draftKeyOf(stores, editing.place)];
  const isWrong = draft !== undefined && draft.text === editing.text;
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key === 'Escape') {
      event.preventDefault();
      event.stopPropagation();
      cancelTyping(stores);
      return;
    }
    const goesOn = goesOnAfter(event, isNext);
    if (goesOn !== null && (event.key !== 'Tab' || editing.text.trim() !== '')) {
      event.preventDefault();
      takeText(stores, goesOn);
    }
  };
  return (
    <Frame>
      <input
        ref={field}
        value={editing.text}
        aria-label={label}
        aria-invalid={isWrong}
        aria-describedby={isWrong ? 'bar-problem' : undefined}
        autoComplete="off"
        autoCapitalize="characters"
        spellCheck={false}
        onChange={(event) => typeText(stores, event.target.value)}
        onKeyDown={onKeyDown}
        onBlur={() => takeText(stores, 'leave')}
      />
      {isWrong && (
        <p id="bar-problem" role="alert">
          {draft.problem}
          {draft.proposals.map((proposal) => (
            <span key={proposal} onPointerDown={(event) => event.preventDefault()}>
              <Button
                weight="word"
                onPress={() => {
                  typeText(stores, proposal);
                  takeText(stores, 'stay');
                }}
              >
                {proposal}
              </Button>
            </span>
          ))}
        </p>
      )}
    </Frame>
  );
}

function goesOnAfter(event: KeyboardEvent, isNext: boolean): TypingGoesOn | null {
  if (event.key === 'Tab' && event.shiftKey) {
    return 'previous';
  }
  return event.key === 'Enter' && isNext ? 'line' : (GOES_ON[event.key] ?? null);
}

const Frame = styled.div`
  border-left: 1px solid ${colour.quiet}; background: ${colour.sheet}; box-shadow: inset 0 0 0 2px ${colour.brass}; padding: 6px; min-height: 48px;
  &:first-child { border-left: 3px solid ${colour.ink}; }
  input { width: 100%; border: 0; background: transparent; font: 600 16px/1.4 ${chartFace}; padding: 4px; outline: none; }
  input[aria-invalid='true'] { border-bottom: 2px solid ${colour.rosewood}; }
  p { font-size: 13px; color: ${colour.rosewood}; }
`;
