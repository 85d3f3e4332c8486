import fc from 'fast-check';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { performanceOf } from '../../core/arrange/performance/performance.ts';
import { fillShapes } from '../../core/arrange/shapes/part-shapes.ts';
import { PAGE_LAYERS, toPageSong } from '../../core/formats/html/page-song.ts';
import { formatChordSymbol } from '../../core/harmony/chord-symbol.ts';
import { itemAt } from '../../core/kernel/list.ts';
import { type Steps, startAt, takeUntil } from '../../core/rehearse/clock.ts';
import { BEGINNING, type Place, type PlayEvent, stepsOf } from '../../core/rehearse/itinerary.ts';
import { applyCommand } from '../../core/song/commands.ts';
import type { SongDocument } from '../../core/song/document/document.ts';
import { mainPartOf, secondPartOf } from '../../core/song/document/parts.ts';
import { arbitrarySong } from '../../test-support/arbitrary-song.ts';
import { songFromChart } from '../../test-support/read-chart.ts';
import { runs } from '../../test-support/runs.ts';
import { SHARED_PLANNER } from '../../test-support/shared-planner.ts';
import { type PageState, placeAt, stepsOfPage } from './page-steps.ts';
import { createPageView, type PageActs } from './page-view.ts';

const CHART = songFromChart(
  'title: Ferry\ntempo: 90\nG = 320003\nD = xx0232\nC = x32010\nform: Verse, Chorus, Verse\n\nVerse:\n| G | <D | C_ | ~ |\n\nChorus:\n| C | G D |\n',
);

function bandOf(song: SongDocument) {
  const part = mainPartOf(song);
  const second = secondPartOf(song, part);
  return {
    guitar: performanceOf(song, part),
    second: second === null ? null : performanceOf(song, second),
    loop: null,
  };
}

const pageOf = (song: SongDocument) => toPageSong(song, bandOf(song), formatChordSymbol);

/** What is heard of some steps, in order: when (in seconds), on which layer, which note, for how long. */
function heardIn(steps: Steps<PlayEvent, Place>, from: Place): readonly string[] {
  const head = startAt(steps, { place: from, time: 0, speed: 1 });
  const { due } = takeUntil(steps, head, 100_000);
  return due
    .flatMap(({ time, secondsPerTick, event }) => {
      if (event.kind !== 'sound') {
        return [];
      }
      const { layer, midi, voice, delaySeconds, ringTicks, seconds, touch } = event.sound;
      const lasts = seconds ?? ringTicks * secondsPerTick;
      return [`${(time + delaySeconds).toFixed(3)} ${layer} ${voice} ${midi} ${lasts.toFixed(2)} ${touch}`];
    })
    .sort();
}

describe('the play-along of a page', () => {
  test('sounds as the program does, note for note, on random songs', () => {
    fc.assert(
      fc.property(arbitrarySong, (song) => {
        const band = bandOf(song);
        const indexes = band.guitar.played.map((_, index) => index);
        fc.pre(indexes.length > 0);
        const steps = stepsOf(() => ({
          bandOf: () => band,
          layers: PAGE_LAYERS,
          plan: { stages: [indexes], isLooped: false, hasRest: false, roundsPerStage: null },
          click: 'beats',
          toneMidi: null,
          speedOfRound: () => 1,
        }));
        const page = stepsOfPage(pageOf(song), { speed: 1, loop: null });
        expect(heardIn(page, placeAt(0))).toEqual(heardIn(steps, BEGINNING));
      }),
      { numRuns: runs(200), seed: 14 },
    );
  });

  test('is counted in by clicks alone, goes round a section that is looped, and ends with the song', () => {
    const song = pageOf(CHART);
    const state: PageState = { speed: 1, loop: null };
    const steps = stepsOfPage(song, state);
    const countIn: Place = { kind: 'count-in', bars: 1, to: placeAt(4) };
    const layers = steps
      .stepAt(countIn)
      .events.flatMap(({ event }) => (event.kind === 'sound' ? [event.sound.layer] : []));
    expect(layers).toEqual(['click', 'click', 'click', 'click']);
    expect(steps.after(countIn)?.place).toEqual(placeAt(4));
    state.loop = 1;
    expect(steps.after(placeAt(5))?.place).toMatchObject({ at: 4 });
    state.loop = null;
    expect(steps.after(placeAt(5))?.place).toMatchObject({ at: 6 });
    expect(steps.after(placeAt(song.played.length - 1))).toBeNull();
  });

  test('a bar that comes again is kept once', () => {
    const { bars, played } = pageOf(CHART);
    expect(played.map(({ bar }) => bar).slice(6)).toEqual(played.map(({ bar }) => bar).slice(0, 4));
    expect(bars.length).toBeLessThan(played.length);
  });
});

