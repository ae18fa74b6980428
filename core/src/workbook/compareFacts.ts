type Dated = { readonly at: string; readonly recorded: string; readonly id: string };

/**
 * The one order in which facts are folded: by the time they happened, then recorded, then by id. It does not depend on the
 * order in which facts arrive.
 *
 * @returns negative when a comes first, positive when b does, 0 only for the same fact
 * @example compareFacts({ at: 'a', recorded: 'x', id: '1' }, { at: 'b', recorded: 'x', id: '0' }) // -1
 */
export function compareFacts(a: Dated, b: Dated): number {
  if (a.at !== b.at) return a.at < b.at ? -1 : 1;
  if (a.recorded !== b.recorded) return a.recorded < b.recorded ? -1 : 1;
  return a.id < b.id ? -1 : a.id > b.id ? 1 : 0;
}
