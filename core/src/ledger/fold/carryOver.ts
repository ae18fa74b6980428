import { append, emptyLog, listOf, type Log } from '../../exposure';
import type { FactOf } from '../../workbook';
import { find } from '../define/context';
import type { Fold } from './Fold';
import { mixOfLots } from './mixes';
import type { CartridgeState, Known, ProfileLine } from './state';

type Carried = FactOf<'carriedOver'>;

/**
 * The balances with which a workbook begins that goes on from a closed one. They hold absolutely: joined with what came before
 * them, nothing counts twice.
 */
export function carryOver(fold: Fold, fact: Carried): void {
  const { state } = fold;
  state.begins = { at: fact.at, closed: fact.closed };
  for (const one of fact.printers) {
    const printer = fold.printer(one.printerId);
    if (!printer) continue;
    for (const slot of printer.slots.values()) slot.cartridgeId = null;
    printer.padPosition = printer.timeline.length;
    printer.padBeforeMl = one.padMl;
    printer.savedBeforeMinor = one.savedMinor;
    printer.lastPrintAt = one.lastPrintAt;
    printer.movedAt = one.movedAt;
    printer.blackInLine = one.blackInLine;
    printer.firstAt = one.lastPrintAt && fact.at;
    printer.profiles = profilesAs(printer.profiles, one.profiles);
  }
  for (const one of fact.cartridges) {
    const cartridge = fold.cartridge(one.cartridgeId);
    if (!cartridge) continue;
    Object.assign(cartridge, standing(one), { known: known(cartridge, one, fact.at) });
    if (one.seat) seat(fold, cartridge, one.cartridgeId, one.seat, fact.at);
  }
  for (const one of fact.bottles) {
    if (!find(fold.context, 'bottle', one.bottleId)) continue;
    const bottle = fold.bottle(one.bottleId);
    bottle.outMl = one.outMl.value;
    bottle.outVar = one.outMl.u ** 2;
    bottle.spiltMl = one.spiltMl;
    bottle.lost = emptyLog();
    bottle.openedAt = one.openedAt;
    bottle.firstFilledAt = one.firstFilledAt;
    bottle.weighed = one.weighed;
    bottle.firstWeighed = one.firstWeighed;
  }
  for (const { plannedId, printed } of fact.planned)
    state.planned.set(plannedId, { job: state.planned.get(plannedId)?.job ?? null, printed });
}

/** What was in the channels when a profile was made is told by who was there. */
function profilesAs(
  profiles: Log<ProfileLine>,
  told: Carried['printers'][number]['profiles'],
): Log<ProfileLine> {
  const insides = new Map(told.map(({ profileId, inside }) => [profileId, inside]));
  let known = emptyLog<ProfileLine>();
  for (const profile of listOf(profiles)) {
    const inside = insides.get(profile.factId);
    known = append(
      known,
      inside
        ? { ...profile, inside: new Map(inside.map(({ slotId, mixes }) => [slotId, mixes.map(mixOfLots)])) }
        : profile,
    );
  }
  return known;
}

const standing = (one: Carried['cartridges'][number]): Partial<CartridgeState> => ({
  happenings: emptyLog(),
  seat: null,
  installedAt: null,
  outSince: one.outSince,
  lastWeighed: one.weighed,
  wetMl: one.wetMl,
  fills: one.fills,
  lastRun: null,
  lastFillAt: one.lastFillAt,
  head: one.head,
  restedG: one.restedG,
  ranDry: one.ranDry,
  ports: one.ports,
  gauge: one.gauge,
  chip: one.chip,
  signal: one.signal,
  rejected: one.rejected,
  agitatedAt: one.agitatedAt,
});

function known(
  { known: before }: CartridgeState,
  { ink, mixes }: Carried['cartridges'][number],
  at: string,
): Known {
  return {
    ...before,
    at,
    ...(ink
      ? {
          belief: {
            ml: ink.ml,
            tareMl: ink.tareMl,
            inkVar: ink.u ** 2,
            tareVar: ink.tareU ** 2,
            cov: ink.together,
          },
          source: 'weighed' as const,
        }
      : {}),
    mixes: mixes.map(mixOfLots),
    reading: null,
    read: null,
  };
}

/** It stands where it stood: nothing was changed, and nothing drawn for it. */
function seat(
  fold: Fold,
  cartridge: CartridgeState,
  cartridgeId: string,
  { printerId, slotId, since }: NonNullable<Carried['cartridges'][number]['seat']>,
  at: string,
): void {
  const printer = fold.printer(printerId);
  const slot = printer?.slots.get(slotId);
  if (!printer || !slot) return;
  slot.cartridgeId = cartridgeId;
  cartridge.seat = { printerId, slotId, position: printer.timeline.length, at };
  cartridge.installedAt = since;
  cartridge.lastSeat = { printerId, slotId };
  if (!cartridge.printerIds.includes(printerId)) cartridge.printerIds = [...cartridge.printerIds, printerId];
}
