import { minorPerMajor } from './formatMoney';
import { parseQuantity, type QuantityProblem } from './parseQuantity';
import { fail, ok, type Result } from './result';

export type MoneyProblem = QuantityProblem | { readonly code: 'negativeMoney'; readonly text: string };

/**
 * Reads an amount of money into whole minor units.
 *
 * @param text such as `47.50`, `47,50` or `£47.50`; a currency sign or code is passed over
 * @param currency ISO 4217 code: decides how many minor units make one
 * @returns minor units, rounded to the nearest
 * @example parseMoney('£47,50', 'GBP').value // 4750
 */
export function parseMoney(text: string, currency: string): Result<number, MoneyProblem> {
  const bare = text.replace(/[\p{Sc}]/gu, '').replace(new RegExp(`\\b${currency}\\b`, 'i'), '');
  const parsed = parseQuantity(bare, 'plain');
  if (!parsed.ok) return parsed;
  if (parsed.value.value < 0) return fail({ code: 'negativeMoney', text });
  return ok(Math.round(parsed.value.value * minorPerMajor(currency)));
}
