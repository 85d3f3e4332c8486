import type { Plugin } from 'vite';

export function pagePlayer(): Plugin;
