type Dated = { readonly at: string; readonly id: string };

/**
 * The one order in which facts are folded: by the time they happened, then by id, which tells what was known when it
 * was said. It does not depend on the order in which facts arrive, nor on what a clock said of the recording.
 *
 * @returns negative when a comes first, positive when b does, 0 only for the same fact
 * @example compareFacts({ at: 'a', id: '1' }, { at: 'b', id: '0' }) // -1
 */
export function compareFacts(a: Dated, b: Dated): number {
  if (a.at !== b.at) return a.at < b.at ? -1 : 1;
  return a.id < b.id ? -1 : a.id > b.id ? 1 : 0;
}
