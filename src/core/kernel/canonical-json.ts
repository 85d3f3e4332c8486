/**
 * A plain value as JSON with the keys of every object in alphabetical order, so that equal values give equal text
 * wherever they have been stored on the way.
 */
export function formatCanonicalJson(value: unknown): string {
  return JSON.stringify(value, (_, inner: unknown) =>
    typeof inner === 'object' && inner !== null && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : 1)))
      : inner,
  );
}
