import { styled } from 'styled-components';
import type { SetupEffort } from '../../../core/arrange/setup/setup-plan.ts';
import { colour } from '../../theme/tokens.ts';

/** What an effort is made of, and how it is drawn. */
export const EFFORT_PARTS = [
  { name: 'holding', of: 'hold', fill: colour.spruce },
  { name: 'changing', of: 'change', fill: colour.spruceMid },
  { name: 'learning what is rare or new', of: 'learn', fill: colour.quiet },
  { name: 'the capo itself, and fills it loses', of: 'setup', fill: colour.wire },
] as const;

/** An effort as a bar taken apart, with its figure beside it; `most` fills the whole width. */
export function EffortBar(props: {
  readonly effort: SetupEffort;
  readonly most: number;
  /** Whether it stands back behind the others. */
  readonly isPale?: boolean;
}) {
  const { effort, most, isPale = false } = props;
  let start = 0;
  const segments = EFFORT_PARTS.map(({ of, fill }) => {
    const x = start;
    start += effort[of];
    return { of, fill, x: (x / most) * 100, width: (effort[of] / most) * 100 };
  });
  return (
    <Frame>
      <Track viewBox="0 0 100 8" preserveAspectRatio="none" aria-hidden="true" opacity={isPale ? 0.5 : 1}>
        <rect width={100} height={8} fill={colour.hairline} opacity={0.6} />
        {segments.map(({ of, fill, x, width }) => (
          <rect key={of} x={x} y={0} width={width} height={8} fill={fill} />
        ))}
      </Track>
      <span>{effort.total.toFixed(1)}</span>
    </Frame>
  );
}

/** What the colours of the bars mean. */
export function EffortLegend() {
  return (
    <Legend>
      <span>Effort, in easy fingers:</span>
      {EFFORT_PARTS.map((part) => (
        <span key={part.of}>
          <svg width="12" height="12" aria-hidden="true">
            <rect width="12" height="12" rx="2" fill={part.fill} />
          </svg>{' '}
          {part.name}
        </span>
      ))}
    </Legend>
  );
}

const Frame = styled.span`
  display: flex; align-items: center; gap: 8px; font-size: 13px; font-weight: 650; font-variant-numeric: tabular-nums;
`;
const Track = styled.svg`
  width: 120px; height: 8px; flex: none;
`;
const Legend = styled.p`
  display: flex; flex-wrap: wrap; gap: 4px 18px; font-size: 13px; color: ${colour.quiet}; padding: 10px 0 0 8px;
`;
