/** The outcome of work that can fail for a reason the caller should handle: a value, or an error that is data. */
export type Result<T, E> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly error: E };

/** Wraps a value as a success. */
export const ok = <T>(value: T): { readonly ok: true; readonly value: T } => ({ ok: true, value });

/** Wraps a reason as a failure. */
export const err = <E>(error: E): { readonly ok: false; readonly error: E } => ({ ok: false, error });
