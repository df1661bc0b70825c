/** What a caller must expect is a value; only bugs throw. */
export type Result<T, P> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: P };

export const success = <T>(value: T): { readonly ok: true; readonly value: T } => ({ ok: true, value });
export const failure = <P>(problem: P): { readonly ok: false; readonly problem: P } => ({
  ok: false,
  problem,
});
