import { invariant } from './invariant.ts';

/** The item at a zero-based index that must exist. */
export function itemAt<T>(items: readonly T[], index: number): T {
  const item = items[index];
  invariant(index >= 0 && index < items.length, `no item ${index} in a list of ${items.length}`);
  return item as T;
}

/** The sum of a number taken from each item. */
export function sumOf<T>(items: readonly T[], toNumber: (item: T) => number): number {
  return items.reduce((total, item) => total + toNumber(item), 0);
}

/** The whole numbers from `from` up to but not including `until`. */
export function range(from: number, until: number): readonly number[] {
  return Array.from({ length: Math.max(0, until - from) }, (_, offset) => from + offset);
}

/** The first of each group of items that share a key, in order of first appearance. */
export function uniqueBy<T>(items: readonly T[], toKey: (item: T) => string): readonly T[] {
  const seen = new Map<string, T>();
  for (const item of items) {
    const key = toKey(item);
    if (!seen.has(key)) {
      seen.set(key, item);
    }
  }
  return [...seen.values()];
}

/** Items by their keys, in their order; the keys in the order in which they come first. */
export function groupBy<K, T>(items: readonly T[], toKey: (item: T) => K): ReadonlyMap<K, readonly T[]> {
  const groups = new Map<K, T[]>();
  for (const item of items) {
    const key = toKey(item);
    const group = groups.get(key);
    if (group === undefined) {
      groups.set(key, [item]);
    } else {
      group.push(item);
    }
  }
  return groups;
}

/** The greatest whole number that divides two whole numbers; the other one where one is 0. */
export function greatestCommonDivisor(a: number, b: number): number {
  return b === 0 ? a : greatestCommonDivisor(b, a % b);
}
