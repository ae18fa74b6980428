import Button from '@mui/material/Button';
import { PAGE_LOCALE } from '@hiraeth/core/quantity';
import { CAUSE_WORDS, LEVER_WORDS } from '@hiraeth/core/words';
import { find, settingsOf } from '@hiraeth/core/ledger';
import { LEVER, leversOf, type Payback, type PeriodCost, type PrinterCost } from '@hiraeth/core/cost';
import { monthsCsv } from '@hiraeth/core/exchange';
import { useLedger, useMoney } from '../../state/hooks';
import { day } from '../../parts/dates';
import { download } from '../../parts/download';
import { Lines } from '../../parts/Lines';

/** The cost by month. */
export function Months({ found }: { readonly found: PeriodCost }) {
  const ledger = useLedger();
  const money = useMoney();
  return (
    <section className="section">
      <header>
        <h2>Month by month</h2>
        <Button
          onClick={() =>
            download(
              `hiraeth-cost-${found.cost.to.slice(0, 10)}.csv`,
              monthsCsv(found.months, settingsOf(ledger.context).currency),
              'text/csv',
            )
          }
        >
          As a table (CSV)
        </Button>
      </header>
      <div className="scrollx">
        <Lines
          columns={[
            {
              head: 'Month',
              of: (month) => (
                <>
                  {monthOf(month.from)}
                  {month.from.slice(8, 10) !== '01' && `, from ${day(month.from)}`}
                </>
              ),
            },
            {
              head: 'Prints',
              n: true,
              of: (month) => (
                <>
                  {month.copies}
                  {month.uncountedCopies > 0 && (
                    <span className="soft"> and {month.uncountedCopies} of unknown ink</span>
                  )}
                </>
              ),
            },
            { head: 'Ink drawn', n: true, of: (month) => `${month.drawnMl.toFixed(0)} ml` },
            { head: 'Refilled', n: true, of: (month) => money(month.refillMinor) },
            { head: 'Originals', n: true, of: (month) => money(month.originalMinor) },
            { head: 'Saved so far', n: true, of: (month) => money(month.savedSoFarMinor) },
          ]}
          rows={[...found.months].reverse()}
          keyOf={(month) => month.from}
        />
      </div>
    </section>
  );
}

/** What the ink went into, and what it cost there. */
export function Causes({ causes }: { readonly causes: PeriodCost['causes'] }) {
  const ledger = useLedger();
  const money = useMoney();
  const subjectOf = (id: string | null): string =>
    id ? (find(ledger.context, 'subject', id)?.name ?? id) : '';
  return (
    <section className="section">
      <header>
        <h2>What the ink went into</h2>
      </header>
      <Lines
        columns={[
          {
            head: 'Cause',
            of: (cause) =>
              [CAUSE_WORDS[cause.cause], cause.level ?? subjectOf(cause.subjectId)]
                .filter(Boolean)
                .join(', '),
          },
          { head: 'Ink', n: true, of: (cause) => `${cause.ml.toFixed(1)} ml` },
          { head: 'Cost', n: true, of: (cause) => money(cause.minor) },
        ]}
        rows={causes.filter(({ ml }) => Math.abs(ml) >= 0.05)}
        keyOf={(cause) => `${cause.cause} ${cause.subjectId ?? ''} ${cause.level ?? ''}`}
      />
    </section>
  );
}

const monthOf = (iso: string): string =>
  new Intl.DateTimeFormat(PAGE_LOCALE, { month: 'long', year: 'numeric', timeZone: 'UTC' }).format(
    new Date(iso),
  );

/** When what was bought to last has earned its price. */
export function PaidBack({ payback }: { readonly payback: Payback }) {
  const money = useMoney();
  if (payback.investedMinor === null || payback.investedMinor === 0 || payback.savedPerMonthMinor === null)
    return null;
  const range =
    payback.lowMonths !== null && payback.highMonths !== null
      ? ` (${payback.lowMonths.toFixed(1)} to ${payback.highMonths.toFixed(1)})`
      : '';
  return (
    <section className="section">
      <header>
        <h2>When the kit is paid back</h2>
      </header>
      <p data-testid="payback">
        {payback.months === null || payback.at === null ? (
          <>At this rate never: originals would have been cheaper before the kit is counted.</>
        ) : (
          <>
            <strong>After {payback.months.toFixed(1)} months</strong>
            {range}, about {day(payback.at)}: {money(payback.investedMinor)} bought to last, and{' '}
            {money(payback.savedPerMonthMinor)} saved a month before it.
          </>
        )}
      </p>
    </section>
  );
}

/** What the saving depends on most: each thing a fifth lower and a fifth higher. */
export function Levers({ cost }: { readonly cost: PrinterCost }) {
  const ledger = useLedger();
  const money = useMoney();
  const levers = leversOf(ledger, cost).filter(
    ({ lowMinor, highMinor }) => Math.abs(highMinor - lowMinor) >= 1,
  );
  if (levers.length === 0) return null;
  const share = Math.round(100 * LEVER);
  return (
    <section className="section">
      <header>
        <h2>What the saving depends on</h2>
      </header>
      <Lines
        columns={[
          { head: 'Saved, with', of: (lever) => LEVER_WORDS[lever.of] },
          { head: `${share} % less of it`, n: true, of: (lever) => money(lever.lowMinor) },
          { head: `${share} % more`, n: true, of: (lever) => money(lever.highMinor) },
        ]}
        rows={levers}
        keyOf={(lever) => lever.of}
      />
    </section>
  );
}
