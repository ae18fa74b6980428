import { areaDm2 } from '@hiraeth/core/area';
import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { ALWAYS, balanceOf, type Balance } from '@hiraeth/core/account';
import { all, find, settingsOf } from '@hiraeth/core/ledger';
import { formatUncertain, type Uncertain } from '@hiraeth/core/quantity';
import { COVERAGE } from '@hiraeth/core/numeric';
import { gapWords, lotName, PRICES_WORDS, PURCHASE_WORDS, unknownInkWords } from '@hiraeth/core/words';
import {
  leftOut,
  lotCosts,
  meanPrint,
  perDm2,
  printCost,
  lacksMuch,
  periodCost,
  sellersFigure,
  type PrintCost,
  type PrinterCost,
  type CostPart,
  type Sum,
} from '@hiraeth/core/cost';
import { useHour, useLedger, useMoney, useMoneyInterval } from '../../state/hooks';
import { Big } from '../../parts/Big';
import { day } from '../../parts/dates';
import { Pick } from '../../parts/fields';
import { PrinterPick, usePrinter } from '../../parts/PrinterPick';
import { SIZES, sizeOf, type SizeKey } from '../../parts/sizes';
import { Swatch } from '../../parts/Swatch';
import { Term } from '../../parts/Term';
import { BuyKit } from './BuyKit';
import { Edition } from './Edition';
import { OverTime } from './OverTime';
import { Period } from './Period';
import { WhatIf } from './WhatIf';
import { WhereItGoes } from './WhereItGoes';
import { WorthIt } from './WorthIt';

