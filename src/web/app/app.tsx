import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { lazy, Suspense } from 'react';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { songIdSchema } from '../../contract/api.ts';
import { coreWorker } from '../api/core-worker.ts';
import { useSignedOut } from '../api/signed-out.ts';
import { askEarly } from '../editor/open-song.ts';
import { SongsPage } from '../features/songs/songs-page.tsx';
import { GlobalStyle } from '../theme/global-style.ts';
import { KeyListener } from '../ui/keys.tsx';
import { Loading } from '../ui/loading.tsx';
import { Failure } from './failure.tsx';
import { NoSuchPage } from './no-such-page.tsx';

const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false } } });

/** Once the songs are listed: starts the worker and fetches the step that songs open at, so that the first one does not wait. */
function fetchAhead(): void {
  coreWorker.warm();
  void import('./song-frame.tsx');
  void import('../features/capo/capo-page.tsx');
}

const loading = { HydrateFallback: () => <Loading what="Opening …" /> };

const router = createBrowserRouter([
  { path: '/', element: <SongsPage onListed={fetchAhead} />, errorElement: <Failure /> },
  {
    path: '/settings',
    errorElement: <Failure />,
    ...loading,
    lazy: async () => ({ Component: (await import('../features/settings/settings-page.tsx')).SettingsPage }),
  },
  {
    path: '/classes',
    errorElement: <Failure />,
    ...loading,
    lazy: async () => ({ Component: (await import('../features/classes/classes-page.tsx')).ClassesPage }),
  },
  {
    path: '/songs/:songId',
    loader: ({ params }) => {
      const id = songIdSchema.safeParse(params['songId']);
      if (id.success) {
        askEarly(id.data);
      }
      return null;
    },
    shouldRevalidate: () => false,
    errorElement: <Failure />,
    ...loading,
    lazy: async () => ({ Component: (await import('./song-frame.tsx')).SongFrame }),
    children: [
      { index: true, element: <Navigate to="song" replace /> },
      {
        path: 'song',
        errorElement: <Failure />,
        lazy: async () => ({ Component: (await import('../features/listen/listen-page.tsx')).ListenPage }),
      },
      // Addresses of old.
      { path: 'listen', element: <Navigate to="../song" relative="path" replace /> },
      {
        path: 'capo',
        errorElement: <Failure />,
        lazy: async () => ({ Component: (await import('../features/capo/capo-page.tsx')).CapoPage }),
      },
      {
        path: 'shapes',
        errorElement: <Failure />,
        lazy: async () => ({ Component: (await import('../features/shapes/shapes-page.tsx')).ShapesPage }),
      },
      {
        path: 'map',
        errorElement: <Failure />,
        lazy: async () => ({ Component: (await import('../features/map/map-page.tsx')).MapPage }),
      },
      {
        path: 'right-hand',
        errorElement: <Failure />,
        lazy: async () => ({ Component: (await import('../features/right-hand/right-hand-page.tsx')).RightHandPage }),
      },
      { path: 'rungs', element: <Navigate to="../levels" relative="path" replace /> },
      {
        path: 'levels',
        errorElement: <Failure />,
        lazy: async () => ({ Component: (await import('../features/levels/levels-page.tsx')).LevelsPage }),
      },
      {
        path: 'handout',
        errorElement: <Failure />,
        lazy: async () => ({ Component: (await import('../features/handout/handout-page.tsx')).HandoutPage }),
      },
      {
        path: 'rehearse',
        errorElement: <Failure />,
        lazy: async () => ({ Component: (await import('../features/rehearse/rehearse-page.tsx')).RehearsePage }),
      },
    ],
  },
  { path: '*', element: <NoSuchPage /> },
]);

/** Fetched only where a library has a password. */
const SignIn = lazy(async () => ({ default: (await import('./sign-in.tsx')).SignIn }));

function SignInWhenAsked() {
  return useSignedOut() ? (
    <Suspense>
      <SignIn />
    </Suspense>
  ) : null;
}

/** The whole application. */
export function App() {
  return (
    <QueryClientProvider client={queries}>
      <GlobalStyle />
      <KeyListener />
      <RouterProvider router={router} />
      <SignInWhenAsked />
    </QueryClientProvider>
  );
}
