/** The colours, faces and measures of the product. Brass marks "this one" and nothing else; rosewood warns. */
export const colour = {
  paper: '#f7f1e3',
  sheet: '#fffcf4',
  ink: '#23201b',
  quiet: '#625a4c',
  hairline: '#dccfb6',
  spruce: '#1e4a41',
  spruceDeep: '#163a33',
  spruceMid: '#7fa698',
  spruceSoft: '#dfe9e2',
  brass: '#b8841f',
  brassText: '#76510a',
  brassSoft: '#f3e3ba',
  rosewood: '#8c3a2b',
  neck: '#5a3d2b',
  wire: '#d7c28e',
} as const;

/** Names of chords, keys and sections. */
export const nameFace = "'Signs', 'Fraunces', Georgia, serif";
/** Everything else. */
export const textFace = "'Signs', 'Atkinson', system-ui, sans-serif";
/** The text chart, whose columns should line up. */
export const chartFace = "'Signs', ui-monospace, 'DejaVu Sans Mono', Menlo, Consolas, monospace";

/** Widths in px that the frame keeps free. */
export const frame = { railPx: 92, stripPx: 58, asidePx: 296 } as const;
