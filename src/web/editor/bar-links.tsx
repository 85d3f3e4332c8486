import { useMemo } from 'react';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { listPlayedBars } from '../../core/song/played/played-bars.ts';
import { Signed } from '../ui/signed.tsx';
import { pathOfPlace } from './song-links.ts';
import { useDocument } from './use-song.tsx';

/** A sentence in which every bar that is quoted ("bar 23") leads to that bar on the Map. */
export function BarLinked({ text }: { readonly text: string }) {
  const document = useDocument();
  const bars = useMemo(
    () => new Map(listPlayedBars(document).map(({ number, section, bar }) => [number, { section, bar }])),
    [document],
  );
  const pieces = text.split(/(\b[Bb]ar \d+\b)/);
  return pieces.map((piece, index) => {
    const quoted = index % 2 === 1 ? bars.get(Number(piece.slice('bar '.length))) : undefined;
    const key = `${index} ${piece}`;
    return quoted === undefined ? (
      <Signed key={key} text={piece} />
    ) : (
      <BarLink
        key={key}
        data-inline
        to={pathOfPlace({ step: 'map', sectionId: quoted.section.id, barId: quoted.bar.id })}
      >
        {piece}
      </BarLink>
    );
  });
}

const BarLink = styled(Link)`
  display: inline-block; min-height: 24px; line-height: 24px;
`;
