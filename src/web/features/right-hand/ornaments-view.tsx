import { type ReactNode, useMemo, useState } from 'react';
import { styled } from 'styled-components';
import { formatBarPlace } from '../../../core/arrange/form/bar-places.ts';
import { listPasses, type PassSummary } from '../../../core/arrange/form/form-summary.ts';
import {
  type FlaggedOrnament,
  listFlaggedOrnaments,
  type OrnamentFlag,
} from '../../../core/arrange/ornament-advice/ornament-flags.ts';
import { listOrnamentProposals } from '../../../core/arrange/ornament-advice/ornament-proposals.ts';
import { groupBy } from '../../../core/kernel/list.ts';
import { plural } from '../../../core/kernel/plural.ts';
import { COMMON_TIME } from '../../../core/rhythm/metre.ts';
import type { SongCommand } from '../../../core/song/commands.ts';
import { formatBarNumbers } from '../../../core/song/played/bar-numbers.ts';
import { listPlayedBars, type PlayedBar } from '../../../core/song/played/played-bars.ts';
import { formatOrnamentFlag, formatOrnamentProposal, ORNAMENT_WORDS } from '../../../core/words/ornament-words.ts';
import { useChordName } from '../../api/settings.tsx';
import { usePlaceStyle } from '../../editor/use-place-style.ts';
import { usePlayers } from '../../editor/use-players.ts';
import { useRun } from '../../editor/use-run.ts';
import { useDocument, usePart } from '../../editor/use-song.tsx';
import { TabStaff } from '../../painters/tab-staff.tsx';
import { HeadphoneNote } from '../../sound/headphone-note.tsx';
import { sayPlaying, useAudition } from '../../sound/use-audition.ts';
import { colour } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { Caution } from '../../ui/caution.tsx';
import { SideSheet } from '../../ui/side-sheet.tsx';
import { HAND_PX, HandLayout } from './hand-layout.ts';
import { EMPTY_DRAFT, type OrnamentDraft, toDraft } from './ornament-draft.ts';
import { OrnamentEditor } from './ornament-editor.tsx';

/** What is played beside the chords: what there is, where the capo has taken it, what would suit, and the editor. */
export function OrnamentsView({ switcher }: { readonly switcher: ReactNode }) {
  const document = useDocument();
  const part = usePart();
  const { players } = usePlayers();
  const played = useMemo(() => listPlayedBars(document), [document]);
  const flagged = useMemo(
    () => groupAlike(listFlaggedOrnaments(document, part, played, players.hand)),
    [document, part, played, players],
  );
  const nameOf = useChordName();
  const audition = useAudition();
  const { run, problem } = useRun();
  const [draft, setDraft] = useState<OrnamentDraft>(EMPTY_DRAFT);
  const { fretOffset: fretsAdded } = usePlaceStyle();
  const passes = useMemo(() => listPasses(document, played), [document, played]);
  const place = { document, part, played, passes, fretsAdded };
  const names = { chord: nameOf, string: (stringNumber: number) => `string ${stringNumber}`, fretsAdded };
  return (
    <HandLayout>
      <div>
        {switcher}
        <h2>Beside the chords</h2>
        {flagged.length === 0 && <p>Nothing yet. Write a riff, a walk or a hammer-on, or take one that is proposed.</p>}
        <List aria-label="Ornaments">
          {flagged.map((group) => (
            <Alike
              key={group[0]?.ornament.id}
              group={group}
              passes={passes}
              names={names}
              isPlaying={audition.playing === titleOf(group)}
              onHear={(bars) =>
                audition.playing === titleOf(group) ? audition.stop() : audition.play(titleOf(group), bars, null)
              }
              onEdit={(bars) =>
                setDraft(
                  toDraft(
                    group.map(({ ornament }) => ornament),
                    bars,
                    place,
                  ),
                )
              }
              run={run}
            />
          ))}
        </List>
        <Proposals played={played} names={names} run={run} />
      </div>
      <EditorSheet draft={draft}>
        <h2>{draft.replaces.length === 0 ? 'Write one' : 'Write it anew'}</h2>
        {[problem, audition.problem].filter(Boolean).map((text) => (
          <Caution key={text} role="alert">
            {text}
          </Caution>
        ))}
        {audition.playing !== null && <p role="status">{sayPlaying(audition)}</p>}
        <OrnamentEditor
          draft={draft}
          place={place}
          onChange={setDraft}
          onPut={({ spots, notes }) => {
            const { kind, level, replaces } = draft;
            const isDone = run({
              kind: 'put-ornaments',
              partId: part.id,
              replaces,
              spots,
              ornament: { kind, level, notes },
            });
            if (isDone) {
              setDraft(EMPTY_DRAFT);
            }
          }}
        />
        <HeadphoneNote />
      </EditorSheet>
    </HandLayout>
  );
}

/** The editor beside the list; on a narrow screen it comes from below when one is to be written anew. */
function EditorSheet({ draft, children }: { readonly draft: OrnamentDraft; readonly children: ReactNode }) {
  const title = draft.replaces.length === 0 ? 'Write one' : 'Write it anew';
  return (
    <SideSheet label="Fill or riff" title={title} chosen={draft.replaces.join()} narrowPx={HAND_PX}>
      {children}
    </SideSheet>
  );
}

