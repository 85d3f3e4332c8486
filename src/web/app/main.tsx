import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { readLook, showLook } from '../theme/look.ts';
import { App } from './app.tsx';
import '../theme/fonts.css';

showLook(readLook());

const root = document.getElementById('root');
if (root !== null) {
  createRoot(root).render(
    <StrictMode>
      <App />
    </StrictMode>,
  );
}
