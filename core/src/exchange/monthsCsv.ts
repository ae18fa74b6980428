import type { MonthCost } from '../cost';
import { minorPerMajor } from '../quantity';
import { csvText } from './csvText';

/**
 * A printer's cost month by month, for a spreadsheet.
 *
 * @param months from `periodCost`
 * @param currency its code; an unknown amount is left empty
 */
export function monthsCsv(months: readonly MonthCost[], currency: string): string {
  const each = minorPerMajor(currency);
  const amount = (minor: number | null): string | number =>
    minor === null ? '' : Number((minor / each).toFixed(4));
  return csvText(
    [
      'from (UTC)',
      'to (UTC)',
      'prints',
      'prints of unknown ink',
      'area (dm2)',
      'ink drawn (ml)',
      ...['refilled', 'originals', 'saved', 'saved so far'].map((name) => `${name} (${currency})`),
    ],
    months.map((month) => [
      month.from,
      month.to,
      month.copies,
      month.uncountedCopies,
      Number(month.areaDm2.toFixed(2)),
      Number(month.drawnMl.toFixed(2)),
      amount(month.refillMinor),
      amount(month.originalMinor),
      amount(month.savedMinor),
      amount(month.savedSoFarMinor),
    ]),
  );
}
