/**
 * Whether two plain values (numbers, strings, booleans, null, lists, objects) have the same content.
 * A property that is missing equals one that is undefined.
 */
export function isEqual(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) {
    return true;
  }
  if (Array.isArray(a) || Array.isArray(b)) {
    return (
      Array.isArray(a) && Array.isArray(b) && a.length === b.length && a.every((item, index) => isEqual(item, b[index]))
    );
  }
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) {
    return false;
  }
  const left = a as Readonly<Record<string, unknown>>;
  const right = b as Readonly<Record<string, unknown>>;
  return (
    Object.keys(left).every((key) => isEqual(left[key], right[key])) &&
    Object.keys(right).every((key) => key in left || right[key] === undefined)
  );
}
