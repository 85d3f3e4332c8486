import { useState } from 'react';

/** How the pages look on this device: warm paper, dark stage, or as the system is set. */
export type Look = 'paper' | 'stage' | 'system';

/** The looks in the order in which a key goes through them. */
export const LOOKS: readonly { readonly value: Look; readonly text: string }[] = [
  { value: 'paper', text: 'paper' },
  { value: 'stage', text: 'stage' },
  { value: 'system', text: 'as the system' },
];

const STORED_AS = 'golden-ladder.look';

/** The look chosen on this device. */
export function readLook(): Look {
  const stored = window.localStorage.getItem(STORED_AS);
  return LOOKS.find(({ value }) => value === stored)?.value ?? 'system';
}

/** Shows a look and keeps it for this device. */
export function chooseLook(look: Look): void {
  window.localStorage.setItem(STORED_AS, look);
  showLook(look);
}

/** Shows a look. */
export function showLook(look: Look): void {
  if (look === 'system') {
    delete document.documentElement.dataset['look'];
  } else {
    document.documentElement.dataset['look'] = look;
  }
}

/** The look of this device and how to change it. */
export function useLook(): readonly [Look, (look: Look) => void] {
  const [look, setLook] = useState(readLook);
  return [
    look,
    (chosen) => {
      chooseLook(chosen);
      setLook(chosen);
    },
  ];
}

/** The look after another. */
export function nextLook(look: Look): Look {
  const index = LOOKS.findIndex(({ value }) => value === look);
  return LOOKS[(index + 1) % LOOKS.length]?.value ?? 'system';
}
