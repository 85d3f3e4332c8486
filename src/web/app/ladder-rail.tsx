import { Link, NavLink, useLocation } from 'react-router';
import { styled } from 'styled-components';
import { colour, frame, nameFace } from '../theme/tokens.ts';
import { STEPS, stepAfter, stepAt } from './steps.ts';

/**
 * The ladder at the left edge: the steps from bottom to top, numbered, the current rung in brass and the next one hinted. The rungs share the
 * height there is; on a narrow screen they lie side by side along the lower edge.
 */
export function LadderRail() {
  const current = stepAt(useLocation().pathname);
  const next = current === null ? null : stepAfter(current);
  return (
    <Rail aria-label="Steps">
      <ol>
        {STEPS.map((step) => (
          <li key={step.path}>
            <NavLink to={step.path} aria-keyshortcuts={step.key} data-next={step === next || undefined}>
              <b aria-hidden="true">{step.key}</b>
              <span>{step.label}</span>
              {step === next && <small aria-hidden="true">next</small>}
            </NavLink>
          </li>
        ))}
      </ol>
      <Home to="/" aria-label="Golden Ladder: all songs" aria-keyshortcuts="0">
        Golden
        <br />
        Ladder
      </Home>
    </Rail>
  );
}

const Rail = styled.nav`
  position: sticky; top: 0; height: 100vh; height: 100dvh; width: ${frame.railPx}px; display: flex; flex-direction: column;
  background: ${colour.rail}; color: ${colour.railInk}; z-index: 3; overflow: hidden;
  background-image: linear-gradient(90deg, transparent 12px, ${colour.railDeep} 12px 18px, transparent 18px calc(100% - 18px), ${colour.railDeep} calc(100% - 18px) calc(100% - 12px), transparent calc(100% - 12px));
  ol { list-style: none; margin: 0; padding: 0; flex: 1; min-height: 0; display: flex; flex-direction: column-reverse; justify-content: flex-start; }
  li { flex: 0 1 92px; min-height: 44px; }
  li a {
    height: 100%; display: grid; grid-template-columns: auto auto; gap: 0 5px; align-content: center; justify-content: center; align-items: baseline;
    color: ${colour.railInk}; text-decoration: none; font-size: 14px; border-top: 5px solid ${colour.railDeep}; margin: 0 12px; line-height: 1.15;
  }
  li b { font: 600 12px/1 ${nameFace}; color: ${colour.railBrass}; }
  li small { grid-column: 1 / -1; justify-self: center; font-size: 11.5px; line-height: 1.1; color: ${colour.railBrass}; }
  li a:hover { border-top-color: ${colour.spruceMid}; }
  li a.active { border-top-color: ${colour.brass}; font-weight: 700; }
  a[data-next] { border-top-style: dashed; border-top-color: ${colour.brass}; }
  a:focus-visible { outline-color: ${colour.railBrass}; outline-offset: -3px; }
  @media (max-height: 620px) { li small { display: none; } }
  @media (max-width: 760px) {
    position: fixed; top: auto; bottom: 0; left: 0; right: 0; width: 100%; height: 52px; flex-direction: row; background-image: none;
    border-top: 2px solid ${colour.railDeep}; padding-bottom: env(safe-area-inset-bottom);
    ol { flex-direction: row; justify-content: stretch; }
    li { flex: 1 1 0; min-width: 0; height: 100%; }
    li a { margin: 0; gap: 0; grid-template-columns: minmax(0, 1fr); justify-items: center; text-align: center; font-size: 11.5px; line-height: 1.05; border-top-width: 4px; }
    li small { display: none; }
  }
  @media print { display: none; }
`;
const Home = styled(Link)`
  display: grid; align-content: center; flex: 0 0 auto; min-height: 44px; text-align: center; font: 650 15px/1.15 ${nameFace}; color: ${colour.railBrass};
  text-decoration: none; padding: 8px 0; border-top: 5px solid ${colour.railDeep};
  &:hover { text-decoration: underline; }
  @media (max-height: 430px) { min-height: 0; padding: 3px 0; font-size: 12px; border-top-width: 2px; br { display: none; } }
  @media (max-width: 760px) { display: none; }
`;
