/* Run by the build: the demo songs as documents, so that a first start need not search their shapes. */
import { writeFileSync } from 'node:fs';
import { createDemoSongs } from './demo-songs.ts';

const [file] = process.argv.slice(2);
if (file === undefined) {
  throw new Error('usage: make-demo FILE');
}
writeFileSync(file, JSON.stringify(createDemoSongs()));