describe('what the page shows', () => {
  const acts = { toggle: vi.fn(), faster: vi.fn(), loop: vi.fn(), next: vi.fn(), hear: vi.fn() } satisfies PageActs;
  const show = (song: SongDocument = CHART) => {
    const container = document.createElement('div');
    document.body.append(container);
    return { view: createPageView(container, pageOf(song), acts), container };
  };
  const textOf = (container: HTMLElement, name: string) => container.querySelector(`.${name}`)?.textContent;
  afterEach(() => {
    vi.clearAllMocks();
    document.body.replaceChildren();
  });

  test('is the place, the chord that is held and the next, also one that comes early', () => {
    const { view, container } = show();
    view.showBar(0, 0, 1);
    expect([textOf(container, 'where'), textOf(container, 'now'), textOf(container, 'next')]).toEqual([
      'Verse 1, bar 1, 1',
      'G',
      'next D',
    ]);
    view.showBar(5, 0, null);
    expect([textOf(container, 'where'), textOf(container, 'now'), textOf(container, 'next')]).toEqual([
      'Chorus, bar 6',
      'G',
      'next D',
    ]);
    view.showCount(3);
    expect(textOf(container, 'now')).toBe('3');
    view.showBar(999, 0, null);
    expect(textOf(container, 'where')).toBe('Chorus, bar 6');
  });

  test('has its buttons, called by what they would do, and a tick for each layer that the song has', () => {
    const { view, container } = show();
    const button = (name: string) =>
      [...container.querySelectorAll('button')].find((each) => each.textContent === name);
    view.showStanding({ isPlaying: false, isLooped: false, said: '90 of 90' });
    for (const [name, act] of [
      ['Start', acts.toggle],
      ['Slower', acts.faster],
      ['Loop this section', acts.loop],
      ['Next section', acts.next],
    ] as const) {
      button(name)?.click();
      expect(act).toHaveBeenCalledTimes(1);
    }
    view.showStanding({ isPlaying: true, isLooped: true, said: '81 of 90' });
    expect([button('Stop'), button('Leave the loop')].every((each) => each !== undefined)).toBe(true);
    expect(container.querySelector('[role="status"]')?.textContent).toBe('81 of 90');
    const ticks = [...container.querySelectorAll('label')];
    expect(ticks.map(({ textContent }) => textContent)).toEqual(['this guitar', 'bass', 'click']);
    itemAt(ticks, 1).querySelector('input')?.click();
    expect(acts.hear).toHaveBeenCalledWith('bass', false);
  });

  test('offers the second guitar where there is one, silent at first', () => {
    const setup = { tuning: mainPartOf(CHART).setup.tuning, capoFret: 5 };
    const outcome = applyCommand(CHART, { kind: 'add-part', name: 'Guitar 2', setup });
    const song = outcome.ok ? outcome.value.document : expect.unreachable();
    const { container } = show(fillShapes(song, SHARED_PLANNER));
    const [second] = [...container.querySelectorAll('label')].filter((each) => each.textContent === 'second guitar');
    expect(second?.querySelector('input')?.checked).toBe(false);
  });
});
