/** What each colour is for. Brass marks "this one" and nothing else; rosewood warns. */
type Palette = Readonly<Record<keyof typeof PAPER, string>>;

/** Warm paper and ink. */
const PAPER = {
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
  rail: '#1e4a41',
  railDeep: '#163a33',
  railInk: '#fffcf4',
  railBrass: '#f3e3ba',
  ring: '#8a5f0e',
} as const;

/** The same on a dark stage: ink and paper change places on a near-black green, brass stays. */
const STAGE: Palette = {
  paper: '#101816',
  sheet: '#17211e',
  ink: '#f0e8d6',
  quiet: '#b9af9c',
  hairline: '#34443e',
  spruce: '#9fd0bf',
  spruceDeep: '#c4e4d8',
  spruceMid: '#6b9587',
  spruceSoft: '#203530',
  brass: '#d9a441',
  brassText: '#e7bf6a',
  brassSoft: '#3a2f14',
  rosewood: '#eda394',
  neck: '#6b4a38',
  wire: '#d7c28e',
  rail: '#0a110f',
  railDeep: '#1c2b27',
  railInk: '#f0e8d6',
  railBrass: '#e7bf6a',
  ring: '#e7bf6a',
};

function declare(palette: Palette): string {
  return Object.entries(palette)
    .map(([name, value]) => `--${name}: ${value};`)
    .join(' ');
}

/** The declarations of both palettes, for the global style. */
export const palettes = { paper: declare(PAPER), stage: declare(STAGE) } as const;

const variableOf = (name: string): string => `var(--${name})`;

/** The colours by their purpose, as they are in the current look. */
export const colour = Object.fromEntries(Object.keys(PAPER).map((name) => [name, variableOf(name)])) as Palette;

/** Names of chords, keys and sections. */
export const nameFace = "'Signs', 'Fraunces', Georgia, serif";
/** Everything else. */
export const textFace = "'Signs', 'Atkinson', system-ui, sans-serif";
/** The text chart, whose columns should line up. */
export const chartFace = "'Signs', ui-monospace, 'DejaVu Sans Mono', Menlo, Consolas, monospace";

/** Widths in px that the frame keeps free. */
export const frame = { railPx: 92, stripPx: 58, asidePx: 296 } as const;
