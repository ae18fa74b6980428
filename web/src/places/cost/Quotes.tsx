import { useMemo } from 'react';
import { Link } from 'react-router';
import { formatUncertain } from '@hiraeth/core/quantity';
import { quoteOutcome } from '@hiraeth/core/cost';
import type { FactOf } from '@hiraeth/core/workbook';
import { useLedger, useMoney, useMoneyInterval } from '../../state/hooks';
import { day } from '../../parts/dates';
import { Lines } from '../../parts/Lines';

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
        <Lines
          columns={[
            {
              head: 'Edition',
              of: ({ quote }) => (
                <>
                  <Link to={`/cost/quote/${quote.id}`}>{quote.name}</Link>{' '}
                  <span className="soft small">{day(quote.at)}</span>
                </>
              ),
            },
            { head: 'Copies', n: true, of: ({ quote }) => quote.copies },
            { head: 'Promised, ink', n: true, of: ({ quote }) => interval(quote.inkMinor) },
            { head: 'Promised, in all', n: true, of: ({ quote }) => interval(quote.totalMinor) },
            { head: 'Printed', n: true, of: ({ took }) => (took ? took.sheets : '–') },
            {
              head: 'Really took',
              n: true,
              of: ({ took }) => (took ? `${money(took.inkMinor)}, ${formatUncertain(took.ml, 'ml')}` : '–'),
            },
          ]}
          rows={rows}
          keyOf={({ quote }) => quote.id}
        />
      </div>
    </>
  );
}
