import { Link } from 'react-router';
import { createGlobalStyle, styled } from 'styled-components';
import type { Page as PaperPage } from '../../../core/page/drawing/drawing.ts';
import type { Region } from '../../../core/page/drawing/region.ts';
import { pathOfPlace } from '../../editor/song-links.ts';
import { Marks } from '../../painters/marks.tsx';
import { colour } from '../../theme/tokens.ts';

/** The pages as they will be printed; what stands on them leads to its place in the song. */
export function PageSheets({ pages, title }: { readonly pages: readonly PaperPage[]; readonly title: string }) {
  const [first] = pages;
  return (
    <section aria-label="The pages">
      {first !== undefined && <PrintSize $widthMm={first.widthMm} $heightMm={first.heightMm} />}
      {pages.map((page, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: pages have no other name than their number
        <Leaf key={index}>
          <Sheet
            data-paper
            viewBox={`0 0 ${page.widthMm} ${page.heightMm}`}
            role="img"
            aria-label={`Page ${index + 1} of the handout of ${title}`}
          >
            <Marks marks={page.marks} on="paper" />
          </Sheet>
          <nav data-sheet-places aria-label={`From page ${index + 1} into the song`}>
            {(page.regions ?? []).map((region, at) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a bar may stand on a page twice
              <RegionLink key={at} region={region} page={page} />
            ))}
          </nav>
        </Leaf>
      ))}
    </section>
  );
}

/** Bars are left to the pointer: a page has hundreds, and its sections lead to them. */
function RegionLink({ region, page }: { readonly region: Region; readonly page: PaperPage }) {
  const { xMm, yMm, widthMm, heightMm, place, label } = region;
  const share = (mm: number, of: number): string => `${(mm / of) * 100}%`;
  const isBar = place.step === 'map' && place.barId !== null;
  return (
    <Link
      to={pathOfPlace(place)}
      aria-label={`${label}: go there`}
      title={label}
      tabIndex={isBar ? -1 : undefined}
      style={{
        left: share(xMm, page.widthMm),
        top: share(yMm, page.heightMm),
        width: share(widthMm, page.widthMm),
        height: share(heightMm, page.heightMm),
      }}
    />
  );
}

const PrintSize = createGlobalStyle<{ readonly $widthMm: number; readonly $heightMm: number }>`
  @media print { @page { size: ${({ $widthMm }) => $widthMm}mm ${({ $heightMm }) => $heightMm}mm; margin: 0; } }
`;
const Leaf = styled.div`
  position: relative; width: min(100%, 820px);
  nav > a { position: absolute; border-radius: 3px; min-width: 24px; min-height: 24px; }
  nav > a:hover { background: color-mix(in srgb, ${colour.brass} 16%, transparent); }
  @media print { width: auto; nav { display: none; } }
`;
const Sheet = styled.svg`
  display: block; width: 100%; height: auto; background: white; border: 1px solid ${colour.hairline};
  @media print { width: 100vw; height: 100vh; border: 0; break-after: page; }
`;
