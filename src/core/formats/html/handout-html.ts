/*
 * A handout as one file that opens anywhere: the pages as pictures whose text is text, the same laid out for the width of a phone, and
 * all its words for screen readers, which the pictures are hidden from. It asks for nothing from outside, and its own policy forbids it to.
 */
import type { Page } from '../../page/drawing/drawing.ts';
import type { SpokenPart } from '../../page/handout/handout-spoken.ts';
import { escapeMarkup } from '../markup-text.ts';
import { toSvg } from '../svg/svg-page.ts';

/** What goes into the file; `fontStyle` is a style sheet with fonts as data, or empty. */
export type HandoutFile = {
  readonly title: string;
  readonly pages: readonly Page[];
  readonly phone: readonly Page[];
  readonly words: readonly SpokenPart[];
  readonly fontStyle: string;
  /** What plays the song in the page; null: a page without sound. */
  readonly player: PagePlayer | null;
};

/** A play-along: its script with the hash that allows it, and the song and the sounds as JSON. */
export type PagePlayer = {
  readonly script: string;
  readonly hash: string;
  readonly song: string;
  readonly sounds: string;
};

/** Only what stands in the file itself may be shown; nothing may run but the play-along, where there is one: that script and no other. */
const POLICY =
  "default-src 'none'; style-src 'unsafe-inline'; font-src data:; img-src data:; base-uri 'none'; form-action 'none'";

/** Widest screen in px on which the narrow sheet is shown: there the printed page's type would fall below 9 pt. */
const NARROW_PX = 760;

/** The file as text. */
export function toHandoutHtml({ title, pages, phone, words, fontStyle, player }: HandoutFile): string {
  const policy = player === null ? POLICY : `${POLICY}; script-src '${player.hash}'`;
  const [first] = pages;
  const size = first === undefined ? '' : `@page{size:${first.widthMm}mm ${first.heightMm}mm;margin:0}`;
  return `<!DOCTYPE html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta http-equiv="Content-Security-Policy" content="${escapeMarkup(policy)}">
<title>${escapeMarkup(title)}</title>
<style>${fontStyle}
${size}
body{margin:0;background:#f7f1e3}
.words{position:absolute;width:1px;height:1px;overflow:hidden;clip-path:inset(50%)}
svg{display:block;width:100%;height:auto;background:#fff}
.sheets svg{max-width:900px;margin:16px auto;border:1px solid #dccfb6}
.phone{display:none}
@media screen and (max-width:${NARROW_PX}px){.sheets{display:none}.phone{display:block}}
${player === null ? '' : PLAYER_STYLE}@media print{body{background:#fff}.words{display:none}.sheets svg{max-width:none;margin:0;border:0;width:100vw;height:100vh;break-after:page}.sheets svg:last-child{break-after:auto}}
</style>
</head>
<body>
${player === null ? '' : '<section id="play" aria-label="Play along"></section>\n'}<main class="words">
${words.map(writePart).join('\n')}
</main>
<div class="sheets" aria-hidden="true">
${pages.map(paint).join('\n')}
</div>
<div class="phone" aria-hidden="true">
${phone.map(paint).join('\n')}
</div>${player === null ? '' : playerMarkup(player)}
</body>
</html>
`;
}

/** Large enough to be read from a stand; it stays in sight, and is not printed. */
const PLAYER_STYLE = `#play{position:sticky;top:0;z-index:1;background:#101816;color:#f0e8d6;padding:10px 16px;font:18px/1.4 'Atkinson',sans-serif}
#play h2{font-size:16px;margin:0 0 4px}
#play .stage{display:flex;flex-wrap:wrap;gap:4px 24px;align-items:baseline;min-height:64px}
#play .now{font:600 48px/1.2 'Fraunces',serif;min-width:3ch}
#play .bar{display:flex;flex-wrap:wrap;gap:8px;margin-top:6px}
#play button{font:inherit;min-height:44px;padding:4px 16px;background:transparent;color:inherit;border:1px solid #6b9587;border-radius:4px}
#play label{display:flex;gap:6px;align-items:center;min-height:44px}
@media print{#play{display:none}}
`;

/** Data that cannot end its own element. */
function asData(json: string): string {
  return json.replaceAll('<', '\\u003c');
}

function playerMarkup({ script, song, sounds }: PagePlayer): string {
  return `
<script type="application/json" id="song">${asData(song)}</script>
<script type="application/json" id="sounds">${asData(sounds)}</script>
<script>${script}</script>`;
}

function paint(page: Page): string {
  return toSvg(page, { title: '', description: '', style: '', isHidden: true });
}

function writePart({ heading, paragraphs }: SpokenPart, index: number): string {
  const level = index === 0 ? 'h1' : 'h2';
  return [
    `<${level}>${escapeMarkup(heading)}</${level}>`,
    ...paragraphs.map((text) => `<p>${escapeMarkup(text)}</p>`),
  ].join('\n');
}
