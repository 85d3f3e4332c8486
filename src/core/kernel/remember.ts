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
