/**
 * So many of a thing, as one says it.
 *
 * @param one what a single one is called
 * @param many what more of them are called; absent: with an s
 * @example howMany(1, 'entry', 'entries') // "1 entry"
 */
export const howMany = (count: number, one: string, many = `${one}s`): string =>
  `${count} ${count === 1 ? one : many}`;
