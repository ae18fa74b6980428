import { Link, useParams } from 'react-router';
import { find } from '@hiraeth/core/ledger';
import { formatUncertain } from '@hiraeth/core/quantity';
import { taxWords } from '@hiraeth/core/words';
import type { FactOf } from '@hiraeth/core/workbook';
import { useLedger, useMoney, useMoneyInterval } from '../../state/hooks';
import { day } from '../../parts/dates';
import { PrintSheet } from '../../parts/PrintSheet';

/** One kept quote on one page, with its date and all that it went by. */
export default function QuoteSheet() {
  const ledger = useLedger();
  const money = useMoney();
  const interval = useMoneyInterval();
  const { id } = useParams();
  const quote = ledger.facts.find(
    (fact): fact is FactOf<'editionPriced'> => fact.kind === 'editionPriced' && fact.id === id,
  );
  const printer = quote && find(ledger.context, 'printer', quote.printerId);
  if (!quote || !printer)
    return (
      <div className="stack">
        <h1>No such quote</h1>
        <p>
          It may have been taken back. Those that are kept stand in <Link to="/cost">Cost</Link>.
        </p>
      </div>
    );
  const sheets = quote.copies + quote.proofs + quote.spoils;
  const rows: readonly (readonly [string, string])[] = [
    ['Picture', quote.picture ?? find(ledger.context, 'subject', quote.subjectId)?.name ?? 'no longer named'],
    ['Size of a copy', `${quote.widthMm} × ${quote.heightMm} mm`],
    ['Copies', String(quote.copies)],
    ['Proofs and spoils', String(quote.proofs + quote.spoils)],
    ['Ink, with its share of all that does not reach paper, chips and kit', interval(quote.inkMinor)],
    ['Paper', quote.paperMinor === null ? 'not in it' : money(quote.paperMinor * sheets)],
    ['Put on top', `${Math.round(100 * quote.allowance)} %`],
  ];
  return (
    <PrintSheet back={{ to: '/cost', words: 'Back to Cost' }} print="Print this quote">
      <h1>{quote.name}</h1>
      <p className="soft">
        Priced on {day(quote.at)}, printed on {printer.name}. ±: nineteen such editions in twenty lie within.
      </p>
      <p>
        <strong className="slip-number">{interval(quote.totalMinor)}</strong> in all
        {quote.totalMinor ? `, ${money(quote.totalMinor.value / quote.copies)} a copy` : ''}
        {quote.totalMinor && quote.tax ? `; ${taxWords(quote.tax, quote.totalMinor.value, money)}` : ''}
      </p>
      <table className="lines">
        <tbody>
          {rows.map(([what, says]) => (
            <tr key={what}>
              <td>{what}</td>
              <td className="n">{says}</td>
            </tr>
          ))}
          {quote.originalMinor && (
            <tr>
              <td>For comparison: the ink alone with originals</td>
              <td className="n">{interval(quote.originalMinor)}</td>
            </tr>
          )}
        </tbody>
      </table>
      <h2>Ink to have at hand above the reserve</h2>
      <table className="lines">
        <tbody>
          {quote.channels.map((channel) => (
            <tr key={channel.slotId}>
              <td>{printer.slots.find((slot) => slot.id === channel.slotId)?.name ?? channel.slotId}</td>
              <td className="n">{formatUncertain(channel.ml, 'ml')}</td>
              <td className="n">{channel.haveMl.toFixed(1)} ml</td>
            </tr>
          ))}
        </tbody>
      </table>
    </PrintSheet>
  );
}
