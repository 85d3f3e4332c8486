import { memo, useDeferredValue, useMemo } from 'react';
import { styled } from 'styled-components';
import type { PassSummary } from '../../../../core/arrange/form/form-summary.ts';
import { formatCount } from '../../../../core/kernel/plural.ts';
import { formatMinutes } from '../../../../core/rhythm/clock.ts';
import type { PlayedBar } from '../../../../core/song/played/played-bars.ts';
import { toTimeline } from '../../../../core/song/played/timeline.ts';

import { useDocument } from '../../../editor/use-song.tsx';
import { colour } from '../../../theme/tokens.ts';
import { Button } from '../../../ui/button.tsx';
import { findBarIn, listBlocks, runsBetween } from '../places/bar-places.ts';
import type { BarSelection } from '../places/map-session.ts';
import { useMapState, useMapStores } from '../use-map.tsx';
import { BarPanel } from './bar-panel.tsx';
import { HearSelected } from './hear-selected.tsx';
import { LinePanel } from './line-panel.tsx';
import { SectionPanel } from './section-panel.tsx';

/** What is selected, where it is heard, and everything that can be done with it by pressing; drawn when there is time. */
export function SelectionPanel(props: {
  readonly played: readonly PlayedBar[];
  readonly passes: readonly PassSummary[];
}) {
  const selection = useDeferredValue(useMapState((state) => state.selection));
  return selection === null ? null : <Selected {...props} selection={selection} />;
}

const Selected = memo(function Selected({
  played,
  passes,
  selection,
}: {
  readonly played: readonly PlayedBar[];
  readonly passes: readonly PassSummary[];
  readonly selection: BarSelection;
}) {
  const stores = useMapStores();
  const document = useDocument();
  const view = useMapState((state) => state.view);
  const blocks = useMemo(() => listBlocks(document, view), [document, view]);
  const starts = useMemo(() => toTimeline(played).bars, [played]);
  const block = blocks.find(({ key }) => key === selection.focus.block);
  const runs = block === undefined ? [] : runsBetween(block, selection.anchor, selection.focus);
  const section = document.map.sections.find(({ id }) => id === block?.sectionId);
  if (block === undefined || section === undefined || runs.length === 0) {
    return null;
  }
  const bar = findBarIn(block.lines, selection.focus);
  const passIndex = document.map.form.findIndex(({ id }) => id === block.passId);
  const title = passes.find((pass) => pass.passIndex === passIndex)?.label ?? section.name;
  const count = runs.reduce((sum, run) => sum + run.count, 0);
  const heard = played.flatMap((each, index) => {
    const isHere = each.bar.id === bar?.id && (block.passId === null || each.passIndex === passIndex);
    return isHere ? [{ number: each.number, seconds: starts[index]?.startSeconds ?? null }] : [];
  });
  const [first] = heard;
  return (
    <Frame aria-label="Selected">
      <h2>
        {title}, line {selection.focus.line + 1}
        {count === 1 ? `, bar ${selection.focus.at + 1}` : `, ${formatCount(count, 'bar')}`}
      </h2>
      {first !== undefined && (
        <p>
          Heard as bar{' '}
          {heard
            .map(({ number }) => number)
            .slice(0, 8)
            .join(', ')}
          {heard.length > 8 ? ' …' : ''}
          {first.seconds === null ? '.' : `, first at ${formatMinutes(first.seconds)}.`}
        </p>
      )}
      <HearSelected />
      <BarPanel block={block} selection={selection} />
      <LinePanel block={block} line={selection.focus.line} />
      <SectionPanel block={block} section={section} line={selection.focus.line} />
      <Button weight="word" onPress={() => stores.session.setState({ selection: null, problem: '' })}>
        Select nothing
      </Button>
    </Frame>
  );
});

const Frame = styled.section`
  display: grid; gap: 6px; padding-bottom: 12px; border-bottom: 1px solid ${colour.hairline}; justify-items: stretch;
  h2 { font-size: 17px; }
  p { font-size: 14px; }
  > button { justify-self: start; }
`;
