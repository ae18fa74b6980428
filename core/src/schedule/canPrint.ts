import { find, inkNow, bodyOf, type Ledger } from '../ledger';
import type { Uncertain } from '../quantity';
import { predictUse, runsDry } from '../usage';

export interface JobForecast {
  /** Probability that at least the worst channel reaches its reserve. */
  readonly worst: { readonly slotId: string; readonly name: string; readonly probability: number } | null;
  readonly channels: readonly {
    readonly slotId: string;
    readonly name: string;
    readonly use: Uncertain;
    readonly left: Uncertain | null;
    readonly probability: number | null;
  }[];
}

/**
 * Can this job be printed with the ink that is really there?
 *
 * @param job printer, subject, copies and size of one copy in mm
 * @param at UTC instant
 * @returns use, ink left afterwards and the probability of reaching the reserve, for each channel
 */
export function canPrint(
  ledger: Ledger,
  job: {
    readonly printerId: string;
    readonly subjectId: string;
    readonly copies: number;
    readonly widthMm: number;
    readonly heightMm: number;
  },
  at: string,
): JobForecast {
  const printer = find(ledger.context, 'printer', job.printerId);
  const state = ledger.state.printers[job.printerId];
  const area = (job.copies * job.widthMm * job.heightMm) / 10_000;
  const channels = (printer?.slots ?? []).map((slot) => {
    const slotState = state?.slots[slot.id];
    const body = slotState?.cartridgeId ? bodyOf(ledger.context, slotState.cartridgeId) : undefined;
    const ink = slotState?.cartridgeId
      ? inkNow(ledger.context, ledger.state, slotState.cartridgeId, at)
      : null;
    const use =
      slotState && printer
        ? predictUse(slotState.model, { [`area:${job.subjectId}`]: area }, printer.draws)
        : { value: 0, u: 0 };
    return {
      slotId: slot.id,
      name: slot.name,
      use,
      left: ink ? { value: ink.value - use.value, u: Math.hypot(ink.u, use.u) } : null,
      probability: ink && body ? runsDry(ink, body.type.reserveMl, use) : null,
    };
  });
  const known = channels.filter((channel) => channel.probability !== null);
  const worst = known.reduce<(typeof known)[number] | null>(
    (a, b) => (a && a.probability! >= b.probability! ? a : b),
    null,
  );
  return {
    worst: worst ? { slotId: worst.slotId, name: worst.name, probability: worst.probability! } : null,
    channels,
  };
}
