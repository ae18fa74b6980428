/** Where a ml of ink ended. */
export const CAUSES = [
  'printed',
  'cleaned',
  'change',
  'switched',
  'idle',
  'notLogged',
  'primed',
  'drawnOut',
  'spilt',
  'binned',
  'flushed',
  'leaked',
  'unexplained',
] as const;
export type Cause = (typeof CAUSES)[number];

/** Causes by which the printer drew ink. */
export const DRAWN: ReadonlySet<Cause> = new Set([
  'printed',
  'cleaned',
  'change',
  'switched',
  'idle',
  'notLogged',
]);
