/*
 * Dragging bars, lines and sections. The whole map is one draggable: what is dragged and where it goes is read off the page at
 * the pointer, so that six hundred bars cost nothing while none is dragged.
 */
import {
  type DragMoveEvent,
  type DragStartEvent,
  MouseSensor,
  TouchSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { useRef } from 'react';
import { dropBars } from '../acts/bar-acts.ts';
import { dropLine } from '../acts/line-acts.ts';
import { blocksOf, documentOf, type MapStores, runCommands, selectBar, selectedRuns } from '../acts/map-stores.ts';
import { type BarPlace, parsePlace, placeKey } from '../places/bar-places.ts';

type Dragged =
  | { readonly kind: 'bars' }
  | { readonly kind: 'line'; readonly block: string; readonly line: number }
  | { readonly kind: 'section'; readonly block: string };

/** The handlers of the map's drags, with what starts one: a mouse that moves, a finger that stays. */
export function useMapDrag(stores: MapStores) {
  const dragged = useRef<Dragged | null>(null);
  const target = useRef<Element | null>(null);
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 6 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 250, tolerance: 8 } }),
  );
  const aim = (element: Element | null): void => {
    if (element !== target.current) {
      target.current?.removeAttribute('data-drop');
      element?.setAttribute('data-drop', '');
      target.current = element;
    }
  };
  const onDragStart = ({ activatorEvent }: DragStartEvent): void => {
    dragged.current = activatorEvent.target instanceof Element ? draggedAt(stores, activatorEvent.target) : null;
  };
  const onDragMove = ({ activatorEvent, delta }: DragMoveEvent): void => {
    const from = pointOf(activatorEvent);
    const under = from === null ? null : document.elementFromPoint(from.x + delta.x, from.y + delta.y);
    aim(dragged.current === null ? null : (under?.closest(TARGETS[dragged.current.kind]) ?? null));
  };
  const onDragEnd = (): void => {
    if (dragged.current !== null && target.current !== null) {
      drop(stores, dragged.current, target.current);
    }
    aim(null);
    dragged.current = null;
  };
  const onDragCancel = (): void => {
    aim(null);
    dragged.current = null;
  };
  return { sensors, onDragStart, onDragMove, onDragEnd, onDragCancel };
}

const TARGETS = { bars: '[data-place]', line: '[data-line], [data-block]', section: '[data-block]' } as const;

function draggedAt(stores: MapStores, element: Element): Dragged | null {
  const handle = element.closest('[data-handle]')?.getAttribute('data-handle');
  if (handle !== null && handle !== undefined) {
    const [block = '', line = ''] = handle.split('/');
    return line === '' ? { kind: 'section', block } : { kind: 'line', block, line: Number(line) };
  }
  const place = placeOf(element);
  if (place === null) {
    return null;
  }
  const chosen = selectedRuns(stores);
  const isInside =
    chosen?.block.key === place.block &&
    chosen.runs.some(
      (run) =>
        run.line === place.line &&
        run.ending === place.ending &&
        place.at >= run.from &&
        place.at < run.from + run.count,
    );
  if (!isInside) {
    selectBar(stores, place);
  }
  return { kind: 'bars' };
}

function placeOf(element: Element): BarPlace | null {
  return parsePlace(element.closest('[data-place]')?.getAttribute('data-place') ?? '');
}

function pointOf(event: Event): { readonly x: number; readonly y: number } | null {
  if (event instanceof MouseEvent) {
    return { x: event.clientX, y: event.clientY };
  }
  const touch = 'touches' in event ? (event as TouchEvent).touches[0] : undefined;
  return touch === undefined ? null : { x: touch.clientX, y: touch.clientY };
}

function drop(stores: MapStores, dragged: Dragged, target: Element): void {
  if (dragged.kind === 'bars') {
    dropAtBar(stores, placeOf(target));
    return;
  }
  const blocks = blocksOf(stores);
  const [key = '', line] = (target.getAttribute('data-line') ?? target.getAttribute('data-block') ?? '').split('/');
  const [source, goal] = [dragged.block, key].map((each) => blocks.find((block) => block.key === each));
  if (source === undefined || goal === undefined) {
    return;
  }
  if (dragged.kind === 'line') {
    const to = { block: goal, line: line === undefined ? goal.lines.length : Number(line) };
    dropLine(stores, { block: source, line: dragged.line }, to);
  } else if (source.passId === null && goal !== source) {
    const to = documentOf(stores).map.sections.findIndex(({ id }) => id === goal.sectionId);
    runCommands(stores, [{ kind: 'move-section', sectionId: source.sectionId, to }]);
  }
}

function dropAtBar(stores: MapStores, place: BarPlace | null): void {
  const { selection } = stores.session.getState();
  if (place !== null && selection !== null && placeKey(place) !== placeKey(selection.focus)) {
    dropBars(stores, place);
  }
}
