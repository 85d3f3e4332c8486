import { alignLists } from './align.ts';

/** A row of two texts laid side by side: a line of each, or null where only the other has one. */
export type SideBySideRow = { readonly left: string | null; readonly right: string | null; readonly isSame: boolean };

/** Two texts line by line, equal lines beside each other. */
export function layTextsSideBySide(left: string, right: string): readonly SideBySideRow[] {
  const [leftLines, rightLines] = [left.trimEnd().split('\n'), right.trimEnd().split('\n')];
  const matches = alignLists(leftLines, rightLines);
  const rows: SideBySideRow[] = [];
  let next = 0;
  rightLines.forEach((line, index) => {
    const match = matches[index] ?? null;
    for (; match !== null && next < match; next += 1) {
      rows.push({ left: leftLines[next] ?? null, right: null, isSame: false });
    }
    const beside = match === null ? null : (leftLines[match] ?? null);
    rows.push({ left: beside, right: line, isSame: beside === line });
    next = match === null ? next : match + 1;
  });
  return [...rows, ...leftLines.slice(next).map((line) => ({ left: line, right: null, isSame: false }))];
}
