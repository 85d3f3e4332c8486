/* What the Map step keeps of an open song while the page lives and nobody saves: selection, the bar being typed, and what was typed and cannot be read. */
import { createStore, type StoreApi } from 'zustand/vanilla';
import type { Recognised } from '../../../../core/arrange/recogniser/map-proposals.ts';
import type { SongEditor } from '../../../editor/song-editor.ts';
import type { BarPlace, MapView } from './bar-places.ts';

/** What was typed into a bar and refused: it stays there with the reason, and with what may have been meant. */
export type BarDraft = { readonly text: string; readonly problem: string; readonly proposals: readonly string[] };

/** Bars from one place to another of the same block; typing and moving happens at `focus`. */
export type BarSelection = { readonly anchor: BarPlace; readonly focus: BarPlace };

/** The state of the step. `editing` is the bar that is being typed. */
export type MapState = {
  readonly view: MapView;
  readonly selection: BarSelection | null;
  readonly editing: { readonly place: BarPlace; readonly text: string } | null;
  /** Refused texts by the key of their bar or their block's next bar. */
  readonly drafts: Readonly<Record<string, BarDraft>>;
  /** Why the last act was refused; empty when it was done. */
  readonly problem: string;
  /** Whether the next bar that is written after the last one begins a line. */
  readonly opensLine: boolean;
  /** Rises when the page should bring the focus to the selected bar. */
  readonly focusCount: number;
  /** The chosen passes of the form. */
  readonly passIds: readonly number[];
  /** What repeats, as far as it was found last. */
  readonly recognised: Recognised;
};

/** The store of the step. */
export type MapSession = StoreApi<MapState>;

const sessions = new WeakMap<SongEditor, MapSession>();

/** The session of an open song; the same one as long as the song is open. */
export function mapSessionOf(editor: SongEditor): MapSession {
  const known = sessions.get(editor);
  if (known !== undefined) {
    return known;
  }
  const session = createStore<MapState>(() => ({
    view: 'written',
    selection: null,
    editing: null,
    drafts: {},
    problem: '',
    opensLine: false,
    focusCount: 0,
    passIds: [],
    recognised: { findings: [], proposals: [] },
  }));
  sessions.set(editor, session);
  return session;
}
