import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { periodCost } from '@hiraeth/core/cost';
import { settingsOf } from '@hiraeth/core/ledger';
import { useHour, useLedger } from '../../state/hooks';
import { Pick } from '../../parts/fields';
import { Leaves } from '../../parts/Leaves';
import { useLeaf } from '../../parts/useLeaf';
import { PrinterPick, usePrinter } from '../../parts/PrinterPick';
import { About } from './About';
import { Figures, Lead } from './Answer';
import { BySubject } from './BySubject';
import { Edition } from './Edition';
import { Kit } from './Kit';
import { OverTime } from './OverTime';
import { SinceLastMonth } from './SinceLastMonth';
import { Causes, Levers, Months, PaidBack } from './Period';
import { PERIODS, spanOf, type PeriodKey } from './periods';
import { Sums } from './Sums';
import { WhatIf } from './WhatIf';
import { WhereItGoes } from './WhereItGoes';
import { WorthIt } from './WorthIt';

/** What a print really costs, refill against original: the answer on the first leaf, and what stands behind it on the others. */
export default function Cost() {
  const ledger = useLedger();
  const at = useHour();
  const leaf = useLeaf('/cost');
  const id = usePrinter()?.id ?? '';
  const [period, setPeriod] = useState<PeriodKey>('all');
  // One period, one instant: every sum on the page is cut from the same account.
  const found = useMemo(() => {
    const [from, to] = spanOf(period, at);
    return periodCost(ledger, id, from, to);
  }, [ledger, id, period, at]);
  const printed = (ledger.state.printers.get(id)?.jobs ?? 0) > 0;
  const whole = period === 'all';
  if (!found || !printed || (whole && !found.cost.inkKnown))
    return (
      <div className="stack">
        <h1>Cost</h1>
        <PrinterPick past />
        <p>
          A cost needs a printer, a bottle with a price, a cartridge that was weighed twice, and the prints
          between. Log what you print in <Link to="/prints">Prints</Link>, and weigh in now and then.
        </p>
        <Kit />
        <WorthIt />
      </div>
    );
  const { cost } = found;
  const { currency } = settingsOf(ledger.context);
  return (
    <div className={leaf === null ? 'sheet' : undefined}>
      <div>
        <div className="row headline">
          <h1>Cost</h1>
          <PrinterPick past />
          {/* An edition goes by all so far. */}
          {leaf !== 'edition' && (
            <Pick<PeriodKey> label="Period" value={period} options={PERIODS} onPick={setPeriod} />
          )}
          <Button className="no-print" onClick={() => window.print()}>
            Print this page
          </Button>
        </div>
        <Leaves of="/cost" />
        {leaf === null && <Lead found={found} whole={whole} />}
        {leaf === null ? (
          <>
            <Figures found={found} whole={whole} />
            <OverTime months={found.months} payback={found.payback} currency={currency} />
          </>
        ) : leaf === 'sums' ? (
          <Sums found={found} whole={whole} />
        ) : leaf === 'where' ? (
          <>
            <WhereItGoes cost={cost} causes={found.causes} />
            <Causes causes={found.causes} />
          </>
        ) : leaf === 'months' ? (
          <>
            <SinceLastMonth printerId={id} at={at} />
            <OverTime months={found.months} payback={found.payback} currency={currency} />
            <Months found={found} />
          </>
        ) : leaf === 'subjects' ? (
          <BySubject cost={cost} />
        ) : leaf === 'edition' ? (
          <Edition printerId={id} at={at} />
        ) : (
          <>
            <PaidBack payback={found.payback} />
            <WhatIf cost={cost} />
            <Levers cost={cost} />
          </>
        )}
      </div>
      {leaf === null && <About cost={cost} />}
    </div>
  );
}
