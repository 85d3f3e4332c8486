import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { pagePlayer } from './scripts/page-player.mjs';

/**
 * What the first page needs is one file, and what several screens share another: a song's page would ask for eighty small ones, six at
 * a time, over the room's wireless network.
 */
const FILES = {
  groups: [
    { name: 'first', tags: ['$initial' as const], priority: 2 },
    {
      name: 'shared',
      minShareCount: 3,
      priority: 1,
      test: /\/src\/(web|core|contract)\/|\/node_modules\/(@react-aria|react-aria|react-stately|@react-stately|@internationalized)\//,
    },
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