/** What a print really costs, refill against original, each figure opening into the sum it came from. */
export default function Cost() {
  const ledger = useLedger();
  const at = useHour();
  const money = useMoney();
  const interval = useMoneyInterval();
  const [size, setSize] = useState<SizeKey>('297x420');
  const [buying, setBuying] = useState(false);
  const id = usePrinter()?.id ?? '';
  const [period, setPeriod] = useState<PeriodKey>('all');
  // One period, one instant: every sum on the page is cut from the same account.
  const found = useMemo(() => {
    const [from, to] = spanOf(period, at);
    return periodCost(ledger, id, from, to);
  }, [ledger, id, period, at]);
  const printed = (ledger.state.printers.get(id)?.jobs ?? 0) > 0;
  if (!found || !printed || (period === 'all' && !found.cost.inkKnown))
    return (
      <div className="stack">
        <h1>Cost</h1>
        <PrinterPick />
        <p>
          A cost needs a printer, a bottle with a price, a cartridge that was weighed twice, and the prints
          between. Log what you print in <Link to="/prints">Prints</Link>, and weigh in now and then.
        </p>
        <Kit buying={buying} onBuying={setBuying} />
        <WorthIt />
      </div>
    );
  const { cost } = found;
  const books = balanceOf(cost.account);
  const perPrint = meanPrint(cost, 'refill');
  const refillDm2 = perDm2(cost, 'refill');
  const originalDm2 = perDm2(cost, 'original');
  const { standardSheet: standard, currency, prices } = settingsOf(ledger.context);
  const out = leftOut(ledger, id);
  const sheetDm2 = areaDm2(standard);
  const sellers = sellersFigure(ledger, cost, sheetDm2);
  /** Nineteen single prints in twenty lie within. */
  const singleRange = ({ refill, single }: PrintCost): string =>
    refill === null || single === null
      ? '–'
      : `${money(Math.max(0, refill.value - COVERAGE * single))} to ${money(refill.value + COVERAGE * single)}`;
  return (
    <div className="sheet">
      <div>
        <h1>Cost</h1>
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
                    The price of the ink in {cost.unpriced.join(', ')} is not known: enter what its bottle
                    cost in <Link to="/inks">Inks</Link>.
                  </>
                ) : (
                  <>
                    No comparison yet: no price for {cost.missing.join(', ')}. Enter what an original costs in{' '}
                    <Link to="/workbook">Workbook</Link>.
                  </>
                )}
              </>
            ) : (
              <>
                Originals would have cost <strong>{money(meanPrint(cost, 'original')?.value)}</strong>.{' '}
                {cost.savedMinor < 0
                  ? 'Not paid back yet: '
                  : period === 'all'
                    ? 'Saved so far: '
                    : 'Saved in this period: '}
                <strong>{money(Math.abs(cost.savedMinor))}</strong>
                {cost.savedMinor >= 0 ? '.' : ' more than originals, the kit included.'}
              </>
            )}{' '}
            {cost.copies > 0 && `${cost.copies} prints, ${(cost.areaDm2 / 100).toFixed(1)} m².`}
          </p>
        </div>
        {cost.inkKnown && <UnknownInk cost={cost} />}
        <div className="row">
          <PrinterPick />
          <Pick<PeriodKey> label="Period" value={period} options={PERIODS} onPick={setPeriod} />
          <Button className="no-print" onClick={() => window.print()}>
            Print this page
          </Button>
        </div>
        <table className="lines">
          <thead>
            <tr>
              <th>{cost.copies} prints</th>
              <th className="n">Refilled</th>
              <th className="n">Originals</th>
            </tr>
          </thead>
          <tbody>
            <tr>
              <td>
                A standard sheet ({standard.widthMm} × {standard.heightMm} mm)
              </td>
              <td className="n">{interval(scaled(refillDm2, sheetDm2))}</td>
              <td className="n">{interval(scaled(originalDm2, sheetDm2))}</td>
            </tr>
            <tr>
              <td>A square metre</td>
              <td className="n">{interval(scaled(refillDm2, 100))}</td>
              <td className="n">{interval(scaled(originalDm2, 100))}</td>
            </tr>
            <tr>
              <td>
                The same sheet as sellers reckon it <span className="soft small">ink on paper alone</span>
              </td>
              <td className="n soft">{money(sellers.refill, 3)}</td>
              <td className="n soft">{money(sellers.original, 3)}</td>
            </tr>
            <tr>
              <td>A millilitre of ink</td>
              <td className="n">{money(cost.refillPerMl, 3)}</td>
              <td className="n">{money(cost.originalPerMl, 3)}</td>
            </tr>
            <tr className="total">
              <td>{period === 'all' ? 'To date' : 'In this period'}</td>
              <td className="n">{money(cost.inkKnown ? cost.refill.minor : null)}</td>
              <td className="n">
                {cost.savedMinor === null || !cost.inkKnown ? '–' : money(cost.original.minor)}
              </td>
            </tr>
          </tbody>
        </table>
        <OverTime months={found.months} payback={found.payback} currency={currency} />
        <SumDetails
          cost={cost}
          title={period === 'all' ? 'Refilled, to date' : 'Refilled, in this period'}
          sum={cost.refill}
        />
        {cost.savedMinor !== null && (
          <SumDetails cost={cost} title="Originals for the same prints" sum={cost.original} />
        )}
        <Channels cost={cost} />
        <BalanceDetails books={books} />
        <section className="section">
          <header>
            <h2>One print, by subject</h2>
            <Pick<SizeKey>
              label="Size"
              value={size}
              options={SIZES.filter((s) => s.value !== 'own')}
              onPick={setSize}
            />
          </header>
          <table className="lines">
            <thead>
              <tr>
                <th>Subject</th>
                <th className="n">Ink</th>
                <th className="n">Refilled</th>
                <th className="n">A single one</th>
                <th className="n">Originals</th>
              </tr>
            </thead>
            <tbody>
              {all(ledger.context, 'subject')
                .filter((subject) => cost.printed.some((area) => area.subjectId === subject.id))
                .map((subject) => {
                  const one = printCost(ledger, cost, subject.id, dm2Of(size));
                  return (
                    <tr key={subject.id}>
                      <td>{subject.name}</td>
                      <td className="n">{formatUncertain(one.ml, 'ml')}</td>
                      <td className="n">{interval(one.refill)}</td>
                      <td className="n soft">{singleRange(one)}</td>
                      <td className="n">{interval(one.original)}</td>
                    </tr>
                  );
                })}
            </tbody>
          </table>
        </section>
        <WhereItGoes cost={cost} causes={found.causes} />
        <Edition printerId={id} at={at} />
        <WhatIf cost={cost} />
        <Period found={found} />
      </div>
      <aside>
        <div>
          <h2>Where the ink went</h2>
          <p>
            {cost.printedMl.toFixed(0)} ml on paper, {cost.wasteMl.toFixed(0)} ml in cleanings, changes and
            idle days
            {cost.printedMl + cost.wasteMl > 0
              ? ` (${((100 * cost.wasteMl) / (cost.printedMl + cost.wasteMl)).toFixed(0)} %)`
              : ''}
            .
          </p>
        </div>
        {cost.cartridgesSpared !== null && (
          <div>
            <h2>Not thrown away</h2>
            <p>About {cost.cartridgesSpared.toFixed(0)} original cartridges.</p>
          </div>
        )}
        <div>
          <h2>What counts</h2>
          <p>
            Ink by mass between weigh-ins, at the mean price of what was inside; primes, leftovers and spills;
            chips and consumables as bought; the kit spread over its life. An original’s price is per usable
            ml, with the priming of its one-by-one changes. Paper, electricity and wear stand on both sides.
            {prices && ` All of it ${PRICES_WORDS[prices]}.`}
          </p>
          {out.length > 0 && (
            <p data-testid="left-out">
              Left out, since nothing was entered: {out.map((what) => PURCHASE_WORDS[what]).join('; ')}.
            </p>
          )}
        </div>
        <Kit buying={buying} onBuying={setBuying} />
      </aside>
    </div>
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

