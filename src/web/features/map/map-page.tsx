import { memo, useEffect, useMemo, useState } from 'react';
import { styled } from 'styled-components';
import { listFirstMeetings } from '../../../core/arrange/form/first-meetings.ts';
import { listPasses } from '../../../core/arrange/form/form-summary.ts';
import { transposeChord } from '../../../core/harmony/spelling.ts';
import { songKeysOf } from '../../../core/song/chart/song-keys.ts';
import { formatKnown } from '../../../core/song/document/guitar-class.ts';
import { findStoredShape } from '../../../core/song/part/stored-shapes.ts';
import { listPlayedBars } from '../../../core/song/played/played-bars.ts';
import { useChordName } from '../../api/settings.tsx';
import { useAskedPlace } from '../../editor/song-links.ts';
import { useKept } from '../../editor/use-kept.ts';
import { usePlayers } from '../../editor/use-players.ts';
import { LaterDocument, useDocument, usePart, useSongEditor, useSongState } from '../../editor/use-song.tsx';
import { colour, frame } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { type KeyedAction, useKeyedActions } from '../../ui/keys.tsx';
import { SideSheet } from '../../ui/side-sheet.tsx';
import { listBarActions, ON_A_BAR } from './acts/map-keys.ts';
import { goToBar, runCommands, selectBar } from './acts/map-stores.ts';
import type { MapNaming } from './bars/bar-cell.tsx';
import { MapView } from './bars/map-view.tsx';
import { FormStrip } from './form/form-strip.tsx';
import { MapFacts } from './panels/map-facts.tsx';
import { Proposals } from './panels/proposals.tsx';
import { SelectionPanel } from './panels/selection-panel.tsx';
import { useHearSelected } from './panels/use-hear-selected.ts';
import { useRecognised } from './panels/use-recognised.ts';
import { FIRST_BLOCK, listBlocks, nextPlaceOf, type MapView as View } from './places/bar-places.ts';
import { TapDialog } from './tap/tap-dialog.tsx';
import { TextBeside } from './text-beside.tsx';
import { MapStoresProvider, useMapState, useMapStores } from './use-map.tsx';

const VIEWS: readonly { readonly value: View; readonly text: string }[] = [
  { value: 'written', text: 'as written' },
  { value: 'played', text: 'as played' },
];
const NAMES = [
  { value: 'shapes', text: 'shapes' },
  { value: 'sounding', text: 'what sounds' },
] as const;

/** Step 4: the song's sections, lines and bars, and the order in which they are played. */
export function MapPage() {
  return (
    <MapStoresProvider>
      <MapStep />
    </MapStoresProvider>
  );
}

/** Chooses the bar that a link asked for, once. */
function useAskedBar(): void {
  const stores = useMapStores();
  const { barId, sectionId } = useAskedPlace();
  useEffect(() => {
    if (sectionId !== null) {
      goToBar(stores, sectionId, barId);
    }
  }, [stores, sectionId, barId]);
}

/** Only the bars are drawn with each key; what is worked out from the whole song follows when there is time. */
function MapStep() {
  const [beside, setBeside] = useState<'text' | 'tap' | null>(null);
  const problem = useMapState((state) => state.problem);
  const onText = (): void => setBeside((before) => (before === 'text' ? null : 'text'));
  const onTap = (): void => setBeside('tap');
  useMapKeys(onText, onTap);
  useAskedBar();
  return (
    <Page data-beside={beside === 'text' || undefined}>
      <div>
        <LaterDocument>
          <Form />
        </LaterDocument>
        <Toolbar isTextOpen={beside === 'text'} onText={onText} onTap={onTap} />
        {problem !== '' && <Problem role="alert">{problem}</Problem>}
        <Bars />
      </div>
      <Side isTextOpen={beside === 'text'} />
      {beside === 'tap' && <TapDialog onClose={() => setBeside(null)} />}
    </Page>
  );
}

/** What belongs to the chosen bar, or the text of the song. */
function Side({ isTextOpen }: { readonly isTextOpen: boolean }) {
  const selection = useMapState((state) => state.selection);
  const focus = selection?.focus;
  const chosen = focus === undefined ? '' : `${focus.block} ${focus.line} ${focus.ending} ${focus.at}`;
  return (
    <SideSheet
      label="Beside the map"
      title={isTextOpen ? 'The text' : focus === undefined ? 'The whole song' : 'The chosen bar'}
      chosen={isTextOpen ? 'text' : chosen}
      narrowPx={NARROW_PX}
    >
      {isTextOpen ? (
        <TextBeside />
      ) : (
        <LaterDocument>
          <Margin />
        </LaterDocument>
      )}
    </SideSheet>
  );
}

