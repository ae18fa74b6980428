import { exposureDuring, NO_EXPOSURE, positionAt } from '../exposure';
import { gaugeReadingU } from '../gauge';
import { all, counterOf, find, Ledger, modelOf, type Book, timelineIn } from '../ledger';
import { COVERAGE } from '../numeric';
import type { Uncertain } from '../quantity';
import { predictUse, withCount } from '../usage';
import type { Fact, FactKind, Printer } from '../workbook';

export interface ChannelForecast {
  readonly slotId: string;
  readonly useMl: number;
  readonly u: number;
  /** 95 % interval, ml. */
  readonly low: number;
  readonly high: number;
  /** The printer's gain by which it was foretold. */
  readonly gain: number;
  /** Did readings of the printer's gauge enter? */
  readonly byGauge: boolean;
}

export interface UseForecast {
  readonly from: string;
  readonly to: string;
  readonly printers: readonly { readonly id: string; readonly channels: readonly ChannelForecast[] }[];
}

/** Evidence of the ink itself: what a forecast must not see. */
const EVIDENCE: ReadonlySet<FactKind> = new Set(['weighed', 'levelSeen', 'sensorSignalled', 'fadedOrRanDry']);
/** Use below this between a reading and an end of the period leaves them the same moment, ml. */
const SAME_MOMENT_ML = 0.3;

/**
 * What each channel is foretold to draw between two instants: learnt from the facts up to the first, with the prints,
 * cleanings, changes and gauge readings up to the second taken as known, and no evidence of the ink after the first.
 *
 * @param facts of the workbook, in any order
 * @param from and to: UTC instants
 */
export function forecastUse(facts: Iterable<Fact>, from: string, to: string): UseForecast {
  const known = [...facts].filter(
    (fact) => fact.at <= from || (fact.at <= to && !EVIDENCE.has(fact.kind)) || fact.kind === 'defined',
  );
  const ledger = Ledger.from(known);
  return {
    from,
    to,
    printers: all(ledger.context, 'printer').map((printer) => ({
      id: printer.id,
      channels: channelsOf(ledger, ledger.facts, printer, from, to),
    })),
  };
}

function channelsOf(
  book: Book,
  facts: readonly Fact[],
  printer: Printer,
  from: string,
  to: string,
): ChannelForecast[] {
  const model = modelOf(book, printer.id)!;
  const timeline = timelineIn(book.context, book.state, printer.id);
  const counts = countsOf(book, facts, printer, to);
  return printer.slots.map((slot) => {
    const during = (a: string, b: string) =>
      timeline
        ? exposureDuring(timeline, {
            slotId: slot.id,
            fromPosition: positionAt(timeline, a),
            toPosition: positionAt(timeline, b),
            from: a,
            to: b,
          })
        : NO_EXPOSURE;
    const plain = predictUse(model, slot.id, during(from, to));
    const counted = countedIn(
      counts.get(slot.id) ?? [],
      from,
      to,
      (a, b) => predictUse(model, slot.id, during(a, b)).value,
    );
    const use = withCount(plain, counted, counterOf(book, printer.id, slot.id));
    return {
      slotId: slot.id,
      useMl: use.value,
      u: use.u,
      low: Math.max(0, use.value - COVERAGE * use.u),
      high: use.value + COVERAGE * use.u,
      gain: model.gain.value,
      byGauge: counted !== null,
    };
  });
}

interface Count {
  readonly at: string;
  readonly fraction: number;
  readonly u: number;
  readonly chipMl: number;
  /** Readings of one epoch are on one chip's one count. */
  readonly epoch: string;
}

/** The chip's readings in each slot, by slot id, in order of time; a reset or another cartridge begins a new epoch. */
function countsOf(
  book: Book,
  facts: readonly Fact[],
  printer: Printer,
  to: string,
): ReadonlyMap<string, readonly Count[]> {
  const counts = new Map<string, Count[]>();
  const inSlot = new Map<string, string>();
  const epochs = new Map<string, number>();
  const u = gaugeReadingU(printer.gauge);
  const note = (slotId: string, at: string, fraction: number, exact: boolean): void => {
    const cartridgeId = inSlot.get(slotId);
    const chipMl = cartridgeId
      ? (book.state.cartridges.get(cartridgeId)?.chip.volumeMl ??
        find(book.context, 'cartridge', cartridgeId)?.chip?.volumeMl)
      : null;
    if (!cartridgeId || !chipMl) return;
    const list = counts.get(slotId) ?? [];
    list.push({
      at,
      fraction,
      u: exact ? 0 : u,
      chipMl,
      epoch: `${cartridgeId}\n${epochs.get(cartridgeId) ?? 0}`,
    });
    counts.set(slotId, list);
  };
  for (const fact of facts) {
    if (fact.at > to) break;
    switch (fact.kind) {
      case 'installed':
        if (fact.printerId === printer.id)
          for (const { slotId, cartridgeId } of fact.into) {
            if (inSlot.get(slotId) === cartridgeId) continue;
            inSlot.set(slotId, cartridgeId);
            // What was drawn elsewhere was counted too.
            epochs.set(cartridgeId, (epochs.get(cartridgeId) ?? 0) + 1);
          }
        break;
      case 'removed':
        for (const [slotId, cartridgeId] of inSlot)
          if (fact.cartridgeIds.includes(cartridgeId)) inSlot.delete(slotId);
        break;
      case 'chipReset':
      case 'chipReplaced': {
        epochs.set(fact.cartridgeId, (epochs.get(fact.cartridgeId) ?? 0) + 1);
        for (const [slotId, cartridgeId] of inSlot)
          if (cartridgeId === fact.cartridgeId) note(slotId, fact.at, 1, true);
        break;
      }
      case 'gaugeRead':
        if (fact.printerId === printer.id && fact.fraction !== null && fact.because !== 'misread')
          note(fact.slotId, fact.at, fact.fraction, false);
        break;
      default:
        break;
    }
  }
  return counts;
}

/** Counted between the reading nearest to the start and the one nearest to the end, where both lie close enough. */
function countedIn(
  counts: readonly Count[],
  from: string,
  to: string,
  useBetween: (a: string, b: string) => number,
): Uncertain | null {
  const between = (a: string, b: string): number => (a < b ? useBetween(a, b) : useBetween(b, a));
  const first = counts
    .filter((count) => between(count.at, from) < SAME_MOMENT_ML)
    .sort((a, b) => between(a.at, from) - between(b.at, from))[0];
  const last = counts.filter((count) => count.at <= to && between(count.at, to) < SAME_MOMENT_ML).at(-1);
  if (!first || !last || first === last || first.epoch !== last.epoch || last.fraction <= 0) return null;
  return {
    value: (first.fraction - last.fraction) * last.chipMl,
    u: Math.hypot(first.u, last.u) * last.chipMl,
  };
}
