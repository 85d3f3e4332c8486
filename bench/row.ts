/** One measured operation beside its reference, in ms; `limitMs` where an issue names one. */
export type Row = {
  readonly name: string;
  readonly medianMs: number;
  readonly p95Ms: number;
  readonly reference: { readonly name: string; readonly medianMs: number } | null;
  readonly limitMs: number | null;
};

/** Median and 95th percentile of some times. */
export function summarise(timesMs: readonly number[]): { readonly medianMs: number; readonly p95Ms: number } {
  const sorted = [...timesMs].sort((a, b) => a - b);
  const at = (share: number): number => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0;
  return { medianMs: at(0.5), p95Ms: at(0.95) };
}

/** Rows as a Markdown table. */
export function formatRows(rows: readonly Row[]): string {
  const lines = rows.map(({ name, medianMs, p95Ms, reference, limitMs }) =>
    [
      name,
      medianMs.toFixed(2),
      p95Ms.toFixed(2),
      reference === null ? '–' : `${reference.name}: ${reference.medianMs.toFixed(2)}`,
      reference === null ? '–' : (reference.medianMs / medianMs).toFixed(1),
      limitMs === null ? '–' : String(limitMs),
    ].join(' | '),
  );
  return ['operation | median | p95 | reference | ratio | limit', '--- | ---: | ---: | --- | ---: | ---:', ...lines]
    .map((line) => `| ${line} |`)
    .join('\n');
}
