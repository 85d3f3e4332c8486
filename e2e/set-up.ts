import { makeDemoLibrary } from './servers.ts';

/** Makes what the workers share before they start, and removes it when they have ended. */
export default makeDemoLibrary;
