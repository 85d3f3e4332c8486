import { type ReactNode, useMemo, useState } from 'react';
import { styled } from 'styled-components';
import { listPasses } from '../../../core/arrange/form/form-summary.ts';
import { listPickedChords, listSilentRoles } from '../../../core/arrange/performance/picked-chords.ts';
import type { ChordSymbol } from '../../../core/harmony/chord-symbol.ts';
import type { Metre } from '../../../core/rhythm/metre.ts';
import type { Pattern } from '../../../core/rhythm/pattern.ts';
import { findHand, hasOwnHands, toPattern, toStoredPattern } from '../../../core/song/attachments/right-hand.ts';
import type { Part, PatternAssignment } from '../../../core/song/document/document.ts';
import { listPlayedBars } from '../../../core/song/played/played-bars.ts';
import { useChordName } from '../../api/settings.tsx';
import { useAskedPlace } from '../../editor/song-links.ts';
import { useKeepPattern, usePatterns } from '../../editor/use-patterns.ts';
import { useRun } from '../../editor/use-run.ts';
import { useDocument, usePart } from '../../editor/use-song.tsx';
import { HeadphoneNote } from '../../sound/headphone-note.tsx';
import { sayPlaying, useAudition } from '../../sound/use-audition.ts';
import { colour } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { Caution } from '../../ui/caution.tsx';
import { Choice } from '../../ui/choice.tsx';
import { EmptyStep } from '../../ui/empty-state.tsx';
import { useKeyedActions } from '../../ui/keys.tsx';
import { Panel } from '../../ui/panel.tsx';
import { SideSheet } from '../../ui/side-sheet.tsx';
import { useView } from '../../ui/use-view.ts';
import { HAND_PX, HandLayout } from './hand-layout.ts';
import { type HandSong, type HandTarget, listHandTargets, listNearTargets } from './hand-target.ts';
import { OrnamentsView } from './ornaments-view.tsx';
import { type PatternDraft, PatternEditor } from './pattern-editor.tsx';
import { PatternShelf } from './pattern-shelf.tsx';
import { PickedStringsPanel } from './picked-strings-panel.tsx';
import { TargetRow } from './target-row.tsx';

/** Step 5: what the right hand does, in the song, its sections, and where they differ. */
export function RightHandPage() {
  const document = useDocument();
  return document.map.sections.length === 0 ? (
    <EmptyStep title="No bars yet" text="Patterns are chosen for sections; the song has none yet." />
  ) : (
    <RightHand />
  );
}

const VIEWS = [
  { value: 'strokes', text: 'Strums' },
  { value: 'ornaments', text: 'Fills and riffs' },
] as const;

function RightHand() {
  const [view, setView] = useView('of', ['strokes', 'ornaments']);
  useKeyedActions('Right hand', [
    {
      key: 'b',
      label: 'Strums, or fills and riffs',
      run: () => setView(view === 'strokes' ? 'ornaments' : 'strokes'),
    },
  ]);
  const switcher = <Choice label="Show" options={VIEWS} value={view} onChange={setView} />;
  return view === 'strokes' ? <StrokesView switcher={switcher} /> : <OrnamentsView switcher={switcher} />;
}

function StrokesView({ switcher }: { readonly switcher: ReactNode }) {
  const song = useHandSong();
  const audition = useAudition();
  const { change, regulariseSection, problem } = useAssign();
  const part = usePart();
  const nameOf = useChordName();
  const [chosenId, setChosen] = useState<number | null>(useAskedPlace().sectionId);
  const [openId, setOpen] = useState<number | null>(null);
  const targets = listHandTargets(song);
  const near = openId === null ? [] : listNearTargets(song, openId);
  const chosen = [...targets, ...near].find(({ id }) => id === chosenId) ?? targets[0];
  const isPlain = ({ id, assignment }: HandTarget): boolean =>
    assignment === null && id !== openId && id !== chosenId && !hasOwnHands(song.document, song.patterns, id ?? 0);
  const plain = targets.slice(1).filter(isPlain);
  const own = targets.slice(1).filter((target) => !plain.includes(target));
  const hear = (name: string, bars: HandTarget['bars'], tried: Pattern | null): void =>
    audition.playing === name ? audition.stop() : audition.play(name, bars, tried);
  useKeyedActions('Right hand', [
    {
      key: 'h',
      label: 'Hear the chosen place, or stop',
      run: () => hear(chosen?.label ?? '', chosen?.heard ?? [], null),
    },
  ]);
  const rowFor = (target: HandTarget) => (
    <TargetRow
      key={target.id ?? 'song'}
      target={target}
      pattern={patternOf(song, target)}
      silent={silentWords(song, part, target, nameOf)}
      isChosen={target.id === (chosen?.id ?? null)}
      isPlaying={audition.playing === target.label}
      isNear={near.includes(target)}
      onChoose={() => setChosen(target.id)}
      onPlay={() => hear(target.label, target.heard, null)}
      onChange={(what) => change(target.id, what)}
    />
  );
  return (
    <HandLayout>
      <div>
        {switcher}
        <h2>What the right hand does</h2>
        <List aria-label="Places">{targets.slice(0, 1).map(rowFor)}</List>
        <AsTheSong targets={plain} onChoose={setChosen} />
        {own.map((target) => (
          <Place key={target.id}>
            <List aria-label={target.label}>{rowFor(target)}</List>
            {target.id !== null && hasOwnHands(song.document, song.patterns, target.id) && (
              <Button weight="word" onPress={() => regulariseSection(target.id ?? 0)}>
                One pattern throughout {target.label}
              </Button>
            )}
            <Button weight="word" onPress={() => setOpen(openId === target.id ? null : target.id)}>
              {openId === target.id ? `Close ${target.label}` : `Times, lines and bars of ${target.label}`}
            </Button>
            {openId === target.id && <List aria-label={`In ${target.label}`}>{near.map(rowFor)}</List>}
          </Place>
        ))}
        <PickedStringsPanel bars={chosen?.bars ?? []} pattern={chosen === undefined ? null : patternOf(song, chosen)} />
      </div>
      <SideSheet
        label="The chosen place"
        title={`For ${chosen?.label ?? 'the song'}`}
        chosen={String(chosenId)}
        narrowPx={HAND_PX}
      >
        <h2>For {chosen?.label}</h2>
        {[problem, audition.problem].filter(Boolean).map((text) => (
          <Caution key={text} role="alert">
            {text}
          </Caution>
        ))}
        <p role="status">{audition.playing === null ? WHICH_PATTERN : sayPlaying(audition)}</p>
        <PatternChoice
          target={chosen?.label ?? ''}
          playing={audition.playing}
          onUse={(pattern) => change(chosen?.id ?? null, { pattern: toStoredPattern(pattern) })}
          onHear={(pattern) => hear(pattern.name || 'Your pattern', chosen?.bars ?? [], pattern)}
        />
        <HeadphoneNote />
      </SideSheet>
    </HandLayout>
  );
}

