import { ALWAYS } from '@hiraeth/core/account';

/** Spans of time that a cost is asked for. */
export const PERIODS = [
  { value: 'all', label: 'all so far' },
  { value: '12', label: 'last 12 months' },
  { value: '3', label: 'last 3 months' },
  { value: 'month', label: 'this month' },
  { value: 'month-1', label: 'last month' },
  { value: 'year', label: 'this year' },
  { value: 'year-1', label: 'last year' },
] as const;
export type PeriodKey = (typeof PERIODS)[number]['value'];

/** From and to, UTC: so many months back to the same day, or a calendar month or year so far or whole. */
export function spanOf(period: PeriodKey, at: string): readonly [from: string, to: string] {
  const date = new Date(at);
  const [year, month, day] = [date.getUTCFullYear(), date.getUTCMonth(), date.getUTCDate()];
  const first = (y: number, m: number, d = 1): string => new Date(Date.UTC(y, m, d)).toISOString();
  switch (period) {
    case 'all':
      return [ALWAYS, at];
    case '12':
    case '3':
      return [first(year, month - Number(period), day), at];
    case 'month':
      return [first(year, month), at];
    case 'month-1':
      return [first(year, month - 1), first(year, month)];
    case 'year':
      return [first(year, 0), at];
    case 'year-1':
      return [first(year - 1, 0), first(year, 0)];
  }
}
