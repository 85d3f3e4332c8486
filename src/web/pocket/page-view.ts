/* What a page's play-along looks like: plain elements, filled by what is told. */
import { PAGE_LAYERS, type PageSong } from '../../core/formats/html/page-song.ts';

/** What can be pressed. */
export type PageActs = {
  readonly toggle: () => void;
  readonly faster: (by: number) => void;
  readonly loop: () => void;
  readonly next: () => void;
  readonly hear: (layer: (typeof PAGE_LAYERS)[number], isHeard: boolean) => void;
};

/** How it stands, as it is said. */
export type PageStanding = { readonly isPlaying: boolean; readonly isLooped: boolean; readonly said: string };

/** What is shown. */
export type PageView = {
  /** A bar of the song at a tick: where it is, the chord there, and the one that comes. */
  readonly showBar: (at: number, tick: number, counted: number | null) => void;
  readonly showCount: (counted: number | null) => void;
  readonly showStanding: (standing: PageStanding) => void;
};

/** A press of the tempo, as a share of the song's. */
const STEP = 0.05;
const LAYER_NAMES: Readonly<Record<(typeof PAGE_LAYERS)[number], string>> = {
  guitar: 'this guitar',
  second: 'second guitar',
  bass: 'bass',
  click: 'click',
};

function element(tag: string, className: string, text = ''): HTMLElement {
  const made = document.createElement(tag);
  made.className = className;
  made.textContent = text;
  return made;
}

function button(label: string, onPress: () => void): HTMLElement {
  const made = element('button', '', label);
  made.setAttribute('type', 'button');
  made.addEventListener('click', onPress);
  return made;
}

function row(children: readonly HTMLElement[]): HTMLElement {
  const made = element('div', 'bar');
  made.append(...children);
  return made;
}

/** Puts the play-along of a song into an element of the page. */
export function createPageView(container: HTMLElement, song: PageSong, acts: PageActs): PageView {
  const where = element('span', 'where');
  const now = element('b', 'now');
  const next = element('span', 'next');
  const said = element('span', 'said');
  said.setAttribute('role', 'status');
  const start = button('Start', acts.toggle);
  const loop = button('', acts.loop);
  const stage = element('div', 'stage');
  stage.append(where, now, next, said);
  container.append(
    element('h2', '', `Play along: ${song.title}`),
    stage,
    row([
      start,
      button('Slower', () => acts.faster(-STEP)),
      button('Faster', () => acts.faster(STEP)),
      loop,
      button('Next section', acts.next),
    ]),
    row(layersOf(song).map((layer) => layerTick(layer, acts.hear))),
  );
  return {
    showBar: (at, tick, counted) => {
      const bar = song.played[at];
      if (bar !== undefined) {
        const coming = bar.chords.find((each) => each.tick > tick) ?? song.played[at + 1]?.chords[0];
        where.textContent = `${song.sections[bar.section] ?? ''}, bar ${bar.number}${counted === null ? '' : `, ${counted}`}`;
        now.textContent = bar.chords.findLast((each) => each.tick <= tick)?.name ?? now.textContent;
        next.textContent = coming === undefined ? '' : `next ${coming.name}`;
      }
    },
    showCount: (counted) => {
      now.textContent = counted === null ? '' : String(counted);
    },
    showStanding: (standing) => {
      start.textContent = standing.isPlaying ? 'Stop' : 'Start';
      loop.textContent = standing.isLooped ? 'Leave the loop' : 'Loop this section';
      said.textContent = standing.said;
    },
  };
}

/** The layers that a song has; the second guitar is heard only where there is one. */
function layersOf({ bars }: PageSong): readonly (typeof PAGE_LAYERS)[number][] {
  return PAGE_LAYERS.filter((_, index) => bars.some(({ sounds }) => (sounds[index]?.length ?? 0) > 0));
}

function layerTick(layer: (typeof PAGE_LAYERS)[number], hear: PageActs['hear']): HTMLElement {
  const box = document.createElement('input');
  box.type = 'checkbox';
  box.checked = layer !== 'second';
  box.addEventListener('change', () => hear(layer, box.checked));
  const label = element('label', '');
  label.append(box, LAYER_NAMES[layer]);
  return label;
}