/** The widest window in which what is chosen comes from below, in px. */
const NARROW_PX = 900;

/** The unrolled song and its passes. */
function usePlayed() {
  const document = useDocument();
  return useMemo(() => {
    const played = listPlayedBars(document);
    return { played, passes: listPasses(document, played) };
  }, [document]);
}

const Form = memo(function Form() {
  const { played, passes } = usePlayed();
  const naming = useNaming();
  return <FormStrip passes={passes} meetings={useMeetings(played)} nameOf={({ chord }) => naming.large(chord)} />;
});

function Bars() {
  const isEmpty = useDocument().map.sections.length === 0;
  const naming = useNaming();
  return (
    <>
      {isEmpty && (
        <Hint>
          Type a chord and Tab for each bar: the first section is called Verse until you name it otherwise. Or tap the
          bars while a record plays.
        </Hint>
      )}
      <MapView naming={naming} />
    </>
  );
}

const Margin = memo(function Margin() {
  const { played, passes } = usePlayed();
  const recognised = useRecognised();
  return (
    <>
      <SelectionPanel played={played} passes={passes} />
      <MapFacts played={played} passes={passes} />
      {recognised.findings.length + recognised.proposals.length > 0 && <h2>What repeats</h2>}
      <Proposals recognised={recognised} />
    </>
  );
});

/** The names on the map: the ones the chart shows large, the others small. */
function useNaming(): MapNaming {
  const document = useDocument();
  const part = usePart();
  const nameOf = useChordName();
  const { metre } = document.facts;
  const keys = songKeysOf(document, part);
  const isShapes = document.chart.chords === 'shapes';
  // An edit of the bars makes all of these anew, and leaves them equal.
  const passIds = document.map.form.map(({ id }) => id);
  const names = useKept({ sounding: keys.sounding, shape: keys.shape, isShapes, metre, passIds });
  const hands = useMemo(
    () => new Map(part.patterns.flatMap(({ targetId, pattern }) => (pattern === null ? [] : [[targetId, pattern]]))),
    [part.patterns],
  );
  return useMemo(() => {
    const { sounding, shape: shapeKey } = names;
    const shape: MapNaming['large'] = (chord) => nameOf(transposeChord(chord, sounding, shapeKey));
    return {
      metre: names.metre,
      passIds: names.passIds,
      hands,
      large: names.isShapes ? shape : nameOf,
      small: names.isShapes ? nameOf : shape,
    };
  }, [names, nameOf, hands]);
}

/** Where chords are met first; those whose stored shape the class knows are left out. */
function useMeetings(played: ReturnType<typeof listPlayedBars>) {
  const document = useDocument();
  const part = usePart();
  const { players } = usePlayers();
  return useMemo(() => {
    const { toShapeChord } = songKeysOf(document, part);
    const { known } = players;
    return listFirstMeetings(played, (chord) => {
      const stored = known === null ? null : findStoredShape(part, toShapeChord(chord));
      return (
        known !== null &&
        stored !== null &&
        known.has(formatKnown({ chord: stored.chord, shape: stored.fingering.shape }))
      );
    });
  }, [document, part, players, played]);
}

function useMapKeys(onText: () => void, onTap: () => void): void {
  const stores = useMapStores();
  const { playing, hear, stop } = useHearSelected();
  useKeyedActions('Map', [
    { key: 'q', label: 'Hear the selected bars, or end it', run: () => (playing === null ? hear('bars') : stop()) },
    { key: 'm', label: 'Go to the bars', run: () => focusBars(stores) },
    { key: 'w', label: 'As written or as played', run: () => switchView(stores) },
    { key: 't', label: 'The text chart beside the map', run: onText },
    { key: 'y', label: 'Tap the bars in', run: onTap },
    { key: 'n', label: 'A new section', run: () => addSection(stores) },
  ]);
  const onBars = useMemo(() => [...listBarActions(stores), ...CLIPBOARD_KEYS], [stores]);
  useKeyedActions('A selected bar', onBars, ON_A_BAR);
}

