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
};

/** Only what stands in the file itself may be shown; nothing may run. */
const POLICY =
  "default-src 'none'; style-src 'unsafe-inline'; font-src data:; img-src data:; base-uri 'none'; form-action 'none'";

/** Widest screen in px on which the narrow sheet is shown: there the printed page's type would fall below 9 pt. */
const NARROW_PX = 760;

/** The file as text. */
export function toHandoutHtml({ title, pages, phone, words, fontStyle }: HandoutFile): string {
  const [first] = pages;
  const size = first === undefined ? '' : `@page{size:${first.widthMm}mm ${first.heightMm}mm;margin:0}`;
  return `<!DOCTYPE html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta http-equiv="Content-Security-Policy" content="${escapeMarkup(POLICY)}">
<title>${escapeMarkup(title)}</title>
<style>${fontStyle}
${size}
body{margin:0;background:#f7f1e3}
.words{position:absolute;width:1px;height:1px;overflow:hidden;clip-path:inset(50%)}
svg{display:block;width:100%;height:auto;background:#fff}
.sheets svg{max-width:900px;margin:16px auto;border:1px solid #dccfb6}
.phone{display:none}
@media screen and (max-width:${NARROW_PX}px){.sheets{display:none}.phone{display:block}}
@media print{body{background:#fff}.words{display:none}.sheets svg{max-width:none;margin:0;border:0;width:100vw;height:100vh;break-after:page}.sheets svg:last-child{break-after:auto}}
</style>
</head>
<body>
<main class="words">
${words.map(writePart).join('\n')}
</main>
<div class="sheets" aria-hidden="true">
${pages.map(paint).join('\n')}
</div>
<div class="phone" aria-hidden="true">
${phone.map(paint).join('\n')}
</div>
</body>
</html>
`;
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
