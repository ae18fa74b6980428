import { Link } from 'react-router';
import type { InkSupply, PrinterPlan } from '@hiraeth/core';
import { day } from '../../parts/dates';

/** What to order by when, soonest first. */
export function Buy({
  plan,
  supplies,
}: {
  readonly plan: PrinterPlan;
  readonly supplies: readonly InkSupply[];
}) {
  const nameOf = (inkId: string): string => supplies.find(({ ink }) => ink.id === inkId)?.ink.name ?? inkId;
  return (
    <div>
      <h2>Order ink</h2>
      {plan.buy.length === 0 ? (
        <p>
          Nothing to foretell: enter bottles in <Link to="/inks">Inks</Link> and weigh in twice.
        </p>
      ) : (
        <ul className="plain">
          {plan.buy.map((item) => (
            <li key={item.inkId}>
              <strong>{nameOf(item.inkId)}</strong>, {item.volumeMl.toFixed(0)} ml, by {day(item.by)}
              <div className="soft small">
                {item.leftMl.toFixed(0)} ml left, {item.perMonthMl.toFixed(0)} ml a month
              </div>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
