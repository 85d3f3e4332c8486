import { styled } from 'styled-components';

/** How far the sign font's sharp stands below where a text sharp belongs, in em. */
const SHARP_DROP_EM = 0.2;

/** Text in which every sharp is lifted to stand on the line: the sign font draws it for a staff, around the baseline. */
export function Signed({ text }: { readonly text: string }) {
  if (!text.includes('♯')) {
    return text;
  }
  // One element: in a grid or a row every piece would get a place of its own.
  return (
    <span>
      {splitAtSharps(text).map(({ piece, key }) =>
        piece.startsWith('♯') ? <Lifted key={key}>{piece}</Lifted> : piece,
      )}
    </span>
  );
}

/** The same for text in a picture. */
export function SignedInPicture({ text }: { readonly text: string }) {
  return splitAtSharps(text).map(({ piece, key, afterSharp }) =>
    piece.startsWith('♯') ? (
      <tspan key={key} dy={`${-SHARP_DROP_EM}em`}>
        {piece}
      </tspan>
    ) : (
      <tspan key={key} {...(afterSharp ? { dy: `${SHARP_DROP_EM}em` } : {})}>
        {piece}
      </tspan>
    ),
  );
}

function splitAtSharps(
  text: string,
): readonly { readonly piece: string; readonly key: string; readonly afterSharp: boolean }[] {
  return text
    .split(/(♯+)/)
    .map((piece, index, pieces) => ({
      piece,
      key: `${index} ${piece}`,
      afterSharp: index > 0 && (pieces[index - 1] ?? '').startsWith('♯'),
    }))
    .filter(({ piece }) => piece !== '');
}

const Lifted = styled.span`
  position: relative; top: -${SHARP_DROP_EM}em;
`;
