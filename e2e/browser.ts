import { existsSync } from 'node:fs';

const WITHOUT_WINDOWS = '/usr/bin/chromium-headless-shell';

/** Debian's Chromium, where it is there without windows of its own: nobody looks at them. */
export const BROWSER = existsSync(WITHOUT_WINDOWS) ? WITHOUT_WINDOWS : '/usr/bin/chromium';
