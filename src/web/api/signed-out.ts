import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';

/**
 * Whether the server wants this browser to sign in: true from the first answer that says so until it has; and how often it has signed in
 * here, by which an answer to what was asked before is known.
 */
export const signedOut = createStore<{ readonly isSignedOut: boolean; readonly signIns: number }>(() => ({
  isSignedOut: false,
  signIns: 0,
}));

/** The browser is signed in from now on. */
export function noteSignIn(): void {
  signedOut.setState(({ signIns }) => ({ isSignedOut: false, signIns: signIns + 1 }));
}

/** Whether it has to sign in, for a screen. */
export function useSignedOut(): boolean {
  return useStore(signedOut, ({ isSignedOut }) => isSignedOut);
}
