import { useState } from 'react';
import { Link } from 'react-router';
import { balanceOf, type Balance } from '@hiraeth/core/account';
import { lotCosts, type CostPart, type PeriodCost, type PrinterCost, type Sum } from '@hiraeth/core/cost';
import { all, find } from '@hiraeth/core/ledger';
import { formatUncertain } from '@hiraeth/core/quantity';
import { gapWords, lotName } from '@hiraeth/core/words';
import { useLedger, useMoney } from '../../state/hooks';
import { Swatch } from '../../parts/Swatch';
import { Term } from '../../parts/Term';
import { Lines } from '../../parts/Lines';

/** Each figure of the answer opened into the sum it came from, and whether the ink adds up. */
export function Sums({ found, whole }: { readonly found: PeriodCost; readonly whole: boolean }) {
  const { cost } = found;
  return (
    <>
      <SumDetails
        cost={cost}
        title={whole ? 'Refilled, to date' : 'Refilled, in this period'}
        sum={cost.refill}
      />
      {cost.savedMinor !== null && (
        <SumDetails cost={cost} title="Originals for the same prints" sum={cost.original} />
      )}
      <Channels cost={cost} />
      <BalanceDetails books={balanceOf(cost.account)} />
    </>
  );
}

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
      <Lines
        columns={[
          { of: (part) => labelOf(part) },
          {
            of: (part) => (
              <>
                {part.code === 'channel' && never.has(part.slotId)
                  ? 'never weighed: nothing of it is in the sum'
                  : howOf(part)}
                {(part.code === 'channel' || part.code === 'byHand') && (
                  <Lots cost={cost} slotId={part.code === 'channel' ? part.slotId : null} />
                )}
              </>
            ),
            tone: 'soft',
          },
          { n: true, of: (part) => money(part.minor) },
        ]}
        rows={sum.parts}
        keyOf={(part) =>
          `${part.code} ${'factId' in part ? part.factId : 'slotId' in part ? part.slotId : ''}`
        }
        last={
          <tr className="total">
            <td colSpan={2}>Sum</td>
            <td className="n">{money(sum.minor)}</td>
          </tr>
        }
      />
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
        <Lines
          columns={[
            {
              head: 'Channel',
              of: (channel) => (
                <>
                  <Swatch shades={printer?.slots.find((slot) => slot.id === channel.slotId)?.shades ?? []} />
                  {channel.name}
                </>
              ),
            },
            {
              head: 'Drawn',
              n: true,
              of: (channel) => (channel.inkKnown ? formatUncertain(channel.drawnMl, 'ml') : 'never weighed'),
            },
            {
              head: 'Of it not on paper',
              n: true,
              of: (channel) => (channel.inkKnown ? `${channel.wasteMl.toFixed(1)} ml` : '–'),
            },
            {
              head: 'µl per dm²',
              n: true,
              of: (channel) =>
                channel.areaDm2 > 0 ? ((1000 * channel.printedMl) / channel.areaDm2).toFixed(0) : '–',
            },
            { head: 'Refill, a ml', n: true, of: (channel) => money(channel.refillMinorPerMl, 3) },
            {
              head: (
                <>
                  Original, a <Term of="usable" />
                </>
              ),
              n: true,
              of: (channel) => money(channel.originalMinorPerMl, 3),
            },
          ]}
          rows={cost.channels}
          keyOf={(channel) => channel.slotId}
        />
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
      <Lines
        columns={[{ of: ([label]) => label }, { n: true, of: ([, ml]) => `${signed(ml)} ml` }]}
        rows={rows}
        keyOf={([label]) => label}
        last={
          <tr className="total">
            <td>Gap</td>
            <td className="n">
              {signed(books.gapMl)} ± {books.gapU.toFixed(1)} ml
            </td>
          </tr>
        }
      />
      <p className={books.gap ? 'warn' : 'soft'} style={{ padding: '6px 0 10px' }}>
        {books.gap ? `${capital(gapWords(books.gap, books.leakedMl))}.` : 'It adds up, within its doubt.'}
      </p>
    </details>
  );
}
