/* The keys of a selected bar, in one table: what they do, and what the sheet says of them. */

import type { KeyedAction, KeyScope } from '../../../ui/keys.tsx';
import { type BarPlace, parsePlace, placeKey, type Way } from '../places/bar-places.ts';
import {
  copyBars,
  insertBar,
  markBars,
  partBars,
  pasteBars,
  removeBars,
  repeatBars,
  shiftBars,
  tieBars,
  uniteBars,
} from './bar-acts.ts';
import { openBar } from './bar-typing.ts';
import { breakLine, changeRounds, foldLines, joinLine, shiftLines, unrollLine } from './line-acts.ts';
import { goFrom, type MapStores, selectWholeBlock } from './map-stores.ts';

/** What a bar can begin with when it is written anew. */
const CHORD_START = /^[A-Ga-gNn(<]$/;

/** A key of a selected bar. `press` is the key as it is named below. */
type MapKey = { readonly press: string; readonly label: string; readonly run: (stores: MapStores) => void };

const WAYS: Readonly<Record<string, Way>> = {
  ArrowLeft: 'left',
  ArrowRight: 'right',
  ArrowUp: 'up',
  ArrowDown: 'down',
  Home: 'line-start',
  End: 'line-end',
  'Ctrl Home': 'start',
  'Ctrl End': 'end',
};

/** The keys that act on the selection, in the order in which they are listed. */
const MAP_KEYS: readonly MapKey[] = [
  { press: 'Enter', label: 'Type into the bar (a letter of a chord writes it anew)', run: openFocused },
  { press: 's', label: 'The same as the bar before', run: repeatBars },
  { press: 'i', label: 'A bar before this one', run: insertBar },
  { press: 'Delete', label: 'Take the bars out', run: removeBars },
  {
    press: 'p',
    label: 'The chord comes early: an eighth, a sixteenth, on its beat',
    run: (stores) => markBars(stores, 'early'),
  },
  { press: 'h', label: 'One strum that rings', run: (stores) => markBars(stores, 'ring') },
  { press: 'x', label: 'Hit and cut', run: (stores) => markBars(stores, 'cut') },
  { press: '*', label: 'Mark the chord: it differs', run: (stores) => markBars(stores, 'star') },
  { press: '~', label: 'The chord before rings on here', run: tieBars },
  { press: '.', label: 'Each chord in a bar of its own', run: partBars },
  { press: ',', label: 'The bars in one bar', run: uniteBars },
  { press: '+', label: 'The line once more', run: (stores) => changeRounds(stores, 1) },
  { press: '-', label: 'The line once less', run: (stores) => changeRounds(stores, -1) },
  { press: 'k', label: 'Begin a line with this bar', run: breakLine },
  { press: 'j', label: 'Join the line and the next', run: joinLine },
  { press: 'u', label: 'Write the repeats of the line out', run: unrollLine },
  { press: 'r', label: 'Make the selected lines repeats of one line', run: foldLines },
  { press: 'Alt ArrowLeft', label: 'Move the bars to the left', run: (stores) => shiftBars(stores, -1) },
  { press: 'Alt ArrowRight', label: 'Move the bars to the right', run: (stores) => shiftBars(stores, 1) },
  { press: 'Alt ArrowUp', label: 'Move the lines up', run: (stores) => shiftLines(stores, -1) },
  { press: 'Alt ArrowDown', label: 'Move the lines down', run: (stores) => shiftLines(stores, 1) },
  {
    press: 'Escape',
    label: 'Select nothing',
    run: ({ session }) => session.setState({ selection: null, problem: '' }),
  },
  { press: 'Ctrl a', label: 'Select the whole section', run: selectWholeBlock },
];

/** Every press that asks something of a bar; those that are not in the table are only run. */
const PRESSES: readonly string[] = [
  ...MAP_KEYS.map(({ press }) => press),
  ...Object.keys(WAYS),
  'Backspace',
  '/',
  ...'ABCDEFGabcdefgNn(<',
];

/** The keys of the bars as the page lists and runs them. A bar that only has the focus is chosen first. */
export function listBarActions(stores: MapStores): readonly KeyedAction[] {
  return PRESSES.map((press) => ({
    key: press,
    label: MAP_KEYS.find((each) => each.press === press)?.label ?? '',
    run: ({ target, shiftKey }) => {
      chooseFocused(stores, target);
      pressMapKey(stores, press, shiftKey);
    },
  }));
}

/** Where the keys of the bars hold: on a bar. */
export const ON_A_BAR: KeyScope = { holdsAt: (target) => placeAt(target) !== null };

function placeAt(target: EventTarget | null): BarPlace | null {
  return target instanceof HTMLElement ? parsePlace(target.dataset['place'] ?? '') : null;
}

/** The keyboard may come to a bar without having chosen it: an act on the bar chooses it first. Whether there is a bar. */
export function chooseFocused({ session }: MapStores, target: EventTarget | null): boolean {
  const place = placeAt(target);
  const { selection } = session.getState();
  if (place !== null && (selection === null || placeKey(selection.focus) !== placeKey(place))) {
    session.setState({ selection: { anchor: place, focus: place } });
  }
  return place !== null;
}

/** Does what a key asks of the selected bars; whether it asks anything. */
export function pressMapKey(stores: MapStores, press: string, isShifted: boolean): boolean {
  const way = WAYS[press];
  const action = MAP_KEYS.find((each) => each.press === press) ?? (press === 'Backspace' ? REMOVE : undefined);
  if (way !== undefined) {
    goFrom(stores, way, isShifted);
  } else if (action !== undefined) {
    action.run(stores);
  } else if (press === '/') {
    openFocused(stores, ' ');
  } else if (CHORD_START.test(press)) {
    const { selection } = stores.session.getState();
    if (selection !== null) {
      openBar(stores, selection.focus, /^[a-g]$/.test(press) ? press.toUpperCase() : press);
    }
  } else {
    return false;
  }
  return true;
}

const REMOVE: MapKey = { press: 'Backspace', label: '', run: removeBars };

/** Opens the focused bar with what stands in it, and something more at its end. */
function openFocused(stores: MapStores, more = ''): void {
  const { selection } = stores.session.getState();
  if (selection !== null) {
    openBar(stores, selection.focus);
    const { editing } = stores.session.getState();
    if (editing !== null && typeof more === 'string' && more !== '') {
      stores.session.setState({ editing: { ...editing, text: `${editing.text}${more}` } });
    }
  }
}

/** Puts the selection on the clipboard, and takes it out where it is cut. */
export function copySelection(stores: MapStores, clipboard: DataTransfer, isCut: boolean): void {
  const text = copyBars(stores);
  if (text !== '') {
    clipboard.setData('text/plain', text);
    if (isCut) {
      removeBars(stores);
    }
  }
}

/** Takes text from the clipboard into the selection. */
export function pasteSelection(stores: MapStores, clipboard: DataTransfer): void {
  pasteBars(stores, clipboard.getData('text/plain'));
}
