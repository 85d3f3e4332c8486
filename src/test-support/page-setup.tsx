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

installInlineWorker();
// There is no sound here, which would be said over what is looked at; some tests have no page either.
if (typeof localStorage !== 'undefined') {
  hearPresses(false);
}

// No test is timed: what is waited for may take its time on a busy machine.
configure({ asyncUtilTimeout: 60_000 });
