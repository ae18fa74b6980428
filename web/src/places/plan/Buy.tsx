import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link } from 'react-router';
import type { BottleSize, Order } from '@hiraeth/core/plan';
import { useMoney } from '../../state/hooks';
import { day } from '../../parts/dates';
import { orderLine } from './orderLine';

/** What to order by when, soonest first: to look at, to copy, to print. */
export function Buy({ orders }: { readonly orders: readonly Order[] }) {
  const [copied, setCopied] = useState<boolean | null>(null);
  return (
    <div>
      <h2>Order</h2>
      {orders.length === 0 ? (
        <p>
          Nothing to foretell: enter bottles in <Link to="/inks">Inks</Link> and weigh in twice.
        </p>
      ) : (
        <>
          <ul className="plain">
            {orders.map((order) => (
              <li key={`${order.kind}/${order.name}`}>
                <strong>{order.name}</strong>
                {order.kind === 'ink' && `, ${order.volumeMl.toFixed(0)} ml`}, by {day(order.by)}
                <div className="soft small">
                  {order.kind === 'ink' && (
                    <>
                      {order.leftMl.toFixed(0)} ml left, {order.perMonthMl.toFixed(0)} ml a month
                      {order.sizes.length > 1 && <Sizes sizes={order.sizes} />}
                    </>
                  )}
                  {order.kind === 'chips' && `${order.left} left, ${order.perMonth.toFixed(1)} a month`}
                  {order.kind === 'again' && `bought every ${order.everyDays} days`}
                </div>
              </li>
            ))}
          </ul>
          <div className="row no-print">
            <Button
              size="small"
              onClick={() =>
                void navigator.clipboard.writeText(orders.map(orderLine).join('\n')).then(
                  () => setCopied(true),
                  () => setCopied(false),
                )
              }
            >
              Copy the list
            </Button>
            <Button size="small" component={Link} to="/plan/orders">
              On paper
            </Button>
            <span role="status" className="soft small">
              {copied === true && 'copied'}
              {copied === false && 'The browser did not let it copy: take it from “On paper”.'}
            </span>
          </div>
        </>
      )}
    </div>
  );
}

function Sizes({ sizes }: { readonly sizes: readonly BottleSize[] }) {
  const money = useMoney();
  return (
    <div>
      {sizes
        .map(
          ({ volumeMl, minorPerMl, months }) =>
            `${volumeMl.toFixed(0)} ml: ${minorPerMl === null ? 'price not known' : `${money(minorPerMl, 3)} a ml`}, lasts ${months < 1.5 ? 'a month' : `${Math.round(months)} months`}`,
        )
        .join('; ')}
    </div>
  );
}