const PERIODS = [
  { value: 'all', label: 'all so far' },
  { value: '12', label: 'last 12 months' },
  { value: '3', label: 'last 3 months' },
  { value: 'month', label: 'this month' },
  { value: 'month-1', label: 'last month' },
  { value: 'year', label: 'this year' },
  { value: 'year-1', label: 'last year' },
] as const;
type PeriodKey = (typeof PERIODS)[number]['value'];

/** From and to, UTC: so many months back to the same day, or a calendar month or year so far or whole. */
function spanOf(period: PeriodKey, at: string): readonly [from: string, to: string] {
  const date = new Date(at);
  const [year, month, day] = [date.getUTCFullYear(), date.getUTCMonth(), date.getUTCDate()];
  const first = (y: number, m: number, d = 1): string => new Date(Date.UTC(y, m, d)).toISOString();
  switch (period) {
    case 'all':
      return [ALWAYS, at];
    case '12':
    case '3':
      return [first(year, month - Number(period), day), at];
    case 'month':
      return [first(year, month), at];
    case 'month-1':
      return [first(year, month - 1), first(year, month)];
    case 'year':
      return [first(year, 0), at];
    case 'year-1':
      return [first(year - 1, 0), first(year, 0)];
  }
}

const dm2Of = (size: SizeKey): number => {
  const area = sizeOf(size)!;
  return areaDm2(area);
};
const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

const labelOf = (part: CostPart): string =>
  part.code === 'byHand' ? 'Lost by hand' : part.code === 'empties' ? 'Emptied ones, sold' : part.name;

function howOf(part: CostPart): string {
  switch (part.code) {
    case 'channel':
      return `${part.ml.toFixed(1)} ml drawn, at the price of what was inside`;
    case 'byHand':
      return `${part.ml.toFixed(1)} ml primed, binned, spilt or leaked`;
    case 'purchase':
      return `${part.lifeMonths > 0 ? `${part.months.toFixed(0)} of ${part.lifeMonths} months of its life` : 'as bought'}${part.share < 1 ? `, ${Math.round(100 * part.share)} % for this printer` : ''}`;
    case 'empties':
      return `${part.count.toFixed(1)} cartridges, at what one brings`;
    case 'original':
      return `${part.ml.toFixed(1)} ml, of it the priming of ${part.changes.toFixed(1)} changes, × price per usable ml`;
  }
}

const scaled = (amount: Uncertain | null, by: number): Uncertain | null =>
  amount && { value: amount.value * by, u: amount.u * by };

function Kit({ buying, onBuying }: { readonly buying: boolean; readonly onBuying: (on: boolean) => void }) {
  return buying ? (
    <BuyKit onDone={() => onBuying(false)} />
  ) : (
    <div>
      <Button variant="outlined" onClick={() => onBuying(true)}>
        Enter a kit, chips or other costs
      </Button>
    </div>
  );
}

function SumDetails({
  cost,
  title,
  sum,
}: {
  readonly cost: PrinterCost;
  readonly title: string;
  readonly sum: Sum;
}) {
  const money = useMoney();
  const never = new Set(cost.channels.filter(({ inkKnown }) => !inkKnown).map(({ slotId }) => slotId));
  return (
    <details className="sum">
      <summary>
        <span>{title}</span>
        <strong>{money(sum.minor)}</strong>
      </summary>
      <table className="lines">
        <tbody>
          {sum.parts.map((part) => (
            <tr key={`${part.code} ${'factId' in part ? part.factId : 'slotId' in part ? part.slotId : ''}`}>
              <td>{labelOf(part)}</td>
              <td className="soft">
                {part.code === 'channel' && never.has(part.slotId)
                  ? 'never weighed: nothing of it is in the sum'
                  : howOf(part)}
                {(part.code === 'channel' || part.code === 'byHand') && (
                  <Lots cost={cost} slotId={part.code === 'channel' ? part.slotId : null} />
                )}
              </td>
              <td className="n">{money(part.minor)}</td>
            </tr>
          ))}
          <tr className="total">
            <td colSpan={2}>Sum</td>
            <td className="n">{money(sum.minor)}</td>
          </tr>
        </tbody>
      </table>
    </details>
  );
}

