import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { pagePlayer } from './scripts/page-player.mjs';

/**
 * What the first page needs is one file, and what several screens share are two more, since the search of the first page needs only the
 * controls: a song's page would ask for eighty small ones, six at a time, over the room's wireless network.
 */
const FILES = {
  groups: [
    { name: 'first', tags: ['$initial' as const], priority: 3 },
    {
      name: 'controls',
      minShareCount: 3,
      priority: 2,
      test: /\/src\/web\/ui\/|\/node_modules\/(@react-aria|react-aria|react-stately|@react-stately|@internationalized)\//,
    },
    { name: 'shared', minShareCount: 3, priority: 1, test: /\/src\/(web|core|contract)\// },
  ],
};

const SERVER = 'http://127.0.0.1:5186';

export default defineConfig({
  plugins: [react(), pagePlayer()],
  html: { cspNonce: '__CSP_NONCE__' },
  build: {
    outDir: 'dist/web',
    emptyOutDir: true,
    target: 'es2023',
    assetsInlineLimit: 0,
    rolldownOptions: { output: { codeSplitting: FILES } },
  },
  server: { host: '127.0.0.1', port: 5187, strictPort: true, proxy: { '/api': SERVER } },
});
