import { cartridgeView, restEnds, type CartridgeView } from '../../advice';
import { all, hasScale, lastMovedAt, slotFor } from '../../ledger';
import { DAY_MS } from '../../time';
import { DUE } from '../../workbook';
import { ofCartridge, type Asked, type Rule } from '../found';

/** One standard uncertainty of an empty mass that nobody weighed, g. */
const GUESSED_G = 0.3;

/** So long after its rest a mass is asked for, days: later it is weighed with all others, or when it goes in. */
const ASKED_DAYS = 7;

/** Cartridges in use that hold ink, not water. */
const inUse = ({ book, at }: Asked): readonly CartridgeView[] =>
  all(book.context, 'cartridge').flatMap(({ id }) => {
    const view = cartridgeView(book, id, at);
    return view && !view.state.retired && view.wetMl === null ? [view] : [];
  });

/** What rested after its fill is weighed: its honest full mass. One that nobody ever weighs is left alone. */
export const rested: Rule = (asked) =>
  (hasScale(asked.book) ? inUse(asked) : []).flatMap((view) => {
    const { lastWeighed, lastFillAt } = view.state;
    const ends = restEnds(view.state, view.body.type);
    if (ends === null || !lastWeighed || !lastFillAt) return [];
    const isDone =
      lastWeighed.at >= ends || (lastWeighed.purpose === 'rested' && lastWeighed.at >= lastFillAt);
    return isDone || asked.now > Date.parse(ends) + ASKED_DAYS * DAY_MS
      ? []
      : [
          {
            code: 'rested',
            subject: ofCartridge(asked.book, view),
            dueMs: Date.parse(ends),
            doneBy: ['weighed', 'installed'],
          },
        ];
  });

/** Pigment settles in what stands. */
export const agitated: Rule = (asked) =>
  inUse(asked).flatMap((view) => {
    const { cartridge } = view.body;
    const moved = lastMovedAt(view.state);
    const holds = view.state.seat !== null || (view.ink !== null && view.ink.value > view.reserveMl);
    if (cartridge.inkClass !== 'pigment' || !moved || !holds) return [];
    const days = slotFor(asked.book.context, cartridge)?.printer.agitateDays ?? DUE.agitateDays;
    return [
      {
        code: 'agitate',
        subject: ofCartridge(asked.book, view),
        dueMs: Date.parse(moved) + days * DAY_MS,
        doneBy: ['agitated', 'filled', 'weighed'],
        figure: (asked.now - Date.parse(moved)) / DAY_MS,
      },
    ];
  });

/** One of a kind weighed empty and dry ends its guess; it speaks for its like. */
export const emptyMasses: Rule = ({ book, book: { context, state }, now }) =>
  // Nobody can weigh it without a scale.
  (hasScale(book) ? all(context, 'cartridgeType') : []).flatMap((type) => {
    if (type.emptyG.u < GUESSED_G) return [];
    const own = all(context, 'cartridge').filter(
      ({ id, typeId }) => typeId === type.id && !state.cartridges.get(id)?.retired,
    );
    const [first] = own;
    if (!first || own.some(({ emptyG }) => emptyG !== null)) return [];
    return [
      {
        code: 'weighEmpty',
        subject: { kind: 'cartridge', id: first.id, name: type.name },
        dueMs: now,
        doneBy: ['defined'],
        figure: type.emptyG.u,
      },
    ];
  });
