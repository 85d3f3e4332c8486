import { createGlobalStyle } from 'styled-components';
import { colour, nameFace, palettes, textFace } from './tokens.ts';

/** Page-wide defaults: paper, ink, faces, and a focus ring that is always seen. */
export const GlobalStyle = createGlobalStyle`
  :root { color-scheme: light; ${palettes.paper} }
  :root[data-look="stage"] { color-scheme: dark; ${palettes.stage} }
  @media (prefers-color-scheme: dark) { :root:not([data-look]) { color-scheme: dark; ${palettes.stage} } }
  *, *::before, *::after { box-sizing: border-box; }
  html { background: ${colour.paper}; color: ${colour.ink}; font: 400 15px/1.45 ${textFace}; }
  body { margin: 0; min-height: 100vh; }
  h1, h2, h3 { font-family: ${nameFace}; font-weight: 650; line-height: 1.2; margin: 0; }
  h1 { font-size: 26px; } h2 { font-size: 18px; } h3 { font-size: 15px; }
  p { margin: 0; }
  button, input, select, textarea { font: inherit; color: inherit; }
  a { color: ${colour.spruce}; }
  :focus-visible, [data-focus-visible] { outline: 3px solid ${colour.ring}; outline-offset: 2px; border-radius: 2px; }
  @media (pointer: coarse) {
    button, [role="button"], [role="tab"], [role="option"], input:not([type="radio"], [type="checkbox"], [type="range"]), select, summary, textarea { min-height: 44px; min-width: 44px; }
    main li > a, main p > a:only-child, main th > a, header > a, nav a { min-height: 44px; }
    label:has(> input) { min-height: 44px; }
  }
  @media (prefers-reduced-motion: reduce) { * { transition: none !important; animation: none !important; } }
  @media print {
    :root, :root[data-look="stage"], :root:not([data-look]) { color-scheme: light; ${palettes.paper} }
    html, body { background: white; min-height: 0; }
    @page { margin: 0; }
  }
`;
