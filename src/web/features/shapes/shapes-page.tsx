import { Tab, TabList, TabPanel, Tabs } from 'react-aria-components';
import { styled } from 'styled-components';
import type { ShapePlan } from '../../../core/arrange/shapes/shape-plan.ts';
import { colour } from '../../theme/tokens.ts';
import { EmptyStep } from '../../ui/empty-state.tsx';
import { useKeyedActions } from '../../ui/keys.tsx';
import { Loading } from '../../ui/loading.tsx';
import { useView } from '../../ui/use-view.ts';
import { ChangesView } from './changes-view.tsx';
import { NameView } from './name-view.tsx';
import { ShapesView } from './shapes-view.tsx';
import { useShapePlan } from './use-shape-plan.ts';

const VIEWS = ['shapes', 'changes', 'name'] as const;
type View = (typeof VIEWS)[number];

/** Step 3: the shapes of the song, the changes between them, and what any shape is called. */
export function ShapesPage() {
  const { plan, isWorking, failure } = useShapePlan();
  const [view, setView] = useView('view', VIEWS);
  useKeyedActions('Shapes', [
    { key: 's', label: 'The shapes of the song', run: () => setView('shapes') },
    { key: 'd', label: 'The changes between them', run: () => setView('changes') },
    { key: 'n', label: 'Name a shape', run: () => setView('name') },
  ]);
  if (plan === null) {
    return failure === null ? (
      <Loading what="the shapes" />
    ) : (
      <EmptyStep title="The shapes could not be worked out" text={failure} />
    );
  }
  return (
    <Frame selectedKey={view} onSelectionChange={(key) => setView(key as View)} aria-busy={isWorking}>
      <TabList aria-label="Shapes, changes, names">
        <Tab id="shapes">Shapes</Tab>
        <Tab id="changes">Changes</Tab>
        <Tab id="name">Name a shape</Tab>
      </TabList>
      {failure !== null && <p role="alert">{failure}</p>}
      <TabPanel id="shapes">{hasShapes(plan) ? <ShapesView plan={plan} /> : <NoShapes />}</TabPanel>
      <TabPanel id="changes">{hasShapes(plan) ? <ChangesView plan={plan} /> : <NoShapes />}</TabPanel>
      <TabPanel id="name">
        <NameView />
      </TabPanel>
    </Frame>
  );
}

function hasShapes({ sheets }: ShapePlan): boolean {
  return sheets.length > 0;
}

function NoShapes() {
  return <EmptyStep title="No chords yet" text="The shapes come with the song’s chords." />;
}

const Frame = styled(Tabs)`
  .react-aria-TabList { display: flex; gap: 4px; padding: 8px 20px 0; border-bottom: 1px solid ${colour.hairline}; }
  .react-aria-Tab { padding: 7px 14px 6px; cursor: pointer; border-bottom: 3px solid transparent; color: ${colour.quiet}; outline: none; }
  .react-aria-Tab[data-selected] { border-bottom-color: ${colour.brass}; color: ${colour.ink}; font-weight: 650; }
  .react-aria-Tab[data-focus-visible] { outline: 3px solid ${colour.spruce}; outline-offset: -3px; }
  .react-aria-TabPanel { outline: none; }
  .react-aria-TabPanel[data-focus-visible] { outline: 3px solid ${colour.spruce}; outline-offset: -3px; }
  > p { color: ${colour.rosewood}; padding: 8px 20px; }
`;
