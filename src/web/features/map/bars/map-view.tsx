import { DndContext, useDraggable } from '@dnd-kit/core';
import { type ClipboardEvent, type MouseEvent, useEffect, useMemo, useRef } from 'react';
import { styled } from 'styled-components';
import { describeEdits, listPasses, type PassSummary } from '../../../../core/arrange/form/form-summary.ts';
import type { Finding } from '../../../../core/arrange/recogniser/recogniser.ts';
import { formatCount, formatFew } from '../../../../core/kernel/plural.ts';
import { cuesByPass } from '../../../../core/page/handout/handout-blocks.ts';
import type { Section, SongDocument } from '../../../../core/song/document/document.ts';

import { useDocument } from '../../../editor/use-song.tsx';
import { openBar } from '../acts/bar-typing.ts';
import { chooseFocused, copySelection, pasteSelection } from '../acts/map-keys.ts';
import { selectBar } from '../acts/map-stores.ts';
import { FIRST_BLOCK, listBlocks, type MapBlock, nextPlaceOf, parsePlace, placeKey } from '../places/bar-places.ts';
import { useMapState, useMapStores } from '../use-map.tsx';
import type { MapNaming } from './bar-cell.tsx';
import { type BlockState, MapBlockView, NextBar } from './map-block.tsx';
import { useMapDrag } from './use-map-drag.ts';

const NOT_HERE: BlockState = { selection: null, editing: null };
const NO_SECTION = { key: FIRST_BLOCK, lines: [] };

/** The blocks of the map, with the keyboard, the clipboard and the drags that work on their bars. */
export function MapView({ naming }: { readonly naming: MapNaming }) {
  const stores = useMapStores();
  const document = useDocument();
  const view = useMapState((state) => state.view);
  const selection = useMapState((state) => state.selection);
  const editing = useMapState((state) => state.editing?.place ?? null);
  const drafts = useMapState((state) => state.drafts);
  const recognised = useMapState((state) => state.recognised);
  const passes = useMemo(() => listPasses(document), [document]);
  const blocks = useMemo(() => listBlocks(document, view), [document, view]);
  const here = useMemo<BlockState>(() => ({ selection, editing }), [selection, editing]);
  const drag = useMapDrag(stores);
  const frame = useRef<HTMLDivElement>(null);
  useFocusedBar(frame);
  const oddBarIds = useMemo(() => oddBarsOf(document, recognised.findings), [document, recognised]);
  return (
    <DndContext {...drag} autoScroll>
      <Surface frameRef={frame}>
        {blocks.map((block, index) => (
          <MapBlockView
            key={block.key}
            block={block}
            {...wordsOf(document, block, passes)}
            naming={naming}
            state={selection?.focus.block === block.key ? here : NOT_HERE}
            oddBarIds={oddBarIds}
            drafts={drafts}
            isFirst={index === 0 && selection === null}
          />
        ))}
        {document.map.sections.length === 0 && (
          <NextBar
            block={NO_SECTION}
            title="Verse"
            entry={{ block: FIRST_BLOCK, line: 0, ending: null, at: 0 }}
            editing={editing}
            draft={drafts[`next ${FIRST_BLOCK}`]}
          />
        )}
      </Surface>
    </DndContext>
  );
}

/** Where presses, drags and the clipboard of bars are heard; their keys are heard with those of the page. */
function Surface({
  frameRef,
  children,
}: {
  readonly frameRef: React.RefObject<HTMLDivElement | null>;
  readonly children: React.ReactNode;
}) {
  const stores = useMapStores();
  const { setNodeRef, listeners } = useDraggable({ id: 'map' });
  const onClick = (event: MouseEvent): void => {
    const element = event.target instanceof Element ? event.target.closest('[data-place]') : null;
    const place = parsePlace(element?.getAttribute('data-place') ?? '');
    if (place === null) {
      return;
    }
    const { selection } = stores.session.getState();
    const isAgain = selection !== null && placeKey(selection.focus) === placeKey(place) && !event.shiftKey;
    const isNext = element?.getAttribute('aria-pressed') === null;
    if (isNext || (isAgain && event.detail > 0)) {
      openBar(stores, place);
    } else {
      selectBar(stores, place, event.shiftKey);
    }
  };
  const onClipboard = (event: ClipboardEvent): void => {
    if (!chooseFocused(stores, event.target)) {
      return;
    }
    event.preventDefault();
    if (event.type === 'paste') {
      pasteSelection(stores, event.clipboardData);
    } else {
      copySelection(stores, event.clipboardData, event.type === 'cut');
    }
  };
  return (
    <Frame
      ref={(element) => {
        setNodeRef(element);
        frameRef.current = element;
      }}
      {...listeners}
      onClick={onClick}
      onCopy={onClipboard}
      onCut={onClipboard}
      onPaste={onClipboard}
    >
      {children}
    </Frame>
  );
}

