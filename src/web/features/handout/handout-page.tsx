import { useEffect, useMemo, useState } from 'react';
import { createGlobalStyle, styled } from 'styled-components';
import { RUNG_LEVELS } from '../../../core/arrange/rung-chords.ts';
import { mixRungs } from '../../../core/arrange/rungs.ts';
import { composeHandout } from '../../../core/page/handout-content.ts';
import { layOutHandout, PAPERS } from '../../../core/page/handout-layout.ts';
import type { RungLevel } from '../../../core/song/document.ts';
import { useSettings } from '../../api/settings.tsx';
import { usePupils } from '../../editor/use-pupils.ts';
import { useDocument, usePart } from '../../editor/use-song.tsx';
import { Marks } from '../../painters/marks.tsx';
import { PAPER_CHOICES, usePaper } from '../../theme/paper.ts';
import { colour, nameFace, textFace } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { EmptyStep } from '../../ui/empty-state.tsx';
import { useKeyedActions } from '../../ui/keys.tsx';
import { NumberSelect } from '../../ui/select.tsx';
import { createMeasure } from './measure-text.ts';
import { TakeFiles } from './take-files.tsx';

/** Step 7: the page a student takes home, as it will be printed. */
export function HandoutPage() {
  const document = useDocument();
  const part = usePart();
  const settings = useSettings();
  const [paper, setPaper] = usePaper();
  const areFontsLoaded = useFonts();
  const { pupils } = usePupils();
  const [stand, setStand] = useState<Stand>(AS_ARRANGED);
  const ownBars = useMemo(
    () => (stand === null ? null : mixRungs(document, part, pupils, stand)),
    [document, part, pupils, stand],
  );
  const pages = useMemo(
    () =>
      areFontsLoaded ? layOutHandout(composeHandout(document, part, settings, ownBars), paper, createMeasure()) : [],
    [document, part, settings, ownBars, paper, areFontsLoaded],
  );
  useKeyedActions('Handout', [
    { key: 'p', label: 'Print the page', run: () => window.print() },
    { key: 'a', label: 'The other paper: A4 or Letter', run: () => setPaper(paper === 'A4' ? 'Letter' : 'A4') },
  ]);
  if (document.map.sections.length === 0) {
    return <EmptyStep title="Nothing to hand out yet" text="The page fills when the song has chords." />;
  }
  const { widthMm, heightMm } = PAPERS[paper];
  return (
    <Page>
      <PrintSize $widthMm={widthMm} $heightMm={heightMm} />
      <Bar>
        <StandChoice stand={stand} onChange={setStand} />
        <Choice label="Paper" options={PAPER_CHOICES} value={paper} onChange={setPaper} />
        <p role="status">
          {!areFontsLoaded
            ? 'Setting the page …'
            : pages.length === 1
              ? 'Fits one page.'
              : `${pages.length} pages; even small, it does not fit one.`}
        </p>
        <Button weight="strong" onPress={() => window.print()} isDisabled={!areFontsLoaded}>
          Print
        </Button>
      </Bar>
      <TakeFiles ownBars={ownBars} />
      {pages.map((page, index) => (
        <Sheet
          // biome-ignore lint/suspicious/noArrayIndexKey: pages have no other name than their number
          key={index}
          viewBox={`0 0 ${page.widthMm} ${page.heightMm}`}
          role="img"
          aria-label={`Page ${index + 1} of the handout of ${document.facts.title}`}
        >
          <Marks marks={page.marks} on="paper" />
        </Sheet>
      ))}
    </Page>
  );
}

/** On which rung each hand stands; null: the page as it is arranged. */
type Stand = { readonly left: RungLevel; readonly right: RungLevel } | null;

const AS_ARRANGED = null;

/** Whose page it is: as arranged, or one student's part. */
function StandChoice({ stand, onChange }: { readonly stand: Stand; readonly onChange: (stand: Stand) => void }) {
  return (
    <>
      <Choice
        label="For"
        options={[
          { value: 'all', text: 'all' },
          { value: 'one', text: 'one part' },
        ]}
        value={stand === null ? 'all' : 'one'}
        onChange={(value) => onChange(value === 'all' ? AS_ARRANGED : { left: 3, right: 3 })}
      />
      {stand !== null && (
        <>
          <NumberSelect
            label="Left hand on rung"
            values={RUNG_LEVELS}
            value={stand.left}
            onChange={(left) => onChange({ ...stand, left })}
          />
          <NumberSelect
            label="Right hand on rung"
            values={RUNG_LEVELS}
            value={stand.right}
            onChange={(right) => onChange({ ...stand, right })}
          />
        </>
      )}
    </>
  );
}

/** Whether the faces of the page are loaded; before that, widths would be those of other fonts. */
function useFonts(): boolean {
  const [isLoaded, setLoaded] = useState(false);
  useEffect(() => {
    let isCurrent = true;
    const faces = [
      `650 16px ${nameFace}`,
      `400 16px ${textFace}`,
      `650 16px ${textFace}`,
      `italic 400 16px ${textFace}`,
    ];
    const all = faces.map((face) => window.document.fonts.load(face, 'A♭♯'));
    void Promise.allSettled(all).then(() => {
      if (isCurrent) {
        setLoaded(true);
      }
    });
    return () => {
      isCurrent = false;
    };
  }, []);
  return isLoaded;
}

const PrintSize = createGlobalStyle<{ readonly $widthMm: number; readonly $heightMm: number }>`
  @media print { @page { size: ${({ $widthMm }) => $widthMm}mm ${({ $heightMm }) => $heightMm}mm; margin: 0; } }
`;
const Page = styled.div`
  display: grid; justify-items: center; gap: 16px; padding: 16px 24px 48px;
  @media print { display: block; padding: 0; }
`;
const Bar = styled.div`
  display: flex; align-items: center; gap: 24px; width: min(100%, 760px);
  p { color: ${colour.quiet}; font-size: 14px; flex: 1; }
  @media print { display: none; }
`;
const Sheet = styled.svg`
  display: block; width: min(100%, 760px); height: auto; background: white; border: 1px solid ${colour.hairline};
  @media print { width: 100vw; height: 100vh; border: 0; break-after: page; &:last-child { break-after: auto; } }
`;
