import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { styled } from 'styled-components';
import { api } from '../../api/client.ts';
import { reasonOf } from '../../api/reason.ts';
import { signedOut } from '../../api/signed-out.ts';
import { settleSaves } from '../../editor/pending-saves.ts';
import { Button } from '../../ui/button.tsx';

/** Signing this browser out, or all of them; only where the library has a password and this browser gave it. */
export function SigningOut() {
  const queries = useQueryClient();
  const { data } = useQuery({ queryKey: ['session'], queryFn: api.readSession, staleTime: 0 });
  const [problem, setProblem] = useState('');
  const leave = async (signOut: () => Promise<void>): Promise<void> => {
    try {
      await settleSaves();
      await signOut();
      queries.clear();
      signedOut.setState({ isSignedOut: true });
    } catch (error) {
      setProblem(reasonOf(error));
    }
  };
  if (data?.isSignedIn !== true) {
    return null;
  }
  return (
    <section>
      <h2>The library’s password</h2>
      <p>This browser is signed in and is not asked again for half a year.</p>
      <Row>
        <Button onPress={() => void leave(api.signOut)}>Sign out here</Button>
        <Button onPress={() => void leave(api.signOutAll)}>Sign all browsers out</Button>
      </Row>
      {problem !== '' && <p role="alert">{problem}</p>}
    </section>
  );
}

const Row = styled.div`
  display: flex; flex-wrap: wrap; gap: 12px;
`;
