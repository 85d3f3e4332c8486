import { configure } from '@testing-library/react';
import { installInlineWorker } from './inline-worker.ts';
// What sounds is fetched as it is first heard; a test may be over by then.
import '../web/sound/player.ts';
import { hearPresses } from '../web/sound/presses-heard.ts';
import '../web/sound/sound-engine.ts';

/* What a browser has and the page of the unit tests lacks. */

/** Escapes a text for a selector (CSSOM, "serialize an identifier"), as far as ids in tests need it. */
const escapeIdentifier = (text: string): string => text.replaceAll(/[^\w-]/g, (sign) => `\\${sign}`);

(globalThis as { CSS?: { escape: (text: string) => string } }).CSS ??= { escape: escapeIdentifier };

/** What an element looks like where nothing has a style: as is written on it. Rules are gone through for every name that is asked, for long. */
const styleWithoutRules = (element: Element): CSSStyleDeclaration => {
  const { style } = element as HTMLElement;
  if (style.display === '' && element.hasAttribute('hidden')) {
    const hidden = document.createElement('span').style;
    hidden.display = 'none';
    return hidden;
  }
  return style;
};
window.getComputedStyle = styleWithoutRules;

installInlineWorker();
// There is no sound here, which would be said over what is looked at.
hearPresses(false);

// No test is timed: what is waited for may take its time on a busy machine.
configure({ asyncUtilTimeout: 60_000 });

// React notes with each element it makes where that was; a hundred frames of it, as the runner asks for, take a tenth of all tests of the page.
Error.stackTraceLimit = 20;
