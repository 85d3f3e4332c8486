/* What makes sound, fetched when something is to be heard: the speaker with its instruments. */
import { type Bank, createBank } from './bank.ts';
import { fetchInstrument } from './bank-files.ts';
import { createOutput, type GuitarSound, loadBand, type Output } from './output.ts';
import { silentOutput } from './silent-output.ts';

/** Sound in pieces of this length: with the shortest there are the machine wakes hundreds of times a second, and nobody plays into it. */
const LATENCY_SECONDS = 0.04;
/** How long a browser may take to let sound begin, in ms. */
const PATIENCE_MS = 1500;

let context: AudioContext | null = null;
let bank: Bank | null = null;
let opened: { readonly guitar: GuitarSound; readonly output: Output } | null = null;

/** The speaker, or where there is none a clock that plays nothing; that is told. */
export async function openOutput(guitar: GuitarSound, onSilent: () => void): Promise<Output> {
  try {
    context ??= new AudioContext({ latencyHint: LATENCY_SECONDS });
    const speaker = context;
    await Promise.race([
      speaker.resume(),
      new Promise((_, reject) => setTimeout(() => reject(new Error('suspended')), PATIENCE_MS)),
    ]);
    if (opened === null || opened.guitar !== guitar) {
      bank ??= createBank(fetchInstrument, () => speaker);
      opened = { guitar, output: createOutput(speaker, await loadBand(bank, guitar)) };
    }
    return opened.output;
  } catch {
    onSilent();
    return silentOutput();
  }
}
