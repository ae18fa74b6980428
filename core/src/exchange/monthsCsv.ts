import type { MonthCost } from '../cost';
import { csvText } from './csvText';

const minor = (amount: number | null): string | number => (amount === null ? '' : Number(amount.toFixed(2)));

/**
 * A printer's cost month by month, for a spreadsheet.
 *
 * @param months from `periodCost`
 * @param currency its code; amounts are in minor units of it, an unknown one is left empty
 */
export const monthsCsv = (months: readonly MonthCost[], currency: string): string =>
  csvText(
    [
      'from (UTC)',
      'to (UTC)',
      'prints',
      'area (dm2)',
      'ink drawn (ml)',
      ...['refilled', 'originals', 'saved', 'saved so far'].map(
        (name) => `${name} (${currency}, minor units)`,
      ),
    ],
    months.map((month) => [
      month.from,
      month.to,
      month.copies,
      Number(month.areaDm2.toFixed(2)),
      Number(month.drawnMl.toFixed(2)),
      minor(month.refillMinor),
      minor(month.originalMinor),
      minor(month.savedMinor),
      minor(month.savedSoFarMinor),
    ]),
  );
