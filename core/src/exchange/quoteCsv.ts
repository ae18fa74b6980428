import type { EditionQuote } from '../cost';
import { minorPerMajor } from '../quantity';
import { csvText } from './csvText';

/**
 * A quote as a table: what each channel takes, and the money under it.
 *
 * @param currency its code; an unknown amount is left empty
 */
export function quoteCsv(quote: EditionQuote, name: string, currency: string): string {
  const each = minorPerMajor(currency);
  const amount = (minor: number | null | undefined): string | number =>
    minor === null || minor === undefined ? '' : Number((minor / each).toFixed(2));
  return csvText(
    ['what', 'value', 'u', 'unit'],
    [
      ['edition', name, '', ''],
      ['priced at (UTC)', quote.at, '', ''],
      ['size', `${quote.input.widthMm} x ${quote.input.heightMm}`, '', 'mm'],
      ['copies', quote.input.copies, '', ''],
      ['sheets with proofs and spoils', quote.sheets, '', ''],
      ...quote.channels.map((channel) => [
        `ink, ${channel.name}`,
        Number(channel.ml.value.toFixed(2)),
        Number(channel.ml.u.toFixed(2)),
        'ml',
      ]),
      ['ink and its share of all else', amount(quote.inkMinor?.value), amount(quote.inkMinor?.u), currency],
      ['paper', amount(quote.paperMinor), '', currency],
      ['put on top', 100 * quote.input.allowance, '', '%'],
      ['in all', amount(quote.totalMinor?.value), amount(quote.totalMinor?.u), currency],
      ...(quote.tax
        ? [
            [
              `tax of ${quote.tax.percent} %, ${quote.tax.on === 'in' ? 'in it' : 'on top'}`,
              amount(quote.tax.minor),
              '',
              currency,
            ],
          ]
        : []),
      ['a copy', amount(quote.perCopyMinor?.value), amount(quote.perCopyMinor?.u), currency],
      ['with originals', amount(quote.originalMinor?.value), amount(quote.originalMinor?.u), currency],
    ],
  );
}
