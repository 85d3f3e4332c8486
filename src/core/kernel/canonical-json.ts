/** A value as JSON with the keys of every object sorted: equal values give equal texts, whatever order they were built in. */
export function toCanonicalJson(value: unknown): string {
  return JSON.stringify(value, (_key, inner: unknown) =>
    typeof inner === 'object' && inner !== null && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : 1)))
      : inner,
  );
}

/** Whether two values have one canonical JSON; what is not there counts as null. */
export function isSameJson(a: unknown, b: unknown): boolean {
  return toCanonicalJson(a ?? null) === toCanonicalJson(b ?? null);
}
