const digitsOf = new Map<string, number>();

/** Minor units in one major unit: 100 for the pound, 1 for the yen. */
export function minorPerMajor(currency: string): number {
  let digits = digitsOf.get(currency);
  if (digits === undefined) {
    digits =
      new Intl.NumberFormat('en', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ??
      2;
    digitsOf.set(currency, digits);
  }
  return 10 ** digits;
}

/**
 * How all numbers of the page are written, whatever the browser's language: its words are English, and a point that is a
 * decimal in one figure must not part thousands in the next.
 */
export const PAGE_LOCALE = 'en-GB';

/**
 * Money in minor units as text, as the page's other numbers are written.
 *
 * @param minor amount in minor units (pence, cents); need not be whole when it is a price per ml
 * @param currency ISO 4217 code
 * @param options more decimals than the currency has, for small prices
 * @example formatMoney(4750, 'GBP') // "£47.50"
 * @example formatMoney(18.4, 'GBP', { decimals: 3 }) // "£0.184"
 */
export function formatMoney(minor: number, currency: string, options: { decimals?: number } = {}): string {
  const digits = options.decimals ?? Math.log10(minorPerMajor(currency));
  return formatOf(currency, Math.round(digits)).format(minor / minorPerMajor(currency));
}

/** Making one takes far longer than using it. */
const formats = new Map<string, Intl.NumberFormat>();

function formatOf(currency: string, digits: number): Intl.NumberFormat {
  const key = `${currency} ${digits}`;
  let format = formats.get(key);
  if (!format) {
    format = new Intl.NumberFormat(PAGE_LOCALE, {
      style: 'currency',
      currency,
      minimumFractionDigits: digits,
      maximumFractionDigits: digits,
    });
    formats.set(key, format);
  }
  return format;
}
