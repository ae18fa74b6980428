import type { Order } from '@hiraeth/core/plan';
import { day } from '../../parts/dates';

/** One line of an order list, as text. */
export const orderLine = (order: Order): string =>
  `${order.name}${order.kind === 'ink' ? `, ${order.volumeMl.toFixed(0)} ml` : ''}: by ${day(order.by)}`;
