import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render } from '@testing-library/react';
import type { ReactNode } from 'react';
import { KeyListener } from '../web/ui/keys.tsx';
import { Unstyled } from './unstyled.tsx';

/** Shows a screen with what the application has around each: what it asks the server for, its keys; and what the caller puts around it. */
export function showInApp(screen: ReactNode, around: (screen: ReactNode) => ReactNode): void {
  const shown = (
    <>
      <KeyListener />
      <Unstyled>{screen}</Unstyled>
    </>
  );
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  render(<QueryClientProvider client={queries}>{around(shown)}</QueryClientProvider>);
}
