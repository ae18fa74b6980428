import { useMemo } from 'react';
import { Link } from 'react-router';
import { formatUncertain } from '@hiraeth/core/quantity';
import { quoteOutcome } from '@hiraeth/core/cost';
import type { FactOf } from '@hiraeth/core/workbook';
import { useLedger, useMoney, useMoneyInterval } from '../../state/hooks';
import { day } from '../../parts/dates';

/** Quotes that were kept, as they were said, and what their prints really took. */
export function Quotes({ printerId, at }: { readonly printerId: string; readonly at: string }) {
  const ledger = useLedger();
  const money = useMoney();
  const interval = useMoneyInterval();
  const rows = useMemo(
    () =>
      ledger.facts
        .filter(
          (fact): fact is FactOf<'editionPriced'> =>
            fact.kind === 'editionPriced' && fact.printerId === printerId,
        )
        .map((quote) => ({ quote, took: quoteOutcome(ledger, quote, at) }))
        .reverse(),
    [ledger, printerId, at],
  );
  if (rows.length === 0) return null;
  return (
    <>
      <h3>Kept quotes</h3>
      <p className="soft small">
        Log an edition’s prints under its name: then what it really took stands beside.
      </p>
      <div className="scrollx">
        <table className="lines">
          <thead>
            <tr>
              <th>Edition</th>
              <th className="n">Copies</th>
              <th className="n">Promised, ink</th>
              <th className="n">Promised, in all</th>
              <th className="n">Printed</th>
              <th className="n">Really took</th>
            </tr>
          </thead>
          <tbody>
            {rows.map(({ quote, took }) => (
              <tr key={quote.id}>
                <td>
                  <Link to={`/cost/quote/${quote.id}`}>{quote.name}</Link>{' '}
                  <span className="soft small">{day(quote.at)}</span>
                </td>
                <td className="n">{quote.copies}</td>
                <td className="n">{interval(quote.inkMinor)}</td>
                <td className="n">{interval(quote.totalMinor)}</td>
                <td className="n">{took ? took.sheets : '–'}</td>
                <td className="n">
                  {took ? `${money(took.inkMinor)}, ${formatUncertain(took.ml, 'ml')}` : '–'}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </>
  );
}
