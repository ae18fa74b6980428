import { DAY_MS } from '../time';
import type { InkOrder, Order } from './ordersFor';
import type { PlanBasis, PolicyBar } from './planBasis';
import type { PolicyCode } from '../workbook';
import type { PolicyResult } from './policyInput';

export interface PlannedPolicy extends PolicyResult {
  readonly bar: PolicyBar | null;
}

export interface PrinterPlan {
  readonly id: string;
  readonly forecast: PlanBasis['forecast'];
  readonly reserveAt: PlanBasis['reserveAt'];
  /** Empty while there is no rhythm to go by. */
  readonly policies: readonly PlannedPolicy[];
  /** The cheapest that is open, in money and time, with a dry risk no more than allowed; null when none is known. */
  readonly best: PolicyCode | null;
  readonly buy: readonly InkOrder[];
  readonly alsoBuy: readonly Order[];
  readonly pad: { readonly inMl: number; readonly capacityMl: number | null; readonly fullAt: string | null };
  readonly notKnown: PlanBasis['notKnown'];
}

/** A minute of one's own work, in minor units, to weigh time against ink; only to choose between policies. */
const MINOR_PER_MINUTE = 20;
/** A century is as good as never. */
const MOST_DAYS = 36_500;

/**
 * A plan from its basis and what the simulation found.
 *
 * @param results one for each policy; none where there was nothing to simulate
 */
export function planFrom(basis: PlanBasis, results: readonly PolicyResult[]): PrinterPlan {
  const { input, pad } = basis;
  const policies = results.map((result) => ({ ...result, bar: basis.bars[result.code] }));
  const best = policies
    .filter(
      (policy) =>
        policy.bar === null &&
        policy.code !== 'originals' &&
        policy.dryProbability <= (input?.allowedRisk ?? 0) + 2 * policy.dryU,
    )
    .sort((a, b) => burden(a) - burden(b))[0];
  const usual = best ?? policies.find((policy) => policy.code === 'single');
  const padPerDay = usual && input ? (usual.primingMl.value + input.cleaningMlPerYear) / 365 : 0;
  const days = pad.capacityMl === null ? 0 : Math.max(0, pad.capacityMl - pad.inMl) / padPerDay;
  return {
    id: basis.id,
    forecast: basis.forecast,
    reserveAt: basis.reserveAt,
    policies,
    best: best?.code ?? null,
    buy: basis.buy,
    alsoBuy: basis.alsoBuy,
    pad: {
      ...pad,
      fullAt:
        pad.capacityMl !== null && padPerDay > 0
          ? new Date(Date.parse(basis.at) + Math.min(MOST_DAYS, days) * DAY_MS).toISOString()
          : null,
    },
    notKnown: basis.notKnown,
  };
}

const burden = (policy: PolicyResult): number =>
  policy.wasteMinor.value + MINOR_PER_MINUTE * policy.minutesPerYear.value;
