import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { pagePlayer } from './scripts/page-player.mjs';

const SERVER = 'http://127.0.0.1:5186';

export default defineConfig({
  plugins: [react(), pagePlayer()],
  html: { cspNonce: '__CSP_NONCE__' },
  build: { outDir: 'dist/web', emptyOutDir: true, target: 'es2023', assetsInlineLimit: 0 },
  server: { host: '127.0.0.1', port: 5187, strictPort: true, proxy: { '/api': SERVER } },
});