/** Walks and added fingers that would suit the song. */
function Proposals(props: {
  readonly played: readonly PlayedBar[];
  readonly names: Names;
  readonly run: (command: SongCommand) => boolean;
}) {
  const { played, names, run } = props;
  const document = useDocument();
  const part = usePart();
  const proposals = useMemo(() => listOrnamentProposals(document, part, played), [document, part, played]);
  return proposals.length === 0 ? null : (
    <>
      <h2>What would suit</h2>
      <List aria-label="Proposed">
        {proposals.map((proposal) => {
          const { barId, ornament } = proposal;
          const words = formatOrnamentProposal(proposal, names);
          return (
            <li key={`${barId} ${ornament.kind}`}>
              <p>{words}</p>
              <Button
                weight="word"
                aria-label={`Put in: ${words}`}
                onPress={() =>
                  run({
                    kind: 'put-ornaments',
                    partId: part.id,
                    replaces: [],
                    spots: [{ barId, passIds: null }],
                    ornament,
                  })
                }
              >
                Put it in
              </Button>
            </li>
          );
        })}
      </List>
    </>
  );
}

/** Ornaments that are written alike and are told the same things, together. */
function groupAlike(all: readonly FlaggedOrnament[]): readonly (readonly FlaggedOrnament[])[] {
  const groups = groupBy(all, ({ ornament, flags }) => {
    const { kind, level, notes, openMidi, passIds } = ornament;
    return JSON.stringify([kind, level, notes, openMidi, passIds !== null, flags]);
  });
  return [...groups.values()];
}

/** The bars that are named for ornaments that are alike: each where it comes first, or every one where only chosen passes play it. */
function barsOf(group: readonly FlaggedOrnament[]): readonly PlayedBar[] {
  return group.flatMap(({ ornament, bar, bars }) => (ornament.passIds === null ? (bar ?? []) : bars));
}

function titleOf(group: readonly FlaggedOrnament[]): string {
  const numbers = barsOf(group).map(({ number }) => number);
  const kind = ORNAMENT_WORDS[group[0]?.ornament.kind ?? 'riff'];
  const name = `${kind.charAt(0).toUpperCase()}${kind.slice(1)}`;
  return numbers.length === 0
    ? `${name}, no bar`
    : `${name}, ${plural(numbers.length, 'bar')} ${formatBarNumbers(numbers)}`;
}

type Names = NonNullable<Parameters<typeof formatOrnamentFlag>[1]>;

/** One ornament, in all the bars that have it. */
function Alike(props: {
  readonly group: readonly FlaggedOrnament[];
  readonly passes: readonly PassSummary[];
  readonly names: Names;
  readonly isPlaying: boolean;
  readonly onHear: (bars: readonly PlayedBar[]) => void;
  readonly onEdit: (bars: readonly PlayedBar[]) => void;
  readonly run: (command: SongCommand) => boolean;
}) {
  const { group, passes, names, isPlaying, onHear, onEdit, run } = props;
  const part = usePart();
  const [first] = group;
  const bars = barsOf(group);
  const title = titleOf(group);
  if (first === undefined) {
    return null;
  }
  const { ornament, place, flags } = first;
  return (
    <li data-lost={place.kind === 'lost' || undefined}>
      <div>
        <b>{title}</b>{' '}
        <small>
          from level {ornament.level}
          {ornament.passIds === null ? '' : ', only there'}
          {bars.slice(0, 1).map((bar) => ` · ${formatBarPlace(bar, passes)}`)}
        </small>
        {place.kind === 'placed' && (
          <TabStaff
            label={title}
            bar={{
              kind: ornament.kind,
              notes: place.notes,
              lengthTicks:
                first.bar?.lengthTicks ?? Math.max(...place.notes.map((note) => note.startTick + note.lengthTicks)),
              metre: first.bar?.metre ?? COMMON_TIME,
              strings: part.setup.tuning.openMidi.length,
              fretsAdded: names.fretsAdded,
            }}
          />
        )}
        {flags.map((flag) => (
          <Flag key={flag.kind} flag={flag} names={names} run={run} />
        ))}
      </div>
      <span>
        {place.kind === 'placed' && bars.length > 0 && (
          <Button
            weight="word"
            aria-label={`${isPlaying ? 'Stop' : 'Hear'} ${title}`}
            onPress={() => onHear(bars.slice(0, 1))}
          >
            {isPlaying ? 'Stop' : 'Hear'}
          </Button>
        )}
        {bars.length > 0 && (
          <Button weight="word" aria-label={`Edit ${title}`} onPress={() => onEdit(bars)}>
            Edit
          </Button>
        )}
        <Button
          weight="word"
          aria-label={`Take away ${title}`}
          onPress={() =>
            run({ kind: 'remove-ornaments', partId: part.id, ornamentIds: group.map((each) => each.ornament.id) })
          }
        >
          Take away
        </Button>
      </span>
    </li>
  );
}

/** One thing to be said of an ornament; where another shape would free a finger, it can be taken. */
function Flag(props: {
  readonly flag: OrnamentFlag;
  readonly names: Names;
  readonly run: (command: SongCommand) => boolean;
}) {
  const { flag, names, run } = props;
  const { id: partId } = usePart();
  const freeing = flag.kind === 'no-finger-free' ? flag.freeing : null;
  return (
    <p data-warns={flag.kind !== 'moved' || undefined}>
      {formatOrnamentFlag(flag, names)}
      {flag.kind === 'no-finger-free' && freeing !== null && (
        <Button
          weight="word"
          onPress={() =>
            run({ kind: 'store-shape', partId, chord: flag.chord, stored: { fingering: freeing, origin: 'chosen' } })
          }
        >
          Hold it so
        </Button>
      )}
    </p>
  );
}

const List = styled.ul`
  list-style: none; margin: 0 0 18px; padding: 0;
  li { display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 4px 16px; padding: 10px 0; border-top: 1px solid ${colour.hairline}; }
  li > span { display: flex; gap: 8px; align-items: start; }
  small { color: ${colour.quiet}; font-size: 13px; }
  svg { display: block; margin-top: 6px; }
  p { font-size: 14px; }
  p[data-warns] { color: ${colour.rosewood}; }
  li[data-lost] b { text-decoration: line-through; }
`;
