import { useMemo } from 'react';
import { areaDm2 } from '@hiraeth/core/area';
import { settingsOf } from '@hiraeth/core/ledger';
import { MONTH, sinceLastMonth, type Stretch } from '@hiraeth/core/plan';
import { day } from '../../parts/dates';
import { useLedger, useMoneyInterval } from '../../state/hooks';
import { scaled } from './scaled';
import { Lines } from '../../parts/Lines';

/** The last month beside the one before: cost, waste, and how well it was foretold. */
export function SinceLastMonth({ printerId, at }: { readonly printerId: string; readonly at: string }) {
  const ledger = useLedger();
  const interval = useMoneyInterval();
  const found = useMemo(() => sinceLastMonth(ledger, printerId, at), [ledger, printerId, at]);
  if (!found || (found.last.copies === 0 && found.before.copies === 0)) return null;
  const { standardSheet } = settingsOf(ledger.context);
  const sheet = areaDm2(standardSheet);
  const share = (value: number | null): string => (value === null ? '–' : `${Math.round(100 * value)} %`);
  const rows: readonly (readonly [name: string, of: (stretch: Stretch) => string])[] = [
    ['Prints', ({ copies }) => String(copies)],
    [
      `A standard sheet (${standardSheet.widthMm} × ${standardSheet.heightMm} mm)`,
      ({ perDm2Minor }) => interval(scaled(perDm2Minor, sheet)),
    ],
    ['Of the ink never on paper', ({ wasteShare }) => share(wasteShare)],
    ['Forecasts off by', ({ error }) => share(error)],
  ];
  return (
    <section className="section" aria-label="Since last month">
      <header>
        <h2>Since last month</h2>
      </header>
      <Lines
        columns={[
          { head: `${MONTH} days up to`, of: ([name]) => name },
          { head: day(found.before.to), n: true, of: ([, of]) => of(found.before) },
          { head: day(found.last.to), n: true, of: ([, of]) => <strong>{of(found.last)}</strong> },
        ]}
        rows={rows}
        keyOf={([name]) => name}
      />
    </section>
  );
}
