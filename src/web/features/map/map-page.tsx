import { useMemo } from 'react';
import { styled } from 'styled-components';
import { hasOwnBars, listPasses, type PassSummary } from '../../../core/arrange/form-summary.ts';
import { cuesByPass } from '../../../core/page/handout-content.ts';
import type { Line, Section, SongDocument } from '../../../core/song/document.ts';
import { linesOfPass } from '../../../core/song/pass-lines.ts';
import { listPlayedBars } from '../../../core/song/played-bars.ts';
import { songKeysOf } from '../../../core/song/song-keys.ts';
import { useDocument, usePart } from '../../editor/use-song.tsx';
import { colour, frame } from '../../theme/tokens.ts';
import { EmptyStep } from '../../ui/empty-state.tsx';
import { FormStrip } from './form-strip.tsx';
import { MapFacts } from './map-facts.tsx';
import { MapLine } from './map-line.tsx';

/** Step 4: the song's sections, lines and bars, and the order in which they are played. */
export function MapPage() {
  const document = useDocument();
  const { toShapeChord } = songKeysOf(document, usePart());
  const played = useMemo(() => listPlayedBars(document), [document]);
  const passes = useMemo(() => listPasses(document, played), [document, played]);
  if (document.map.sections.length === 0) {
    return <EmptyStep title="No bars yet" text="The map shows the song’s sections when its chart has bars." />;
  }
  const naming = { metre: document.facts.metre, toShapeChord };
  return (
    <Page>
      <div>
        <FormStrip passes={passes} />
        {document.map.sections.flatMap((section) =>
          blocksOf(document, section, passes).map((block) => (
            <SectionBlock key={block.key} aria-label={block.title}>
              <header>
                <h2>{block.title}</h2>
                <p>{block.remark}</p>
              </header>
              <ol>
                {block.lines.map(({ line, cues }, index) => (
                  <MapLine key={line.id} line={line} cues={cues} number={index + 1} naming={naming} />
                ))}
              </ol>
            </SectionBlock>
          )),
        )}
      </div>
      <aside>
        <MapFacts played={played} passes={passes} />
      </aside>
    </Page>
  );
}

type Block = {
  readonly key: string;
  readonly title: string;
  readonly remark: string;
  readonly lines: readonly { readonly line: Line; readonly cues: readonly string[] }[];
};

/** A section as written, and below it the passes that have bars of their own. */
function blocksOf(document: SongDocument, section: Section, passes: readonly PassSummary[]): readonly Block[] {
  const own = passes.filter((pass) => pass.section.id === section.id);
  const inStep = document.map.form.filter((pass) => pass.sectionId === section.id && !hasOwnBars(pass));
  const differing = own.flatMap((summary): readonly Block[] => {
    const pass = document.map.form[summary.passIndex];
    return pass === undefined || !hasOwnBars(pass)
      ? []
      : [
          {
            key: `${section.id} ${summary.time}`,
            title: summary.label,
            remark: 'as played',
            lines: linesOfPass(section, pass).map((line) => ({ line, cues: [line.cues.join(' / ')] })),
          },
        ];
  });
  return [
    {
      key: `${section.id}`,
      title: section.name,
      remark: remarkOf(section, own),
      lines: section.lines.map((line) => ({ line, cues: cuesByPass(section, line, inStep) })),
    },
    ...differing,
  ];
}

function remarkOf(section: Section, passes: readonly PassSummary[]): string {
  const often = passes.length === 0 ? 'not in the form' : passes.length === 1 ? 'one pass' : `${passes.length} passes`;
  const bars = [...new Set(passes.map((pass) => pass.bars))];
  const length = bars.length === 0 ? '' : bars.length === 1 ? `${bars[0]} bars each` : `${bars.join(' or ')} bars`;
  const remarks = passes.flatMap(({ time, remarks: own }) =>
    own.map((text) => (passes.length > 1 ? `time ${time}: ${text}` : text)),
  );
  const repeat = section.times > 1 ? `${section.times} times through` : '';
  const single = passes.length === 1 ? `${bars[0]} bars` : length;
  return [often, single, repeat, section.note, ...remarks].filter(Boolean).join(', ');
}

const Page = styled.div`
  display: grid; grid-template-columns: minmax(0, 1fr) ${frame.asidePx}px;
  > div { padding: 20px 24px 40px; min-width: 0; }
  aside { border-left: 1px solid ${colour.hairline}; padding: 22px 24px; }
  @media (max-width: 900px) {
    grid-template-columns: minmax(0, 1fr);
    aside { border-left: 0; border-top: 1px solid ${colour.hairline}; }
  }
`;
const SectionBlock = styled.section`
  padding-top: 16px;
  header { display: flex; align-items: baseline; gap: 14px; flex-wrap: wrap; }
  header h2 { font-size: 21px; }
  header p { font-size: 13.5px; color: ${colour.quiet}; }
  ol { list-style: none; margin: 0; padding: 0; }
`;
