import { formatMoney, minorPerMajor } from './formatMoney';

/**
 * Money as far as it is known: rounded to the place of the first digit of its interval, whole units from one unit on.
 *
 * @param minor amount in minor units
 * @param half half width of its interval in minor units; 0: it is known to the last
 * @param currency ISO 4217 code
 * @example formatMoneyAbout(171843, 4400, 'GBP') // "£1,720"
 * @example formatMoneyAbout(171843, 30, 'GBP') // "£1,718.40"
 */
export function formatMoneyAbout(minor: number, half: number, currency: string): string {
  const step = half >= 1 ? 10 ** Math.floor(Math.log10(half)) : 1;
  return formatMoney(
    Math.round(minor / step) * step,
    currency,
    step >= minorPerMajor(currency) ? { decimals: 0 } : {},
  );
}
