import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import {
  MINUTES,
  PLAN_DEFAULTS,
  planBasis,
  planFrom,
  RHYTHM_DAYS,
  type ForecastBy,
  type PlanBasis,
  type PrinterPlan,
} from '@hiraeth/core/plan';
import type { Printer } from '@hiraeth/core/workbook';
import { useHour, useLedger } from '../../state/hooks';
import { Big } from '../../parts/Big';
import { day } from '../../parts/dates';
import { Leaves } from '../../parts/Leaves';
import { useLeaf } from '../../parts/useLeaf';
import { PrinterPick, usePrinter } from '../../parts/PrinterPick';
import { Term } from '../../parts/Term';
import { Ahead } from './Ahead';
import { Buy } from './Buy';
import { Doses } from './Doses';
import { DueList } from './DueList';
import { Fan } from './Fan';
import { Foretold } from './Foretold';
import { Lives } from './Lives';
import { Policies } from './Policies';
import { SecondSetPanel } from './SecondSetPanel';
import { Sittings } from './Sittings';
import { useSimulated } from './useSimulated';
import { Weighing } from './Weighing';

/** What the printer will need and when, what to order, and what each way of changing its cartridges costs. */
export default function Plan() {
  const ledger = useLedger();
  const at = useHour();
  const leaf = useLeaf('/plan');
  const printer = usePrinter();
  const [by, setBy] = useState<ForecastBy>('both');
  const [risk, setRisk] = useState(PLAN_DEFAULTS.allowedRisk);
  const basis = useMemo(
    () => printer && planBasis(ledger, printer.id, at, { ...PLAN_DEFAULTS, by, allowedRisk: risk }),
    [ledger, printer, at, by, risk],
  );
  const simulated = useSimulated(basis);
  if (!printer)
    return (
      <div className="stack">
        <h1>Plan</h1>
        <p>First set up a printer: then this says when to top up, and what to order.</p>
        <div>
          <Button variant="contained" component={Link} to="/set-up">
            Set up a printer
          </Button>
        </div>
      </div>
    );
  if (!basis || basis.notKnown === 'noRhythm')
    return (
      <div className="stack">
        <h1>Plan</h1>
        <PrinterPick />
        <p>
          A plan goes by how the printer is used: it begins two weeks after its first entry in{' '}
          <Link to="/prints">Prints</Link>, and gets sharper with every <Link to="/weigh-in">weigh-in</Link>.
        </p>
        <DueList />
      </div>
    );
  const plan = planFrom(basis, simulated.results);
  return (
    <div className="sheet">
      <div>
        <div className="row headline">
          <h1>Plan</h1>
          <PrinterPick />
        </div>
        <Leaves of="/plan" />
        {leaf === null && <FirstReserve printer={printer} basis={basis} by={by} at={at} />}
        {leaf === null ? (
          <>
            <DueList />
            <Sittings printer={printer} at={at} />
          </>
        ) : leaf === 'ahead' ? (
          <>
            <Ahead printer={printer} basis={basis} by={by} onBy={setBy} />
            <Fan printer={printer} basis={basis} by={by} />
          </>
        ) : leaf === 'ways' ? (
          <>
            <Policies plan={plan} printer={printer} simulated={simulated} risk={risk} onRisk={setRisk} />
            <SecondSetPanel plan={plan} printer={printer} />
            <Doses key={printer.id} printer={printer} at={at} />
          </>
        ) : (
          <Weighing printer={printer} at={at} />
        )}
      </div>
      <aside>
        {leaf === null && (
          <>
            <Buy orders={[...plan.buy, ...plan.alsoBuy]} />
            <Pad pad={plan.pad} />
            <Lives printer={printer} />
          </>
        )}
        {(leaf === null || leaf === 'weighing') && <Foretold ledger={ledger} printerId={printer.id} />}
        {(leaf === 'ahead' || leaf === 'ways') && <GoesBy risk={risk} />}
      </aside>
    </div>
  );
}

/** Which cartridge comes to its reserve first, and when. */
function FirstReserve({
  printer,
  basis,
  by,
  at,
}: {
  readonly printer: Printer;
  readonly basis: PlanBasis;
  readonly by: ForecastBy;
  readonly at: string;
}) {
  const first = [...basis.reserveAt]
    .filter(({ median }) => median !== null)
    .sort((a, b) => (a.median! < b.median! ? -1 : 1))[0];
  const slot = printer.slots.find(({ id }) => id === first?.slotId);
  const unknown = basis.reserveAt.filter(({ notKnown }) => notKnown !== null).length;
  return (
    <div className="lead" style={{ paddingTop: 12 }}>
      <Big
        text={first ? dateOf(first.median!, at) : 'Not known'}
        of={slot ? `${slot.name}${unknown > 0 ? ', of what is known' : ''}` : ''}
        testId="first-reserve"
      />
      <p>
        {first ? (
          <>
            The first to come to its <Term of="reserve" />, {BY_WORDS[by]}:{' '}
            {first.median === at
              ? 'nothing should be printed before it is seen to.'
              : `nine times in ten between ${first.low ? day(first.low) : 'now'} and ${first.high ? day(first.high) : 'later'}.`}
          </>
        ) : (
          <>
            No cartridge in it was weighed yet, or so little is used that none comes to its reserve:{' '}
            <Link to="/weigh-in">weigh in</Link> to see when.
          </>
        )}
        {unknown > 0 &&
          ` How far ${unknown === 1 ? 'one channel goes' : `${unknown} channels go`} is not known: see the months ahead.`}
      </p>
    </div>
  );
}

function Pad({ pad }: { readonly pad: PrinterPlan['pad'] }) {
  return (
    <div>
      <h2>Waste pad</h2>
      <p>
        {pad.inMl.toFixed(0)} ml since it was last emptied
        {pad.capacityMl === null
          ? '. Enter what it holds in the workbook to see when it is full.'
          : ` of ${pad.capacityMl.toFixed(0)} ml${pad.fullAt ? `; full about ${day(pad.fullAt)}` : ''}. A qualified technician renews it.`}
      </p>
    </div>
  );
}

function GoesBy({ risk }: { readonly risk: number }) {
  return (
    <div>
      <h2>What it goes by</h2>
      <p>
        The printer’s own days, at most the last {RHYTHM_DAYS}, drawn a week at a time; what it learnt from
        weigh-ins, with its doubt; and how much the pictures of a kind differ. A cartridge is changed or
        topped up early enough that a line runs dry in no more than {100 * risk} % of years. {MINUTES.fill}{' '}
        minutes for a refill, {MINUTES.routine} for each time the printer is opened.
      </p>
    </div>
  );
}

const BY_WORDS: Record<ForecastBy, string> = {
  rhythm: `at the rhythm of its last ${RHYTHM_DAYS} days`,
  both: `at the rhythm of its last ${RHYTHM_DAYS} days and with what is planned`,
  jobs: 'with what is planned alone',
};

const dateOf = (iso: string, at: string): string => (iso === at ? 'Now' : day(iso));
