import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { styled } from 'styled-components';
import type { OpenClass } from '../../../contract/class-schema.ts';
import { CLASS_LIMITS } from '../../../core/song/document/guitar-class.ts';
import { useClassActions, useClasses, useClassesFailure } from '../../api/classes.ts';
import { colour } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { EmptyState } from '../../ui/empty-state.tsx';
import { AddField } from '../../ui/field.tsx';
import { useKeyedActions } from '../../ui/keys.tsx';
import { Loading } from '../../ui/loading.tsx';
import { useWindowTitle } from '../../ui/window-title.ts';
import { ClassSheet } from './class-sheet.tsx';

/** Every class, with its hand, its level and the shapes it knows. */
export function ClassesPage() {
  useWindowTitle('Classes');
  const classes = useClasses();
  const failure = useClassesFailure();
  const { add } = useClassActions();
  const [problem, setProblem] = useState('');
  const [chosenId, setChosen] = useState<OpenClass['id'] | null>(null);
  const navigate = useNavigate();
  useKeyedActions('Classes', [{ key: '0', label: 'Go to the songs', run: () => void navigate('/') }]);
  const chosen = classes?.find(({ id }) => id === chosenId) ?? classes?.[0] ?? null;
  return (
    <Page>
      <header>
        <h1>Classes</h1>
        <Link to="/">Back to the songs</Link>
      </header>
      <p role="status">{problem || failure}</p>
      {classes === null && <Loading what="the classes" />}
      {classes !== null && (
        <Columns>
          <nav aria-label="Classes">
            {classes.map((each) => (
              <Button
                key={each.id}
                weight="word"
                aria-current={each.id === chosen?.id}
                onPress={() => setChosen(each.id)}
              >
                {each.value.name}
              </Button>
            ))}
            <AddField
              label="New class"
              hint="its name, then Enter"
              maxLength={CLASS_LIMITS.nameCharacters}
              onAdd={(name) => void add(name).then((refusal) => setProblem(refusal ?? ''))}
            />
          </nav>
          {chosen === null ? (
            <EmptyState title="No classes yet">
              <p>A class has a hand, a level and shapes it knows; the Capo step then counts what would be new to it.</p>
            </EmptyState>
          ) : (
            <ClassSheet key={chosen.id} guitarClass={chosen} onProblem={setProblem} />
          )}
        </Columns>
      )}
    </Page>
  );
}

const Page = styled.main`
  max-width: 1120px; margin: 0 auto; padding: 32px 40px;
  > header { display: flex; justify-content: space-between; align-items: end; padding-bottom: 8px; }
  > header h1 { font-size: 34px; }
  > header a { display: inline-flex; align-items: center; min-height: 28px; }
  > p[role="status"] { min-height: 24px; color: ${colour.rosewood}; }
  @media (max-width: 760px) { padding: 20px 16px; }
`;
const Columns = styled.div`
  display: grid; grid-template-columns: 200px minmax(0, 1fr); gap: 36px; align-items: start;
  nav { display: grid; gap: 6px; justify-items: start; }
  nav [aria-current='true'] { color: ${colour.brassText}; text-decoration-color: ${colour.brass}; }
  @media (max-width: 760px) { grid-template-columns: minmax(0, 1fr); }
`;
