import { useState } from 'react';
import { styled } from 'styled-components';
import { colour } from '../theme/tokens.ts';
import { Button } from '../ui/button.tsx';

const KEY = 'golden-ladder headphones noted';

/** Said once on a device, before it is loud; then never again. */
export function HeadphoneNote() {
  const [isNoted, setNoted] = useState(() => localStorage.getItem(KEY) !== null);
  if (isNoted) {
    return null;
  }
  const note = (): void => {
    localStorage.setItem(KEY, 'yes');
    setNoted(true);
  };
  return (
    <Note>
      Begin with headphones turned low.{' '}
      <Button weight="word" onPress={note}>
        Understood
      </Button>
    </Note>
  );
}

const Note = styled.p`
  font-size: 14px; color: ${colour.quiet};
`;
