import { areaDm2 } from '@hiraeth/core/area';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import {
  lacksMuch,
  meanPrint,
  perDm2,
  sellersFigure,
  type PeriodCost,
  type PrinterCost,
} from '@hiraeth/core/cost';
import { settingsOf } from '@hiraeth/core/ledger';
import { COVERAGE } from '@hiraeth/core/numeric';
import { formatMoneyAbout } from '@hiraeth/core/quantity';
import { unknownInkWords, howMany } from '@hiraeth/core/words';
import { useLedger, useMoney, useMoneyInterval } from '../../state/hooks';
import { Big } from '../../parts/Big';
import { day } from '../../parts/dates';
import { scaled } from './scaled';
import { Lines } from '../../parts/Lines';

/** What a print costs: the one number, what originals would have cost, and the few figures that everything else is of. */
export function Lead({ found, whole }: { readonly found: PeriodCost; readonly whole: boolean }) {
  const { cost } = found;
  const money = useMoney();
  const interval = useMoneyInterval();
  const perPrint = meanPrint(cost, 'refill');
  const { currency } = settingsOf(useLedger().context);
  /** A saving is a difference of two sums: it is known no better than both. */
  const savedAbout = ({ savedMinor, refill, refillU, original, originalU }: PrinterCost): string =>
    formatMoneyAbout(
      Math.abs(savedMinor ?? 0),
      COVERAGE * Math.hypot((refill.minor ?? 0) * refillU, (original.minor ?? 0) * originalU),
      currency,
    );
  return (
    <>
      <div className="lead" style={{ paddingTop: 12 }}>
        <Big
          text={perPrint ? interval(perPrint) : 'Not known'}
          of={perPrint ? 'a print' : ''}
          testId="per-print"
        />
        {cost.openPrices.length > 0 && (
          <p className="warn small">
            Left out, since nobody knows what it cost: {cost.openPrices.join(', ')}.
          </p>
        )}
        <p>
          {!cost.inkKnown ? (
            'No cartridge’s ink was known by then: how much these prints took cannot be told.'
          ) : cost.copies === 0 ? (
            'Nothing was printed in this period.'
          ) : cost.savedMinor === null ? (
            <>
              {cost.unpriced.length > 0 ? (
                <>
                  The price of the ink in {cost.unpriced.join(', ')} is not known: enter what its bottle cost
                  in <Link to="/inks">Inks</Link>.
                </>
              ) : (
                <>
                  No comparison yet: no price for {cost.missing.join(', ')}. Enter what an original costs in{' '}
                  <Link to="/workbook/things">Workbook</Link>.
                </>
              )}
            </>
          ) : (
            <>
              Originals would have cost <strong>{money(meanPrint(cost, 'original')?.value)}</strong>.{' '}
              {cost.savedMinor < 0
                ? 'Not paid back yet: '
                : whole
                  ? 'Saved so far: '
                  : 'Saved in this period: '}
              <strong>about {savedAbout(cost)}</strong>
              {cost.savedMinor >= 0 ? '.' : ' more than originals, the kit included.'}
            </>
          )}{' '}
          {cost.copies > 0 && `${howMany(cost.copies, 'print')}, ${(cost.areaDm2 / 100).toFixed(1)} m².`}
        </p>
        {whole && <Before cost={cost} />}
      </div>
      {cost.inkKnown && <UnknownInk cost={cost} />}
    </>
  );
}

/** What was saved in the workbook that was closed before this one began. */
function Before({ cost: { printerId } }: { readonly cost: PrinterCost }) {
  const { context, state } = useLedger();
  const { begins } = state;
  if (!begins) return null;
  const saved = state.printers.get(printerId)?.savedBeforeMinor ?? null;
  return (
    <p className="soft small">
      Since {day(begins.at)}: what was before stands in {begins.closed}, closed
      {saved !== null &&
        `, where about ${formatMoneyAbout(saved, Math.abs(saved) / 20, settingsOf(context).currency)} had been saved, the kit not counted`}
      .
    </p>
  );
}

/** The figures that everything else is of, refilled beside originals. */
export function Figures({ found, whole }: { readonly found: PeriodCost; readonly whole: boolean }) {
  const { cost } = found;
  const ledger = useLedger();
  const money = useMoney();
  const interval = useMoneyInterval();
  const refillDm2 = perDm2(cost, 'refill');
  const originalDm2 = perDm2(cost, 'original');
  const { standardSheet: standard } = settingsOf(ledger.context);
  const sheetDm2 = areaDm2(standard);
  const sellers = sellersFigure(ledger, cost, sheetDm2);
  const rows: readonly {
    readonly key: string;
    readonly what: ReactNode;
    readonly refilled: string;
    readonly originals: string;
    readonly tone?: string;
  }[] = [
    {
      key: 'sheet',
      what: `A standard sheet (${standard.widthMm} × ${standard.heightMm} mm)`,
      refilled: interval(scaled(refillDm2, sheetDm2)),
      originals: interval(scaled(originalDm2, sheetDm2)),
    },
    {
      key: 'metre',
      what: 'A square metre',
      refilled: interval(scaled(refillDm2, 100)),
      originals: interval(scaled(originalDm2, 100)),
    },
    {
      key: 'sellers',
      what: (
        <>
          The same sheet as sellers reckon it <span className="soft small">ink on paper alone</span>
        </>
      ),
      refilled: money(sellers.refill, 3),
      originals: money(sellers.original, 3),
      tone: 'soft',
    },
    {
      key: 'ml',
      what: 'A millilitre of ink',
      refilled: money(cost.refillPerMl, 3),
      originals: money(cost.originalPerMl, 3),
    },
    {
      key: 'whole',
      what: whole ? 'To date' : 'In this period',
      refilled: money(cost.inkKnown ? cost.refill.minor : null),
      originals: cost.savedMinor === null || !cost.inkKnown ? '–' : money(cost.original.minor),
    },
  ];
  return (
    <Lines
      columns={[
        { head: howMany(cost.copies, 'print'), of: ({ what }) => what },
        { head: 'Refilled', n: true, of: ({ refilled }) => refilled, tone: ({ tone = '' }) => tone },
        { head: 'Originals', n: true, of: ({ originals }) => originals, tone: ({ tone = '' }) => tone },
      ]}
      rows={rows}
      keyOf={({ key }) => key}
      toneOf={({ key }) => (key === 'whole' ? 'total' : '')}
    />
  );
}

/** Prints and channels that the figures cannot hold; loud where they would change them. */
function UnknownInk({ cost }: { readonly cost: PrinterCost }) {
  const lines = unknownInkWords(cost, day);
  if (lines.length === 0) return null;
  return (
    <ul
      className={`plain ${lacksMuch(cost) ? 'warn' : 'soft small'}`}
      style={{ paddingBottom: 14 }}
      data-testid="unknown-ink"
    >
      {lines.map((line) => (
        <li key={line}>{line}</li>
      ))}
      {cost.channels.some((channel) => !channel.inkKnown) && (
        <li>
          <Link to="/weigh-in">Weigh in</Link>: what it took until now is reckoned back from its first weight.
        </li>
      )}
    </ul>
  );
}
