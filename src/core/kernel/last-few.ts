/** Answers to the few questions asked last, each known by the very objects it was about. */
export type LastFew<Value> = {
  /** The answer that was given for these objects, the same in order and number, or one made now. */
  readonly find: (about: readonly unknown[], make: () => Value) => Value;
};

/** Remembers so many answers; the one that was asked for longest ago is forgotten first. */
export function createLastFew<Value>(most: number): LastFew<Value> {
  let known: readonly { readonly about: readonly unknown[]; readonly value: Value }[] = [];
  return {
    find: (about, make) => {
      const at = known.findIndex((each) => isSame(each.about, about));
      const answer = known[at] ?? { about, value: make() };
      if (at !== 0) {
        known = [answer, ...known.filter((each) => each !== answer)].slice(0, most);
      }
      return answer.value;
    },
  };
}

/** Whether two lists hold the very same things in the same order. */
export function isSame(a: readonly unknown[], b: readonly unknown[]): boolean {
  return a === b || (a.length === b.length && a.every((each, index) => Object.is(each, b[index])));
}
