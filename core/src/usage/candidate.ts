import type { Uncertain } from '../quantity';
import type { WeighInCause } from '../workbook';
import type { Cause, CauseRow } from './cause';

/** How often each happens at a weigh-in before anything is seen. */
export const PRIOR = {
  notLogged: 0.025,
  notPrinted: 0.01,
  cleanings: 0.03,
  drawsOther: 0.02,
  leak: 0.001,
  zeroed: 0.005,
  oddMass: 0.004,
  otherBlack: 0.003,
  blackUnsaid: 0.05,
  otherKind: 0.005,
} as const;

/** What a weigh-in may come of, before it is looked at. */
export interface Candidate {
  readonly code: WeighInCause;
  readonly row?: CauseRow;
  /** Two channels between which the cause shares out: the one that draws more of it above 0, the one below. */
  readonly between?: readonly [CauseRow, CauseRow];
  readonly subjectId?: string;
  readonly insteadId?: string;
  readonly prior: number;
  readonly pattern: readonly number[];
  readonly amount: Uncertain;
  /** Amounts at or below this are no sense. */
  readonly atLeast?: number;
}

/** Of which channel a cause is, and what it explains, ml. */
export function whose(
  { row, between, pattern }: Candidate,
  { value }: Uncertain,
): Pick<Cause, 'slotId' | 'cartridgeId' | 'ml'> {
  const one = between?.[value < 0 ? 1 : 0] ?? row;
  return {
    slotId: one?.slotId ?? null,
    cartridgeId: one?.cartridgeId ?? null,
    // What one of two drew more, the other drew less: together they explain nothing.
    ml: between
      ? Math.abs(value) * Math.max(0, ...pattern.map((ml) => Math.sign(value) * ml))
      : value * sum(pattern),
  };
}

/** What was logged, dm² by kind of picture: a channel that a paper spares met less of it than others. */
export function mostLogged(rows: readonly CauseRow[]): ReadonlyMap<string, number> {
  const most = new Map<string, number>();
  for (const { dm2 } of rows) for (const [id, area] of dm2) most.set(id, Math.max(area, most.get(id) ?? 0));
  return most;
}

/** All of them together. */
export const sum = (values: Iterable<number>): number => {
  let all = 0;
  for (const value of values) all += value;
  return all;
};