/** Brings the focus to the selected bar when an act has moved it, and to the first bar of an empty song at once. */
function useFocusedBar(frame: React.RefObject<HTMLDivElement | null>): void {
  const stores = useMapStores();
  const focusCount = useMapState((state) => state.focusCount);
  const first = useRef(focusCount);
  useEffect(() => {
    const { selection, editing } = stores.session.getState();
    if (focusCount === first.current || selection === null || editing !== null) {
      return;
    }
    const key = placeKey(selection.focus);
    const element = frame.current?.querySelector<HTMLElement>(`[data-place="${key}"]`);
    element?.focus({ preventScroll: true });
    element?.scrollIntoView?.({ block: 'nearest' });
  }, [focusCount, stores, frame]);
  useEffect(() => {
    const { sections } = stores.editor.store.getState().history.present.map;
    if (sections.length === 0) {
      selectBar(stores, nextPlaceOf({ key: FIRST_BLOCK, sectionId: 0, passId: null, lines: [] }));
    }
  }, [stores]);
}

/** What a block is called, what is said of it, and the words under its lines. */
function wordsOf(
  document: SongDocument,
  block: MapBlock,
  passes: readonly PassSummary[],
): { readonly title: string; readonly remark: string; readonly cues: readonly (readonly string[])[] } {
  const section = document.map.sections.find(({ id }) => id === block.sectionId);
  const index = document.map.form.findIndex(({ id }) => id === block.passId);
  const pass = document.map.form[index];
  const summary = passes.find((each) => each.passIndex === index);
  if (section === undefined) {
    return { title: '', remark: '', cues: [] };
  }
  if (pass !== undefined && summary !== undefined) {
    const remarks = [formatCount(summary.bars, 'bar'), `from bar ${summary.firstBar}`, ...summary.remarks];
    const isOut = pass.isLeftOut;
    return {
      title: summary.label,
      remark: isOut ? 'left out' : remarks.join(', '),
      cues: block.lines.map((line) => [line.cues.join(' / ')]),
    };
  }
  const own = document.map.form.filter((each) => each.sectionId === section.id);
  return {
    title: section.name,
    remark: remarkOf(document, section, passes),
    cues: section.lines.map((line) => cuesByPass(section, line, own)),
  };
}

function remarkOf(document: SongDocument, section: Section, passes: readonly PassSummary[]): string {
  const own = passes.filter((pass) => pass.section.id === section.id);
  const often = own.length === 0 ? 'not in the form' : formatFew(own.length, 'once', 'time');
  const bars = [...new Set(own.map((pass) => pass.bars))];
  const each = own.length > 1 && bars.length === 1 ? ' each' : '';
  const length = bars.length === 0 ? '' : `${bars.join(' or ')} bars${each}`;
  const remarks = own.flatMap(({ passIndex, time }) => {
    const pass = document.map.form[passIndex];
    const differs = pass === undefined ? [] : describeEdits(section, pass);
    return differs.map((text) => (own.length > 1 ? `time ${time}: ${text}` : text));
  });
  const repeat = section.times > 1 ? `${section.times} times through` : '';
  return [often, length, repeat, section.note, ...remarks].filter(Boolean).join(', ');
}

/** The bar by which a line differs from the line it resembles, by the line's id (rule M3: mark just that bar). */
function oddBarsOf(document: SongDocument, findings: readonly Finding[]): ReadonlyMap<number, number> {
  return new Map(
    findings.flatMap((finding) => {
      if (finding.kind !== 'near-line') {
        return [];
      }
      const section = document.map.sections.find(({ id }) => id === finding.line.sectionId);
      const line = section?.lines[finding.line.line - 1];
      const bar = line?.bars[finding.bar - 1];
      return line === undefined || bar === undefined ? [] : [[line.id, bar.id] as const];
    }),
  );
}

const Frame = styled.div`
  outline: none; min-height: 200px;
`;
