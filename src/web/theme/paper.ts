import { useState } from 'react';
import { PAPERS, type Paper } from '../../core/page/layout/handout-layout.ts';

/** The papers to choose from. */
export const PAPER_CHOICES: readonly { readonly value: Paper; readonly text: string }[] = [
  { value: 'A4', text: 'A4' },
  { value: 'Letter', text: 'Letter' },
];

const STORED_AS = 'golden-ladder.paper';

/** The paper of this device, kept in the browser: A4 unless Letter was chosen or the language suggests it. */
export function usePaper(): readonly [Paper, (paper: Paper) => void] {
  const [paper, setPaper] = useState<Paper>(() => {
    const stored = window.localStorage.getItem(STORED_AS);
    return stored !== null && isPaper(stored) ? stored : /-(US|CA)$/.test(navigator.language) ? 'Letter' : 'A4';
  });
  return [
    paper,
    (chosen) => {
      window.localStorage.setItem(STORED_AS, chosen);
      setPaper(chosen);
    },
  ];
}

function isPaper(text: string): text is Paper {
  return Object.hasOwn(PAPERS, text);
}
