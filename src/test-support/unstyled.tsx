import type { ReactNode } from 'react';
import { StyleSheetManager } from 'styled-components';

/** Where styles of unit tests go: no page has it. */
const nowhere = document.createElement('div');

/** A screen without its styles: how it looks is for the browser to say, and its rules would be gone through for every name that is asked. */
export function Unstyled({ children }: { readonly children: ReactNode }) {
  return <StyleSheetManager target={nowhere}>{children}</StyleSheetManager>;
}
