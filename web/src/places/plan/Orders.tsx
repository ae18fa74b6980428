import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { ordersFor } from '@hiraeth/core/plan';
import { settingsOf } from '@hiraeth/core/ledger';
import { useHour, useLedger } from '../../state/hooks';
import { day } from '../../parts/dates';
import { orderLine } from './orderLine';

/** What to order, of all printers, on one page to be printed. */
export default function Orders() {
  const ledger = useLedger();
  const at = useHour();
  const orders = ordersFor(ledger, at);
  return (
    <div className="paper">
      <div className="row no-print" style={{ justifyContent: 'space-between' }}>
        <Link to="/plan">Back to the plan</Link>
        <Button variant="contained" disabled={orders.length === 0} onClick={() => window.print()}>
          Print the list
        </Button>
      </div>
      <h1>To order</h1>
      <p className="soft">
        {settingsOf(ledger.context).name}, {day(at)}
      </p>
      {orders.length === 0 ? (
        <p>Nothing: no ink was used for long enough to say when it runs out.</p>
      ) : (
        <ul>
          {orders.map((order) => (
            <li key={`${order.kind}/${order.name}`}>{orderLine(order)}</li>
          ))}
        </ul>
      )}
    </div>
  );
}
