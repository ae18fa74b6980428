import { lastMovedAt, slotFor, cartridgeOf, composition, find, inkNow, mixesOf, type Book } from '../ledger';
import { daysBetween } from '../time';
import { DUE, DRY_ML } from '../workbook';
import { CONSTRUCTION_DATA, noAir } from '../bench';
import { atReserve } from '../usage';
/** What a person sees (practice 11). */
export const TROUBLES = [
  'blankAfterRefill',
  'fadesAfterSheets',
  'drips',
  'noUptake',
  'coloursDrift',
  'notSeen',
  'gaugeFineOutputFails',
  'oneMissing',
  'sensorLamps',
] as const;
export type Trouble = (typeof TROUBLES)[number];

export type TroubleCause =
  | 'notPrimed'
  | 'ventShut'
  | 'ventBlocked'
  | 'emptyWell'
  | 'tooFull'
  | 'plugProud'
  | 'wet'
  | 'driedInk'
  | 'mixedInks'
  | 'unshaken'
  | 'newLot'
  | 'dirtyContacts'
  | 'chipProud'
  | 'chipSaysEmpty'
  | 'reallyEmpty'
  | 'clogged'
  | 'sensorFault';

/** One likely cause, and what the log says of it: that it is so, that it is not, or nothing. */
export interface CauseFound {
  readonly cause: TroubleCause;
  readonly byLog: 'yes' | 'no' | 'unknown';
}

const CAUSES: Readonly<Record<Trouble, readonly TroubleCause[]>> = {
  blankAfterRefill: ['notPrimed', 'ventShut', 'reallyEmpty'],
  fadesAfterSheets: ['ventShut', 'ventBlocked', 'emptyWell', 'reallyEmpty'],
  drips: ['plugProud', 'tooFull'],
  noUptake: ['wet', 'driedInk'],
  coloursDrift: ['mixedInks', 'newLot', 'unshaken'],
  notSeen: ['chipSaysEmpty', 'dirtyContacts', 'chipProud'],
  gaugeFineOutputFails: ['reallyEmpty', 'ventBlocked'],
  oneMissing: ['reallyEmpty', 'clogged', 'ventShut'],
  sensorLamps: ['sensorFault'],
};

const MIXED = 0.05;
const RANK = { yes: 0, unknown: 1, no: 2 } as const;

/**
 * From what is seen to its likely causes: those that the log confirms first, those it rules out last.
 *
 * @param cartridgeId whose trouble it is; null: not known
 * @param at UTC instant
 */
export function troubleCauses(
  book: Book,
  cartridgeId: string | null,
  seen: Trouble,
  at: string,
): CauseFound[] {
  return CAUSES[seen]
    .map((cause): CauseFound => ({
      cause,
      byLog: cartridgeId ? byLog(book, cartridgeId, cause, at) : 'unknown',
    }))
    .sort((a, b) => RANK[a.byLog] - RANK[b.byLog]);
}

function byLog(book: Book, cartridgeId: string, cause: TroubleCause, at: string): CauseFound['byLog'] {
  const state = cartridgeOf(book, cartridgeId);
  const cartridge = find(book.context, 'cartridge', cartridgeId);
  const type = find(book.context, 'cartridgeType', cartridge?.typeId);
  if (!state || !cartridge || !type) return 'unknown';
  const { ports } = state;
  const ink = inkNow(book, cartridgeId, at);
  const is = (known: boolean | undefined): CauseFound['byLog'] =>
    known === undefined ? 'unknown' : known ? 'yes' : 'no';
  const lots = mixesOf(book, cartridgeId, at).flatMap(composition);
  const inks = new Set(
    lots
      .filter(({ fraction }) => fraction > MIXED)
      .map(({ lot }) => find(book.context, 'bottle', lot)?.inkId ?? lot),
  );
  switch (cause) {
    case 'notPrimed':
      return is(ports.primed === undefined ? undefined : !ports.primed);
    case 'ventShut':
      if (noAir(ports, type.construction)) return 'yes';
      return CONSTRUCTION_DATA[type.construction].vent && ports.vent === undefined ? 'unknown' : 'no';
    case 'emptyWell':
      return CONSTRUCTION_DATA[type.construction].head ? 'unknown' : 'no';
    case 'plugProud':
      return is(ports.plug === undefined || ports.plug === 'in' ? undefined : ports.plug === 'out');
    case 'tooFull':
      return state.lastWeighed
        ? is(state.lastWeighed.massG.value > (cartridge.maxG ?? type.maxG))
        : 'unknown';
    case 'wet':
      return is((state.wetMl ?? 0) > DRY_ML);
    case 'driedInk':
      return is(state.ranDry > 0 ? true : undefined);
    case 'mixedInks':
      return is(lots.length === 0 ? undefined : inks.size > 1);
    case 'newLot':
      return is(
        lots.length === 0 ? undefined : lots.filter(({ fraction }) => fraction > MIXED).length > inks.size,
      );
    case 'unshaken': {
      if (cartridge.inkClass !== 'pigment') return 'no';
      const moved = lastMovedAt(state);
      const rest = slotFor(book.context, cartridge)?.printer.agitateDays ?? DUE.agitateDays;
      return moved === null ? 'unknown' : is(daysBetween(moved, at) > rest);
    }
    case 'chipSaysEmpty':
      return state.chip.machine.strategy === 'selfResetting'
        ? is(state.chip.machine.phase === 'stopped')
        : 'no';
    case 'reallyEmpty':
      return ink ? is(atReserve(ink, type.reserveMl)) : 'unknown';
    case 'clogged':
      return ink ? is(atReserve(ink, type.reserveMl) ? undefined : true) : 'unknown';
    case 'ventBlocked':
    case 'dirtyContacts':
    case 'chipProud':
    case 'sensorFault':
      return 'unknown';
  }
}
