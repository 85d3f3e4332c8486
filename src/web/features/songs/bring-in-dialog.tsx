import { useState } from 'react';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { formatCount } from '../../../core/kernel/plural.ts';

import { RestoreDialog } from '../../library/restore-dialog.tsx';
import { colour, nameFace } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { Progress } from '../../ui/progress.tsx';
import { Tick } from '../../ui/tick.tsx';
import type { BringIn, Incoming } from './use-bring-in.ts';

/** What came in, file by file: what it is, what was assumed, what was left; then into the library, or not. */
export function BringInDialog({ bringing, onAdded }: { readonly bringing: BringIn; readonly onAdded: () => void }) {
  const { incoming, isAdding, problem } = bringing;
  const [library, setLibrary] = useState<File | null>(null);
  const wanted = incoming.filter(({ state }) => state.kind === 'song' && state.isWanted).length;
  const isReading = incoming.some(({ state }) => state.kind === 'reading' || state.kind === 'waiting');
  const close = (): void => {
    bringing.close();
    onAdded();
  };
  if (library !== null) {
    return (
      <RestoreDialog
        file={library}
        onClose={() => {
          setLibrary(null);
          close();
        }}
      />
    );
  }
  return (
    <Dialog title="Songs from files" isOpen={incoming.length > 0} onClose={close} isWide>
      <List>
        {incoming.map((each) => (
          <li key={each.id}>
            <File
              incoming={each}
              onWant={(isWanted) => bringing.want(each.id, isWanted)}
              onStop={bringing.stop}
              onLibrary={setLibrary}
            />
          </li>
        ))}
      </List>
      {problem !== '' && <p role="alert">{problem}</p>}
      <p role="status">{isReading ? 'Reading …' : ''}</p>
      {wanted > 0 && (
        <Button weight="strong" isDisabled={isReading || isAdding} onPress={() => void bringing.add()}>
          {isAdding ? 'Adding …' : `Add ${formatCount(wanted, 'song')}`}
        </Button>
      )}
    </Dialog>
  );
}

function File(props: {
  readonly incoming: Incoming;
  readonly onWant: (isWanted: boolean) => void;
  readonly onStop: () => void;
  readonly onLibrary: (file: File) => void;
}) {
  const { incoming, onWant, onStop, onLibrary } = props;
  const { name, state } = incoming;
  switch (state.kind) {
    case 'waiting':
      return (
        <>
          <small>{name}</small>
          <p>Waiting to be read …</p>
        </>
      );
    case 'reading':
      return (
        <>
          <Progress label={`Reading ${name}`} share={state.share} />
          <Button weight="word" onPress={onStop}>
            Stop reading it
          </Button>
        </>
      );
    case 'stopped':
      return (
        <>
          <small>{name}</small>
          <p>Not read: it was stopped.</p>
        </>
      );
    case 'refused':
      return (
        <>
          <small>{name}</small>
          <p role="alert">Not read. {state.reason}</p>
        </>
      );
    case 'library':
      return (
        <>
          <small>{name}</small>
          <p>A whole library.</p>
          <Button onPress={() => onLibrary(state.file)}>See what it would change</Button>
        </>
      );
    case 'song':
    case 'added':
      return <Song incoming={incoming} state={state} onWant={onWant} />;
  }
}

function Song(props: {
  readonly incoming: Incoming;
  readonly state: Extract<Incoming['state'], { kind: 'song' | 'added' }>;
  readonly onWant: (isWanted: boolean) => void;
}) {
  const { incoming, state, onWant } = props;
  const { document, format, bars, assumed, left } = state.song;
  const sections = formatCount(document.map.sections.length, 'section');
  return (
    <>
      <small>{incoming.name}</small>
      <b>{document.facts.title}</b>
      <p>
        {formatCount(bars, 'bar')} in {sections}, read as {format}.
      </p>
      <Findings title="Assumed" findings={assumed} />
      <Findings title="Left" findings={left} />
      {state.kind === 'added' ? (
        <p>
          Added. <Link to={`/songs/${state.songId}/map`}>Open it</Link>
        </p>
      ) : (
        <Tick text="bring it in" isOn={state.isWanted} onChange={onWant} />
      )}
    </>
  );
}

function Findings({ title, findings }: { readonly title: string; readonly findings: readonly string[] }) {
  return findings.length === 0 ? null : (
    <details open={findings.length <= 4}>
      <summary>
        {title}: {findings.length}
      </summary>
      <ul>
        {findings.map((finding) => (
          <li key={finding}>{finding}</li>
        ))}
      </ul>
    </details>
  );
}

const List = styled.ul`
  list-style: none; margin: 0; padding: 0; width: 100%;
  > li { border-top: 1px solid ${colour.hairline}; padding: 10px 0; display: grid; gap: 4px; justify-items: start; }
  small { color: ${colour.quiet}; overflow-wrap: anywhere; }
  b { font: 650 18px/1.2 ${nameFace}; overflow-wrap: anywhere; }
  p, details { font-size: 14px; overflow-wrap: anywhere; }
  summary { cursor: pointer; min-height: 26px; }
  ul { margin: 0; padding-left: 20px; }
  p[role="alert"] { color: ${colour.rosewood}; }
`;
