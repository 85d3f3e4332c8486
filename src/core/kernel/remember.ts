/** A bounded store of answers, owned by the caller; when it is full it is emptied. */
export type Memory<T> = { readonly known: Map<string, T>; readonly most: number };

/** A store that holds nothing yet. */
export function createMemory<T>(most: number): Memory<T> {
  return { known: new Map(), most };
}

/** The answer for a key, from memory or made now. */
export function remember<T>({ known, most }: Memory<T>, key: string, make: () => T): T {
  const before = known.get(key);
  if (before !== undefined) {
    return before;
  }
  if (known.size >= most) {
    known.clear();
  }
  const made = make();
  known.set(key, made);
  return made;
}

/** A bounded store of answers for two keys each, which are not put together: a long text is hashed once in its life. */
export type PairMemory<T> = { readonly known: Map<string, Map<string, T>>; readonly most: number; size: number };

/** A store for two keys that holds nothing yet. */
export function createPairMemory<T>(most: number): PairMemory<T> {
  return { known: new Map(), most, size: 0 };
}

/** The answer for two keys, from memory or made now. */
export function rememberPair<T>(memory: PairMemory<T>, first: string, second: string, make: () => T): T {
  const before = memory.known.get(first)?.get(second);
  if (before !== undefined) {
    return before;
  }
  if (memory.size >= memory.most) {
    memory.known.clear();
    memory.size = 0;
  }
  const made = make();
  const row = memory.known.get(first) ?? new Map<string, T>();
  memory.known.set(first, row.set(second, made));
  memory.size += 1;
  return made;
}

/** What was made of an object, kept as long as the object is, or made now: the same object gives the same answer. */
export function rememberOf<Of extends object, T>(known: WeakMap<Of, T>, of: Of, make: () => T): T {
  const before = known.get(of);
  if (before !== undefined) {
    return before;
  }
  const made = make();
  known.set(of, made);
  return made;
}
