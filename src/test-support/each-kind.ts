/** One of each kind of a union: a kind that is missing does not compile. */
export type EachKind<T extends { readonly kind: string }> = {
  readonly [Kind in T['kind']]: T & { readonly kind: Kind };
};
