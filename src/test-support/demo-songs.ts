import { createDemoSongs } from '../server/demo/demo-songs.ts';

/** The demo songs, made once for all tests of a process. */
export const DEMO_SONGS = createDemoSongs();
