import {
  bodyOf,
  bottleRemaining,
  exposureSince,
  find,
  inkNow,
  slotFor,
  type Context,
  type LedgerState,
} from '../ledger';
import { COVERAGE } from '../quantity';
import { predictUse, type Exposure } from '../usage';

export interface Balance {
  readonly printerId: string;
  /** All in ml. */
  readonly startMl: number;
  readonly addedMl: number;
  readonly printedMl: number;
  readonly cleanedMl: number;
  readonly changesMl: number;
  readonly idleMl: number;
  readonly drawnOutMl: number;
  readonly primedMl: number;
  readonly spiltMl: number;
  readonly onHandMl: number;
  /** What went in less all of the above. */
  readonly gapMl: number;
  /** Expanded uncertainty of the gap, about 95 %. */
  readonly gapU: number;
  /** In words when the gap is beyond its U. */
  readonly named: string | null;
}

/**
 * Ink that went into a printer's cartridges against where it went: `start + added = printed + cleaned + primed + drawn out
 * + on hand`. A gap beyond its U is a leak, evaporation, or a missing entry.
 *
 * @returns undefined when there is no such printer
 */
export function balance(
  context: Context,
  ledger: LedgerState,
  printerId: string,
  at: string,
): Balance | undefined {
  const printer = find(context, 'printer', printerId);
  const state = ledger.printers[printerId];
  if (!printer || !state) return undefined;
  const sum = { start: 0, added: 0, drawn: 0, primed: 0, spilt: 0, onHand: 0, leaked: 0 };
  const open: Record<string, Exposure> = {};
  let variance = 0;
  for (const [cartridgeId, cartridge] of Object.entries(ledger.cartridges)) {
    const body = bodyOf(context, cartridgeId);
    const home = body && slotFor(context, body.cartridge);
    if (home?.printer.id !== printerId) continue;
    const ink = inkNow(context, ledger, cartridgeId, at);
    sum.start += cartridge.startMl ?? 0;
    sum.added += cartridge.addedMl;
    sum.drawn += cartridge.drawnMl;
    sum.primed += cartridge.primedMl;
    sum.spilt += cartridge.spiltMl;
    sum.leaked += cartridge.leakedMl;
    sum.onHand += ink?.value ?? 0;
    variance += (ink?.u ?? 0) ** 2 + cartridge.addedVar;
    // What was never weighed has no ink on the books, so nothing may be taken from it either.
    if (!ink) continue;
    const since = exposureSince(ledger, cartridge, at);
    const slot = (open[home.slot.id] ??= {});
    for (const [feature, amount] of Object.entries(since)) slot[feature] = (slot[feature] ?? 0) + amount;
  }
  let printed = 0;
  let cleaned = 0;
  let changes = 0;
  let idle = 0;
  for (const slot of printer.slots) {
    const slotState = state.slots[slot.id];
    if (!slotState) continue;
    const exposure: Exposure = { ...slotState.closed };
    for (const [feature, amount] of Object.entries(open[slot.id] ?? {}))
      exposure[feature] = (exposure[feature] ?? 0) + amount;
    const part = (keep: (feature: string) => boolean): number => {
      const use = predictUse(
        slotState.model,
        Object.fromEntries(Object.entries(exposure).filter(([feature]) => keep(feature))),
        printer.draws,
      );
      return use.value;
    };
    printed += part((feature) => feature.startsWith('area:'));
    cleaned += part((feature) => ['light', 'deep', 'group', 'recharge'].includes(feature));
    changes += part((feature) => feature === 'change');
    idle += part((feature) => feature === 'idleDay');
    variance += predictUse(slotState.model, exposure, printer.draws).u ** 2;
  }
  const gapMl =
    sum.start +
    sum.added -
    (printed + cleaned + changes + idle + sum.drawn + sum.primed + sum.spilt + sum.onHand);
  const gapU = COVERAGE * Math.sqrt(variance);
  return {
    printerId,
    startMl: sum.start,
    addedMl: sum.added,
    printedMl: printed,
    cleanedMl: cleaned,
    changesMl: changes,
    idleMl: idle,
    drawnOutMl: sum.drawn,
    primedMl: sum.primed,
    spiltMl: sum.spilt,
    onHandMl: sum.onHand,
    gapMl,
    gapU,
    named: nameGap(gapMl, gapU, sum.leaked),
  };
}

function nameGap(gapMl: number, gapU: number, leakedMl: number): string | null {
  if (Math.abs(gapMl) <= gapU) return null;
  if (gapMl < 0)
    return 'more ink left than went in: a fill is missing from the log, or prints were logged twice';
  if (leakedMl > 0.3 * gapMl)
    return `${leakedMl.toFixed(1)} ml leaked while nothing printed; look at plugs, vents and how full they were`;
  return 'ink is missing: prints or cleanings that were not logged, a leak, or evaporation';
}

/** Gap of one bottle between the log and the scale, or null when it was not weighed. */
export function bottleGap(
  context: Context,
  ledger: LedgerState,
  bottleId: string,
): { gapMl: number; gapU: number } | null {
  const content = bottleRemaining(context, ledger, bottleId);
  return content && content.gapMl !== null ? { gapMl: content.gapMl, gapU: COVERAGE * content.gapU } : null;
}