const CLIPBOARD_KEYS: readonly KeyedAction[] = [
  { key: 'Ctrl c', label: 'Copy the bars, as text of the chart' },
  { key: 'Ctrl x', label: 'Cut them' },
  { key: 'Ctrl v', label: 'Paste bars over them, or lines below' },
];

type Stores = ReturnType<typeof useMapStores>;

function focusBars(stores: Stores): void {
  const { view, selection } = stores.session.getState();
  const [first] = listBlocks(stores.editor.store.getState().history.present, view);
  const none = { key: FIRST_BLOCK, sectionId: 0, passId: null, lines: [] };
  const start = first === undefined || first.lines.length === 0 ? nextPlaceOf(first ?? none) : null;
  selectBar(stores, selection?.focus ?? start ?? { block: first?.key ?? '', line: 0, ending: null, at: 0 });
}

function switchView(stores: Stores): void {
  const { view } = stores.session.getState();
  stores.session.setState({ view: view === 'written' ? 'played' : 'written', selection: null, editing: null });
}

/** A section for bars to be typed into, at the end of the song. */
function addSection(stores: Stores): void {
  const { sections, form } = stores.editor.store.getState().history.present.map;
  const names = new Set(sections.map(({ name }) => name.toLowerCase()));
  const name = ['Verse', 'Chorus', 'Bridge', 'Outro'].find((each) => !names.has(each.toLowerCase()));
  const number = Array.from({ length: sections.length + 2 }, (_, index) => `Section ${index + 1}`).find(
    (each) => !names.has(each.toLowerCase()),
  );
  const command = {
    kind: 'add-section',
    at: sections.length,
    name: name ?? number ?? 'Section',
    lines: [],
    playAt: form.length,
  } as const;
  if (runCommands(stores, [command])) {
    stores.session.setState({ view: 'written' });
    const last = listBlocks(stores.editor.store.getState().history.present, 'written').at(-1);
    if (last !== undefined) {
      selectBar(stores, nextPlaceOf(last));
    }
  }
}

function Toolbar(props: { readonly isTextOpen: boolean; readonly onText: () => void; readonly onTap: () => void }) {
  const { isTextOpen, onText, onTap } = props;
  const stores = useMapStores();
  const editor = useSongEditor();
  const chords = useSongState((state) => state.history.present.chart.chords);
  const view = useMapState((state) => state.view);
  return (
    <Bar>
      <Choice
        label="Shown"
        options={VIEWS}
        value={view}
        onChange={(next) => (next === view ? undefined : switchView(stores))}
      />
      <Choice
        label="Names show"
        options={NAMES}
        value={chords}
        onChange={(next) => void editor.run({ kind: 'set-chart-chords', chords: next })}
      />
      <Button weight="word" onPress={() => addSection(stores)}>
        New section
      </Button>
      <Button weight="word" onPress={onText}>
        {isTextOpen ? 'Close the text' : 'Text beside'}
      </Button>
      <Button weight="word" onPress={onTap}>
        Tap in
      </Button>
    </Bar>
  );
}

const Page = styled.div`
  display: grid; grid-template-columns: minmax(0, 1fr) ${frame.asidePx}px; min-height: calc(100vh - ${frame.stripPx + 1}px);
  &[data-beside] { grid-template-columns: minmax(0, 1fr) minmax(380px, 42%); }
  > div { padding: 20px 24px 40px; min-width: 0; }
  aside { border-left: 1px solid ${colour.hairline}; padding: 22px 24px; min-width: 0; display: grid; gap: 14px; align-content: start; }
  @media (max-width: ${NARROW_PX}px) {
    &, &[data-beside] { grid-template-columns: minmax(0, 1fr); }
    aside { border-left: 0; border-top: 1px solid ${colour.hairline}; }
  }
`;
const Bar = styled.div`
  display: flex; flex-wrap: wrap; gap: 6px 16px; align-items: center; padding: 6px 0 0;
`;
const Problem = styled.p`
  border-left: 4px solid ${colour.rosewood}; color: ${colour.rosewood}; padding: 2px 0 2px 10px; margin-top: 10px; font-size: 14px;
`;
const Hint = styled.p`
  color: ${colour.quiet}; font-size: 14px; padding: 14px 0 6px;
`;
