import { MONTH_DAYS } from '../time';
import type { HowFar } from '../plan';

/** How far the ink goes, in a sentence. */
export function howFarWords({ days, sheets, dm2 }: HowFar): string {
  if (sheets === 0) return 'No sheet of the usual mix is safe.';
  const safe = `${(dm2 / 100).toFixed(dm2 < 1000 ? 1 : 0)}\u00a0m² of the usual mix are safe`;
  return days === null
    ? `${sheets} standard ${sheets === 1 ? 'sheet' : 'sheets'} or ${safe}.`
    : `At the usual rhythm it lasts about ${lengthWords(days)}; ${safe}.`;
}

/** A length of time as one says it. */
function lengthWords(days: number): string {
  const of = (n: number, unit: string): string => `${n} ${unit}${n === 1 ? '' : 's'}`;
  if (days < 21) return of(Math.round(days), 'day');
  if (days < 120) return of(Math.round(days / 7), 'week');
  if (days < 1000) return of(Math.round(days / MONTH_DAYS), 'month');
  return 'years';
}
