import type { PrinterCost } from '@hiraeth/core/cost';
import { leftOut } from '@hiraeth/core/cost';
import { settingsOf } from '@hiraeth/core/ledger';
import { PRICES_WORDS, PURCHASE_WORDS } from '@hiraeth/core/words';
import { useLedger } from '../../state/hooks';
import { Kit } from './Kit';

/** Beside the answer: where the ink went, what was spared, and what counts. */
export function About({ cost }: { readonly cost: PrinterCost }) {
  const ledger = useLedger();
  const { prices } = settingsOf(ledger.context);
  const out = leftOut(ledger, cost.printerId);
  return (
    <aside>
      <div>
        <h2>Where the ink went</h2>
        <p>
          {cost.printedMl.toFixed(0)} ml on paper, {cost.wasteMl.toFixed(0)} ml in cleanings, changes and idle
          days
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
          chips and consumables as bought; the kit spread over its life. An original’s price is per usable ml,
          with the priming of its one-by-one changes. Paper, electricity and wear stand on both sides.
          {prices && ` All of it ${PRICES_WORDS[prices]}.`}
        </p>
        {out.length > 0 && (
          <p data-testid="left-out">
            Left out, since nothing was entered: {out.map((what) => PURCHASE_WORDS[what]).join('; ')}.
          </p>
        )}
      </div>
      <Kit />
    </aside>
  );
}
