import { useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { Dialog, Heading, Input, Label, Modal, ModalOverlay, TextField } from 'react-aria-components';
import { styled } from 'styled-components';
import { api } from '../api/client.ts';
import { reasonOf } from '../api/reason.ts';
import { noteSignIn } from '../api/signed-out.ts';
import { colour } from '../theme/tokens.ts';
import { Button } from '../ui/button.tsx';

/** Asks for the library's password over whatever is open: what was being edited stays behind it, and is saved afterwards. */
export function SignIn() {
  return (
    <Veil isOpen isKeyboardDismissDisabled>
      <Modal>
        <Sheet>
          <SignInForm />
        </Sheet>
      </Modal>
    </Veil>
  );
}

function SignInForm() {
  const queries = useQueryClient();
  const [password, setPassword] = useState('');
  const [problem, setProblem] = useState('');
  const [isAsking, setAsking] = useState(false);
  const signIn = async (event: FormEvent): Promise<void> => {
    event.preventDefault();
    setAsking(true);
    setProblem('');
    try {
      await api.signIn(password);
      noteSignIn();
      await queries.resetQueries();
    } catch (error) {
      setProblem(reasonOf(error));
    }
    setAsking(false);
  };
  return (
    <form onSubmit={(event) => void signIn(event)}>
      <Heading slot="title">Golden Ladder</Heading>
      <p>This library has a password. Whoever opened it to this machine knows it.</p>
      <TextField type="password" value={password} onChange={setPassword} autoFocus isRequired>
        <Label>Password</Label>
        <Input autoComplete="current-password" />
      </TextField>
      <p role="alert">{problem}</p>
      <Button type="submit" weight="strong" isDisabled={isAsking}>
        Sign in
      </Button>
    </form>
  );
}

const Veil = styled(ModalOverlay)`
  position: fixed; inset: 0; background: ${colour.paper}; display: grid; place-items: center; z-index: 20;
`;
const Sheet = styled(Dialog)`
  background: ${colour.sheet}; border: 1px solid ${colour.hairline}; padding: 28px 32px; width: min(420px, calc(100vw - 32px));
  outline: none;
  form { display: grid; gap: 14px; justify-items: start; }
  label { display: block; font-size: 14px; color: ${colour.quiet}; }
  input { font: inherit; padding: 7px 9px; width: min(340px, 100%); border: 1px solid ${colour.quiet}; background: ${colour.sheet}; color: ${colour.ink}; }
  [role="alert"] { color: ${colour.rosewood}; font-weight: 650; }
  [role="alert"]:empty { display: none; }
`;
