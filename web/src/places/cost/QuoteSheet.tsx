import { Link, useParams } from 'react-router';
import { find } from '@hiraeth/core/ledger';
import { formatUncertain } from '@hiraeth/core/quantity';
import { taxWords } from '@hiraeth/core/words';
import type { FactOf } from '@hiraeth/core/workbook';
import { useLedger, useMoney, useMoneyInterval } from '../../state/hooks';
import { day } from '../../parts/dates';
import { PrintSheet } from '../../parts/PrintSheet';
import { Lines } from '../../parts/Lines';

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
      <Lines
        columns={[{ of: ([what]) => what }, { n: true, of: ([, says]) => says }]}
        rows={rows}
        keyOf={([what]) => what}
        last={
          quote.originalMinor && (
            <tr>
              <td>For comparison: the ink alone with originals</td>
              <td className="n">{interval(quote.originalMinor)}</td>
            </tr>
          )
        }
      />
      <h2>Ink to have at hand above the reserve</h2>
      <Lines
        columns={[
          {
            head: 'Channel',
            of: (channel) => printer.slots.find((slot) => slot.id === channel.slotId)?.name ?? channel.slotId,
          },
          { head: 'Takes', n: true, of: (channel) => formatUncertain(channel.ml, 'ml') },
          { head: 'To have above the reserve', n: true, of: (channel) => `${channel.haveMl.toFixed(1)} ml` },
        ]}
        rows={quote.channels}
        keyOf={(channel) => channel.slotId}
      />
    </PrintSheet>
  );
}
