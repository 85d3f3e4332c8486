import { Label, ProgressBar } from 'react-aria-components';
import { styled } from 'styled-components';
import { colour } from '../theme/tokens.ts';

/** How far a long work is, from 0 to 1. */
export function Progress({ label, share }: { readonly label: string; readonly share: number }) {
  return (
    <Frame value={Math.round(share * 100)}>
      {({ percentage, valueText }) => (
        <>
          <Label>{label}</Label>
          <span>{valueText}</span>
          <Track>
            <Fill $percent={percentage ?? 0} />
          </Track>
        </>
      )}
    </Frame>
  );
}

const Frame = styled(ProgressBar)`
  display: grid; grid-template-columns: 1fr auto; gap: 2px 12px; font-size: 14px; width: 100%;
`;
const Track = styled.div`
  grid-column: 1 / -1; height: 6px; background: ${colour.hairline}; border-radius: 3px; overflow: hidden;
`;
const Fill = styled.div.attrs<{ readonly $percent: number }>(({ $percent }) => ({ style: { width: `${$percent}%` } }))`
  height: 100%; background: ${colour.spruce};
`;
