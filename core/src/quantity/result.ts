/** An expected failure is data: either the value, or a problem that `explain` can put into words. */
export type Result<T, P> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: P };

/** Wraps a value as a success. */
export const ok = <T>(value: T): { readonly ok: true; readonly value: T } => ({ ok: true, value });

/** Wraps a problem as a failure. */
export const fail = <P>(problem: P): { readonly ok: false; readonly problem: P } => ({ ok: false, problem });
