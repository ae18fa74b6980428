export interface TimedMass {
  readonly atMs: number;
  readonly massG: number;
  readonly stable: boolean | null;
}

/** Still for this long is stable, for scales that do not say. */
const STILL_MS = 1200;

/**
 * Decides whether a stream of readings has come to rest: the scale says so, or all readings of the last 1.2 s lie within
 * two of its steps.
 *
 * @param readings oldest first
 * @param stepG the scale's resolution
 * @returns the settled mass, or null while it still moves
 * @example settle([{ atMs: 0, massG: 5, stable: null }, { atMs: 1300, massG: 5.01, stable: null }], 0.01) // 5.01
 */
export function settle(readings: readonly TimedMass[], stepG: number): number | null {
  const last = readings[readings.length - 1];
  if (!last || last.stable === false) return null;
  if (last.stable === true) return last.massG;
  // From the last reading that is old enough on: all of that time it must have stood still.
  const from = readings.findLastIndex((reading) => reading.atMs <= last.atMs - STILL_MS);
  if (from < 0) return null;
  const window = readings.slice(from);
  const masses = window.map((reading) => reading.massG);
  return Math.max(...masses) - Math.min(...masses) <= 2 * stepG + 1e-9 ? last.massG : null;
}