/** The shelf of patterns, and the editor of one. */
function PatternChoice(props: {
  readonly target: string;
  readonly playing: string | null;
  readonly onUse: (pattern: Pattern) => void;
  readonly onHear: (pattern: Pattern) => void;
}) {
  const { metre } = useDocument().facts;
  const patterns = usePatterns();
  const keep = useKeepPattern();
  const [draft, setDraft] = useState<PatternDraft>({ name: '', metre, bars: 1, swing: 'even', cells: onBeats(metre) });
  return (
    <>
      <Panel title="Patterns to take" summary={`${patterns.length} in all, by metre, kind and level`} isOpenAtFirst>
        <PatternShelf
          {...props}
          patterns={patterns}
          metre={metre}
          onEdit={(pattern) => setDraft({ ...toStoredPattern(pattern), name: '' })}
        />
      </Panel>
      <h2>Write your own</h2>
      <PatternEditor draft={draft} onChange={setDraft} onUse={props.onUse} onHear={props.onHear} onKeep={keep} />
    </>
  );
}

/** A stroke on every beat, to begin with. */
function onBeats({ beats }: Metre): string {
  return Array.from({ length: beats }, () => 'D-').join(' ');
}

const WHICH_PATTERN = 'A pattern on a bar goes before one on its line, its time, its section and the song.';

/** The sections that play as the song does, in one row; a press on one gives it a row of its own. */
function AsTheSong(props: { readonly targets: readonly HandTarget[]; readonly onChoose: (id: number | null) => void }) {
  const { targets, onChoose } = props;
  return targets.length === 0 ? null : (
    <Same>
      As the whole song:{' '}
      {targets.map(({ id, label }) => (
        <Button key={id} weight="word" aria-label={`${label}: another right hand`} onPress={() => onChoose(id)}>
          {label}
        </Button>
      ))}
    </Same>
  );
}

/** The open song as places for patterns. */
function useHandSong(): HandSong {
  const document = useDocument();
  const { patterns } = usePart();
  return useMemo(() => {
    const played = listPlayedBars(document);
    return { document, patterns, played, passes: listPasses(document, played) };
  }, [document, patterns]);
}

/** Assigns what the right hand does in a place, and says why it could not. */
function useAssign() {
  const { id: partId } = usePart();
  const { run, problem } = useRun();
  const change = (targetId: number | null, what: Partial<Omit<PatternAssignment, 'targetId'>>): void =>
    void run({ kind: 'assign-pattern', partId, targetId, change: what });
  const regulariseSection = (sectionId: number): void => void run({ kind: 'regularise', partId, sectionId });
  return { change, regulariseSection, problem };
}

/** Strings that a picked pattern asks for and the shapes of a place do not sound: "string 1 under G". */
function silentWords(song: HandSong, part: Part, target: HandTarget, nameOf: (chord: ChordSymbol) => string): string {
  const pattern = patternOf(song, target);
  const chords = pattern === null ? [] : listPickedChords(song.document, part, target.bars, pattern);
  return listSilentRoles(chords)
    .map(
      ({ shapeChord, role }) =>
        `${typeof role === 'number' ? `string ${role}` : 'a second bass'} under ${nameOf(shapeChord)}`,
    )
    .join(', ');
}

/** The pattern of a place: its own, or the one that holds in its first bar; the whole song has its own or none. */
function patternOf({ document, patterns }: HandSong, { id, assignment, bars }: HandTarget): Pattern | null {
  const bar = id === null ? undefined : bars[0];
  const held = bar === undefined ? null : findHand(document, { patterns }, bar).pattern;
  const stored = assignment?.pattern ?? held;
  return stored === null ? null : toPattern(stored);
}

const List = styled.ul`
  list-style: none; margin: 0; padding: 0;
`;
const Place = styled.div`
  > button { margin: 0 0 6px 2px; font-size: 13px; }
  > ul + button + ul { padding-left: 20px; border-left: 3px solid ${colour.brassSoft}; }
`;
const Same = styled.p`
  display: flex; flex-wrap: wrap; gap: 0 10px; align-items: center; border-top: 1px solid ${colour.hairline}; padding: 8px 6px; font-size: 14px; color: ${colour.quiet};
`;
