/* The sampled instruments: fetched when the first of them is played, decoded once, shared by everything that sounds. */
import { ZONES } from './bank/zones.data.ts';

/** The instruments of the bank. */
export type InstrumentName = keyof typeof ZONES;

/** A stretch of an instrument: up to which note it is used, and what it sounds as it is (midi, in cents as a fraction). */
export type Zone = { readonly highestMidi: number; readonly soundsMidi: number; readonly buffer: AudioBuffer };

/** An instrument, its zones from low to high. */
export type Instrument = readonly Zone[];

/** Gives out instruments. */
export type Bank = { readonly load: (name: InstrumentName) => Promise<Instrument> };

/** A bank whose files are read by the caller; `decoder` is any context, playing or not. */
export function createBank(
  read: (name: InstrumentName) => Promise<ArrayBuffer>,
  decoder: () => Pick<BaseAudioContext, 'decodeAudioData'>,
): Bank {
  const loaded = new Map<InstrumentName, Promise<Instrument>>();
  const decode = async (name: InstrumentName): Promise<Instrument> => {
    const bytes = await read(name);
    return Promise.all(
      ZONES[name].map(async ({ highestMidi, rootMidi, cents, from, to }) => ({
        highestMidi,
        soundsMidi: rootMidi - cents / 100,
        buffer: await decoder().decodeAudioData(bytes.slice(from, to)),
      })),
    );
  };
  return {
    load: (name) => {
      const known = loaded.get(name) ?? decode(name);
      loaded.set(name, known);
      // What could not be fetched is tried again the next time.
      known.catch(() => loaded.delete(name));
      return known;
    },
  };
}

/** How many bytes an instrument's file has. */
export function instrumentBytes(name: InstrumentName): number {
  return Math.max(...ZONES[name].map(({ to }) => to));
}

/** The zone that sounds a note: the first that reaches it, or the highest. */
export function findZone(instrument: Instrument, midi: number): Zone | null {
  return instrument.find(({ highestMidi }) => midi <= highestMidi) ?? instrument.at(-1) ?? null;
}
