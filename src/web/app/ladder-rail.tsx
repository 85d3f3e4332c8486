import { Link, NavLink } from 'react-router';
import { styled } from 'styled-components';
import { colour, frame, nameFace } from '../theme/tokens.ts';
import { STEPS } from './steps.ts';

/** The ladder at the left edge: the steps from bottom to top, the current rung in brass. */
export function LadderRail() {
  return (
    <Rail aria-label="Steps">
      <ol reversed>
        {[...STEPS].reverse().map((step) => (
          <li key={step.path}>
            <NavLink to={step.path} aria-keyshortcuts={step.key}>
              <span>{step.label}</span>
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
  position: sticky; top: 0; height: 100vh; width: ${frame.railPx}px; display: flex; flex-direction: column;
  justify-content: flex-end; background: ${colour.rail}; color: ${colour.railInk}; padding: 0;
  background-image: linear-gradient(90deg, transparent 12px, ${colour.railDeep} 12px 18px, transparent 18px calc(100% - 18px), ${colour.railDeep} calc(100% - 18px) calc(100% - 12px), transparent calc(100% - 12px));
  ol { list-style: none; margin: 0; padding: 0; }
  li a {
    display: flex; height: 92px; padding: 10px 0 0; justify-content: center; color: ${colour.railInk}; text-decoration: none;
    font-size: 14px; border-top: 5px solid ${colour.railDeep}; margin: 0 12px; text-align: center; line-height: 1.2;
  }
  li a:hover { border-top-color: ${colour.spruceMid}; }
  li a.active { border-top-color: ${colour.brass}; font-weight: 700; }
  @media (max-width: 760px) {
    width: 60px;
    li a { margin: 0 4px; font-size: 12.5px; height: 72px; }
  }
  @media print { display: none; }
`;
const Home = styled(Link)`
  display: block; text-align: center; font: 650 15px/1.15 ${nameFace}; color: ${colour.railBrass}; text-decoration: none;
  padding: 14px 0 16px; border-top: 5px solid ${colour.railDeep};
  &:hover { text-decoration: underline; }
  @media (max-width: 760px) { font-size: 13px; }
`;
