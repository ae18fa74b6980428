import type { Settings } from '../workbook';

/** Tax in an amount, or on top of it. */
export interface Tax {
  readonly percent: number;
  readonly on: 'in' | 'onTop';
  readonly minor: number;
}

/**
 * Tax of an amount that was reckoned from the workbook's prices.
 *
 * @param minor the amount, minor units
 * @returns null where the workbook does not say whether its prices hold tax, or at which rate
 * @example taxOf({ prices: "withTax", taxPercent: 20 }, 1200).minor // 200
 * @example taxOf({ prices: "withoutTax", taxPercent: 20 }, 1200).minor // 240
 */
export function taxOf(
  { prices, taxPercent }: Pick<Settings, 'prices' | 'taxPercent'>,
  minor: number,
): Tax | null {
  if (prices === undefined || !taxPercent) return null;
  return prices === 'withTax'
    ? { percent: taxPercent, on: 'in', minor: (minor * taxPercent) / (100 + taxPercent) }
    : { percent: taxPercent, on: 'onTop', minor: (minor * taxPercent) / 100 };
}
