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

/** What one print of each kind of picture costs, in a size. */
export function BySubject({ cost }: { readonly cost: PrinterCost }) {
  const ledger = useLedger();
  const money = useMoney();
  const interval = useMoneyInterval();
  const [size, setSize] = useState<SizeKey>('297x420');
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
          <table className="lines">
            <thead>
              <tr>
                <th>Kind of picture</th>
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
