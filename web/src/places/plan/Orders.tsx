import { ordersFor } from '@hiraeth/core/plan';
import { settingsOf } from '@hiraeth/core/ledger';
import { useHour, useLedger } from '../../state/hooks';
import { day } from '../../parts/dates';
import { orderLine } from './orderLine';
import { PrintSheet } from '../../parts/PrintSheet';

/** What to order, of all printers, on one page to be printed. */
export default function Orders() {
  const ledger = useLedger();
  const at = useHour();
  const orders = ordersFor(ledger, at);
  return (
    <PrintSheet
      back={{ to: '/plan', words: 'Back to the plan' }}
      print="Print the list"
      canPrint={orders.length > 0}
    >
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
    </PrintSheet>
  );
}