/** Which bottles the ink came from, at what price. */
function Lots({ cost, slotId }: { readonly cost: PrinterCost; readonly slotId: string | null }) {
  const ledger = useLedger();
  const money = useMoney();
  const [open, setOpen] = useState(false);
  return (
    <details onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="small">from which bottles</summary>
      {open && (
        <ul className="plain small">
          {lotCosts(ledger, cost, slotId).map((lot) => {
            const bottle = find(ledger.context, 'bottle', lot.lot);
            return (
              <li key={lot.lot}>
                {lotName(ledger, lot.lot)}: {lot.ml.toFixed(1)} ml, {money(lot.minor)}
                {bottle && bottle.priceMinor !== null && (
                  <>
                    ; its bottle of {bottle.volumeMl} ml cost{' '}
                    <Link to="/inks">{money(bottle.priceMinor)}</Link>
                  </>
                )}
              </li>
            );
          })}
        </ul>
      )}
    </details>
  );
}

function Channels({ cost }: { readonly cost: PrinterCost }) {
  const ledger = useLedger();
  const money = useMoney();
  const printer = all(ledger.context, 'printer').find((p) => p.id === cost.printerId);
  return (
    <details className="sum">
      <summary>
        <span>Channel by channel</span>
        <strong>
          {cost.channels.reduce((sum, channel) => sum + channel.drawnMl.value, 0).toFixed(0)} ml
        </strong>
      </summary>
      <div className="scrollx">
        <table className="lines">
          <thead>
            <tr>
              <th>Channel</th>
              <th className="n">Drawn</th>
              <th className="n">Of it not on paper</th>
              <th className="n">µl per dm²</th>
              <th className="n">Refill, a ml</th>
              <th className="n">
                Original, a <Term of="usable" />
              </th>
            </tr>
          </thead>
          <tbody>
            {cost.channels.map((channel) => (
              <tr key={channel.slotId}>
                <td>
                  <Swatch shades={printer?.slots.find((slot) => slot.id === channel.slotId)?.shades ?? []} />
                  {channel.name}
                </td>
                <td className="n">
                  {channel.inkKnown ? formatUncertain(channel.drawnMl, 'ml') : 'never weighed'}
                </td>
                <td className="n">{channel.inkKnown ? `${channel.wasteMl.toFixed(1)} ml` : '–'}</td>
                <td className="n">
                  {channel.areaDm2 > 0 ? ((1000 * channel.printedMl) / channel.areaDm2).toFixed(0) : '–'}
                </td>
                <td className="n">{money(channel.refillMinorPerMl, 3)}</td>
                <td className="n">{money(channel.originalMinorPerMl, 3)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </details>
  );
}

/** Nothing is never below zero. */
const signed = (ml: number): string =>
  ml
    .toFixed(1)
    .replace(/^-(?=.*[1-9])/, '−')
    .replace('-', '');

function BalanceDetails({ books }: { readonly books: Balance }) {
  const rows: readonly (readonly [string, number])[] = [
    ['Inside at the start', books.startMl],
    ['Filled in', books.addedMl],
    ['Printed', -books.printedMl],
    ['Head cleanings', -books.cleanedMl],
    ['Cartridge changes', -books.changesMl],
    ['Idle days', -books.idleMl],
    ['Drawn out, primed, spilt by hand', -(books.drawnOutMl + books.primedMl + books.spiltMl)],
    ...(books.leakedMl > 0.05 ? [['of the gap: leaked', books.leakedMl] as const] : []),
    ...(books.notLoggedMl > 0.05 ? [['of the gap: drawn, not logged', books.notLoggedMl] as const] : []),
    ['On hand now', -books.onHandMl],
  ];
  return (
    <details className="sum">
      <summary>
        <span>Does the ink add up?</span>
        <strong className={books.gap ? 'warn' : ''}>
          gap {signed(books.gapMl)} ± {books.gapU.toFixed(1)} ml
        </strong>
      </summary>
      <table className="lines">
        <tbody>
          {rows.map(([label, ml]) => (
            <tr key={label}>
              <td>{label}</td>
              <td className="n">{signed(ml)} ml</td>
            </tr>
          ))}
          <tr className="total">
            <td>Gap</td>
            <td className="n">
              {signed(books.gapMl)} ± {books.gapU.toFixed(1)} ml
            </td>
          </tr>
        </tbody>
      </table>
      <p className={books.gap ? 'warn' : 'soft'} style={{ padding: '6px 0 10px' }}>
        {books.gap ? `${capital(gapWords(books.gap, books.leakedMl))}.` : 'It adds up, within its doubt.'}
      </p>
    </details>
  );
}
