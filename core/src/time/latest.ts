/**
 * The latest of some instants.
 *
 * @param instants UTC; what is missing does not count
 * @returns null when there is none
 * @example latest(['2026-03-02T09:00:00.000Z', null, '2026-03-05T09:00:00.000Z']) // "2026-03-05T09:00:00.000Z"
 */
export function latest(instants: readonly (string | null | undefined)[]): string | null {
  let last: string | null = null;
  for (const at of instants) if (at && (last === null || at > last)) last = at;
  return last;
}
