import { configure } from '@testing-library/react';

/* What a browser has and the page of the unit tests lacks. */

/** Escapes a text for a selector (CSSOM, "serialize an identifier"), as far as ids in tests need it. */
const escapeIdentifier = (text: string): string => text.replaceAll(/[^\w-]/g, (sign) => `\\${sign}`);

(globalThis as { CSS?: { escape: (text: string) => string } }).CSS ??= { escape: escapeIdentifier };

// No test is timed: what is waited for may take its time on a busy machine.
configure({ asyncUtilTimeout: 60_000 });
