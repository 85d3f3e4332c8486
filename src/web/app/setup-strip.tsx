import { lazy, type ReactNode, Suspense, useMemo } from 'react';
import { Button as AriaButton } from 'react-aria-components';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { findPart, mainPartOf } from '../../core/song/document/parts.ts';
import { UNTITLED } from '../../core/song/document/song-limits.ts';
import { useLaterDocument, usePart, useSongEditor } from '../editor/use-song.tsx';
import { colour, frame, nameFace } from '../theme/tokens.ts';
import { Button } from '../ui/button.tsx';
import { Choice } from '../ui/choice.tsx';
import { Loading } from '../ui/loading.tsx';
import { PopPanel } from '../ui/pop-panel.tsx';
import { Signed } from '../ui/signed.tsx';
import { SaveSign } from './save-sign.tsx';
import { type StripWord, stripWords } from './strip-words.ts';

const StripPanel = lazy(async () => ({ default: (await import('./strip-panels.tsx')).StripPanel }));

type Sheet = 'keys' | 'versions' | 'move';

/** The strip along the top: what sounds, what the hand does, and how long it is; each word opens where it is changed. */
export function SetupStrip({ onShow }: { readonly onShow: (sheet: Sheet) => void }) {
  const document = useLaterDocument();
  const { id } = usePart();
  const words = useMemo(() => stripWords(document, findPart(document, id) ?? mainPartOf(document)), [document, id]);
  const { title } = document.facts;
  return (
    <Strip>
      <h1>
        <StripWordButton word="title" label="Title" onShow={onShow}>
          {title === UNTITLED ? 'Name this song' : title}
        </StripWordButton>
      </h1>
      <dl>
        {words.map(({ word, term, value }) => (
          <div key={term}>
            <dt>{term}</dt>
            <dd>
              <StripWordButton word={word} label={term} onShow={onShow}>
                <Signed text={value} />
              </StripWordButton>
            </dd>
          </div>
        ))}
      </dl>
      <PartChoice />
      <SaveSign />
      <Acts onShow={onShow} />
    </Strip>
  );
}

/** A word with its panel. */
function StripWordButton(props: {
  readonly word: StripWord;
  readonly label: string;
  readonly onShow: (sheet: Sheet) => void;
  readonly children: ReactNode;
}) {
  const { word, label, onShow, children } = props;
  return (
    <PopPanel label={label} button={<Word>{children}</Word>}>
      {(close) => (
        <Suspense fallback={<Loading what="Opening …" />}>
          <StripPanel
            word={word}
            onDone={close}
            onMove={() => {
              close();
              onShow('move');
            }}
          />
        </Suspense>
      )}
    </PopPanel>
  );
}

const ACTS: readonly { readonly sheet: Sheet; readonly text: string; readonly label: string; readonly key?: string }[] =
  [
    { sheet: 'move', text: 'Move', label: 'Move the song to another key or capo' },
    { sheet: 'versions', text: 'Versions', label: 'Versions', key: 'v' },
    { sheet: 'keys', text: 'Shortcuts', label: 'Shortcuts', key: '?' },
  ];

/** What can be done with the whole song; on a narrow screen behind one word. */
function Acts({ onShow }: { readonly onShow: (sheet: Sheet) => void }) {
  const buttons = (onDone: () => void): ReactNode =>
    ACTS.map(({ sheet, text, label, key }) => (
      <Button
        key={sheet}
        weight="word"
        aria-label={label}
        {...(key === undefined ? {} : { 'aria-keyshortcuts': key })}
        onPress={() => {
          onDone();
          onShow(sheet);
        }}
      >
        {text}
      </Button>
    ));
  return (
    <>
      <span data-wide>{buttons(() => undefined)}</span>
      <span data-narrow>
        <PopPanel label="More" button={<Button weight="word">More</Button>}>
          {(close) => (
            <Listed>
              <Link to="/">All songs</Link>
              {buttons(close)}
            </Listed>
          )}
        </PopPanel>
      </span>
    </>
  );
}

/** Which guitar the screens speak of, where there is more than one. */
function PartChoice() {
  const editor = useSongEditor();
  const document = useLaterDocument();
  const { id } = usePart();
  const parts = document.arrangements.flatMap((arrangement) => arrangement.parts);
  return parts.length < 2 ? null : (
    <Choice
      label="Guitar"
      options={parts.map((part, index) => ({
        value: String(part.id),
        text: part.name.length <= 12 ? part.name : `Guitar ${index + 1}`,
      }))}
      value={String(id)}
      onChange={(partId) => editor.store.setState({ partId: Number(partId) })}
    />
  );
}

const Word = styled(AriaButton)`
  border: 0; background: transparent; color: inherit; font: inherit; padding: 0; cursor: pointer; text-align: left; min-height: 24px; min-width: 24px;
  max-width: 100%; overflow: hidden; text-overflow: ellipsis; white-space: nowrap;
  text-decoration: underline dotted ${colour.brass} 2px; text-underline-offset: 4px;
  &[data-hovered] { background: ${colour.brassSoft}; }
`;
const Listed = styled.div`
  display: grid; gap: 4px; justify-items: start;
  a, button { min-height: 44px; display: inline-flex; align-items: center; }
`;
const Strip = styled.header`
  display: flex; align-items: center; gap: 24px; min-height: ${frame.stripPx}px; padding: 8px 24px;
  border-bottom: 1px solid ${colour.hairline};
  h1 { font: 650 20px/1.2 ${nameFace}; max-width: 26ch; flex: 0 1 auto; min-width: 7ch; overflow: hidden; }
  h1 button { text-decoration-color: transparent; }
  h1 button[data-hovered], h1 button:focus-visible { text-decoration-color: ${colour.brass}; }
  dl { display: flex; gap: 4px 20px; margin: 0; flex: none; }
  > span { flex: none; }
  > [data-narrow] { display: none; }
  dt { font-size: 12px; color: ${colour.quiet}; line-height: 1.3; }
  dd { margin: 0; font-weight: 650; line-height: 1.3; }
  @media (max-width: 1100px) {
    gap: 14px; padding: 4px 16px; min-height: 52px;
    > [data-wide] { display: none; }
    > [data-narrow] { display: block; }
    dl { flex: 0 1 auto; min-width: 0; overflow-x: auto; scrollbar-width: none; }
    dt, dd { white-space: nowrap; }
    > [role="status"] { flex: none; }
    > [role="status"]:not([data-trouble]) { position: absolute; left: -999px; }
  }
  @media (max-width: 760px) {
    dt { position: absolute; left: -999px; }
    dl { align-items: center; gap: 12px; flex: 1 1 auto; }
    h1 { font-size: 17px; max-width: 40vw; }
  }
  @media print { display: none; }
`;
