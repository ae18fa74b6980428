/** How a table writes its days: year first, day first or month first. */
export type DateOrder = 'iso' | 'dmy' | 'mdy';

const IN_PARTS = /^\s*(\d{1,2})([./-])(\d{1,2})[./-]\d{2,4}/;
const MONTHS = 12;

/**
 * In which order a column of a table writes its days, by all of them together: a part above 12 is no month, and with full stops
 * the day comes first.
 *
 * @returns `sure` is false where every day could be read both ways: then the day is taken to come first
 */
export function dateOrder(dates: readonly string[]): { readonly order: DateOrder; readonly sure: boolean } {
  let found = false;
  for (const date of dates) {
    const parts = IN_PARTS.exec(date);
    if (!parts) continue;
    found = true;
    if (Number(parts[3]) > MONTHS) return { order: 'mdy', sure: true };
    if (Number(parts[1]) > MONTHS || parts[2] === '.') return { order: 'dmy', sure: true };
  }
  return { order: found ? 'dmy' : 'iso', sure: !found };
}
