import { createGlobalStyle } from 'styled-components';
import { colour, nameFace, palettes, textFace } from './tokens.ts';

/** Page-wide defaults: paper, ink, faces, and a focus ring that is always seen. */
export const GlobalStyle = createGlobalStyle`
  :root { color-scheme: light; ${palettes.paper} }
  :root[data-look="stage"] { color-scheme: dark; ${palettes.stage} }
  @media (prefers-color-scheme: dark) { :root:not([data-look]) { color-scheme: dark; ${palettes.stage} } }
  *, *::before, *::after { box-sizing: border-box; }
  html { background: ${colour.paper}; color: ${colour.ink}; font: 400 15px/1.45 ${textFace}; }
  /* A stage is read from farther away, and its page is dark. */
  :root[data-look="stage"] { font-size: 17px; }
  :root[data-look="stage"] [data-paper] { filter: invert(.92) hue-rotate(180deg); }
  @media (prefers-color-scheme: dark) { :root:not([data-look]) [data-paper] { filter: invert(.92) hue-rotate(180deg); } }
  body { margin: 0; min-height: 100vh; }
  h1, h2, h3 { font-family: ${nameFace}; font-weight: 650; line-height: 1.2; margin: 0; }
  h1 { font-size: 26px; } h2 { font-size: 18px; } h3 { font-size: 15px; }
  p { margin: 0; }
  button, input, select, textarea { font: inherit; color: inherit; }
  a { color: ${colour.spruce}; }
  :focus-visible, [data-focus-visible] { outline: 3px solid ${colour.ring}; outline-offset: 2px; border-radius: 2px; }
  /* A finger needs 44 px, whatever a part of the screen says of a pointer. */
  @media (pointer: coarse) {
    button, [role="tab"], [role="option"], input:not([type="radio"], [type="checkbox"], [type="range"]), select, summary, textarea,
    label:has(input[type="radio"], input[type="checkbox"]), a[data-alone], nav:not([data-sheet-places]) a, header a, th > a, p > a:only-child:not([data-inline]), section > a, li > a:only-child, dd > a {
      min-height: 44px !important; min-width: 44px !important;
    }
    summary { align-content: center; }
    a[data-alone], main header a, th > a, p > a:only-child:not([data-inline]), section > a, li > a:only-child { display: inline-flex; align-items: center; }
  }
  @media (prefers-reduced-motion: reduce) { * { transition: none !important; animation: none !important; } }
  @media print {
    :root, :root[data-look="stage"], :root:not([data-look]) { color-scheme: light; ${palettes.paper} }
    html, body { background: white; min-height: 0; }
    [data-paper] { filter: none !important; }
    @page { margin: 0; }
  }
`;
