/**
 * A list that only grows: a handle on the first `length` items of an array that later handles share. An old handle never
 * sees what was appended after it, and appending costs the same however long the list is.
 */
export interface Log<T> {
  readonly items: readonly T[];
  readonly length: number;
}

export const emptyLog = <T>(): Log<T> => ({ items: [], length: 0 });

/** A list of which only the length is at hand: what is appended comes after it. */
export const lengthAlone = <T>(length: number): Log<T> => ({ items: new Array<T>(length), length });

/** The list with one more item; the old handle stays as it was. */
export function append<T>(log: Log<T>, item: T): Log<T> {
  // Somebody else appended after this handle was taken: their items are not ours.
  const items = log.items.length === log.length ? (log.items as T[]) : log.items.slice(0, log.length);
  items.push(item);
  return { items, length: log.length + 1 };
}

/** The items of this handle alone, as far as they are at hand. */
export function listOf<T>(log: Log<T>): readonly T[] {
  const items = log.items.length === log.length ? log.items : log.items.slice(0, log.length);
  return log.length === 0 || 0 in items ? items : items.filter(() => true);
}
