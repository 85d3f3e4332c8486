import bass from './bank/bass.bin?url';
import nylon from './bank/nylon.bin?url';
import palm from './bank/palm.bin?url';
import steel from './bank/steel.bin?url';
import type { InstrumentName } from './bank.ts';

const FILES: Readonly<Record<InstrumentName, string>> = { steel, nylon, palm, bass };

/** Fetches the file of an instrument. */
export async function fetchInstrument(name: InstrumentName): Promise<ArrayBuffer> {
  const reply = await fetch(FILES[name]);
  if (!reply.ok) {
    throw new Error(`The sounds of ${name} could not be fetched.`);
  }
  return reply.arrayBuffer();
}
