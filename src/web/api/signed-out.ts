import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';

/** Whether the server wants this browser to sign in: true from the first answer that says so until it has. */
export const signedOut = createStore<{ readonly isSignedOut: boolean }>(() => ({ isSignedOut: false }));

/** The same for a screen. */
export function useSignedOut(): boolean {
  return useStore(signedOut, ({ isSignedOut }) => isSignedOut);
}
