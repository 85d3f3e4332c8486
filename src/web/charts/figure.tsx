import { type ReactNode, useSyncExternalStore } from 'react';
import { styled } from 'styled-components';
import { colour } from '../theme/tokens.ts';

/** The table of a figure, for those who read rather than look. */
export type FigureTable = {
  readonly head: readonly string[];
  readonly rows: readonly (readonly string[])[];
};

/** A drawn figure with its title and its table. */
export function Figure(props: { readonly title: string; readonly table: FigureTable; readonly children: ReactNode }) {
  const { title, table, children } = props;
  return (
    <Frame>
      <figcaption>{title}</figcaption>
      <div aria-hidden="true">{children}</div>
      <details>
        <summary>As a table</summary>
        <table>
          <thead>
            <tr>
              {table.head.map((text) => (
                <th scope="col" key={text}>
                  {text}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {table.rows.map((row) => (
              <tr key={row[0]}>
                {row.map((text, at) =>
                  at === 0 ? (
                    <th scope="row" key={table.head[at]}>
                      {text}
                    </th>
                  ) : (
                    <td key={table.head[at]}>{text}</td>
                  ),
                )}
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </Frame>
  );
}

/** The width that a figure can have, in px: at most so much, and no wider than the window. */
export function useFigureWidth(mostPx: number): number {
  const windowPx = useSyncExternalStore(
    (listener) => {
      window.addEventListener('resize', listener);
      return () => window.removeEventListener('resize', listener);
    },
    () => window.innerWidth,
  );
  return Math.min(mostPx, windowPx - ROOM_PX);
}

const ROOM_PX = 56;

const Frame = styled.figure`
  margin: 0; padding: 12px 0; display: grid; gap: 6px; overflow-x: auto; font-size: 13px;
  figcaption { font-size: 14px; color: ${colour.quiet}; }
  summary { cursor: pointer; min-height: 28px; color: ${colour.quiet}; width: fit-content; }
  table { border-collapse: collapse; font-size: 14px; }
  th, td { text-align: left; padding: 3px 14px 3px 0; border-bottom: 1px solid ${colour.hairline}; font-weight: 400; }
  text { fill: ${colour.quiet}; font-size: 12px; }
  * { outline: none; }
`;
