import { all, bottleRemaining, find } from '../../ledger';
import { ordersFor } from '../../plan';
import { densityByFills } from '../../prepare';
import { MONTH_MS } from '../../time';
import { DUE } from '../../workbook';
import type { Rule } from '../found';

/** One that is nearly empty will be used up before it is too old. */
const NEARLY_EMPTY = 0.1;

/** Syringe, scale and bottles say that an ink is heavier or lighter than what is reckoned with. */
export const densities: Rule = ({ book, now }) =>
  all(book.context, 'ink').flatMap(({ id, name }) => {
    const found = densityByFills(book, id);
    return found?.isOff
      ? [
          {
            code: 'density',
            subject: { kind: 'ink', id, name },
            dueMs: now,
            doneBy: ['densityMeasured', 'defined'],
            figure: found.told.value / found.stated.value - 1,
          },
        ]
      : [];
  });

/** Ink ages once its bottle is open. */
export const oldBottles: Rule = ({ book, now }) =>
  all(book.context, 'bottle').flatMap((bottle) => {
    const state = book.state.bottles.get(bottle.id);
    if (!state?.openedAt || state.retired) return [];
    if (bottleRemaining(book, bottle.id)!.now.value < NEARLY_EMPTY * bottle.volumeMl) return [];
    const opened = Date.parse(state.openedAt);
    return [
      {
        code: 'bottleOld',
        subject: {
          kind: 'bottle',
          id: bottle.id,
          name: `${find(book.context, 'ink', bottle.inkId)?.name ?? bottle.id}, ${bottle.lot || 'no lot'}`,
        },
        dueMs: opened + DUE.bottleMonths * MONTH_MS,
        doneBy: ['retired'],
        figure: (now - opened) / MONTH_MS,
      },
    ];
  });

/** What runs out before it would come. */
export const orders: Rule = ({ book, at }) =>
  ordersFor(book, at).map((order) => ({
    code: 'order',
    subject: { kind: 'ink', id: order.kind === 'ink' ? order.inkId : order.name, name: order.name },
    dueMs: Date.parse(order.by),
    doneBy: ['purchased'],
    figure: order.kind === 'ink' ? order.volumeMl : null,
  }));
