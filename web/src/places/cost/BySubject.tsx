import { areaDm2 } from '@hiraeth/core/area';
import { useState } from 'react';
import { Link } from 'react-router';
import { printCost, type PrintCost, type PrinterCost } from '@hiraeth/core/cost';
import { all } from '@hiraeth/core/ledger';
import { COVERAGE } from '@hiraeth/core/numeric';
import { formatUncertain } from '@hiraeth/core/quantity';
import { useLedger, useMoney, useMoneyInterval } from '../../state/hooks';
import { Pick } from '../../parts/fields';
import { SIZES, sizeOf, type SizeKey } from '../../parts/sizes';
import { Lines } from '../../parts/Lines';

/** What one print of each kind of picture costs, in a size. */
export function BySubject({ cost }: { readonly cost: PrinterCost }) {
  const ledger = useLedger();
  const money = useMoney();
  const interval = useMoneyInterval();
  const [size, setSize] = useState<SizeKey>('297x420');
  const rows = all(ledger.context, 'subject')
    .filter((subject) => cost.printed.some((area) => area.subjectId === subject.id))
    .map((subject) => ({ subject, one: printCost(ledger, cost, subject.id, dm2Of(size)) }));
  /** Nineteen single prints in twenty lie within. */
  const singleRange = ({ refill, single }: PrintCost): string =>
    refill === null || single === null
      ? '–'
      : `${money(Math.max(0, refill.value - COVERAGE * single))} to ${money(refill.value + COVERAGE * single)}`;
  return (
    <>
      <section className="section">
        <header>
          <h2>One print, by kind of picture</h2>
          <Pick<SizeKey>
            label="Size"
            value={size}
            options={SIZES.filter((s) => s.value !== 'own')}
            onPick={setSize}
          />
        </header>
        <div className="scrollx">
          <Lines
            columns={[
              { head: 'Kind of picture', of: ({ subject }) => subject.name },
              { head: 'Ink', n: true, of: ({ one }) => formatUncertain(one.ml, 'ml') },
              { head: 'Refilled', n: true, of: ({ one }) => interval(one.refill) },
              { head: 'A single one', n: true, of: ({ one }) => singleRange(one), tone: 'soft' },
              { head: 'Originals', n: true, of: ({ one }) => interval(one.original) },
            ]}
            rows={rows}
            keyOf={({ subject }) => subject.id}
          />
        </div>
      </section>
      <p className="small">
        What each job in the log took and cost stands <Link to="/prints/log">with the job</Link>.
      </p>
    </>
  );
}

const dm2Of = (size: SizeKey): number => {
  const area = sizeOf(size)!;
  return areaDm2(area);
};
