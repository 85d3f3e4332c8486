/*
 * What the play-along of a handout's web page plays: every bar once, with what each layer sounds in it, and the order in which bars are
 * played. It is plain data for a file of its own, so short names and rows instead of objects.
 */
import { listPasses } from '../../arrange/form/form-summary.ts';
import { tempoOf } from '../../arrange/performance/strum-notes.ts';
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { type Band, eventsOfBar } from '../../rehearse/band.ts';
import type { BandEvent } from '../../rehearse/band-event.ts';
import { pulsesOf } from '../../rehearse/click.ts';
import { ticksToSeconds } from '../../rhythm/tempo.ts';
import type { SongDocument } from '../../song/document/document.ts';
import type { Layer } from '../../song/document/scene.ts';
import { slotEntryTick } from '../../song/played/played-bars.ts';

/** The layers of a page's play-along. */
export const PAGE_LAYERS = ['guitar', 'second', 'bass', 'click'] as const satisfies readonly Layer[];

/** A sound: tick, delay in ms, voice, MIDI number, ring in ticks, seconds or null, velocity, touch, where it glides from or null. */
export type PageSound = readonly [
  tick: number,
  delayMs: number,
  voice: number,
  midi: number,
  ringTicks: number,
  seconds: number | null,
  velocity: number,
  touch: BandEvent['touch'],
  fromMidi: number | null,
];

/** A bar: its length and what a tick takes, what each layer sounds (in the order of PAGE_LAYERS), and its counted beats. */
export type PageBar = {
  readonly ticks: number;
  readonly secondsPerTick: number;
  readonly sounds: readonly (readonly PageSound[])[];
  readonly beats: readonly number[];
};

/** A bar as it is played: which one of the bars, its number, its chords as the hand plays them, and its section. */
export type PagePlayed = {
  readonly bar: number;
  readonly number: number;
  readonly chords: readonly { readonly name: string; readonly tick: number }[];
  readonly section: number;
};

/** A whole song for a page. */
export type PageSong = {
  readonly title: string;
  readonly bpm: number;
  readonly sections: readonly string[];
  readonly bars: readonly PageBar[];
  readonly played: readonly PagePlayed[];
};

/** The song of a band as a page plays it; `nameOf` names chords as the page does. */
export function toPageSong(document: SongDocument, band: Band, nameOf: (chord: ChordSymbol) => string): PageSong {
  const { played, bars } = band.guitar;
  const passes = listPasses(document, played);
  const known = new Map<string, number>();
  const kept: PageBar[] = [];
  const keep = (bar: PageBar): number => {
    const key = JSON.stringify(bar);
    const at = known.get(key) ?? kept.length;
    if (at === kept.length) {
      kept.push(bar);
      known.set(key, at);
    }
    return at;
  };
  const order = [...new Set(played.map(({ passIndex }) => passIndex))];
  const rows = played.map((bar, index): PagePlayed => {
    const slots = bars[index]?.slots ?? [];
    const written = slots.map(({ slot }) => slot);
    const chords = slots.flatMap(({ slot, held, isMerged }, at) => {
      const chord = held?.chord ?? slot.chord;
      const name = chord === null ? '–' : nameOf(chord);
      return slot.isTied || isMerged ? [] : [{ name, tick: Math.max(0, slotEntryTick(written, at)) }];
    });
    const own = { ticks: bar.lengthTicks, secondsPerTick: ticksToSeconds(1, tempoOf(bar)), beats: pulsesOf(bar) };
    return {
      bar: keep({ ...own, sounds: soundsOf(band, index) }),
      number: bar.number,
      chords,
      section: order.indexOf(bar.passIndex),
    };
  });
  const [first] = played;
  return {
    title: document.facts.title,
    bpm: first === undefined ? 0 : Math.round(tempoOf(first).tempoBpm),
    sections: order.map((passIndex) => passes.find((pass) => pass.passIndex === passIndex)?.label ?? ''),
    bars: kept,
    played: rows,
  };
}

function soundsOf(band: Band, index: number): PageBar['sounds'] {
  const events = eventsOfBar(band, index, { layers: PAGE_LAYERS, click: 'beats', count: 0, inRound: 0 });
  return PAGE_LAYERS.map((layer) =>
    events
      .filter((event) => event.layer === layer)
      .map(
        ({ startTick, delaySeconds, voice, midi, ringTicks, seconds, velocity, touch, fromMidi }): PageSound => [
          startTick,
          Math.round(delaySeconds * 1000),
          voice,
          midi,
          ringTicks,
          seconds,
          Math.round(velocity * 100) / 100,
          touch,
          fromMidi,
        ],
      ),
  );
}

/** The sounds that a page carries: those of its guitar, of a bass, and of damped strings where it has any. */
export type PageSoundName = 'steel' | 'bass' | 'palm';

/** The sounds that the page of a song needs. */
export function soundsOfPage({ bars }: PageSong): readonly PageSoundName[] {
  const isDamped = bars.some(({ sounds }) =>
    sounds.some((layer) => layer.some(([, , , , , , , touch]) => touch === 'palm' || touch === 'muted')),
  );
  return isDamped ? ['steel', 'bass', 'palm'] : ['steel', 'bass'];
}
